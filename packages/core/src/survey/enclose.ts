import { LIMITS } from '../limits/index.js';
import { CoreError, requireNumber } from '../errors.js';
import { type Point, type Shape, joinOutlines, largestHolding, measureOffset, signedArea } from '../geometry/index.js';

export interface EncloseInput {
  /** Outline to be enclosed, mm; or several, which are enclosed together. */
  points?: readonly Point[];
  outlines?: readonly (readonly Point[])[];
  /** Smallest corner radius of the rectangle, mm; 25 when left out. */
  minCornerRadiusMm?: number;
}

export interface Enclosing {
  shape: Shape;
  areaMm2: number;
  /** Sound laminate it takes besides the outline. */
  extraMm2: number;
  extraPercent: number;
}

export interface EncloseResult {
  /** Area the outlines cover together, mm². */
  areaMm2: number;
  /** Circle, ellipse, slot and rounded rectangle, the one that takes least first. */
  shapes: Enclosing[];
}

const MOST_POINTS = 5000;

/**
 * Best buildable shapes round an outline: smallest circle (Welzl), smallest ellipse (Khachiyan), smallest slot and rounded rectangle
 * (searched over the direction). Each contains every point; none is narrower than a shape can be, however fine the crack.
 * @throws CoreError for fewer than three points, points in one line, or places outside 20 m
 */
export function enclose(input: EncloseInput): EncloseResult {
  const outlines = input.outlines ?? (input.points ? [input.points] : []);
  const field = input.outlines ? 'outlines' : 'points';
  if (outlines.length === 0 || outlines.some((outline) => outline.length < 3))
    throw new CoreError('too-few-points', field, { min: 3 });
  const points = outlines.flat();
  if (points.length > MOST_POINTS) throw new CoreError('too-many', field, { max: MOST_POINTS });
  points.forEach((point, i) =>
    [point.x, point.y].forEach((value, axis) => requireNumber(value, `${field}.${i}.${'xy'[axis]!}`, LIMITS.placeMm)),
  );
  const minCornerRadiusMm = requireNumber(input.minCornerRadiusMm ?? 25, 'minCornerRadiusMm', LIMITS.minCornerRadiusMm);
  const areaMm2 =
    outlines.length === 1
      ? Math.abs(signedArea(outlines[0]!))
      : Math.abs(joinOutlines(outlines).reduce((sum, run) => sum + signedArea(run), 0));
  const hull = convexHull(points);
  if (hull.length < 3 || areaMm2 < 1e-6) throw new CoreError('inconsistent', field, { why: 'in-line' });
  const shapes = [
    smallestCircle(hull),
    smallestEllipse(hull),
    smallestSlot(hull),
    smallestRectangle(hull, minCornerRadiusMm),
  ].map((shape): Enclosing => {
    const area = measureOffset(shape, 0).areaMm2;
    return { shape, areaMm2: area, extraMm2: area - areaMm2, extraPercent: 100 * (area / areaMm2 - 1) };
  });
  return { areaMm2, shapes: shapes.sort((a, b) => a.areaMm2 - b.areaMm2) };
}

/** Corners of the convex hull, counter-clockwise. Source: Andrew's monotone chain. */
function convexHull(points: readonly Point[]): Point[] {
  const sorted = [...points].sort((a, b) => a.x - b.x || a.y - b.y);
  const half = (ordered: readonly Point[]): Point[] => {
    const chain: Point[] = [];
    for (const p of ordered) {
      while (chain.length >= 2 && turn(chain.at(-2)!, chain.at(-1)!, p) <= 0) chain.pop();
      chain.push(p);
    }
    return chain.slice(0, -1);
  };
  return [...half(sorted), ...half([...sorted].reverse())];
}

const turn = (o: Point, a: Point, b: Point): number => (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x);

interface Disc {
  x: number;
  y: number;
  r: number;
}

const inside = (disc: Disc, p: Point): boolean => Math.hypot(p.x - disc.x, p.y - disc.y) <= disc.r * (1 + 1e-12) + 1e-9;

