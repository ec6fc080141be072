import { sumOf } from '../geometry/clipping.js';
import { type Point, distanceToSegment, growBy, isConvex, signedArea, simplified } from '../geometry/index.js';

/** An outline turned one way, as the nest sees it: a little larger than it is, with fewer corners. */
export interface Lie {
  turnDeg: number;
  mirrored: boolean;
  /** True outline, its box's lower left corner at 0, 0. */
  points: Point[];
  lengthMm: number;
  widthMm: number;
  /** Outline that keeps the gap, same origin, counter-clockwise. */
  outer: Point[];
}

/** Corners this near the line between their neighbours are left out of what is kept clear, mm. */
const SIMPLE_MM = 0.4;

/** An outline turned and set to the corner, with what must be kept clear round it. */
export function lieOf(outline: readonly Point[], turnDeg: number, mirrored: boolean, gapMm: number): Lie {
  const angle = (turnDeg * Math.PI) / 180;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const turned = outline.map(({ x, y }) => ({
    x: x * cos - (mirrored ? -y : y) * sin,
    y: x * sin + (mirrored ? -y : y) * cos,
  }));
  const forward = signedArea(turned) >= 0 ? turned : turned.reverse();
  const [minX, minY] = [Math.min(...forward.map((p) => p.x)), Math.min(...forward.map((p) => p.y))];
  const points = forward.map(({ x, y }) => ({ x: x - minX, y: y - minY }));
  return {
    turnDeg,
    mirrored,
    points,
    lengthMm: Math.max(...points.map((p) => p.x)),
    widthMm: Math.max(...points.map((p) => p.y)),
    outer: keptClear(points, gapMm / 2),
  };
}

/** An outline with fewer corners round one grown by a margin: nowhere inside it, and on its straight sides no further out. */
function keptClear(points: readonly Point[], byMm: number): Point[] {
  // A sliver may be too thin to be grown by nothing.
  const grownBy = (mm: number): Point[] =>
    growBy([points], () => mm).sort((a, b) => signedArea(b) - signedArea(a))[0] ?? [...points];
  const grown = grownBy(byMm);
  return isConvex(grown) ? drawnRound(grown, SIMPLE_MM) : simplified(grownBy(byMm + SIMPLE_MM), SIMPLE_MM);
}

/** A convex run with sides left out, those beside them drawn on till they meet, as long as they meet this near the side. */
function drawnRound(run: readonly Point[], outMm: number): Point[] {
  const kept = [...run];
  for (let i = 0, unchanged = 0; unchanged < kept.length && kept.length > 4;) {
    const count = kept.length;
    const [a, b, c, d] = [kept[(i + count - 1) % count]!, kept[i]!, kept[(i + 1) % count]!, kept[(i + 2) % count]!];
    const met = meeting(a, b, c, d);
    if (met && distanceToSegment(met, b, c) <= outMm) {
      kept[i] = met;
      kept.splice((i + 1) % count, 1);
      unchanged = 0;
      i = i >= kept.length ? 0 : i;
    } else {
      unchanged++;
      i = (i + 1) % count;
    }
  }
  return kept;
}

/** Where the line from a through b meets the one from d through c, past b and past c; null where it does not. */
function meeting(a: Point, b: Point, c: Point, d: Point): Point | null {
  const [u, v] = [{ x: b.x - a.x, y: b.y - a.y }, { x: c.x - d.x, y: c.y - d.y }]; // prettier-ignore
  const cross = u.x * v.y - u.y * v.x;
  if (Math.abs(cross) < 1e-9) return null;
  const t = ((c.x - b.x) * v.y - (c.y - b.y) * v.x) / cross;
  const s = ((c.x - b.x) * u.y - (c.y - b.y) * u.x) / cross;
  return t >= 0 && s >= 0 ? { x: b.x + t * u.x, y: b.y + t * u.y } : null;
}

/** Places where one lie may not stand against another set at 0, 0: closed runs; within them the two overlap. */
export function noFit(fixed: Lie, moving: Lie): Point[][] {
  const turned = moving.outer.map(({ x, y }) => ({ x: -x, y: -y }));
  if (isConvex(fixed.outer) && isConvex(turned)) return [convexSum(fixed.outer, turned)];
  // What lies within the outermost run is forbidden too: a pocket that is closed all round is not looked into.
  return sumOf(turned, fixed.outer).filter((run) => signedArea(run) > 0);
}

/** Sum of two convex outlines: their edges, sorted by direction. */
function convexSum(a: readonly Point[], b: readonly Point[]): Point[] {
  const [p, q] = [fromLowest(a), fromLowest(b)];
  const made: Point[] = [];
  let [i, j] = [0, 0];
  while (i < p.length || j < q.length) {
    const [at, bt] = [p[i % p.length]!, q[j % q.length]!];
    made.push({ x: at.x + bt.x, y: at.y + bt.y });
    const [an, bn] = [p[(i + 1) % p.length]!, q[(j + 1) % q.length]!];
    const turn = (an.x - at.x) * (bn.y - bt.y) - (an.y - at.y) * (bn.x - bt.x);
    const first = i < p.length && (j >= q.length || turn >= 0);
    const second = j < q.length && (i >= p.length || turn <= 0);
    if (first) i++;
    if (second) j++;
  }
  return made;
}

function fromLowest(points: readonly Point[]): Point[] {
  const start = points.reduce(
    (low, p, i) => (p.y < points[low]!.y || (p.y === points[low]!.y && p.x < points[low]!.x) ? i : low),
    0,
  );
  return [...points.slice(start), ...points.slice(0, start)];
}
