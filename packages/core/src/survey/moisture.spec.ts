import { NEW_REPAIR, planRepair } from '../repair/index.js';
import { daysAfter, wettestByDay } from './moisture.js';
import { type Reading, beforeAfter, tapsOf } from './readings.js';

const at = (time: string | null, value: number, xMm = 0): Reading => ({
  kind: 'moisture',
  value,
  xMm,
  yMm: 0,
  instrument: '',
  by: '',
  at: time,
});
const READINGS = [
  at('2026-04-18T16:00', 14),
  at('2026-04-16T08:00', 18),
  at('2026-04-16T09:00', 21, 40),
  at(null, 99),
  at('2026-02-30T08:00', 98),
];

describe('the moisture log', () => {
  it('counts the wettest place of each day, from the first day on', () => {
    expect(wettestByDay(READINGS)).toEqual([
      { day: 0, value: 21, at: '2026-04-16T09:00' },
      { day: 2 + 7 / 24, value: 14, at: '2026-04-18T16:00' },
    ]);
    expect(daysAfter('2026-04-16T09:00', 14.5)).toBe('2026-04-30T21:00');
  });

  it('holds the lay-up while the last reading is above the limit, and only then', () => {
    const survey = (moistureLimit: number | null) => ({
      ...NEW_REPAIR,
      survey: { ...NEW_REPAIR.survey, readings: READINGS, moistureLimit },
    });
    const layUpHolds = (inputs: typeof NEW_REPAIR) => planRepair(inputs).holds;
    expect(layUpHolds(survey(12))).toEqual([{ id: 'hold.wet', params: { value: 14, limit: 12 } }]);
    expect(layUpHolds(survey(14))).toEqual([]);
    expect(layUpHolds(survey(null))).toEqual([]);
  });
});

describe('readings before and after the repair', () => {
  const taken = { xMm: 0, yMm: 0, instrument: '', by: '', at: '2026-04-16T08:00' };
  const readings: Reading[] = [
    { kind: 'tap', sound: 'dull', ...taken },
    { kind: 'tap', sound: 'sound', ...taken },
    { kind: 'tap', sound: 'sound', ...taken, after: true },
    { kind: 'moisture', value: 18, ...taken },
    { kind: 'moisture', value: 30, ...taken, after: true },
    { kind: 'hardness', value: 40, ...taken, after: true },
    { kind: 'hardness', value: 44, ...taken, after: true },
  ];

  it('are held against one another kind by kind', () => {
    const found = beforeAfter(readings);
    expect(found.map(({ kind }) => kind)).toEqual(['tap', 'moisture', 'hardness']);
    expect(found[0]).toEqual({
      kind: 'tap',
      before: { count: 2, mean: 50, least: 0, most: 100 },
      after: { count: 1, mean: 0, least: 0, most: 0 },
    });
    expect(found[2]).toEqual({ kind: 'hardness', before: null, after: { count: 2, mean: 42, least: 40, most: 44 } });
  });

  it('of the finished repair change nothing that was planned from those before', () => {
    expect(tapsOf(readings).length).toBe(2);
    expect(wettestByDay(readings).map(({ value }) => value)).toEqual([18]);
  });
});