/** Grown one point at a time: a point outside must lie on the rim of the next disc. */
function smallestCircle(hull: readonly Point[]): Shape {
  let disc: Disc = { ...hull[0]!, r: 0 };
  hull.forEach((p, i) => {
    if (inside(disc, p)) return;
    disc = { ...p, r: 0 };
    for (let j = 0; j < i; j++) {
      const q = hull[j]!;
      if (inside(disc, q)) continue;
      disc = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2, r: Math.hypot(p.x - q.x, p.y - q.y) / 2 };
      for (let k = 0; k < j; k++) if (!inside(disc, hull[k]!)) disc = circumscribed(p, q, hull[k]!);
    }
  });
  return { kind: 'circle', diameterMm: 2 * disc.r, centreXMm: disc.x, centreYMm: disc.y, rotationDeg: 0 };
}

function circumscribed(a: Point, b: Point, c: Point): Disc {
  const [bx, by, cx, cy] = [b.x - a.x, b.y - a.y, c.x - a.x, c.y - a.y];
  const d = 2 * (bx * cy - by * cx);
  const x = (cy * (bx * bx + by * by) - by * (cx * cx + cy * cy)) / d;
  const y = (bx * (cx * cx + cy * cy) - cx * (bx * bx + by * by)) / d;
  return { x: a.x + x, y: a.y + y, r: Math.hypot(x, y) };
}

const MOST_STEPS = 2000;
const ELLIPSE_TOLERANCE = 1e-8;

/**
 * Weights on the points are shifted towards the one that sticks out most, or away from one that lies too far in, until none does; then
 * grown to contain all. Source: Khachiyan's method with the away steps of Wolfe and Atwood.
 */
function smallestEllipse(hull: readonly Point[]): Shape {
  const n = hull.length;
  const weights = new Array<number>(n).fill(1 / n);
  const reach = (m: Spread, p: Point): number => {
    const [dx, dy] = [p.x - m.x, p.y - m.y];
    return (m.yy * dx * dx - 2 * m.xy * dx * dy + m.xx * dy * dy) / (m.xx * m.yy - m.xy * m.xy);
  };
  for (let step = 0; step < MOST_STEPS; step++) {
    const m = spread(hull, weights);
    let [far, near, top, bottom] = [0, 0, -Infinity, Infinity];
    hull.forEach((p, i) => {
      const level = reach(m, p) + 1;
      if (level > top) [far, top] = [i, level];
      if (weights[i]! > 1e-12 && level < bottom) [near, bottom] = [i, level];
    });
    if (top < 3 * (1 + ELLIPSE_TOLERANCE)) break;
    const outwards = top - 3 >= 3 - bottom;
    const [at, level] = outwards ? [far, top] : [near, bottom];
    const wanted = (level - 3) / (3 * (level - 1));
    const shift = outwards ? wanted : Math.max(wanted, -weights[at]! / (1 - weights[at]!));
    for (let i = 0; i < n; i++) weights[i]! *= 1 - shift;
    weights[at]! += shift;
  }
  const m = spread(hull, weights);
  const scale = Math.max(...hull.map((p) => reach(m, p))) * (1 + 1e-12);
  const middle = (m.xx + m.yy) / 2;
  const half = Math.hypot((m.xx - m.yy) / 2, m.xy);
  const angle = 0.5 * Math.atan2(2 * m.xy, m.xx - m.yy);
  return {
    kind: 'ellipse',
    lengthMm: Math.max(LIMITS.sizeMm.min, 2 * Math.sqrt(scale * (middle + half))),
    widthMm: Math.max(LIMITS.sizeMm.min, 2 * Math.sqrt(scale * Math.max(middle - half, 1e-9))),
    centreXMm: m.x,
    centreYMm: m.y,
    rotationDeg: degrees(angle),
  };
}

interface Spread {
  x: number;
  y: number;
  xx: number;
  xy: number;
  yy: number;
}

function spread(points: readonly Point[], weights: readonly number[]): Spread {
  const sum = (of: (p: Point) => number): number => points.reduce((total, p, i) => total + weights[i]! * of(p), 0);
  const [x, y] = [sum((p) => p.x), sum((p) => p.y)];
  return {
    x,
    y,
    xx: sum((p) => (p.x - x) ** 2),
    xy: sum((p) => (p.x - x) * (p.y - y)),
    yy: sum((p) => (p.y - y) ** 2),
  };
}

interface Fitted {
  area: number;
  shape: (angle: number) => Shape;
}

const DIRECTIONS = 90;

