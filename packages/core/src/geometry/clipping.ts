import ClipperLib from 'clipper-lib';
import { type Point, signedArea } from './shape.js';

/** The clipping library works in whole numbers: a thousandth of a millimetre. */
export const CLIPPER_SCALE = 1000;

export type Path = { X: number; Y: number }[];

export const toClipper = (points: readonly Point[]): { X: number; Y: number }[] =>
  points.map((p) => ({ X: Math.round(p.x * CLIPPER_SCALE), Y: Math.round(p.y * CLIPPER_SCALE) }));

export const fromClipper = (path: readonly { X: number; Y: number }[]): Point[] =>
  path.map((p) => ({ x: p.X / CLIPPER_SCALE, y: p.Y / CLIPPER_SCALE }));

/** Paths grown outward, or drawn in where the distance is negative, with round joins; open runs get round ends and a width on both sides. */
export function offsetPaths(paths: Path[], byMm: number, arcToleranceMm: number, runs: 'closed' | 'open'): Path[] {
  const offset = new ClipperLib.ClipperOffset(2, arcToleranceMm * CLIPPER_SCALE);
  offset.AddPaths(
    paths,
    ClipperLib.JoinType.jtRound,
    runs === 'closed' ? ClipperLib.EndType.etClosedPolygon : ClipperLib.EndType.etOpenRound,
  );
  const made: Path[] = [];
  offset.Execute(made, byMm * CLIPPER_SCALE);
  return made;
}

/** Whether a closed run crosses itself by more than a hair: what its windings cover is then not what they count. */
export function crossesOver(points: readonly Point[]): boolean {
  const counted = Math.abs(signedArea(points));
  const covered = ClipperLib.Clipper.SimplifyPolygon(toClipper(points), ClipperLib.PolyFillType.pftNonZero).reduce(
    (sum, path) => sum + signedArea(fromClipper(path)),
    0,
  );
  return Math.abs(Math.abs(covered) - counted) > 1 + 0.001 * counted;
}
