import type { Point } from '../geometry/index.js';
import { type Pixel, type PlaneMap, carry, homography } from './homography.js';

/** A camera looking at the surface askew: plan to picture. */
const CAMERA: PlaneMap = [2.1, 0.3, 400, -0.2, -1.8, 900, 0.0004, -0.0003, 1];
const seen = (p: Point): Pixel => {
  const { x, y } = carry(CAMERA, p);
  return { xPx: x, yPx: y };
};
const CORNERS = [{ x: 0, y: 0 }, { x: 200, y: 0 }, { x: 200, y: 150 }, { x: 0, y: 150 }].map(seen); // prettier-ignore

describe('squaring up a picture', () => {
  it('undoes the camera: places in the picture come back to their millimetres', () => {
    const places = [{ x: 37, y: 81 }, { x: -60, y: 20 }, { x: 320, y: 190 }]; // prettier-ignore
    const found = homography({ corners: CORNERS, widthMm: 200, heightMm: 150, points: places.map(seen) });
    found.points.forEach((p, i) => {
      expect(p.x).toBeCloseTo(places[i]!.x, 6);
      expect(p.y).toBeCloseTo(places[i]!.y, 6);
    });
    const back = carry(found.toPicture, places[0]!);
    expect(back.x).toBeCloseTo(seen(places[0]!).xPx, 6);
  });

  it('is plain scale for a picture taken straight on', () => {
    const corners = [{ xPx: 100, yPx: 700 }, { xPx: 500, yPx: 700 }, { xPx: 500, yPx: 400 }, { xPx: 100, yPx: 400 }]; // prettier-ignore
    const found = homography({ corners, widthMm: 200, heightMm: 150, points: [{ xPx: 300, yPx: 550 }] });
    expect(found.mmPerPx).toBeCloseTo(0.5, 9);
    expect(found.points[0]!.x).toBeCloseTo(100, 9);
    expect(found.points[0]!.y).toBeCloseTo(75, 9);
  });

  it('tells by a fifth length how well it did', () => {
    const check = (lengthMm: number) => homography({ corners: CORNERS, widthMm: 200, heightMm: 150, check: { from: seen({ x: 10, y: 10 }), to: seen({ x: 70, y: 90 }), lengthMm } }).check!;
    expect(check(100).errorPercent).toBeCloseTo(0, 6);
    expect(check(95).errorPercent).toBeCloseTo(100 * (100 / 95 - 1), 6);
  });

  it('refuses corners out of order, in one line, or missing', () => {
    const [a, b, c, d] = CORNERS as [Pixel, Pixel, Pixel, Pixel];
    expect(() => homography({ corners: [a, c, b, d], widthMm: 200, heightMm: 150 })).toThrowMatching((e) => e.code === 'self-crossing');
    expect(() => homography({ corners: [a, b, { xPx: (a.xPx + b.xPx) / 2, yPx: (a.yPx + b.yPx) / 2 }, d], widthMm: 200, heightMm: 150 })).toThrowMatching((e) => e.code === 'self-crossing');
    expect(() => homography({ corners: [a, b, c], widthMm: 200, heightMm: 150 })).toThrowMatching((e) => e.code === 'too-few-points');
    expect(() => homography({ corners: CORNERS, widthMm: 0, heightMm: 150 })).toThrowMatching((e) => e.field === 'widthMm');
  });
});
