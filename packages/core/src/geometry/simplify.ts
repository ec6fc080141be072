import type { Point } from './shape.js';

/** Fewer corners, none left out that lies further than the tolerance from the line that takes its place (Douglas and Peucker). */
export function simplified(points: readonly Point[], toleranceMm: number): Point[] {
  if (points.length < 5) return [...points];
  const far = points.reduce(
    (best, p, i) =>
      Math.hypot(p.x - points[0]!.x, p.y - points[0]!.y) >
      Math.hypot(points[best]!.x - points[0]!.x, points[best]!.y - points[0]!.y)
        ? i
        : best,
    0,
  );
  const halves = [points.slice(0, far + 1), [...points.slice(far), points[0]!]];
  return halves.flatMap((half) => thin(half, toleranceMm).slice(0, -1));
}

function thin(run: readonly Point[], toleranceMm: number): Point[] {
  const [a, b] = [run[0]!, run.at(-1)!];
  const length = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  let [worst, at] = [0, -1];
  for (let i = 1; i + 1 < run.length; i++) {
    const away = Math.abs((b.x - a.x) * (run[i]!.y - a.y) - (b.y - a.y) * (run[i]!.x - a.x)) / length;
    if (away > worst) [worst, at] = [away, i];
  }
  if (worst <= toleranceMm) return [a, b];
  return [...thin(run.slice(0, at + 1), toleranceMm).slice(0, -1), ...thin(run.slice(at), toleranceMm)];
}
