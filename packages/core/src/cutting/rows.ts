import type { Point } from '../geometry/index.js';

/** Nearer than this is touching, mm. */
export const TOUCH_MM = 1e-6;

/** What is barred to one piece by another, in rows from a first: row r has the spans from `at[r]` up to `at[r + 1]`, beginnings and ends in turn. */
export interface Barred {
  first: number;
  at: Int32Array;
  spans: Float64Array;
}

/** Nearest place to the roll's beginning on a row where a piece is free of those laid before; Infinity past the limit. */
export function firstFree(
  laid: readonly { table: Barred; xMm: number; row: number }[],
  r: number,
  limit: number,
): number {
  let at = 0;
  for (let moved = true; moved;) {
    moved = false;
    for (const { table, xMm, row } of laid) {
      const line = r - row - table.first;
      if (line < 0 || line >= table.at.length - 1) continue;
      for (let s = table.at[line]!; s < table.at[line + 1]!; s += 2) {
        if (at > xMm + table.spans[s]! + TOUCH_MM && at < xMm + table.spans[s + 1]! - TOUCH_MM) {
          at = xMm + table.spans[s + 1]!;
          if (at > limit) return Infinity;
          moved = true;
        }
      }
    }
  }
  return at;
}

/** Rows in which closed runs are crossed, with the crossings in order. */
export function barredRows(runs: readonly (readonly Point[])[], rowMm: number): Barred {
  const ys = runs.flat().map((p) => p.y);
  const first = Math.ceil(Math.min(...ys) / rowMm);
  const count = Math.max(0, Math.floor(Math.max(...ys) / rowMm) - first + 1);
  const met: number[][] = Array.from({ length: count }, () => []);
  for (const run of runs) {
    for (let k = 0, j = run.length - 1; k < run.length; j = k++) {
      const [low, high] = run[j]!.y < run[k]!.y ? [run[j]!, run[k]!] : [run[k]!, run[j]!];
      if (low.y === high.y) continue;
      const lean = (high.x - low.x) / (high.y - low.y);
      // An edge owns its lower end and not its upper one, so that a corner is met once.
      for (let row = Math.ceil(low.y / rowMm); row * rowMm < high.y; row++)
        met[row - first]!.push(low.x + (row * rowMm - low.y) * lean);
    }
  }
  const at = new Int32Array(count + 1);
  met.forEach((xs, row) => (at[row + 1] = at[row]! + xs.length));
  const spans = new Float64Array(at[count]!);
  met.forEach((xs, row) =>
    spans.set(
      xs.sort((a, b) => a - b),
      at[row]!,
    ),
  );
  return { first, at, spans };
}
