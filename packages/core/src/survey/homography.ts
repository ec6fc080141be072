import { LIMITS } from '../limits/index.js';
import { CoreError, requireNumber } from '../errors.js';
import type { Point } from '../geometry/index.js';
import { solveRows } from '../statistics/index.js';

export interface Pixel {
  xPx: number;
  yPx: number;
}

export interface HomographyInput {
  /**
   * Corners of a rectangle of known size in the picture, going round: the first becomes the origin, the second lies along x, the fourth
   * along y (y up). Picture rows count downwards.
   */
  corners: readonly Pixel[];
  /** First to second corner, and second to third, mm. */
  widthMm: number;
  heightMm: number;
  /** A fifth length that was measured, to check the squaring up by. */
  check?: { from: Pixel; to: Pixel; lengthMm: number };
  /** Places in the picture to carry over to the plan. */
  points?: readonly Pixel[];
}

/** Rows of a 3×3 matrix that carries homogeneous co-ordinates from one plane to another. */
export type PlaneMap = [number, number, number, number, number, number, number, number, number];

export interface HomographyResult {
  /** Picture to plan: (x, y, 1) pixels to millimetres. */
  toPlan: PlaneMap;
  /** Plan to picture. */
  toPicture: PlaneMap;
  /** Millimetres a pixel covers at the middle of the rectangle. */
  mmPerPx: number;
  points: Point[];
  check: { measuredMm: number; lengthMm: number; errorPercent: number } | null;
}

/**
 * Squares up a picture: the plane projective map that carries four corners onto a rectangle, solved exactly from its eight equations.
 * @throws CoreError unless the four corners make a convex outline, for sizes out of range, or a place at or beyond the horizon
 */
export function homography(input: HomographyInput): HomographyResult {
  const widthMm = requireNumber(input.widthMm, 'widthMm', LIMITS.rectangleSideMm);
  const heightMm = requireNumber(input.heightMm, 'heightMm', LIMITS.rectangleSideMm);
  if (!Array.isArray(input.corners) || input.corners.length !== 4)
    throw new CoreError('too-few-points', 'corners', { min: 4 });
  const corners = input.corners.map((corner, i) => pixel(corner, `corners.${i}`));
  requireConvex(corners);
  const target = [
    { x: 0, y: 0 },
    { x: widthMm, y: 0 },
    { x: widthMm, y: heightMm },
    { x: 0, y: heightMm },
  ];
  const toPlan = solveMap(corners, target);
  const toPicture = invertMap(toPlan);
  const near = weightOf(toPlan, corners[0]!);
  const onPlan = (point: Pixel, field: string): Point => seen(toPlan, near, pixel(point, field), field);
  const centre = carry(toPicture, { x: widthMm / 2, y: heightMm / 2 });
  const beside = carry(toPlan, { x: centre.x + 1, y: centre.y });
  return {
    toPlan,
    toPicture,
    mmPerPx: Math.hypot(beside.x - widthMm / 2, beside.y - heightMm / 2),
    points: (input.points ?? []).map((point, i) => onPlan(point, `points.${i}`)),
    check: input.check ? checkLength(onPlan, input.check) : null,
  };
}

const weightOf = (map: PlaneMap, { x, y }: Point): number => map[6] * x + map[7] * y + map[8];

/** Of the weight of a corner, what a place must have so as not to lie at the horizon: past it a place is seen from behind. */
const NEAREST_HORIZON = 1e-3;

/** A place of the picture on the plan. @throws CoreError `beyond-horizon` where the picture shows no plane */
function seen(toPlan: PlaneMap, near: number, at: Point, field: string): Point {
  if (weightOf(toPlan, at) / near < NEAREST_HORIZON) throw new CoreError('beyond-horizon', field);
  return carry(toPlan, at);
}

/** Carries a point from one plane to the other. */
export function carry(map: PlaneMap, { x, y }: Point): Point {
  const w = weightOf(map, { x, y });
  return { x: (map[0] * x + map[1] * y + map[2]) / w, y: (map[3] * x + map[4] * y + map[5]) / w };
}

function pixel({ xPx, yPx }: Pixel, field: string): Point {
  const limits = { min: -100_000, max: 100_000 };
  return { x: requireNumber(xPx, `${field}.xPx`, limits), y: requireNumber(yPx, `${field}.yPx`, limits) };
}

function requireConvex(corners: readonly Point[]): void {
  const turns = corners.map((b, i) => {
    const [a, c] = [corners[(i + 3) % 4]!, corners[(i + 1) % 4]!];
    return (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x);
  });
  const flattest = Math.min(...turns.map(Math.abs));
  if (flattest < 1 || turns.some((turn) => Math.sign(turn) !== Math.sign(turns[0]!)))
    throw new CoreError('self-crossing', 'corners');
}

function checkLength(
  onPlan: (point: Pixel, field: string) => Point,
  { from, to, lengthMm }: NonNullable<HomographyInput['check']>,
): NonNullable<HomographyResult['check']> {
  requireNumber(lengthMm, 'check.lengthMm', LIMITS.lengthMm);
  const [a, b] = [onPlan(from, 'check.from'), onPlan(to, 'check.to')];
  const measuredMm = Math.hypot(b.x - a.x, b.y - a.y);
  return { measuredMm, lengthMm, errorPercent: 100 * (measuredMm / lengthMm - 1) };
}

/** Solved about the middle of the corners, which is always seen: the first pixel of a picture may lie on its horizon. */
function solveMap(from: readonly Point[], to: readonly Point[]): PlaneMap {
  const [cx, cy] = [
    from.reduce((sum, p) => sum + p.x, 0) / from.length,
    from.reduce((sum, p) => sum + p.y, 0) / from.length,
  ];
  const rows = from.flatMap((p, i) => {
    const [x, y] = [p.x - cx, p.y - cy];
    const { x: u, y: v } = to[i]!;
    return [
      [x, y, 1, 0, 0, 0, -u * x, -u * y, u],
      [0, 0, 0, x, y, 1, -v * x, -v * y, v],
    ];
  });
  const solved = solveRows(rows);
  if (!solved) throw new CoreError('self-crossing', 'corners');
  const [a, b, c, d, e, f, g, h] = solved as [number, number, number, number, number, number, number, number];
  return scaled([a, b, c - a * cx - b * cy, d, e, f - d * cx - e * cy, g, h, 1 - g * cx - h * cy]);
}

/** A map whose last figure is one, where that is not next to nothing. */
function scaled(map: PlaneMap): PlaneMap {
  const last = map[8];
  return Math.abs(last) > 1e-9 * Math.max(...map.map(Math.abs)) ? (map.map((value) => value / last) as PlaneMap) : map;
}

function invertMap([a, b, c, d, e, f, g, h, i]: PlaneMap): PlaneMap {
  const inverse = [
    e * i - f * h,
    c * h - b * i,
    b * f - c * e,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ];
  return scaled(inverse as PlaneMap);
}
