import { joined as joinedOf, offset, takeOut } from './clipping.js';
import { largestHolding } from './halving.js';
import { type Point, signedArea } from './shape.js';
import { simplified } from './simplify.js';
import { distanceToSegment, liesWithin } from './vary.js';

/**
 * Outlines joined, grown by a margin and rounded so that no outward corner is sharper than the radius, with the whole margin kept: drawn in as far as
 * every place of them still lies within the radius less the margin of what is left, and that grown out again by the radius. A strip narrower than
 * twice the radius is rounded as far as its width allows. Outer runs come counter-clockwise, holes clockwise, the largest first.
 */
export function soundBoundary(
  outlines: readonly (readonly Point[])[],
  marginMm: number,
  minCornerRadiusMm: number,
): Point[][] {
  const joined = joinedOf(
    outlines
      .filter((outline) => outline.length >= 3)
      .map((outline) => simplified(outline, marginMm > 0 || minCornerRadiusMm > 0 ? THIN_MM : 0)),
  );
  if (joined.length === 0) return [];
  const reachMm = reachOf(joined, minCornerRadiusMm - marginMm);
  const inset = reachMm > 0 ? insetOf(joined, reachMm) : 0;
  // Arcs are drawn as chords, and fine ones are simplified: a touch more, and no place is less than asked.
  const outMm = Math.max(0, reachMm) + marginMm;
  return grow(grow(joined, -inset), outMm > 0 ? outMm + THIN_MM : 0).sort(
    (a, b) => Math.abs(signedArea(b)) - Math.abs(signedArea(a)),
  );
}

/** Outlines joined where they overlap: outer runs counter-clockwise, holes clockwise, the largest first. */
export const joinOutlines = (outlines: readonly (readonly Point[])[]): Point[][] => soundBoundary(outlines, 0, 0);

/** Whether one outline holds another whole, but for what arcs are drawn to. */
export const outlineHolds = (cover: readonly Point[], inner: readonly Point[]): boolean => covers([cover], [inner]);

type Outline = Point[];

const ARC_TOLERANCE_MM = 0.03;
const THIN_MM = 0.02;
/** Outlines that lie on one another differ by what arcs are drawn to; less than this is no difference. */
const SLACK_MM = 0.2;
const COVERED_MM2 = 0.001;
/** No length is sought closer than this. */
const CLOSE_MM = 0.01;
/** Half the width of the widest place is known to this, mm. */
const WIDTH_MM = 0.05;
const MOST_TRIES = 14;
/** Drawn in by all its width nothing is left of a strip. */
const OF_WIDTH = 0.999;

/** The reach wanted, or as much of it as the widest place lets the outlines be drawn in by. */
function reachOf(joined: Outline[], wantedMm: number): number {
  if (wantedMm <= 0 || grow(joined, -wantedMm).length > 0) return wantedMm;
  return OF_WIDTH * largestHolding((inset) => grow(joined, -inset).length > 0, wantedMm, WIDTH_MM);
}

/** How far the outlines can be drawn in so that each of their corners stays within reach of what is left: by false position, halving where that stalls. */
function insetOf(joined: Outline[], reachMm: number): number {
  const corners = joined.flat();
  /** How much further than the reach the furthest corner is, mm. */
  const over = (inset: number): number => {
    const left = grow(joined, -inset);
    return left.length === 0
      ? Infinity
      : Math.max(...corners.map((corner) => distanceToRuns(corner, left, reachMm))) - reachMm;
  };
  let [low, lowOver, high, highOver] = [0, -reachMm, reachMm, over(reachMm)];
  // What arcs are drawn to is no miss.
  if (highOver <= ARC_TOLERANCE_MM) return reachMm;
  for (let i = 0; i < MOST_TRIES && high - low > CLOSE_MM && lowOver < -CLOSE_MM; i++) {
    const aimed = low + ((high - low) * -lowOver) / (highOver - lowOver);
    const next =
      Number.isFinite(highOver) && i % 3 < 2
        ? Math.min(high - CLOSE_MM / 2, Math.max(low + CLOSE_MM / 2, aimed))
        : (low + high) / 2;
    const found = over(next);
    if (found <= 0) [low, lowOver] = [next, found];
    else [high, highOver] = [next, found];
  }
  return low;
}

/** Distance of a place from runs, 0 within them; once it is under `enough` it is not looked at closer. */
function distanceToRuns(at: Point, runs: readonly (readonly Point[])[], enough: number): number {
  let least = Infinity;
  for (const run of runs)
    for (let i = 0; i < run.length; i++) {
      const [a, b] = [run[i]!, run[(i + 1) % run.length]!];
      // Nearer than the box round the segment it cannot be.
      const [dx, dy] = [
        Math.max(0, Math.min(a.x, b.x) - at.x, at.x - Math.max(a.x, b.x)),
        Math.max(0, Math.min(a.y, b.y) - at.y, at.y - Math.max(a.y, b.y)),
      ];
      if (dx * dx + dy * dy < least * least) least = Math.min(least, distanceToSegment(at, a, b));
      if (least < 0.5 * enough) return least;
    }
  return liesWithin(at, runs) ? 0 : least;
}

function grow(outlines: readonly (readonly Point[])[], byMm: number): Outline[] {
  if (byMm === 0) return outlines.map((outline) => [...outline]);
  // Every pass adds points on its arcs: without thinning they multiply.
  return offset(outlines, byMm, ARC_TOLERANCE_MM)
    .map((outline) => simplified(outline, THIN_MM))
    .filter((outline) => outline.length >= 3);
}

function covers(cover: readonly (readonly Point[])[], inner: readonly (readonly Point[])[]): boolean {
  const rest = takeOut(inner, grow(cover, SLACK_MM));
  return rest.reduce((sum, outline) => sum + Math.abs(signedArea(outline)), 0) < COVERED_MM2;
}
