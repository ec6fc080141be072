import { signedArea } from '../geometry/index.js';
import { seeded } from '../testing/seeded.js';
import { type Pixel, type PlaneMap, carry, homography } from './homography.js';
import { type Picture, squareUpRows, squaredFrame } from './square-up.js';

const CAMERA: PlaneMap = [2.1, 0.3, 400, -0.2, -1.8, 900, 0.0004, -0.0003, 1];
const RECTANGLE = [{ x: 0, y: 0 }, { x: 200, y: 0 }, { x: 200, y: 150 }, { x: 0, y: 150 }]; // prettier-ignore
const SIZE = { widthMm: 200, heightMm: 150 };
const ELLIPSE = { x: 120, y: 90, a: 40, b: 22 };

/** A pale surface seen by a camera askew, with a dark ellipse on it. */
function taken(camera: PlaneMap, widthPx: number, heightPx: number): Picture {
  const random = seeded(7);
  const { toPlan } = homography({ corners: seen(camera), ...SIZE });
  const rgba = new Uint8ClampedArray(4 * widthPx * heightPx);
  for (let row = 0; row < heightPx; row++) {
    for (let column = 0; column < widthPx; column++) {
      const { x, y } = carry(toPlan, { x: column + 0.5, y: row + 0.5 });
      const dark = ((x - ELLIPSE.x) / ELLIPSE.a) ** 2 + ((y - ELLIPSE.y) / ELLIPSE.b) ** 2 <= 1;
      rgba.fill(
        (dark ? 60 : 200) + random.between(-15, 15),
        4 * (row * widthPx + column),
        4 * (row * widthPx + column) + 3,
      );
      rgba[4 * (row * widthPx + column) + 3] = 255;
    }
  }
  return { widthPx, heightPx, rgba };
}

const seen = (camera: PlaneMap): Pixel[] =>
  RECTANGLE.map((p) => carry(camera, p)).map(({ x, y }) => ({ xPx: x, yPx: y }));

function squared(source: Picture, corners: Pixel[]): { picture: Picture; frame: ReturnType<typeof squaredFrame> } {
  const frame = squaredFrame({ corners, ...SIZE }, source);
  const picture = {
    widthPx: frame.widthPx,
    heightPx: frame.heightPx,
    rgba: new Uint8ClampedArray(4 * frame.widthPx * frame.heightPx),
  };
  for (let row = 0; row < frame.heightPx; row += 100)
    squareUpRows(source, frame, picture, row, Math.min(frame.heightPx, row + 100));
  return { picture, frame };
}

describe('a squared-up picture', () => {
  const source = taken(CAMERA, 1100, 1000);
  const { picture, frame } = squared(source, seen(CAMERA));
  const darkness = (xMm: number, yMm: number): number => {
    const [column, row] = [
      Math.floor((xMm - frame.minXMm) * frame.pxPerMm),
      Math.floor((frame.minYMm + frame.heightMm - yMm) * frame.pxPerMm),
    ];
    return picture.rgba[4 * (row * frame.widthPx + column)]!;
  };

  it('shows an ellipse whose traced area is the true one within 1 %', () => {
    const outline = Array.from({ length: 120 }, (_, i) => {
      const turn = (i * Math.PI) / 60;
      let reach = 5;
      while (darkness(ELLIPSE.x + reach * Math.cos(turn), ELLIPSE.y + reach * Math.sin(turn)) < 130) reach += 0.05;
      return { x: reach * Math.cos(turn), y: reach * Math.sin(turn) };
    });
    expect(Math.abs(signedArea(outline) / (Math.PI * ELLIPSE.a * ELLIPSE.b) - 1)).toBeLessThan(0.01);
  });

  it('is about as fine as the picture, covers what it shows, and leaves clear what it does not', () => {
    expect(frame.pxPerMm).toBeCloseTo(1 / homography({ corners: seen(CAMERA), ...SIZE }).mmPerPx, 6);
    expect(frame.minXMm).toBeLessThan(-50);
    expect(frame.minXMm).toBeGreaterThanOrEqual(-600);
    expect(picture.rgba.some((byte, i) => i % 4 === 3 && byte === 0)).toBeTrue();
  });

  it('keeps to 12 million pixels and to three rectangles past the rectangle, horizon or not', () => {
    const [fine] = [squaredFrame({ corners: [{ xPx: 5000, yPx: 5100 }, { xPx: 5100, yPx: 5100 }, { xPx: 5100, yPx: 5000 }, { xPx: 5000, yPx: 5000 }], widthMm: 100, heightMm: 100 }, { widthPx: 10_000, heightPx: 10_000 })]; // prettier-ignore
    expect(fine.widthPx * fine.heightPx).toBeLessThanOrEqual(12_000_000);
    expect(fine.widthMm).toBeCloseTo(700, 6);
    const steep = squaredFrame({ corners: [{ xPx: 300, yPx: 900 }, { xPx: 700, yPx: 900 }, { xPx: 520, yPx: 500 }, { xPx: 480, yPx: 500 }], widthMm: 100, heightMm: 400 }, { widthPx: 1000, heightPx: 1000 }); // prettier-ignore
    expect([steep.minXMm, steep.widthMm]).toEqual([-300, 700]);
  });

  it('never shows the surface a second time from behind the horizon', () => {
    const corners = [{ xPx: 300, yPx: 900 }, { xPx: 700, yPx: 900 }, { xPx: 520, yPx: 500 }, { xPx: 480, yPx: 500 }]; // prettier-ignore
    const steep = squaredFrame({ corners, widthMm: 100, heightMm: 400 }, { widthPx: 1000, heightPx: 1000 });
    const bright: Picture = { widthPx: 1000, heightPx: 1000, rgba: new Uint8ClampedArray(4e6).fill(255) };
    const target = {
      widthPx: steep.widthPx,
      heightPx: steep.heightPx,
      rgba: new Uint8ClampedArray(4 * steep.widthPx * steep.heightPx),
    };
    squareUpRows(bright, steep, target, 0, steep.heightPx);
    const shown = (row: number): boolean =>
      target.rgba.subarray(4 * row * steep.widthPx, 4 * (row + 1) * steep.widthPx).some((byte) => byte > 0);
    const rows = Array.from({ length: steep.heightPx }, (_, row) => shown(row));
    expect(rows.lastIndexOf(true) - rows.indexOf(true) + 1).toBe(rows.filter(Boolean).length);
    expect(carry(steep.toPicture, { x: 50, y: steep.minYMm + 1 }).y).toBeGreaterThan(0);
  });

  it('refuses corners outside the picture and bytes of another size', () => {
    expect(() => squaredFrame({ corners: seen(CAMERA), ...SIZE }, { widthPx: 500, heightPx: 500 })).toThrowMatching(
      (e) => e.field === 'corners.0.yPx',
    );
    expect(() => squareUpRows({ ...source, widthPx: 7 }, frame, picture, 0, 1)).toThrowMatching(
      (e) => e.field === 'picture.rgba',
    );
  });
});
