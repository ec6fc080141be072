import type { Reading } from '@ashstep/core/survey';
import { PanelBench, stateOf } from '../repair/panel.testing';
import { DryingLog } from './drying-log';

/** Falls from 28 to 12 by e in four days. */
const wet = (days: readonly number[]): Reading[] =>
  days.map((day) => ({
    kind: 'moisture',
    value: Math.round(10 * (12 + 16 * Math.exp(-day / 4))) / 10,
    xMm: 0,
    yMm: 0,
    instrument: 'Meter',
    by: 'Ilse Varga',
    at: `2026-04-${String(10 + day).padStart(2, '0')}T08:00`,
  }));

describe('the drying log', () => {
  let bench: PanelBench;
  beforeEach(() => (bench = new PanelBench()));
  const show = (readings: Reading[], survey: object = {}, sealed = false): Promise<string> =>
    bench.show(
      DryingLog,
      stateOf(
        { survey: { readings, moistureLimit: 15, dryReference: 12, ...survey } },
        {
          state: sealed ? 'sealed' : 'open',
        },
      ),
    );

  it('tells the day it is dry enough from the curve through the readings', async () => {
    const told = await show(wet([0, 1, 2, 3, 4]));
    // 12 + 16 e^(−t/4) = 15 at t = 4 ln(16/3) = 6.7 days after 10 April, 08:00.
    expect(told).toContain('Fri 17 Apr');
    expect(told).toMatch(/between|give or take less than a day/);
  });

  it('says how many days’ readings it wants before it tells one', async () => {
    expect(await show(wet([0]))).toMatch(/Wants readings of \d days; 1 so far/);
  });

  it('asks for what is dry enough first', async () => {
    expect(await show(wet([0, 1, 2]), { moistureLimit: null })).toContain('Say at what reading it is dry enough');
  });

  it('says never where it dries to more than is wanted', async () => {
    expect(await show(wet([0, 1, 2, 3, 4, 6, 8]), { moistureLimit: 5 })).toContain('Never at this rate');
  });

  it('logs a reading where the damage is, by who is at work, and empties the field', async () => {
    await show(wet([0, 1]));
    expect(bench.button('Log it').disabled).toBeTrue();
    await bench.type('Reading now', '18.5');
    bench.button('Log it').click();
    const { readings } = bench.lastEdit<{ readings: Reading[] }>('survey');
    expect(readings.length).toBe(3);
    expect(readings[2]).toEqual(
      jasmine.objectContaining({ kind: 'moisture', value: 18.5, by: 'Ilse Varga', xMm: 0, yMm: 0 }),
    );
    await bench.settled();
    expect(bench.button('Log it').disabled).toBeTrue();
  });

  it('takes no reading where nothing may be changed', async () => {
    expect(await show(wet([0, 1, 2]), {}, true)).not.toContain('Reading now');
  });

  it('sets the dry reference and what is dry enough', async () => {
    await show(wet([0, 1, 2]));
    await bench.type('Dry enough at', '14');
    expect(bench.lastEdit('survey')).toEqual({ moistureLimit: 14 });
    await bench.type('Dry reference', '');
    expect(bench.lastEdit('survey')).toEqual({ dryReference: null });
  });
});
