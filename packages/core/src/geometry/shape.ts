import { COUNTS, LIMITS } from '../limits/index.js';
import { CoreError, requireNumber } from '../errors.js';

/** Plan co-ordinates in millimetres on the surface: x to the right or forward, y up. */
export interface Point {
  x: number;
  y: number;
}

interface Placed {
  /** Centre, mm; 0 when left out. */
  centreXMm?: number;
  centreYMm?: number;
  /** Rotation counter-clockwise, degrees; 0 when left out. */
  rotationDeg?: number;
}

/** Outline of a damage or cut-out. Lengths are along the shape's own x, widths along its own y. */
export type Shape =
  | (Placed & { kind: 'circle'; diameterMm: number })
  | (Placed & { kind: 'ellipse'; lengthMm: number; widthMm: number })
  | (Placed & { kind: 'slot'; lengthMm: number; widthMm: number })
  | (Placed & { kind: 'roundedRectangle'; lengthMm: number; widthMm: number; cornerRadiusMm: number })
  | (Placed & { kind: 'polygon'; points: readonly Point[] });

export type ShapeKind = Shape['kind'];

/**
 * Checks a shape and returns it; every calculation that takes an outline begins here.
 * @throws CoreError for sizes outside 0.5 mm … 20 m, a corner radius above
 *   half the shorter side, a polygon of fewer than three points or one that crosses itself
 */
export function checkShape(shape: Shape, field = 'shape'): Shape {
  requireNumber(shape.centreXMm ?? 0, `${field}.centreXMm`, LIMITS.placeMm);
  requireNumber(shape.centreYMm ?? 0, `${field}.centreYMm`, LIMITS.placeMm);
  requireNumber(shape.rotationDeg ?? 0, `${field}.rotationDeg`, LIMITS.angleDeg);
  const size = LIMITS.sizeMm;
  switch (shape.kind) {
    case 'circle':
      requireNumber(shape.diameterMm, `${field}.diameterMm`, size);
      return shape;
    case 'ellipse':
    case 'slot':
    case 'roundedRectangle': {
      const length = requireNumber(shape.lengthMm, `${field}.lengthMm`, size);
      const width = requireNumber(shape.widthMm, `${field}.widthMm`, size);
      if (shape.kind === 'roundedRectangle')
        requireNumber(shape.cornerRadiusMm, `${field}.cornerRadiusMm`, { min: 0, max: Math.min(length, width) / 2 });
      return shape;
    }
    case 'polygon':
      checkPolygon(shape.points, `${field}.points`);
      return shape;
    default:
      throw new CoreError('unknown-id', `${field}.kind`, { id: String((shape as { kind: unknown }).kind) });
  }
}

/** Runs looked at already: a plan asks for the same outline over and over. */
const CHECKED = new WeakSet<readonly Point[]>();

/** A place given twice running, as where a run is closed with its first, is one place. */
const distinct = (points: readonly Point[]): Point[] =>
  points.filter((p, i) => p.x !== points[(i + 1) % points.length]!.x || p.y !== points[(i + 1) % points.length]!.y);

function checkPolygon(given: readonly Point[], field: string): void {
  if (Array.isArray(given) && CHECKED.has(given)) return;
  checkRun(given, field);
  CHECKED.add(given);
}

function checkRun(given: readonly Point[], field: string): void {
  const points = Array.isArray(given) && given.length <= COUNTS.outlinePoints ? distinct(given) : given;
  if (!Array.isArray(points) || points.length < 3) throw new CoreError('too-few-points', field, { min: 3 });
  if (points.length > COUNTS.outlinePoints) throw new CoreError('too-many', field, { max: COUNTS.outlinePoints });
  given.forEach((point, i) => {
    requireNumber(point.x, `${field}.${i}.x`, LIMITS.placeMm);
    requireNumber(point.y, `${field}.${i}.y`, LIMITS.placeMm);
  });
  for (let i = 0; i < points.length; i++) {
    for (let j = i + 1; j < points.length; j++) {
      const adjacent = j === i + 1 || (i === 0 && j === points.length - 1);
      if (!adjacent && segmentsMeet(edge(points, i), edge(points, j)))
        throw new CoreError('self-crossing', field, { edge: i, with: j });
    }
  }
  if (Math.abs(signedArea(points)) < LIMITS.sizeMm.min * LIMITS.sizeMm.min)
    throw new CoreError('out-of-range', field, { min: LIMITS.sizeMm.min });
}

type Segment = readonly [Point, Point];
const edge = (points: readonly Point[], i: number): Segment => [points[i]!, points[(i + 1) % points.length]!];
const cross = (o: Point, a: Point, b: Point): number => (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x);

/** Whether two straight pieces cross or touch. */
export function segmentsMeet([a, b]: Segment, [c, d]: Segment): boolean {
  if (
    Math.max(a.x, b.x) < Math.min(c.x, d.x) ||
    Math.max(c.x, d.x) < Math.min(a.x, b.x) ||
    Math.max(a.y, b.y) < Math.min(c.y, d.y) ||
    Math.max(c.y, d.y) < Math.min(a.y, b.y)
  )
    return false;
  const d1 = cross(a, b, c);
  const d2 = cross(a, b, d);
  const d3 = cross(c, d, a);
  const d4 = cross(c, d, b);
  if (d1 * d2 < 0 && d3 * d4 < 0) return true;
  return (
    (d1 === 0 && within(a, b, c)) ||
    (d2 === 0 && within(a, b, d)) ||
    (d3 === 0 && within(c, d, a)) ||
    (d4 === 0 && within(c, d, b))
  );
}

function within(a: Point, b: Point, p: Point): boolean {
  return (
    p.x >= Math.min(a.x, b.x) && p.x <= Math.max(a.x, b.x) && p.y >= Math.min(a.y, b.y) && p.y <= Math.max(a.y, b.y)
  );
}

/** Shoelace area, mm²; positive when the points run counter-clockwise. */
export function signedArea(points: readonly Point[]): number {
  let twice = 0;
  for (let i = 0; i < points.length; i++) {
    const a = points[i]!;
    const b = points[(i + 1) % points.length]!;
    twice += a.x * b.y - b.x * a.y;
  }
  return twice / 2;
}

/** Length once round a closed run of points, mm. */
export function closedLength(points: readonly Point[]): number {
  let length = 0;
  for (let i = 0; i < points.length; i++) {
    const a = points[i]!;
    const b = points[(i + 1) % points.length]!;
    length += Math.hypot(b.x - a.x, b.y - a.y);
  }
  return length;
}

/** The same direction from 0° up to a whole turn. */
export const wholeTurn = (deg: number): number => ((deg % 360) + 360) % 360;

/** The same line, which has no front end, above −90° and up to 90°: a fabric turned half round is the same fabric. */
export function halfTurn(deg: number): number {
  const within = ((deg % 180) + 180) % 180;
  return within > 90 ? within - 180 : within;
}

/** Turns and moves a point from the shape's own axes to plan co-ordinates. */
export function place(point: Point, shape: Placed): Point {
  const angle = ((shape.rotationDeg ?? 0) * Math.PI) / 180;
  const cos = Math.cos(angle);
  const sin = Math.sin(angle);
  return {
    x: (shape.centreXMm ?? 0) + point.x * cos - point.y * sin,
    y: (shape.centreYMm ?? 0) + point.x * sin + point.y * cos,
  };
}
