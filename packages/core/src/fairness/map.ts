import type { Point } from '../geometry/index.js';
import type { FairnessResult } from './fairness.js';
import { trianglesOf } from './mesh.js';

/** Ground that stands so much off the fair surface or more, as pieces of the plan. */
export interface FairBand {
  /** More than so far off, mm; high is more than nothing. */
  fromMm: number;
  /** Pieces with their corners in order, plan mm. */
  pieces: Point[][];
}

/** A place that was read, on the plan, and how it stands. */
export interface FairSpot extends Point {
  line: string;
  offMm: number;
  sound: boolean;
  stands: 'high' | 'low' | 'fair';
}

export interface FairMap {
  /** The deepest first, then up to the highest; none of a single line. */
  bands: FairBand[];
  spots: FairSpot[];
}

/** High and low are drawn at the tolerance and at twice, four and eight times it. */
const STEPS = [1, 2, 4, 8] as const;

interface Height extends Point {
  off: number;
}

/**
 * What was read against the fair surface, as it lies on the plan: every place with what it stands off, and between the lines, over the same triangles as the
 * volume, the ground beyond the tolerance and its doubles. What sound ground stands off is its scatter and counts for nothing.
 */
export function fairMap({ lines }: Pick<FairnessResult, 'lines'>, toleranceMm: number): FairMap {
  const spots = lines.flatMap(
    ({ name, readings }) =>
    readings.map(({ xMm, yMm, offMm, sound }): FairSpot => ({ x: xMm, y: yMm, line: name, offMm, sound, stands: sound || Math.abs(offMm) <= toleranceMm ? 'fair' : offMm > 0 ? 'high' : 'low' })), // prettier-ignore
  );
  if (lines.length < 2) return { bands: [], spots };
  const heights = spots.map(({ x, y, offMm, sound }): Height => ({ x, y, off: sound ? 0 : offMm }));
  const triangles = trianglesOf(heights);
  const band = (sign: 1 | -1, step: number): FairBand => {
    const level = step * toleranceMm;
    const pieces = triangles.flatMap((triangle) => {
      const piece = above(triangle, sign, level);
      return piece.length < 3 ? [] : [piece];
    });
    return { fromMm: sign * level, pieces };
  };
  const all = [...STEPS.toReversed().map((step) => band(-1, step)), ...STEPS.map((step) => band(1, step))];
  return { bands: all.filter(({ pieces }) => pieces.length > 0), spots };
}

/** The part of a triangle that stands over a level, of a height that is linear between its corners. */
function above(triangle: readonly Height[], sign: 1 | -1, level: number): Point[] {
  return triangle.flatMap((a, i) => {
    const b = triangle[(i + 1) % 3]!;
    const [from, to] = [sign * a.off - level, sign * b.off - level];
    const share = from / (from - to);
    const crossing = from >= 0 !== to >= 0 ? [{ x: a.x + share * (b.x - a.x), y: a.y + share * (b.y - a.y) }] : [];
    return from >= 0 ? [{ x: a.x, y: a.y }, ...crossing] : crossing;
  });
}
