import { attempt } from '@ashstep/core/errors';
import { readFigure } from '@ashstep/core/units';
import Papa from 'papaparse';

/** What a file of rows gave: what could be read, and the rows left out with their line and the reason. */
export interface CsvFound<T> {
  read: T[];
  left: { line: number; reason: string }[];
}

/**
 * Rows of comma-separated text with a heading line: good ones are kept, bad ones told with their line and reason. Throws nothing.
 * @param readRow gives the row's meaning, or the reason it has none
 */
export function readCsv<T extends object, C extends string>(
  text: string,
  columns: readonly C[],
  needed: readonly C[],
  readRow: (cell: (name: C) => string) => T | string,
): CsvFound<T> {
  const { data, meta } = Papa.parse<Partial<Record<C, string>>>(text, {
    header: true,
    skipEmptyLines: false,
    transformHeader: (name) => name.trim().toLowerCase(),
  });
  const missing = needed.filter((name) => !meta.fields?.includes(name));
  if (missing.length > 0)
    return {
      read: [],
      left: [
        {
          line: 1,
          reason: `No column ${missing.join(', ')}. The first line must name the columns: ${columns.join(', ')}.`,
        },
      ],
    };
  const found: CsvFound<T> = { read: [], left: [] };
  data.forEach((row, i) => {
    if (Object.values<string | undefined>(row).every((cell) => (cell ?? '').trim() === '')) return;
    const read = readRow((name) => (row[name] ?? '').trim());
    if (typeof read === 'string') found.left.push({ line: i + 2, reason: read });
    else found.read.push(read);
  });
  return found;
}

/** A figure as people write it; null for what is none, or could be two. */
export const figureOf = (text: string): number | null => attempt(() => readFigure(text)).result;
