import type { Point } from '../geometry/index.js';

/** A rectangle of cloth left between the pieces. */
export interface OffCut {
  xMm: number;
  yMm: number;
  lengthMm: number;
  widthMm: number;
}

const CELL_MM = 10;
const MOST = 8;

/** Rectangles free of pieces within the cloth cut off, no side less than what is worth keeping; the largest first, none over another. */
export function offCuts(
  placed: readonly { points: readonly Point[] }[],
  lengthMm: number,
  widthMm: number,
  keepFromMm: number,
): OffCut[] {
  const [columns, rows] = [Math.floor(lengthMm / CELL_MM), Math.floor(widthMm / CELL_MM)];
  const taken = Array.from({ length: rows }, () => new Uint8Array(columns));
  for (const { points } of placed) mark(points, taken, columns, rows);
  const found: OffCut[] = [];
  while (found.length < MOST) {
    const best = largest(taken, columns, rows, Math.ceil(keepFromMm / CELL_MM));
    if (!best) break;
    for (let r = best.row; r < best.row + best.height; r++) taken[r]!.fill(1, best.column, best.column + best.width);
    found.push({
      xMm: best.column * CELL_MM,
      yMm: best.row * CELL_MM,
      lengthMm: best.width * CELL_MM,
      widthMm: best.height * CELL_MM,
    });
  }
  return found;
}

/** Takes every cell an outline reaches into, and what lies between in its row. */
function mark(points: readonly Point[], taken: Uint8Array[], columns: number, rows: number): void {
  for (let r = 0; r < rows; r++) {
    const [low, high] = [r * CELL_MM, (r + 1) * CELL_MM];
    let [from, to] = [Infinity, -Infinity];
    points.forEach((a, i) => {
      const b = points[(i + 1) % points.length]!;
      if (Math.max(a.y, b.y) <= low || Math.min(a.y, b.y) >= high) return;
      for (const y of [Math.max(low, Math.min(high, a.y)), Math.max(low, Math.min(high, b.y))]) {
        const t = a.y === b.y ? 0 : (y - a.y) / (b.y - a.y);
        const xs = a.y === b.y ? [a.x, b.x] : [a.x + t * (b.x - a.x)];
        [from, to] = [Math.min(from, ...xs), Math.max(to, ...xs)];
      }
    });
    if (to >= from)
      taken[r]!.fill(1, Math.max(0, Math.floor(from / CELL_MM)), Math.min(columns, Math.ceil(to / CELL_MM)));
  }
}

interface Cells {
  column: number;
  row: number;
  width: number;
  height: number;
}

/** Largest free rectangle of at least so many cells a side: every row the foot of a skyline of free cells above it. */
function largest(taken: readonly Uint8Array[], columns: number, rows: number, least: number): Cells | null {
  const heights = new Int32Array(columns + 1);
  let best: Cells | null = null;
  for (let r = 0; r < rows; r++) {
    for (let c = 0; c < columns; c++) heights[c] = taken[r]![c] ? 0 : heights[c]! + 1;
    const open: number[] = [];
    for (let c = 0; c <= columns; c++) {
      while (open.length > 0 && heights[open.at(-1)!]! >= heights[c]!) {
        const height = heights[open.pop()!]!;
        const column = open.length > 0 ? open.at(-1)! + 1 : 0;
        const width = c - column;
        if (height >= least && width >= least && (!best || width * height > best.width * best.height))
          best = { column, row: r - height + 1, width, height };
      }
      open.push(c);
    }
  }
  return best;
}
