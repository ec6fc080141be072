import { parseLocal } from '@ashstep/core/plan';
import { ClockScale, clockText, dayName } from './scale';

const HOURS = { fromMin: 8 * 60, toMin: 17 * 60, openDays: [1, 2, 3, 4, 5] };
const min = (at: string): number => parseLocal(at, 'at');
/** Thursday. */
const FROM = min('2026-04-16T10:00');

describe('the shed’s clock', () => {
  const scale = new ClockScale(FROM, 7, HOURS);
  const place = (at: string): number => scale.place(min(at));

  it('begins with the midnight before and ends so many days on', () => {
    expect(place('2026-04-16T00:00')).toBe(0);
    expect(place('2026-04-10T00:00')).toBe(0);
    expect(place('2026-04-23T00:00')).toBeCloseTo(1, 9);
    expect(place('2026-05-01T00:00')).toBeCloseTo(1, 9);
  });

  it('gives working hours more room than the night, and open days more than shut ones', () => {
    expect(place('2026-04-16T17:00') - place('2026-04-16T08:00')).toBeGreaterThan(
      2 * (place('2026-04-17T08:00') - place('2026-04-16T17:00')),
    );
    expect(place('2026-04-18T00:00') - place('2026-04-17T00:00')).toBeGreaterThan(
      2 * (place('2026-04-19T00:00') - place('2026-04-18T00:00')),
    );
  });

  it('never runs backwards, and a place leads back to its moment', () => {
    for (let minute = scale.fromMin; minute < scale.untilMin; minute += 35) {
      expect(scale.place(minute + 35)).toBeGreaterThan(scale.place(minute));
      expect(Math.abs(scale.at(scale.place(minute)) - minute)).toBeLessThanOrEqual(2.5);
    }
  });

  it('goes by the shed’s own hours, round the clock too', () => {
    const round = new ClockScale(FROM, 1, { fromMin: 0, toMin: 24 * 60, openDays: [4] });
    expect(round.place(min('2026-04-16T12:00'))).toBeGreaterThan(0.4);
    expect(round.at(0.99)).toBeLessThanOrEqual(min('2026-04-17T00:00'));
  });

  it('says day and hour', () => {
    expect(dayName(FROM)).toBe('Thu 16');
    expect(clockText(FROM)).toBe('10:00');
  });
});
