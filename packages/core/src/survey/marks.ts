import { LIMITS } from '../limits/index.js';
import { CoreError, attempt, requireNumber } from '../errors.js';
import { type Point, broaden, checkShape, signedArea } from '../geometry/index.js';

/** Something else on the damage map beside the main outline: further damage, a crack, or a repair somebody made before. */
export interface MapMark {
  /** Stays the same while the mark lives. */
  id: string;
  kind: 'damage' | 'crack' | 'earlier-repair';
  name: string;
  /** A closed outline; for a crack an open run. */
  points: readonly Point[];
  /** How wide a crack shows, mm; of no meaning to the others. */
  widthMm: number;
  /** It gets a cut-out of its own in the same patch. */
  hole?: boolean;
}

/** No crack is cut to less than this: it cannot be seen where it ends. */
const LEAST_CRACK_MM = 0.5;
const ARC_TOLERANCE_MM = 0.05;

/**
 * Outline of a mark, counter-clockwise: a crack as a band of its width with round ends, the others as they run.
 * @throws CoreError for a crack of fewer than two places or wider than 200 mm, or an outline that crosses itself
 */
export function markOutline(mark: MapMark): Point[] {
  if (mark.kind !== 'crack') {
    checkShape({ kind: 'polygon', points: mark.points }, 'points');
    return signedArea(mark.points) < 0 ? [...mark.points].reverse() : [...mark.points];
  }
  if (mark.points.length < 2) throw new CoreError('too-few-points', 'points', { min: 2 });
  mark.points.forEach((point, i) => {
    requireNumber(point.x, `points.${i}.x`, LIMITS.placeMm);
    requireNumber(point.y, `points.${i}.y`, LIMITS.placeMm);
  });
  const widthMm = Math.max(LEAST_CRACK_MM, requireNumber(mark.widthMm, 'widthMm', LIMITS.markWidthMm));
  // A crack that comes back on itself has a hole in its band, which is cut out with the rest.
  const [outer] = broaden(mark.points, widthMm / 2, ARC_TOLERANCE_MM).sort((a, b) => signedArea(b) - signedArea(a));
  return outer ?? [];
}

/** Marks change seldom, the plan with every frame of a drag. */
const KNOWN = new WeakMap<MapMark, Point[] | null>();

/** Outline of a mark, worked out once; null for one that can have none, such as one that crosses itself. */
export function outlineOfMark(mark: MapMark): Point[] | null {
  const known = KNOWN.get(mark);
  if (known !== undefined) return known;
  const { result } = attempt(() => markOutline(mark));
  KNOWN.set(mark, result);
  return result;
}

/** Length of a crack along its run, mm. */
export function crackLength(points: readonly Point[]): number {
  return points.slice(1).reduce((sum, p, i) => sum + Math.hypot(p.x - points[i]!.x, p.y - points[i]!.y), 0);
}

/** What a point is drawn to while it is set by hand: the nearest point of another mark within reach, else the nearest of a fine grid. */
export function snapPoint(at: Point, others: readonly Point[], reachMm: number, gridMm: number): Point {
  const near = others
    .map((p) => ({ p, away: Math.hypot(p.x - at.x, p.y - at.y) }))
    .filter(({ away }) => away <= reachMm);
  const best = near.sort((a, b) => a.away - b.away)[0];
  if (best) return { x: best.p.x, y: best.p.y };
  return gridMm > 0 ? { x: Math.round(at.x / gridMm) * gridMm, y: Math.round(at.y / gridMm) * gridMm } : at;
}
