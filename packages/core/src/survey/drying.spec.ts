import { seeded } from '../testing/seeded.js';
import { type MoistureReading, drying } from './drying.js';

/** 24 at the start, tends to 8, time constant six days. */
const curve = (day: number): number => 8 + 16 * Math.exp(-day / 6);
const readings = (days: readonly number[], noise = 0, seed = 1): MoistureReading[] => {
  const random = seeded(seed);
  return days.map((day) => ({ day, value: curve(day) + noise * random.normal() }));
};
const DAYS = [0, 1, 2, 3, 5, 7, 9];
/** 12 = 8 + 16 e^(−t/6) → t = 6 ln 4. */
const DRY_DAY = 6 * Math.log(4);

describe('the drying log', () => {
  it('finds the curve again from exact readings, its end given or fitted', () => {
    for (const dryReference of [8, undefined]) {
      const found = drying({
        readings: readings(DAYS),
        limit: 12,
        ...(dryReference === undefined ? {} : { dryReference }),
      });
      expect(found.tauDays).toBeCloseTo(6, 2);
      expect(found.end).toBeCloseTo(8, 2);
      expect(found.start).toBeCloseTo(24, 2);
      expect(found.dryDay).toBeCloseTo(DRY_DAY, 2);
      expect(found.remarks).toEqual([]);
    }
  });

  it('holds the true day in its band about as often as it promises', () => {
    const hits = Array.from({ length: 200 }, (_, trial) => {
      const { earliestDay, latestDay } = drying({
        readings: readings(DAYS, 0.4, trial + 1),
        limit: 12,
        dryReference: 8,
      });
      return earliestDay! <= DRY_DAY && (latestDay === null || latestDay >= DRY_DAY);
    }).filter(Boolean).length;
    expect(hits).toBeGreaterThan(170);
  });

  it('narrows the band as readings come in', () => {
    const width = (days: number[]): number => {
      const { earliestDay, latestDay } = drying({ readings: readings(days, 0.3, 4), limit: 12, dryReference: 8 });
      return (latestDay ?? 1000) - earliestDay!;
    };
    expect(width([0, 1, 2, 3, 4, 5, 6, 7, 8])).toBeLessThan(width([0, 1, 2]));
  });

  it('says when it will never be dry enough, or is not drying at all', () => {
    expect(drying({ readings: readings(DAYS), limit: 7, dryReference: 8 })).toEqual(
      jasmine.objectContaining({ dryDay: null, latestDay: null }),
    );
    expect(drying({ readings: readings(DAYS), limit: 7, dryReference: 8 }).remarks[0]!.id).toBe('drying.never');
    const wetter = [0, 1, 2, 3, 4].map((day) => ({ day, value: 15 + day }));
    expect(drying({ readings: wetter, limit: 12, dryReference: 8 }).remarks.map((remark) => remark.id)).toContain(
      'drying.too-short',
    );
    expect(drying({ readings: wetter, limit: 12 }).remarks.map((remark) => remark.id)).toContain('drying.not-drying');
  });

  it('wants readings of enough different days', () => {
    expect(() => drying({ readings: readings([0, 1]), limit: 12, dryReference: 8 })).toThrowMatching(
      (e) => e.code === 'too-few-points' && e.params.min === 3,
    );
    expect(() => drying({ readings: readings([0, 1, 2]), limit: 12 })).toThrowMatching(
      (e) => e.code === 'too-few-points' && e.params.min === 4,
    );
    expect(() => drying({ readings: readings([2, 2, 2, 2]), limit: 12, dryReference: 8 })).toThrowMatching(
      (e) => e.code === 'inconsistent',
    );
    expect(() => drying({ readings: readings(DAYS), limit: Number.NaN })).toThrowMatching((e) => e.field === 'limit');
  });
});

describe('a core that does not dry', () => {
  const read = (values: number[], more: Partial<Parameters<typeof drying>[0]> = {}) =>
    drying({ readings: values.map((value, day) => ({ day, value })), limit: 10, ...more });

  it('has no day on which it is dry when it gets wetter, above the limit or under it', () => {
    for (const values of [
      [12, 13, 14, 15, 16],
      [5, 6, 7, 8, 9],
    ])
      // prettier-ignore
      for (const more of [{}, { dryReference: 4 }]) {
        const found = read(values, more);
        expect([found.dryDay, found.earliestDay, found.latestDay]).toEqual([null, null, null]);
        expect(found.remarks[0]!.id).toBe('drying.not-drying');
      }
  });

  it('that stays as it is has neither a day nor a band', () => {
    for (const value of [15, 8]) {
      const found = read([value, value, value, value, value], { dryReference: 6 });
      expect([found.dryDay, found.earliestDay, found.latestDay]).toEqual([null, null, null]);
      expect(found.remarks).toEqual([
        { id: 'drying.steady', params: { value: jasmine.any(Number) as unknown as number, limit: 10 } },
      ]);
    }
  });
});
