import { offset, woundOnce } from './clipping.js';
import { type Point, signedArea } from './shape.js';

/** How far apart the points of an arc may bulge from it, mm. */
const ARC_TOLERANCE_MM = 0.03;
/** A place this near the line past it is left out, mm. */
const THIN_MM = 0.03;
/** Two places nearer than this are one, mm. */
const SAME_MM = 1e-6;
/** A hollow that turns less than this, radians, makes no loop worth following. */
const SLIGHT = 0.5;

/**
 * Outlines grown outward by a distance that may differ from point to point, with round joins, joined where they meet. A curve is laid
 * outside every outline, its loops in inward corners wound the other way round; what is wound once or more is inside.
 * Outer runs come counter-clockwise, holes clockwise.
 * @param byMm distance at a place on an outline; it should change slowly along it
 */
export function growBy(outlines: readonly (readonly Point[])[], byMm: (at: Point) => number): Point[][] {
  const curves = outlines.map((outline) =>
    thinned(offsetCurve(signedArea(outline) >= 0 ? outline : [...outline].reverse(), byMm)),
  );
  if (curves.length === 1 && bulges(curves[0]!)) return curves;
  return woundOnce(curves);
}

function offsetCurve(run: readonly Point[], byMm: (at: Point) => number): Point[] {
  const points = run.filter(
    (p, i) => Math.hypot(p.x - run[(i + 1) % run.length]!.x, p.y - run[(i + 1) % run.length]!.y) > SAME_MM,
  );
  const made: Point[] = [];
  const count = points.length;
  let before = normal(points[count - 1]!, points[0]!);
  for (let i = 0; i < count; i++) {
    const at = points[i]!;
    const after = normal(at, points[(i + 1) % count]!);
    const by = byMm(at);
    const turn = Math.atan2(before.x * after.y - before.y * after.x, before.x * after.x + before.y * after.y);
    const half = Math.cos(turn / 2);
    // A bend so slight that its arc would not be told from a corner, and a slight hollow, is one point.
    if ((turn >= 0 && by * (1 / half - 1) < ARC_TOLERANCE_MM) || (turn < 0 && turn > -SLIGHT)) {
      const far = by / (2 * half * half);
      made.push({ x: at.x + (before.x + after.x) * far, y: at.y + (before.y + after.y) * far });
    } else {
      made.push({ x: at.x + before.x * by, y: at.y + before.y * by });
      if (turn < 0) made.push(at);
      else arc(made, at, before, by, turn);
      made.push({ x: at.x + after.x * by, y: at.y + after.y * by });
    }
    before = after;
  }
  return made;
}

/** The run without places that lie within the tolerance of the line past them. */
function thinned(run: readonly Point[]): Point[] {
  const kept: Point[] = [];
  run.forEach((p, i) => {
    const last = kept.at(-1);
    const next = run[(i + 1) % run.length]!;
    if (!last || distanceToSegment(p, last, next) > THIN_MM) kept.push(p);
  });
  return kept;
}

/** Whether a run turns one way only, once round: it cannot cross itself. */
function bulges(run: readonly Point[]): boolean {
  let total = 0;
  for (let i = 0; i < run.length; i++) {
    const [a, b, c] = [run[i]!, run[(i + 1) % run.length]!, run[(i + 2) % run.length]!];
    const turn = Math.atan2(
      (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x),
      (b.x - a.x) * (c.x - b.x) + (b.y - a.y) * (c.y - b.y),
    );
    if (turn < 0) return false;
    total += turn;
  }
  return total < 3 * Math.PI;
}

function arc(into: Point[], at: Point, from: Point, radius: number, angle: number): void {
  const most = radius <= ARC_TOLERANCE_MM ? Math.PI : 2 * Math.acos(1 - ARC_TOLERANCE_MM / radius);
  const steps = Math.ceil(angle / most);
  const start = Math.atan2(from.y, from.x);
  for (let k = 1; k < steps; k++)
    into.push({
      x: at.x + radius * Math.cos(start + (angle * k) / steps),
      y: at.y + radius * Math.sin(start + (angle * k) / steps),
    });
}

function normal(from: Point, to: Point): Point {
  const length = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  return { x: (to.y - from.y) / length, y: (from.x - to.x) / length };
}

/** A closed run with points no further apart than this, so that what varies along it can be seen. */
export function closelySet(points: readonly Point[], apartMm: number): Point[] {
  return points.flatMap((a, i) => {
    const b = points[(i + 1) % points.length]!;
    const pieces = Math.max(1, Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / apartMm));
    return Array.from({ length: pieces }, (_, k) => ({
      x: a.x + ((b.x - a.x) * k) / pieces,
      y: a.y + ((b.y - a.y) * k) / pieces,
    }));
  });
}

/** A run of places given a width on both sides, with round ends. */
export const broaden = (run: readonly Point[], byMm: number, arcToleranceMm = ARC_TOLERANCE_MM): Point[][] =>
  offset([run], byMm, arcToleranceMm, 'open');

/** What is left of an outline drawn in all round; nothing where it is too narrow. The largest first. */
export function shrinkOutline(points: readonly Point[], byMm: number): Point[][] {
  const forward = signedArea(points) >= 0 ? points : [...points].reverse();
  return offset([forward], -byMm, ARC_TOLERANCE_MM).sort((a, b) => Math.abs(signedArea(b)) - Math.abs(signedArea(a)));
}

/** Whether a place lies within closed runs, counted even-odd. */
export function liesWithin(at: Point, runs: readonly (readonly Point[])[]): boolean {
  let inside = false;
  for (const run of runs) {
    for (let i = 0, j = run.length - 1; i < run.length; j = i++) {
      const [a, b] = [run[i]!, run[j]!];
      if (a.y > at.y !== b.y > at.y && at.x < ((b.x - a.x) * (at.y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
    }
  }
  return inside;
}

/** Least distance from a place to a run of places, open, mm. */
export function distanceToRun(at: Point, run: readonly Point[]): number {
  if (run.length === 1) return Math.hypot(at.x - run[0]!.x, at.y - run[0]!.y);
  let least = Infinity;
  for (let i = 0; i + 1 < run.length; i++) least = Math.min(least, distanceToSegment(at, run[i]!, run[i + 1]!));
  return least;
}

/** How far along a segment the nearest point of its line lies: 0 at its beginning, 1 at its end. */
export function alongSegment(at: Point, a: Point, b: Point): number {
  const square = (b.x - a.x) ** 2 + (b.y - a.y) ** 2;
  return square === 0 ? 0 : ((at.x - a.x) * (b.x - a.x) + (at.y - a.y) * (b.y - a.y)) / square;
}

export function distanceToSegment(at: Point, a: Point, b: Point): number {
  const t = Math.min(1, Math.max(0, alongSegment(at, a, b)));
  return Math.hypot(at.x - a.x - t * (b.x - a.x), at.y - a.y - t * (b.y - a.y));
}
