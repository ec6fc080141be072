import { CoreError, requireWhole } from '../errors.js';
import { liesWithin, type Point } from '../geometry/index.js';

export interface FairLayoutInput {
  /** The repair from above, mm: what lies within it is not sound ground. */
  outline: readonly Point[];
  /** Lines along it, and places on each. */
  lines: number;
  perLine: number;
}

/** A line with its places, none of them read yet. */
export interface LaidLine {
  name: string;
  readings: readonly { xMm: number; yMm: number; sound: boolean }[];
}

/** So far past the repair on every side at the least, mm, or so large a share of its size: the fair curve leans on the sound ground there. */
const [BEYOND_MM, BEYOND_SHARE] = [60, 0.4];
const NAMES = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';

/**
 * Lines to read a repair along, forward, evenly over it; from four lines on the outer two lie past it on sound ground. Places go in whole 5 mm.
 * @throws CoreError for an outline of fewer than three points, or counts outside their range
 */
export function fairLayout({ outline, lines, perLine }: FairLayoutInput): LaidLine[] {
  if (outline.length < 3) throw new CoreError('too-few-points', 'outline', { min: 3 });
  requireWhole(lines, 'lines', { min: 1, max: 12 });
  requireWhole(perLine, 'perLine', { min: 5, max: 40 });
  const [xs, ys] = [outline.map(({ x }) => x), outline.map(({ y }) => y)];
  const [left, right, low, high] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const beyond = (size: number): number => Math.max(BEYOND_MM, BEYOND_SHARE * size);
  const along = spread(left - beyond(right - left), right + beyond(right - left), perLine);
  const outer = lines >= 4 ? beyond(high - low) : -(high - low) / (2 * lines);
  const across = lines === 1 ? [round5((low + high) / 2)] : spread(low - outer, high + outer, lines);
  return across.map((y, i) => ({
    name: NAMES[i]!,
    readings: along.map((x) => ({ xMm: x, yMm: y, sound: !liesWithin({ x, y }, [outline]) })),
  }));
}

const round5 = (value: number): number => 5 * Math.round(value / 5);
const spread = (from: number, to: number, count: number): number[] =>
  Array.from({ length: count }, (_, i) => round5(from + ((to - from) * i) / (count - 1)));
