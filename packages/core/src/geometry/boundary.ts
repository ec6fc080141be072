import ClipperLib from 'clipper-lib';
import { CLIPPER_SCALE, type Path, fromClipper, offsetPaths, toClipper } from './clipping.js';
import { largestHolding } from './halving.js';
import { type Point, signedArea } from './shape.js';

/**
 * Outlines joined, grown by a margin and rounded so that no outward corner is sharper than the radius, with the whole margin kept.
 * The rounding is an opening (in by the radius and out again); where it would bite into the margin, the growth is widened until it does
 * not. A strip narrower than twice the radius is rounded as far as its width allows. Outer runs come counter-clockwise, holes
 * clockwise, the largest first.
 */
export function soundBoundary(outlines: readonly (readonly Point[])[], marginMm: number, minCornerRadiusMm: number): Point[][] {
  const wanted = grow(union(outlines.filter((outline) => outline.length >= 3).map(toClipper)), marginMm);
  if (wanted.length === 0) return [];
  const radiusMm = Math.min(minCornerRadiusMm, largestHolding((inset) => grow(wanted, -inset).length > 0, minCornerRadiusMm, SLACK_MM) * 0.999);
  const rounded = (extraMm: number): Path[] => grow(grow(wanted, extraMm - radiusMm), radiusMm);
  const missing = radiusMm - largestHolding((spared) => covers(rounded(radiusMm - spared), wanted), radiusMm, SLACK_MM);
  return rounded(missing)
    .map(fromClipper)
    .sort((a, b) => Math.abs(signedArea(b)) - Math.abs(signedArea(a)));
}

/** Outlines joined where they overlap: outer runs counter-clockwise, holes clockwise, the largest first. */
export const joinOutlines = (outlines: readonly (readonly Point[])[]): Point[][] => soundBoundary(outlines, 0, 0);

/** Whether one outline holds another whole, but for what arcs are drawn to. */
export const outlineHolds = (cover: readonly Point[], inner: readonly Point[]): boolean => covers([toClipper(cover)], [toClipper(inner)]);

const ARC_TOLERANCE_MM = 0.1;
const THIN_MM = 0.05;
/** Outlines that lie on one another differ by what arcs are drawn to; less than this is no difference, and no length is sought closer. */
const SLACK_MM = 0.2;
const COVERED_MM2 = 0.001;

function union(paths: Path[]): Path[] {
  const clipper = new ClipperLib.Clipper();
  clipper.AddPaths(
    paths.map((path) => (ClipperLib.Clipper.Area(path) < 0 ? [...path].reverse() : path)),
    ClipperLib.PolyType.ptSubject,
    true,
  );
  const solution: Path[] = [];
  clipper.Execute(ClipperLib.ClipType.ctUnion, solution, ClipperLib.PolyFillType.pftNonZero, ClipperLib.PolyFillType.pftNonZero);
  return solution;
}

function grow(paths: Path[], byMm: number): Path[] {
  if (byMm === 0) return paths;
  // Every pass adds points on its arcs: without thinning they multiply.
  return ClipperLib.Clipper.CleanPolygons(offsetPaths(paths, byMm, ARC_TOLERANCE_MM, 'closed'), THIN_MM * CLIPPER_SCALE).filter((path) => path.length >= 3);
}

function covers(cover: Path[], inner: Path[]): boolean {
  const clipper = new ClipperLib.Clipper();
  clipper.AddPaths(inner, ClipperLib.PolyType.ptSubject, true);
  clipper.AddPaths(grow(cover, SLACK_MM), ClipperLib.PolyType.ptClip, true);
  const rest: Path[] = [];
  clipper.Execute(ClipperLib.ClipType.ctDifference, rest, ClipperLib.PolyFillType.pftNonZero, ClipperLib.PolyFillType.pftNonZero);
  return rest.reduce((sum, path) => sum + Math.abs(ClipperLib.Clipper.Area(path)), 0) < COVERED_MM2 * CLIPPER_SCALE ** 2;
}
