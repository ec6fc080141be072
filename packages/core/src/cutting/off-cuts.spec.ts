import type { Point } from '../geometry/index.js';
import { seeded } from '../testing/seeded.js';
import { type OffCut, offCuts } from './off-cuts.js';
import { barredRows, firstFree } from './rows.js';

const rectangle = (x: number, y: number, lengthMm: number, widthMm: number): Point[] => [{ x, y }, { x: x + lengthMm, y }, { x: x + lengthMm, y: y + widthMm }, { x, y: y + widthMm }]; // prettier-ignore
const meet = (a: OffCut, b: OffCut): boolean =>
  a.xMm < b.xMm + b.lengthMm && b.xMm < a.xMm + a.lengthMm && a.yMm < b.yMm + b.widthMm && b.yMm < a.yMm + a.widthMm;

describe('off-cuts worth keeping', () => {
  it('are the whole of an empty piece of cloth', () => {
    expect(offCuts([], 1000, 600, 200)).toEqual([{ xMm: 0, yMm: 0, lengthMm: 1000, widthMm: 600 }]);
  });

  it('are what lies beside a piece, the largest first', () => {
    const found = offCuts([{ points: rectangle(0, 0, 400, 300) }], 1000, 600, 150);
    expect(found[0]).toEqual({ xMm: 400, yMm: 0, lengthMm: 600, widthMm: 600 });
    expect(found[1]).toEqual({ xMm: 0, yMm: 300, lengthMm: 400, widthMm: 300 });
    expect(found.length).toBe(2);
  });

  it('are none where all that is left is too narrow to keep', () => {
    expect(offCuts([{ points: rectangle(0, 0, 1000, 480) }], 1000, 600, 150)).toEqual([]);
  });

  it('never lie over a piece or over one another, in shuffled layouts', () => {
    const random = seeded(31);
    for (let trial = 0; trial < 40; trial++) {
      const pieces = Array.from({ length: 6 }, () => ({
        x: random.between(0, 1400),
        y: random.between(0, 900),
        l: random.between(60, 400),
        w: random.between(60, 300),
      }));
      const found = offCuts(pieces.map(({ x, y, l, w }) => ({ points: rectangle(x, y, l, w) })), 1600, 1000, 120); // prettier-ignore
      found.forEach((cut, i) => {
        expect(Math.min(cut.lengthMm, cut.widthMm)).toBeGreaterThanOrEqual(120);
        expect(cut.xMm + cut.lengthMm <= 1600 && cut.yMm + cut.widthMm <= 1000).toBeTrue();
        expect(pieces.some(({ x, y, l, w }) => meet(cut, { xMm: x, yMm: y, lengthMm: l, widthMm: w }))).toBeFalse();
        expect(found.slice(i + 1).some((other) => meet(cut, other))).toBeFalse();
      });
      const areas = found.map(({ lengthMm, widthMm }) => lengthMm * widthMm);
      expect(areas).toEqual([...areas].sort((a, b) => b - a));
    }
  });
});

describe('rows barred to a piece', () => {
  it('are crossed where a ruler crosses: a triangle row by row', () => {
    const triangle = [{ x: 0, y: 0 }, { x: 100, y: 0 }, { x: 50, y: 50 }]; // prettier-ignore
    const { first, at, spans } = barredRows([triangle], 10);
    expect(first).toBe(0);
    const row = (r: number): number[] => [...spans.slice(at[r]!, at[r + 1]!)];
    expect(row(1)).toEqual([10, 90]);
    expect(row(4)).toEqual([40, 60]);
  });

  it('meet a corner once, so that spans come in pairs', () => {
    const random = seeded(32);
    for (let trial = 0; trial < 30; trial++) {
      const run = Array.from({ length: 9 }, (_, i) => ({
        x: random.between(60, 120) * Math.cos((2 * Math.PI * i) / 9),
        y: 10 * Math.round(10 * Math.sin((2 * Math.PI * i) / 9) * random.between(0.5, 1)),
      }));
      const { at } = barredRows([run], 10);
      for (let r = 0; r + 1 < at.length; r++) expect((at[r + 1]! - at[r]!) % 2).toBe(0);
    }
  });

  it('give the first place free of what is laid, a gap between two if it is wide enough', () => {
    // Where its own corner may not lie: 100 mm to either side of another's.
    const table = barredRows([rectangle(-100, -50, 200, 100)], 10);
    const laid = (...xs: number[]) => xs.map((xMm) => ({ table, xMm, row: 0 }));
    expect(firstFree(laid(0, 300), 2, 1000)).toBeCloseTo(100, 6);
    expect(firstFree(laid(0, 160), 2, 1000)).toBeCloseTo(260, 6);
    expect(firstFree(laid(0, 300), 30, 1000)).toBe(0);
    expect(firstFree(laid(0), 2, 50)).toBe(Infinity);
  });
});
