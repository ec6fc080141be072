import { signedArea } from '../geometry/index.js';
import { type MapMark, crackLength, markOutline, snapPoint } from './marks.js';

const mark = (patch: Partial<MapMark>): MapMark => ({
  id: 'm',
  kind: 'damage',
  name: '',
  points: [],
  widthMm: 0,
  ...patch,
});
const L = [{ x: 0, y: 0 }, { x: 60, y: 0 }, { x: 60, y: 40 }]; // prettier-ignore

describe('marks of the damage map', () => {
  it('give a crack the area of its band: length times width, a square less a quarter circle at the bend, and two half circles', () => {
    const [length, width] = [100, 4];
    // At the bend the two bands share a square of half the width less the quarter of the round join.
    const bend = (width / 2) ** 2 - (Math.PI / 4) * (width / 2) ** 2;
    expect(crackLength(L)).toBe(length);
    expect(signedArea(markOutline(mark({ kind: 'crack', points: L, widthMm: width })))).toBeCloseTo(
      length * width + Math.PI * (width / 2) ** 2 - bend,
      0,
    );
  });

  it('never make a crack narrower than can be seen, and fill one that closes on itself', () => {
    expect(signedArea(markOutline(mark({ kind: 'crack', points: [{ x: 0, y: 0 }, { x: 10, y: 0 }], widthMm: 0 })))).toBeGreaterThan(5); // prettier-ignore
    const loop = [{ x: 0, y: 0 }, { x: 50, y: 0 }, { x: 50, y: 50 }, { x: 0, y: 50 }, { x: 0, y: 0 }]; // prettier-ignore
    expect(signedArea(markOutline(mark({ kind: 'crack', points: loop, widthMm: 2 })))).toBeGreaterThan(52 * 52 - 4);
  });

  it('turn outlines counter-clockwise and refuse those that cross or are too short', () => {
    expect(signedArea(markOutline(mark({ points: [...L].reverse() })))).toBeCloseTo(1200, 9);
    expect(() => markOutline(mark({ points: [{ x: 0, y: 0 }, { x: 10, y: 10 }, { x: 10, y: 0 }, { x: 0, y: 10 }] }))).toThrowMatching((e) => e.code === 'self-crossing'); // prettier-ignore
    expect(() => markOutline(mark({ kind: 'crack', points: [{ x: 0, y: 0 }] }))).toThrowMatching(
      (e) => e.code === 'too-few-points',
    );
    expect(() => markOutline(mark({ kind: 'crack', points: L, widthMm: 400 }))).toThrowMatching(
      (e) => e.field === 'widthMm',
    );
  });

  it('draw a point to the nearest other within reach, else to the grid, else leave it', () => {
    const others = [{ x: 10.3, y: 0 }, { x: 12, y: 0 }]; // prettier-ignore
    expect(snapPoint({ x: 11, y: 0.4 }, others, 2, 5)).toEqual({ x: 10.3, y: 0 });
    expect(snapPoint({ x: 16.2, y: 3 }, others, 2, 5)).toEqual({ x: 15, y: 5 });
    expect(snapPoint({ x: 16.2, y: 3 }, others, 2, 0)).toEqual({ x: 16.2, y: 3 });
  });
});
