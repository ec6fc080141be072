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
    const check = (lengthMm: number) =>
      homography({
        corners: CORNERS,
        widthMm: 200,
        heightMm: 150,
        check: { from: seen({ x: 10, y: 10 }), to: seen({ x: 70, y: 90 }), lengthMm },
      }).check!;
    expect(check(100).errorPercent).toBeCloseTo(0, 6);
    expect(check(95).errorPercent).toBeCloseTo(100 * (100 / 95 - 1), 6);
  });

  it('refuses corners out of order, in one line, or missing', () => {
    const [a, b, c, d] = CORNERS as [Pixel, Pixel, Pixel, Pixel];
    expect(() => homography({ corners: [a, c, b, d], widthMm: 200, heightMm: 150 })).toThrowMatching(
      (e) => e.code === 'self-crossing',
    );
    expect(() =>
      homography({
        corners: [a, b, { xPx: (a.xPx + b.xPx) / 2, yPx: (a.yPx + b.yPx) / 2 }, d],
        widthMm: 200,
        heightMm: 150,
      }),
    ).toThrowMatching((e) => e.code === 'self-crossing');
    expect(() => homography({ corners: [a, b, c], widthMm: 200, heightMm: 150 })).toThrowMatching(
      (e) => e.code === 'too-few-points',
    );
    expect(() => homography({ corners: CORNERS, widthMm: 0, heightMm: 150 })).toThrowMatching(
      (e) => e.field === 'widthMm',
    );
  });
});

describe('the horizon of a picture', () => {
  const corners = [{ xPx: 100, yPx: 900 }, { xPx: 900, yPx: 900 }, { xPx: 600, yPx: 500 }, { xPx: 400, yPx: 500 }]; // prettier-ignore
  const at = (xPx: number, yPx: number) => homography({ corners, widthMm: 200, heightMm: 150, points: [{ xPx, yPx }] });

  it('is where the sides of the rectangle meet: nothing is measured at or beyond it', () => {
    // The sides through (100, 900)-(400, 500) and (900, 900)-(600, 500) meet at (500, 366.7).
    for (const y of [1100 / 3, 300, 0])
      expect(() => at(500, y))
        .withContext(`${y}`)
        .toThrow(jasmine.objectContaining({ code: 'beyond-horizon', field: 'points.0' }));
    expect(Number.isFinite(at(500, 380).points[0]!.y)).toBeTrue();
    expect(() =>
      homography({
        corners,
        widthMm: 200,
        heightMm: 150,
        check: { from: { xPx: 500, yPx: 880 }, to: { xPx: 500, yPx: 200 }, lengthMm: 100 },
      }),
    ).toThrow(jasmine.objectContaining({ field: 'check.to' }));
  });

  it('may run through the first pixel of the picture', () => {
    const low = corners.map(({ xPx, yPx }) => ({ xPx, yPx: yPx - 1100 / 3 }));
    const { points, toPicture } = homography({ corners: low, widthMm: 200, heightMm: 150, points: low });
    [
      [0, 0],
      [200, 0],
      [200, 150],
      [0, 150],
    ].forEach(([x, y], i) => {
      // prettier-ignore
      expect(points[i]!.x).toBeCloseTo(x!, 6);
      expect(points[i]!.y).toBeCloseTo(y!, 6);
    });
    expect(toPicture.every(Number.isFinite)).toBeTrue();
  });
});