/** The best over all directions: every two degrees, then halved in about the best. */
function overDirections(hull: readonly Point[], fit: (turned: Point[]) => Fitted): Shape {
  const at = (angle: number): Fitted => fit(hull.map((p) => rotate(p, -angle)));
  const step = Math.PI / DIRECTIONS;
  let best = { angle: 0, fitted: at(0) };
  const attempt = (angle: number): void => {
    const fitted = at(angle);
    if (fitted.area < best.fitted.area) best = { angle, fitted };
  };
  for (let i = 1; i < DIRECTIONS; i++) attempt(i * step);
  for (let width = step / 2; width > 1e-6; width /= 2) {
    const { angle } = best;
    attempt(angle - width);
    attempt(angle + width);
  }
  return best.fitted.shape(best.angle);
}

/** A wider slot may be shorter: the radius is searched from half the height upwards. */
function smallestSlot(hull: readonly Point[]): Shape {
  return overDirections(hull, (turned) => {
    const ys = turned.map((p) => p.y);
    const [low, high] = [Math.min(...ys), Math.max(...ys)];
    const centreY = (low + high) / 2;
    const ends = (r: number): [number, number] => {
      let [from, to] = [Infinity, -Infinity];
      for (const p of turned) {
        const bulge = Math.sqrt(Math.max(0, r * r - (p.y - centreY) ** 2));
        from = Math.min(from, p.x + bulge);
        to = Math.max(to, p.x - bulge);
      }
      return from <= to ? [from, to] : [(from + to) / 2, (from + to) / 2];
    };
    const area = (r: number): number => {
      const [from, to] = ends(r);
      return Math.PI * r * r + 2 * r * (to - from);
    };
    const narrow = Math.max(LIMITS.sizeMm.min, high - low) / 2;
    let r = narrow;
    for (let step = narrow; step > 1e-6 * narrow; step /= 2) while (area(r + step) < area(r)) r += step;
    return {
      area: area(r),
      shape: (angle) => {
        const [from, to] = ends(r);
        const centre = rotate({ x: (from + to) / 2, y: centreY }, angle);
        return {
          kind: 'slot',
          lengthMm: to - from + 2 * r,
          widthMm: 2 * r,
          centreXMm: centre.x,
          centreYMm: centre.y,
          rotationDeg: degrees(angle),
        };
      },
    };
  });
}

const EXACT_MM = 1e-9;

/** The tightest box, its corners as round as the points allow; where that is sharper than they may be, the box is grown. */
function smallestRectangle(hull: readonly Point[], minRadius: number): Shape {
  return overDirections(hull, (turned) => {
    const [xs, ys] = [turned.map((p) => p.x), turned.map((p) => p.y)];
    const centre = { x: (Math.min(...xs) + Math.max(...xs)) / 2, y: (Math.min(...ys) + Math.max(...ys)) / 2 };
    const [halfX, halfY] = [xs, ys].map((of) => Math.max(LIMITS.sizeMm.min, Math.max(...of) - Math.min(...of)) / 2) as [
      number,
      number,
    ];
    const holds = (grow: number, r: number): boolean =>
      turned.every((p) => {
        const [dx, dy] = [Math.abs(p.x - centre.x) - (halfX + grow - r), Math.abs(p.y - centre.y) - (halfY + grow - r)];
        return dx <= 0 || dy <= 0 || Math.hypot(dx, dy) <= r + 1e-9;
      });
    const round = largestHolding((r) => holds(0, r), Math.min(halfX, halfY), EXACT_MM);
    const short = Math.max(0, minRadius - Math.min(halfX, halfY));
    const grow =
      round >= minRadius
        ? 0
        : Math.max(
            short,
            minRadius - largestHolding((less) => holds(minRadius - less, minRadius), minRadius - short, EXACT_MM),
          );
    const radius = grow > 0 ? minRadius : round;
    return {
      area: 4 * (halfX + grow) * (halfY + grow) - (4 - Math.PI) * radius * radius,
      shape: (angle) => {
        const at = rotate(centre, angle);
        const [lengthMm, widthMm] = [2 * (halfX + grow), 2 * (halfY + grow)];
        return {
          kind: 'roundedRectangle',
          lengthMm,
          widthMm,
          cornerRadiusMm: Math.min(radius, lengthMm / 2, widthMm / 2),
          centreXMm: at.x,
          centreYMm: at.y,
          rotationDeg: degrees(angle),
        };
      },
    };
  });
}

function rotate({ x, y }: Point, angle: number): Point {
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  return { x: x * cos - y * sin, y: x * sin + y * cos };
}

const degrees = (angle: number): number => (angle * 180) / Math.PI;
