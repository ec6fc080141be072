import { LIMITS } from '../limits/index.js';
import type { Point, Shape } from '../geometry/index.js';
import { outlinePoints } from '../geometry/index.js';
import { requireNumber } from '../errors.js';
import type { TapReading, TapSound } from './extent.js';

export type MeasureKind = 'moisture' | 'thickness' | 'hardness';

interface Taken {
  xMm: number;
  yMm: number;
  /** What it was read with; empty when not noted. */
  instrument: string;
  by: string;
  /** Local wall-clock time, "2026-04-16T08:00"; null when not noted. */
  at: string | null;
  /** Taken on the finished repair, to be held against those taken before it; left out of all that is planned from. */
  after?: boolean;
}

/** One reading at one place of the damage map: a tap by ear, or a figure off an instrument. */
export type Reading = (Taken & { kind: 'tap'; sound: TapSound }) | (Taken & { kind: MeasureKind; value: number });

const MOST_PLACES = 2500;
/** A grid reaches this far past the visible outline on every side: damage runs further than it shows. */
const REACH_SPACINGS = 3;

export function tapsOf(readings: readonly Reading[]): TapReading[] {
  return readings.flatMap((reading) => (reading.kind === 'tap' && !reading.after ? [reading] : []));
}

/** What was read of one kind before the repair and after it. */
export interface BeforeAfter {
  kind: Reading['kind'];
  before: SeriesSummary | null;
  after: SeriesSummary | null;
}

/** Of figures their mean and range, of taps the share that is not sound. */
export interface SeriesSummary {
  count: number;
  mean: number;
  least: number;
  most: number;
}

/** Every kind of reading that was taken after the repair as well, with what it was before; taps as per cent not sound, a doubtful one half. */
export function beforeAfter(readings: readonly Reading[]): BeforeAfter[] {
  const worth = (reading: Reading): number =>
    reading.kind === 'tap' ? { sound: 0, doubtful: 50, dull: 100 }[reading.sound] : reading.value;
  const summary = (kind: Reading['kind'], after: boolean): SeriesSummary | null => {
    const values = readings.filter((reading) => reading.kind === kind && Boolean(reading.after) === after).map(worth);
    return values.length === 0
      ? null
      : {
          count: values.length,
          mean: values.reduce((sum, value) => sum + value, 0) / values.length,
          least: Math.min(...values),
          most: Math.max(...values),
        };
  };
  const kinds: Reading['kind'][] = ['tap', 'moisture', 'thickness', 'hardness'];
  return kinds
    .map((kind) => ({ kind, before: summary(kind, false), after: summary(kind, true) }))
    .filter(({ after }) => after !== null);
}

/** The nearest place of a grid through the origin. */
export function onGrid({ x, y }: Point, spacingMm: number): Point {
  return { x: Math.round(x / spacingMm) * spacingMm, y: Math.round(y / spacingMm) * spacingMm };
}

/**
 * Places of a tap grid over an outline and three spacings past it, on a grid through the origin: row by row from the top, back and forth, as a
 * hand walks.
 * @throws CoreError for a spacing outside 2…1000 mm, or one so fine that there would be more than 2500 places
 */
export function tapGrid(outline: Shape, spacingMm: number): Point[] {
  requireNumber(spacingMm, 'gridSpacingMm', LIMITS.gridSpacingMm);
  const points = outlinePoints(outline);
  const reach = (values: number[]): [number, number] => [
    Math.floor(Math.min(...values) / spacingMm) - REACH_SPACINGS,
    Math.ceil(Math.max(...values) / spacingMm) + REACH_SPACINGS,
  ];
  const [left, right] = reach(points.map((p) => p.x));
  const [bottom, top] = reach(points.map((p) => p.y));
  const [columns, rows] = [right - left + 1, top - bottom + 1];
  requireNumber(columns * rows, 'gridSpacingMm', { max: MOST_PLACES });
  return Array.from({ length: rows }, (_, row) =>
    Array.from({ length: columns }, (_, column) => ({
      x: (row % 2 === 0 ? left + column : right - column) * spacingMm,
      y: (top - row) * spacingMm,
    })),
  ).flat();
}
