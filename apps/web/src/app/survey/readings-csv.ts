import { isWallClock } from '@ashstep/core/plan';
import type { Reading, TapSound } from '@ashstep/core/survey';
import Papa from 'papaparse';
import { figureOf, readCsv } from '../parts/csv';

export const CSV_COLUMNS = ['kind', 'x_mm', 'y_mm', 'value', 'instrument', 'by', 'at', 'series'] as const;
type Column = (typeof CSV_COLUMNS)[number];

export interface CsvReadings {
  readings: Reading[];
  /** Rows that were left out: line in the file, and why. */
  left: { line: number; reason: string }[];
}

const SOUNDS: readonly TapSound[] = ['sound', 'dull', 'doubtful'];
const MEASURES = ['moisture', 'thickness', 'hardness'] as const;
const MAX_PLACE_MM = 20_000;

/** Readings as comma-separated text with a heading line. */
export function readingsToCsv(readings: readonly Reading[]): string {
  const rows = readings.map((r) => [
    r.kind,
    r.xMm,
    r.yMm,
    r.kind === 'tap' ? r.sound : r.value,
    r.instrument,
    r.by,
    r.at ?? '',
    r.after ? 'after' : 'before',
  ]);
  return Papa.unparse({ fields: [...CSV_COLUMNS], data: rows }, { newline: '\n' });
}

/** Readings from comma-separated text: good rows are kept, bad ones told with their line and reason. Throws nothing. */
export function readingsFromCsv(text: string): CsvReadings {
  const { read, left } = readCsv(text, CSV_COLUMNS, ['kind', 'x_mm', 'y_mm', 'value'], readRow);
  return { readings: read, left };
}

/** Readings of a file that are not there yet, and how many are: the same file may be taken in twice. */
export function notYetThere(read: readonly Reading[], there: readonly Reading[]): { fresh: Reading[]; known: number } {
  const keyOf = ({ kind, xMm, yMm, at, after = false, ...of }: Reading): string =>
    JSON.stringify([kind, xMm, yMm, at, after, 'sound' in of ? of.sound : of.value]);
  const had = new Set(there.map(keyOf));
  const fresh = read.filter((reading) => !had.has(keyOf(reading)));
  return { fresh, known: read.length - fresh.length };
}

function readRow(cell: (name: Column) => string): Reading | string {
  const [xMm, yMm] = [figureOf(cell('x_mm')), figureOf(cell('y_mm'))];
  if (xMm === null || Math.abs(xMm) > MAX_PLACE_MM)
    return `x_mm “${cell('x_mm')}” is no place on the craft. Give millimetres.`;
  if (yMm === null || Math.abs(yMm) > MAX_PLACE_MM)
    return `y_mm “${cell('y_mm')}” is no place on the craft. Give millimetres.`;
  const at = cell('at');
  if (at !== '' && !(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/.test(at) && isWallClock(at)))
    return `at “${at}” is no time. Write it like 2026-04-16T08:00.`;
  const series = cell('series').toLowerCase();
  if (!['', 'before', 'after'].includes(series)) return `series “${series}” is not known. Use before or after.`;
  const taken = {
    xMm,
    yMm,
    instrument: cell('instrument').slice(0, 60),
    by: cell('by').slice(0, 80),
    at: at || null,
    ...(series === 'after' ? { after: true } : {}),
  };
  const [kind, value] = [cell('kind').toLowerCase(), cell('value').toLowerCase()];
  if (kind === 'tap') {
    const sound = SOUNDS.find((name) => name === value);
    return sound ? { kind, sound, ...taken } : `A tap is sound, dull or doubtful, not “${value}”.`;
  }
  const measure = MEASURES.find((name) => name === kind);
  if (!measure) return `kind “${kind}” is not known. Use tap, ${MEASURES.join(', ')}.`;
  const read = figureOf(value);
  return read === null || read < 0
    ? `value “${value}” is no figure of 0 or more.`
    : { kind: measure, value: read, ...taken };
}
