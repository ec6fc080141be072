import { soundBoundary } from './boundary.js';
import { type Point, signedArea } from './shape.js';

const SQUARE: Point[] = [{ x: -50, y: -50 }, { x: 50, y: -50 }, { x: 50, y: 50 }, { x: -50, y: 50 }]; // prettier-ignore

describe('the sound boundary', () => {
  it('rounds the corners of a grown square to the smallest radius and keeps the margin there', () => {
    // Whole margin at the corner: growth 25 − 15/√2 = 14.39 mm; 128.79 square less what four corners of 25 mm leave out.
    const size = 100 + 2 * (25 - 15 / Math.SQRT2);
    const [run] = soundBoundary([SQUARE], 10, 25);
    expect(signedArea(run!) / (size ** 2 - (4 - Math.PI) * 25 ** 2)).toBeCloseTo(1, 2);
    expect(Math.max(...run!.map((p) => Math.hypot(p.x, p.y)))).toBeGreaterThan(50 * Math.SQRT2 + 9.8);
  });

  it('grows a circle by the margin and nothing else', () => {
    const circle = Array.from({ length: 180 }, (_, i) => ({
      x: 40 * Math.cos((i * Math.PI) / 90),
      y: 40 * Math.sin((i * Math.PI) / 90),
    }));
    expect(signedArea(soundBoundary([circle], 10, 25)[0]!) / (Math.PI * 2500)).toBeCloseTo(1, 2);
  });

  it('rounds a narrow crack as far as its width allows', () => {
    const crack: Point[] = [{ x: -80, y: -2 }, { x: 80, y: -2 }, { x: 80, y: 2 }, { x: -80, y: 2 }]; // prettier-ignore
    const [run] = soundBoundary([crack], 10, 25);
    expect(Math.max(...run!.map((p) => p.x))).toBeCloseTo(90, -1);
    expect(Math.max(...run!.map((p) => p.y))).toBeLessThan(15);
  });

  it('joins what overlaps and keeps apart what does not', () => {
    const beside = (dx: number): Point[] => SQUARE.map((p) => ({ x: p.x + dx, y: p.y }));
    expect(soundBoundary([SQUARE, beside(60)], 5, 0).length).toBe(1);
    expect(soundBoundary([SQUARE, beside(200)], 5, 0).length).toBe(2);
  });

  it('widens the margin round a spike rather than leave its tip in', () => {
    const spike: Point[] = [{ x: -60, y: -10 }, { x: 120, y: 0 }, { x: -60, y: 10 }]; // prettier-ignore
    const [run] = soundBoundary([spike], 2, 25);
    expect(Math.max(...run!.map((p) => p.x))).toBeGreaterThan(121.8);
    expect(Math.min(...run!.map((p) => p.x))).toBeLessThan(-61.8);
  });

  it('of nothing is nothing', () => {
    expect(soundBoundary([], 10, 25)).toEqual([]);
  });
});
