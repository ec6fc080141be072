import { LIMITS } from '../limits/index.js';
import { CoreError, requireNumber } from '../errors.js';
import { type HomographyInput, type PlaneMap, carry, homography } from './homography.js';

/** Red, green, blue and cover of every pixel, a byte each, row by row from the top. */
export interface Picture {
  widthPx: number;
  heightPx: number;
  rgba: Uint8ClampedArray;
}

/** The part of the plan a squared-up picture covers, in the rectangle's own axes: first corner at the origin, y up. */
export interface SquaredFrame {
  minXMm: number;
  minYMm: number;
  widthMm: number;
  heightMm: number;
  pxPerMm: number;
  widthPx: number;
  heightPx: number;
  /** Plan to picture. */
  toPicture: PlaneMap;
}

/** The squared picture goes this many rectangle sizes past the rectangle: beyond, slant stretches pixels past use. */
const REACH = 3;
const MOST_PX = 12_000_000;
/** No finer than the picture itself, and no finer than this. */
const MOST_PX_PER_MM = 20;

/**
 * Which part of the surface a picture shows once squared up, and how fine: the picture's own fineness at the rectangle, at most 12 million
 * pixels in all.
 * @param picture size of the picture, pixels
 * @throws CoreError as `homography` does, and when the corners lie outside the picture
 */
export function squaredFrame(
  input: Pick<HomographyInput, 'corners' | 'widthMm' | 'heightMm'>,
  picture: { widthPx: number; heightPx: number },
  mostPx = MOST_PX,
): SquaredFrame {
  const widthPx = requireNumber(picture.widthPx, 'picture.widthPx', LIMITS.picturePx);
  const heightPx = requireNumber(picture.heightPx, 'picture.heightPx', LIMITS.picturePx);
  const { toPlan, toPicture, mmPerPx } = homography(input);
  input.corners.forEach(({ xPx, yPx }, i) => {
    requireNumber(xPx, `corners.${i}.xPx`, { min: 0, max: widthPx });
    requireNumber(yPx, `corners.${i}.yPx`, { min: 0, max: heightPx });
  });
  const [spanX, spanY] = [REACH * input.widthMm, REACH * input.heightMm];
  const seen = pictureOnPlan(toPlan, toPicture, widthPx, heightPx);
  const clamp = (value: number, min: number, max: number): number => Math.min(max, Math.max(min, value));
  const reach = (values: number[], size: number, span: number): [number, number] => [
    clamp(Math.min(...values), -span, 0),
    clamp(Math.max(...values), size, size + span),
  ];
  const [minXMm, maxXMm] = reach(seen?.map((p) => p.x) ?? [-spanX, input.widthMm + spanX], input.widthMm, spanX);
  const [minYMm, maxYMm] = reach(seen?.map((p) => p.y) ?? [-spanY, input.heightMm + spanY], input.heightMm, spanY);
  const [widthMm, heightMm] = [maxXMm - minXMm, maxYMm - minYMm];
  const pxPerMm = Math.min(1 / mmPerPx, MOST_PX_PER_MM, Math.sqrt(mostPx / (widthMm * heightMm)));
  return {
    minXMm,
    minYMm,
    widthMm,
    heightMm,
    pxPerMm,
    widthPx: Math.max(1, Math.floor(widthMm * pxPerMm)),
    heightPx: Math.max(1, Math.floor(heightMm * pxPerMm)),
    toPicture,
  };
}

/** The picture's own corners on the plan; null when it shows the horizon of the plane, so that it has no end there. */
function pictureOnPlan(
  toPlan: PlaneMap,
  toPicture: PlaneMap,
  widthPx: number,
  heightPx: number,
): { x: number; y: number }[] | null {
  const depth = (x: number, y: number): number => toPlan[6] * x + toPlan[7] * y + toPlan[8];
  const middle = carry(toPicture, { x: 0, y: 0 });
  const sign = Math.sign(depth(middle.x, middle.y));
  const corners = [
    { x: 0, y: 0 },
    { x: widthPx, y: 0 },
    { x: widthPx, y: heightPx },
    { x: 0, y: heightPx },
  ];
  return corners.every(({ x, y }) => depth(x, y) * sign > 1e-9) ? corners.map((corner) => carry(toPlan, corner)) : null;
}

/**
 * Fills rows `from` to `to` (not included) of a squared-up picture from the picture taken, each pixel weighed from the four round its
 * place. What the picture does not show stays clear.
 * @throws CoreError when a picture's bytes do not fit its size
 */
export function squareUpRows(source: Picture, frame: SquaredFrame, target: Picture, from: number, to: number): void {
  for (const [name, { widthPx, heightPx, rgba }] of [['picture', source] as const, ['target', target] as const]) {
    if (rgba.length !== 4 * widthPx * heightPx)
      throw new CoreError('out-of-range', `${name}.rgba`, { value: rgba.length, max: 4 * widthPx * heightPx });
  }
  const [a, b, c, d, e, f, g, h, i] = frame.toPicture;
  const { rgba: taken, widthPx: columns, heightPx: rows } = source;
  const squared = target.rgba;
  const step = 1 / frame.pxPerMm;
  for (let row = from; row < to; row++) {
    const y = frame.minYMm + frame.heightMm - (row + 0.5) * step;
    const [u0, v0, w0] = [b * y + c, e * y + f, h * y + i];
    let at = 4 * row * target.widthPx;
    for (let column = 0; column < target.widthPx; column++, at += 4) {
      const x = frame.minXMm + (column + 0.5) * step;
      const w = g * x + w0;
      // Past the horizon, which has the other sign than the first corner's 1, the picture would be met a second time from behind.
      if (w < 1e-9) continue;
      // Half a pixel back: a pixel's colour is that of its middle.
      const u = (a * x + u0) / w - 0.5;
      const v = (d * x + v0) / w - 0.5;
      if (!(u >= 0 && v >= 0 && u < columns - 1 && v < rows - 1)) continue;
      const [left, top] = [u | 0, v | 0];
      const [right, below] = [u - left, v - top];
      const [tl, tr, bl, br] = [(1 - right) * (1 - below), right * (1 - below), (1 - right) * below, right * below];
      const p = 4 * (top * columns + left);
      const q = p + 4 * columns;
      squared[at] = tl * taken[p]! + tr * taken[p + 4]! + bl * taken[q]! + br * taken[q + 4]!;
      squared[at + 1] = tl * taken[p + 1]! + tr * taken[p + 5]! + bl * taken[q + 1]! + br * taken[q + 5]!;
      squared[at + 2] = tl * taken[p + 2]! + tr * taken[p + 6]! + bl * taken[q + 2]! + br * taken[q + 6]!;
      squared[at + 3] = tl * taken[p + 3]! + tr * taken[p + 7]! + bl * taken[q + 3]! + br * taken[q + 7]!;
    }
  }
}
