import bspline from 'b-spline';
import type { Point } from '@ashstep/core/geometry';

/** A spline as a drawing exchange file has it: the curve its control points pull at, or places it goes through. */
export interface Spline {
  degree: number;
  controls: Point[];
  knots: number[];
  /** Of the control points; all alike where there are none. */
  weights: number[];
  /** Places it goes through, where that is all that is known. */
  through: Point[];
  closed: boolean;
}

interface Scanner {
  next: () => { code: number; value: unknown };
  isEOF: () => boolean;
}

/** Reads a spline with its weights, which the reader of drawings leaves out. */
export class SplineReader {
  readonly ForEntityName = 'SPLINE';

  parseEntity(scanner: Scanner, current: { code: number; value: unknown }): object {
    const spline: Spline = { degree: 3, controls: [], knots: [], weights: [], through: [], closed: false };
    const entity = { type: current.value, layer: undefined as unknown, spline };
    for (let { code, value } = scanner.next(); code !== 0 && !scanner.isEOF(); { code, value } = scanner.next()) {
      const figure = Number(value);
      if (code === 8) entity.layer = value;
      else if (code === 10) spline.controls.push({ x: figure, y: 0 });
      else if (code === 20) spline.controls.at(-1)!.y = figure;
      else if (code === 11) spline.through.push({ x: figure, y: 0 });
      else if (code === 21) spline.through.at(-1)!.y = figure;
      else if (code === 40) spline.knots.push(figure);
      else if (code === 41) spline.weights.push(figure);
      else if (code === 70) spline.closed = (figure & 1) !== 0;
      else if (code === 71) spline.degree = figure;
    }
    return entity;
  }
}

/** Places taken in each piece of a spline between two of its knots. */
const PER_SPAN = 16;

/** Places along a spline: on its curve (NURBS), or through the places it is known by. */
export function splinePoints({ degree, controls, knots, weights, through }: Spline): Point[] {
  if (controls.length <= degree || knots.length !== controls.length + degree + 1)
    return through.length > 0 ? smoothThrough(through) : controls;
  const points = controls.map(({ x, y }) => [x, y]);
  const [low, high] = [knots[degree]!, knots[controls.length]!];
  const spans = [...new Set(knots.slice(degree, controls.length + 1))];
  const at = (knot: number): Point => {
    const share = Math.min(1, Math.max(0, (knot - low) / (high - low)));
    const [x, y] = bspline(share, degree, points, knots, weights.length === points.length ? weights : undefined);
    return { x: x!, y: y! };
  };
  const made = spans
    .slice(0, -1)
    .flatMap((from, i) =>
      Array.from({ length: PER_SPAN }, (_, k) => at(from + ((spans[i + 1]! - from) * k) / PER_SPAN)),
    );
  return [...made, at(high)].filter(({ x, y }) => Number.isFinite(x) && Number.isFinite(y));
}

/** A smooth line through places (Catmull and Rom), its ends as if it went on straight. */
function smoothThrough(places: readonly Point[]): Point[] {
  const of = (i: number): Point => places[Math.min(places.length - 1, Math.max(0, i))]!;
  return places.flatMap((from, i) => {
    if (i === places.length - 1) return [from];
    const [before, to, after] = [of(i - 1), of(i + 1), of(i + 2)];
    const along = (axis: 'x' | 'y', t: number): number =>
      0.5 *
      (2 * from[axis] +
        (to[axis] - before[axis]) * t +
        (2 * before[axis] - 5 * from[axis] + 4 * to[axis] - after[axis]) * t * t +
        (3 * from[axis] - before[axis] - 3 * to[axis] + after[axis]) * t * t * t);
    return Array.from({ length: PER_SPAN }, (_, k) => ({ x: along('x', k / PER_SPAN), y: along('y', k / PER_SPAN) }));
  });
}
