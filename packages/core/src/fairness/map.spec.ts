import { fairMap } from './map.js';
import { fairness } from './fairness.js';

/** Fifteen lines 20 mm apart, flat but for a cone under the middle: so deep at its tip, with nothing left of it at 100 mm. */
const cone = (depthMm: number) =>
  Array.from({ length: 15 }, (_, l) => ({
    name: `L${l}`,
    readings: Array.from({ length: 21 }, (_unused, i) => {
      const [xMm, yMm] = [20 * (i - 10), 20 * (l - 7)];
      const r = Math.hypot(xMm, yMm);
      return { xMm, yMm, zMm: -depthMm * Math.max(0, 1 - r / 100), sound: r > 100 };
    }),
  }));

const areaOf = (points: readonly { x: number; y: number }[]): number =>
  Math.abs(points.reduce((sum, a, i) => { const b = points[(i + 1) % points.length]!; return sum + (a.x * b.y - b.x * a.y) / 2; }, 0)); // prettier-ignore

describe('how fair it is, on the plan', () => {
  it('is as wide as the low is beyond the tolerance: a cone of 2 mm over 100 mm is deeper than 0.4 mm within 80 mm, than 0.8 mm within 60', () => {
    const found = fairness({ lines: cone(2), toleranceMm: 0.4 });
    const { bands } = fairMap(found, 0.4);
    expect(bands.map(({ fromMm }) => fromMm)).toEqual([-1.6, -0.8, -0.4]);
    const area = (fromMm: number): number => bands.find((one) => one.fromMm === fromMm)!.pieces.reduce((sum, piece) => sum + areaOf(piece), 0); // prettier-ignore
    expect(area(-0.4) / (Math.PI * 80 ** 2)).toBeCloseTo(1, 1);
    expect(area(-0.8) / (Math.PI * 60 ** 2)).toBeCloseTo(1, 1);
  });

  it('tells every place with what it stands off, and the scatter of sound ground as fair', () => {
    const lines = [-40, 0, 40].map((yMm, l) => ({
      name: 'ABC'[l]!,
      readings: [-150, -100, -50, 0, 50, 100, 150].map((xMm) => ({ xMm, yMm, zMm: xMm === 0 && l === 1 ? 1 : Math.abs(xMm) === 150 ? 0.05 : 0, sound: Math.abs(xMm) >= 100 })), // prettier-ignore
    }));
    const { spots, bands } = fairMap(fairness({ lines, toleranceMm: 0.4 }), 0.4);
    expect(spots.length).toBe(21);
    expect(spots.filter(({ stands }) => stands !== 'fair').map(({ x, y, line, stands }) => [x, y, line, stands])).toEqual([[0, 0, 'B', 'high']]); // prettier-ignore
    expect(bands.map(({ fromMm }) => fromMm)).toEqual([0.4, 0.8]);
    // Nothing is known beside a single line.
    expect(fairMap(fairness({ lines: [lines[1]!], toleranceMm: 0.4 }), 0.4).bands).toEqual([]);
  });
});
