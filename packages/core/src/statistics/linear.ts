/** Below this a pivot counts as none. */
const SINGULAR = 1e-12;

/**
 * Solves a square system given as rows with the right-hand side last, by elimination with pivoting; the rows are used up.
 * @returns null when the rows do not settle every unknown
 */
export function solveRows(rows: number[][]): number[] | null {
  const size = rows.length;
  for (let column = 0; column < size; column++) {
    const pivot = rows.reduce(
      (best, row, i) => (i >= column && Math.abs(row[column]!) > Math.abs(rows[best]![column]!) ? i : best),
      column,
    );
    [rows[column], rows[pivot]] = [rows[pivot]!, rows[column]!];
    const head = rows[column]!;
    if (Math.abs(head[column]!) < SINGULAR) return null;
    rows.forEach((row, i) => {
      if (i === column) return;
      const factor = row[column]! / head[column]!;
      if (factor === 0) return;
      for (let k = column; k <= size; k++) row[k]! -= factor * head[k]!;
    });
  }
  return rows.map((row, i) => row[size]! / row[i]!);
}
