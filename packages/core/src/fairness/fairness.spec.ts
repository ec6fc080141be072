import { CoreError } from '../errors.js';
import { seeded } from '../testing/seeded.js';
import { type FairLine, fairness } from './fairness.js';
import { fillRounds } from './fill-rounds.js';

const HULL_RADIUS_MM = 3000;
/** A hull that is round along x and flatter across, with a low and a high on it. */
const hull = (x: number, y: number): number => -(x * x + (y / 2) ** 2) / (2 * HULL_RADIUS_MM);
const low = (x: number, y: number, deep: number, radius: number): number => -deep * Math.max(0, 1 - (x * x + y * y) / radius ** 2); // prettier-ignore
const steps = (from: number, to: number, by: number): number[] => Array.from({ length: Math.round((to - from) / by) + 1 }, (_, i) => from + by * i); // prettier-ignore

function lines(
  ys: readonly number[],
  z: (x: number, y: number) => number,
  { by = 25, reach = 300, repair = 125 } = {},
): FairLine[] {
  // prettier-ignore
  return ys.map((y) => ({
    name: `y ${y}`,
    readings: steps(-reach, reach, by).map((x) => ({ xMm: x, yMm: y, zMm: z(x, y), sound: Math.hypot(x, y) > repair })),
  }));
}

describe('fairness', () => {
  it('goes by the curve of the ground, not a flat: a round hull without a fault is fair, and its low is told to the area', () => {
    const clean = fairness({ lines: lines([0], hull), toleranceMm: 0.3 });
    expect([clean.fair, clean.straight]).toEqual([true, false]);
    // A straight edge from rim to rim would stand 2.6 mm off at the middle.
    expect(Math.abs(clean.lines[0]!.readings.find(({ sMm }) => sMm === 300)!.offMm)).toBeLessThan(0.1);
    const found = fairness({
      lines: lines([0], (x, y) => hull(x, y) + low(x, y, 2, 100), { by: 10 }),
      toleranceMm: 0.3,
    });
    // Two thirds of 200 · 2.
    expect(found.lines[0]!.lowMm2 / 266.67).toBeGreaterThan(0.95);
    expect(found.lines[0]!.lowMm2 / 266.67).toBeLessThan(1.05);
    expect(found.fillMl).toBeNull();
    expect(found.fill.length).toBe(1);
    expect(found.fill[0]!.mostMm).toBeCloseTo(-2, 1);
    expect(found.lines[0]!.battenGapMm).toBeCloseTo(2, 1);
  });

  it('gives the volume of a known low over a field of lines within 5 %, through the scatter of a gauge', () => {
    const random = seeded(7);
    for (const [deep, radius] of [
      [2, 100],
      [4, 110],
      [1.5, 120],
    ] as const) {
      // prettier-ignore
      const noisy = (x: number, y: number): number => hull(x, y) + low(x, y, deep, radius) + random.between(-0.05, 0.05);
      const found = fairness({ lines: lines(steps(-150, 150, 20), noisy, { by: 20, reach: 220 }), toleranceMm: 0.3 });
      const trueMl = (Math.PI * radius ** 2 * deep) / 2 / 1000;
      expect(found.fillMl! / trueMl)
        .withContext(`${deep} over ${radius}`)
        .toBeGreaterThan(0.95);
      expect(found.fillMl! / trueMl)
        .withContext(`${deep} over ${radius}`)
        .toBeLessThan(1.05);
      expect(found.scatterMm).toBeLessThan(0.12);
      expect(found.sand).toEqual([]);
    }
  });

  it('tells highs from lows, where each is, and to sand before it is filled', () => {
    const found = fairness({ lines: lines([0], (x, y) => hull(x, y) + low(x - 60, y, 1, 40) - low(x + 60, y, 0.8, 40), { by: 10 }), toleranceMm: 0.3 }); // prettier-ignore
    expect([found.sand.length, found.fill.length]).toEqual([1, 1]);
    // Along the line from its first reading, 300 mm before the middle.
    expect(found.sand[0]!.fromMm).toBeGreaterThan(200);
    expect(found.sand[0]!.toMm).toBeLessThan(280);
    expect(found.fill[0]!.fromMm).toBeGreaterThan(320);
    expect(found.lines[0]!.highestMm).toBeCloseTo(0.8, 1);
    expect(found.remarks.map(({ id }) => id)).toEqual(['fairness.sand-first']);
    expect(found.next).not.toBeNull();
  });

  it('stays a plane where the readings call for no more, and follows one that slopes', () => {
    const found = fairness({
      lines: lines([-40, 0, 40], (x, y) => 0.01 * x - 0.004 * y + 3, { repair: 60 }),
      toleranceMm: 0.2,
    });
    expect([found.fair, found.straight]).toEqual([true, true]);
    expect(found.fillMl).toBeCloseTo(0, 3);
  });

  it('refuses what is on no line, a line with no sound part, and the same place twice', () => {
    const [line] = lines([0], hull) as [FairLine];
    const refused = (readings: FairLine['readings']): string => {
      try {
        fairness({ lines: [{ name: 'a', readings }], toleranceMm: 0.3 });
      } catch (error) {
        return error instanceof CoreError ? `${error.code} ${error.field}` : String(error);
      }
      return 'taken';
    };
    const moved = line.readings.map((one, i) => (i === 5 ? { ...one, yMm: 60 } : one));
    expect(refused(moved)).toContain('inconsistent lines.0.readings');
    expect(refused(line.readings.map((one) => ({ ...one, sound: false })))).toBe('too-few-points lines.0.sound');
    expect(refused([...line.readings, line.readings[4]!])).toBe('inconsistent lines.0.readings');
    expect(refused(line.readings.slice(0, 2))).toBe('too-few-points lines.0.readings');
  });
});

describe('rounds of filler', () => {
  it('are as many as the thickest fill and the shrinkage ask for, each with its grams', () => {
    // Epoxy paste 10 mm a fill: 14 mm are two, 50 ml each at 0.7, with 15 % to spare.
    const { rounds, totalG } = fillRounds({ volumeMl: 100, deepestMm: 14, medium: 'epoxy', tempC: 20 });
    expect(rounds.map(({ ml }) => ml).slice(0, 2)).toEqual([50, 50]);
    expect(rounds[0]!.massG).toBeCloseTo(50 * 0.7 * 1.15, 9);
    expect(totalG).toBeCloseTo(
      rounds.reduce((sum, { massG }) => sum + massG, 0),
      9,
    );
    const gel = fillRounds({ volumeMl: 2, deepestMm: 1.2, medium: 'gelcoat', tempC: 20 });
    expect(gel.rounds.length).toBeGreaterThan(1);
    expect(gel.rounds[0]!.sandableAfterHours).toBeGreaterThan(0);
    expect(() => fillRounds({ volumeMl: 2, deepestMm: 1, medium: 'polyester', tempC: 20 })).toThrowMatching((error) => error instanceof CoreError && error.field === 'densityGPerMl'); // prettier-ignore
  });
});
