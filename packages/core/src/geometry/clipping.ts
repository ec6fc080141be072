// By file: the library's index brings its triangulation and clipping to rectangles along, a tenth of what a first page loads.
import { ClipType, FillRule, PathType } from 'clipper2-ts/dist/Core.js';
import { Clipper64 } from 'clipper2-ts/dist/Engine.js';
import { Minkowski } from 'clipper2-ts/dist/Minkowski.js';
import { ClipperOffset, EndType, JoinType } from 'clipper2-ts/dist/Offset.js';
import { type Point, signedArea } from './shape.js';

/** The clipping library works in whole numbers: a thousandth of a millimetre. */
const CLIPPER_SCALE = 1000;

type Path = { x: number; y: number }[];

const toClipper = (points: readonly Point[]): Path =>
  points.map((p) => ({ x: Math.round(p.x * CLIPPER_SCALE), y: Math.round(p.y * CLIPPER_SCALE) }));

const fromClipper = (path: Path): Point[] => path.map((p) => ({ x: p.x / CLIPPER_SCALE, y: p.y / CLIPPER_SCALE }));

/** Closed runs of any winding, as outer runs: counter-clockwise. */
const forward = (run: readonly Point[]): readonly Point[] => (signedArea(run) >= 0 ? run : [...run].reverse());

function clipped(
  how: ClipType,
  outlines: readonly (readonly Point[])[],
  others: readonly (readonly Point[])[],
  rule = FillRule.NonZero,
): Point[][] {
  const clipper = new Clipper64();
  clipper.addPaths(outlines.map(toClipper), PathType.Subject);
  clipper.addPaths(others.map(toClipper), PathType.Clip);
  const made: Path[] = [];
  clipper.execute(how, rule, made);
  return made.map(fromClipper);
}

/** Outlines joined where they overlap, each wound as an outer run. Outer runs come counter-clockwise, holes clockwise. */
export const joined = (outlines: readonly (readonly Point[])[]): Point[][] =>
  clipped(ClipType.Union, outlines.map(forward), []);

/** What closed runs wind round once or more, loops that are wound the other way round left out. */
export const woundOnce = (runs: readonly (readonly Point[])[]): Point[][] =>
  clipped(ClipType.Union, runs, [], FillRule.Positive);

/** What is left of outlines once others are taken out of them. Outer runs counter-clockwise, holes clockwise. */
export const takeOut = (outlines: readonly (readonly Point[])[], others: readonly (readonly Point[])[]): Point[][] =>
  clipped(ClipType.Difference, outlines, others.map(forward));

/** What outlines and others have in common. Outer runs counter-clockwise, holes clockwise. */
export const overlapOf = (outlines: readonly (readonly Point[])[], others: readonly (readonly Point[])[]): Point[][] =>
  clipped(ClipType.Intersection, outlines, others.map(forward));

/** Outlines grown outward, or drawn in where the distance is negative, with round joins; open runs get round ends and a width on both sides. */
export function offset(
  runs: readonly (readonly Point[])[],
  byMm: number,
  arcToleranceMm: number,
  kind: 'closed' | 'open' = 'closed',
): Point[][] {
  const work = new ClipperOffset(2, arcToleranceMm * CLIPPER_SCALE);
  work.addPaths(runs.map(toClipper), JoinType.Round, kind === 'closed' ? EndType.Polygon : EndType.Round);
  const made: Path[] = [];
  work.execute(byMm * CLIPPER_SCALE, made);
  return made.map(fromClipper);
}

/** Where the origin of one outline may be set so that it touches or overlaps another that is turned about its own: closed runs. */
export const sumOf = (turned: readonly Point[], fixed: readonly Point[]): Point[][] =>
  Minkowski.sum(toClipper(turned), toClipper(fixed), true).map(fromClipper);

/** Whether a closed run crosses itself by more than a hair: what its windings cover is then not what they count. */
export function crossesOver(points: readonly Point[]): boolean {
  const counted = Math.abs(signedArea(points));
  const covered = clipped(ClipType.Union, [points], []).reduce((sum, run) => sum + signedArea(run), 0);
  return Math.abs(Math.abs(covered) - counted) > 1 + 0.001 * counted;
}
