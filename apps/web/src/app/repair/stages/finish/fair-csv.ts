import { type Point, liesWithin } from '@ashstep/core/geometry';
import { COUNTS, LIMITS } from '@ashstep/core/limits';
import type { FairPlace, FairRound } from '@ashstep/core/repair';
import { figureOf, readCsv } from '../../../parts/csv';

const COLUMNS = ['line', 'x_mm', 'y_mm', 'z_mm', 'sound'] as const;
const NEEDED = ['line', 'x_mm', 'y_mm', 'z_mm'] as const;
const WANTED: Record<'x_mm' | 'y_mm' | 'z_mm', { min: number; max: number; wanted: string }> = {
  x_mm: { ...LIMITS.placeMm, wanted: 'Give millimetres forward of the middle.' },
  y_mm: { ...LIMITS.placeMm, wanted: 'Give millimetres up from the middle.' },
  z_mm: { ...LIMITS.fairMm, wanted: 'Give millimetres over the gauge’s nought, proud is more.' },
};
const SOUND: Readonly<Record<string, boolean>> = { yes: true, y: true, '1': true, true: true, no: false, n: false, '0': false, false: false }; // prettier-ignore

export interface FairFile {
  lines: FairRound['lines'];
  count: number;
  left: { line: number; reason: string }[];
}

/**
 * Readings along lines from comma-separated text, in the order of the file; where it does not say what is sound ground, that is what lies outside the repair.
 * Throws nothing.
 */
export function fairFromCsv(text: string, outline: readonly Point[]): FairFile {
  const lines = new Map<string, FairPlace[]>();
  const { read, left } = readCsv(text, COLUMNS, NEEDED, (cell) => {
    const name = cell('line').slice(0, 20);
    if (name === '') return 'Name the line each reading is on.';
    for (const [column, { min, max, wanted }] of Object.entries(WANTED)) {
      const value = figureOf(cell(column as 'x_mm'));
      if (value === null || value < min || value > max) return `${column} “${cell(column as 'x_mm')}” is no reading. ${wanted}`;
    }
    const [xMm, yMm, zMm] = [figureOf(cell('x_mm'))!, figureOf(cell('y_mm'))!, figureOf(cell('z_mm'))!];
    const said = cell('sound').toLowerCase();
    if (said !== '' && SOUND[said] === undefined) return `sound “${said}” is neither yes nor no.`;
    if (!lines.has(name) && lines.size === COUNTS.fairLines) return `At most ${COUNTS.fairLines} lines.`;
    if (lines.get(name)?.length === COUNTS.fairPlaces) return `At most ${COUNTS.fairPlaces} readings on a line.`;
    const place = { xMm, yMm, zMm, sound: SOUND[said] ?? !liesWithin({ x: xMm, y: yMm }, [outline]) };
    lines.set(name, [...(lines.get(name) ?? []), place]);
    return place;
  }); // prettier-ignore
  return { lines: [...lines].map(([name, readings]) => ({ name, readings })), count: read.length, left };
}
