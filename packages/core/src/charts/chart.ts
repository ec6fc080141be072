import type { QuantityKind } from '../units/index.js';

/** What a figure of a chart is in: a quantity of the core, or a count. */
export type ChartUnit = QuantityKind | 'percent' | 'drops' | 'strokes' | 'hours' | 'minutes' | 'count' | 'area' | 'grit' | 'inches'; // prettier-ignore

export interface ChartFigure {
  /** null where there is none: it never gets there. */
  value: number | null;
  unit: ChartUnit;
}

/** The head of a row or column: a figure, or the name of a thing. */
export type ChartHead = ChartFigure | { name: string };

export interface ChartCell {
  figures: ChartFigure[];
  /** Outside what may be done: hatched, and never to be read off. */
  refused: boolean;
  /** What holds in the air there is. */
  now: boolean;
}

/** A table to hang on the wall: one page, read from a step away. */
export interface Chart {
  id: ChartId;
  /** What it is made from: the system, the drop, the process; empty for a chart of arithmetic alone. */
  of: string;
  columns: ChartHead[];
  rows: { head: ChartHead; cells: ChartCell[] }[];
}

export const CHART_IDS = [
  'catalyst',
  'mix',
  'fabric',
  'thickness',
  'times',
  'taper',
  'discs',
  'ounces',
  'grits',
] as const;
export type ChartId = (typeof CHART_IDS)[number];

export const figure = (value: number | null, unit: ChartUnit): ChartFigure => ({ value, unit });
export const cell = (figures: ChartFigure[], more: Partial<ChartCell> = {}): ChartCell => ({ figures, refused: false, now: false, ...more }); // prettier-ignore
export const row = (head: ChartHead, cells: ChartCell[]): Chart['rows'][number] => ({ head, cells });

/** Whether any cell is refused, or holds in the air there is. */
export const chartHas = ({ rows }: Chart, what: 'refused' | 'now'): boolean =>
  rows.some(({ cells }) => cells.some((one) => one[what]));
