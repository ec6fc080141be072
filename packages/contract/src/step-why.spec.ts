import { stepWhy } from './words.js';

describe('why a step takes as long as it does', () => {
  const why = { id: 'days.sandable', params: { hours: 8 } };
  const until = (endAt: string): string => stepWhy(why, 'cure', { startAt: '2026-06-15T16:00', endAt });

  it('says what the card says, and how long it really takes where the air makes that another', () => {
    expect(until('2026-06-16T00:00')).toBe('Sandable after 8 h at 22 °C. Not before: it gums up.');
    expect(until('2026-06-16T04:36')).toContain('Planned: 12.6 h, by the air expected.');
  });

  it('has nothing to add to the work of hands', () => {
    expect(stepWhy({ id: 'days.inspect' }, 'hands', { startAt: '2026-06-15T16:00', endAt: '2026-06-15T17:00' })).toBe('A second pair of eyes.'); // prettier-ignore
  });
});
