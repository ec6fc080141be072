import { CoreError } from '../errors.js';
import { plainFigures } from './figure.js';
import { parseMixRatio, parseTaperRatio } from './ratio.js';
import {
  GRAM_PER_OUNCE,
  GRAM_PER_POUND,
  GSM_PER_OUNCE_PER_SQUARE_FOOT,
  GSM_PER_OUNCE_PER_SQUARE_YARD,
  KGM3_PER_POUND_PER_CUBIC_FOOT,
  ML_PER_US_FLUID_OUNCE,
  ML_PER_US_GALLON,
  MM_PER_FOOT,
  MM_PER_INCH,
  MM_PER_MIL,
} from './constants.js';

export type UnitSystem = 'metric' | 'imperial';
export const QUANTITY_KINDS = [
  'length',
  'thickness',
  'arealWeight',
  'mass',
  'volume',
  'density',
  'temperature',
  'plain',
  'ratio',
  'per100',
] as const;
export type QuantityKind = (typeof QUANTITY_KINDS)[number];

interface UnitDefinition {
  names: readonly string[];
  factor: number;
  offset?: number;
}

/** value in working unit = typed × factor + offset */
const UNITS: Record<QuantityKind, readonly UnitDefinition[]> = {
  length: [
    { names: ['mm'], factor: 1 },
    { names: ['cm'], factor: 10 },
    { names: ['m'], factor: 1000 },
    { names: ['in', 'inch', 'inches', '"', '”', '″'], factor: MM_PER_INCH },
    { names: ['ft', 'foot', 'feet', "'", '’', '′'], factor: MM_PER_FOOT },
    { names: ['mil', 'mils', 'thou'], factor: MM_PER_MIL },
  ],
  thickness: [],
  arealWeight: [
    { names: ['g/m2', 'g/m²', 'gsm'], factor: 1 },
    { names: ['oz/yd2', 'oz/yd²', 'oz/sqyd'], factor: GSM_PER_OUNCE_PER_SQUARE_YARD },
    { names: ['oz/ft2', 'oz/ft²', 'oz/sqft'], factor: GSM_PER_OUNCE_PER_SQUARE_FOOT },
  ],
  mass: [
    { names: ['g'], factor: 1 },
    { names: ['kg'], factor: 1000 },
    { names: ['oz'], factor: GRAM_PER_OUNCE },
    { names: ['lb', 'lbs'], factor: GRAM_PER_POUND },
  ],
  volume: [
    { names: ['ml', 'cc', 'cm3', 'cm³'], factor: 1 },
    { names: ['l', 'litre', 'liter'], factor: 1000 },
    { names: ['floz', 'fl.oz'], factor: ML_PER_US_FLUID_OUNCE },
    { names: ['gal'], factor: ML_PER_US_GALLON },
  ],
  density: [
    { names: ['kg/m3', 'kg/m³'], factor: 1 },
    { names: ['lb/ft3', 'lb/ft³', 'pcf'], factor: KGM3_PER_POUND_PER_CUBIC_FOOT },
  ],
  temperature: [
    { names: ['°c', 'c'], factor: 1 },
    { names: ['°f', 'f'], factor: 5 / 9, offset: -160 / 9 },
  ],
  plain: [],
  ratio: [],
  per100: [],
};

const isLength = (kind: QuantityKind): boolean => kind === 'length' || kind === 'thickness';
const FEET = UNITS.length.find(({ names }) => names.includes('ft'))!.names;

/** The unit a bare number is taken to be in, by kind and the person's unit system. */
const BARE_UNIT: Record<QuantityKind, Record<UnitSystem, string | null>> = {
  length: { metric: 'mm', imperial: 'in' },
  thickness: { metric: 'mm', imperial: 'in' },
  arealWeight: { metric: 'g/m2', imperial: null },
  mass: { metric: 'g', imperial: 'oz' },
  volume: { metric: 'ml', imperial: 'floz' },
  density: { metric: 'kg/m3', imperial: 'lb/ft3' },
  temperature: { metric: 'c', imperial: 'f' },
  plain: { metric: '', imperial: '' },
  ratio: { metric: '', imperial: '' },
  per100: { metric: '', imperial: '' },
};

/**
 * Reads a figure as a person types it: "108", "4 1/2 in", "1' 3 1/2\"", "6 oz/yd2", "1,5 mm", "68 °F".
 *
 * @param text what was typed
 * @param kind what the figure means; decides which units are understood
 * @param system what a bare number means (mm or in, …)
 * @returns the value in the core's working unit (mm, g/m², g, ml, kg/m³, °C)
 * @throws CoreError `unreadable` when it is no figure, `ambiguous-figure` when its points and commas can be read two ways, `ambiguous-unit` for a bare or square-less ounce figure of areal
 *   weight, because cloth is sold by the square yard and chopped mat by the square foot; for a bare fraction where millimetres are typed; and for a mix ratio
 *   that does not say it is by weight
 */
export function parseQuantity(text: string, kind: QuantityKind, system: UnitSystem = 'metric'): number {
  if (kind === 'ratio') return parseTaperRatio(text);
  if (kind === 'per100') return per100ByWeight(text);
  let rest = normalise(text);
  if (rest === '') throw new CoreError('empty', 'text');
  const negative = rest.startsWith('-');
  if (negative || rest.startsWith('+')) rest = rest.slice(1).trim();
  let total = 0;
  let parts = 0;
  let before = '';
  while (rest !== '') {
    const match =
      /^(\d+(?:\.\d+)?|\.\d+)(?![.,\d])(?:\s+(\d+)\s*\/\s*(\d+)|\s*\/\s*(\d+))?\s*([^\d\s.][^\s]*(?:\s(?:oz|[a-z]+2))?)?\s*/.exec(
        rest,
      );
    if (!match) throw new CoreError('unreadable', 'text', { text });
    const value = readNumber(match);
    const typed = match[5]?.trim() ?? '';
    // Of two parts each says its unit, but for inches after feet: "1' 6".
    if (typed === '' && (parts > 0 || match[0].length < rest.length) && !(parts > 0 && FEET.includes(before)))
      throw new CoreError('unreadable', 'text', { text });
    // A fraction is of inches nearly always, but where millimetres are typed nobody can tell.
    if (typed === '' && parts === 0 && system === 'metric' && isLength(kind) && (match[3] ?? match[4]) !== undefined)
      throw new CoreError('ambiguous-unit', 'text', { text, fraction: 1 });
    const unit = findUnit(typed === '' && parts > 0 ? 'in' : typed, kind, system, text);
    before = typed;
    if (unit.offset !== undefined && parts > 0) throw new CoreError('unreadable', 'text', { text });
    total += value * unit.factor;
    if (unit.offset !== undefined) return (negative ? -value : value) * unit.factor + unit.offset;
    rest = rest.slice(match[0].length);
    parts++;
    if (rest !== '' && (!isLength(kind) || parts > 2)) throw new CoreError('unreadable', 'text', { text });
  }
  return negative ? -total : total;
}

/** @throws CoreError `ambiguous-unit` for a ratio by volume, or by nobody said what, with what it comes to */
function per100ByWeight(text: string): number {
  const { per100, by } = parseMixRatio(text);
  if (by === 'volume' || (by === null && /[:/]|\bto\b/i.test(text)))
    throw new CoreError('ambiguous-unit', 'text', { text, per100, by: by ?? '' });
  return per100;
}

function normalise(text: string): string {
  return plainFigures(text.trim().replace(/\s+/g, ' '))
    .toLowerCase()
    .replace(/\u2212/g, '-')
    .replace(/½/g, ' 1/2')
    .replace(/¼/g, ' 1/4')
    .replace(/¾/g, ' 3/4')
    .replace(/['’′](?=\s*\d)/g, "' ")
    .replace(/(\d)\s*-\s*(\d+\/)/g, '$1 $2')
    .replace(/fl\.? oz/g, 'floz')
    .replace(/oz\s*(?:\/|per)\s*(?:sq\.?\s*)?(yd|ft)[²2]?/g, 'oz/$12')
    .replace(/\s+/g, ' ')
    .trim();
}

function readNumber(match: RegExpExecArray): number {
  const [, first, numerator, denominator, over] = match;
  const whole = Number(first);
  const bottom = denominator ?? over;
  if (bottom === undefined) return whole;
  if (Number(bottom) === 0) throw new CoreError('unreadable', 'text', { text: match[0] });
  return numerator === undefined ? whole / Number(bottom) : whole + Number(numerator) / Number(bottom);
}

function findUnit(typed: string, kind: QuantityKind, system: UnitSystem, text: string): UnitDefinition {
  if (kind === 'plain') {
    if (typed !== '') throw new CoreError('unreadable', 'text', { text });
    return { names: [], factor: 1 };
  }
  const name = typed === '' ? BARE_UNIT[kind][system] : typed;
  if (name === null || (kind === 'arealWeight' && name === 'oz'))
    throw new CoreError('ambiguous-unit', 'text', { text });
  const table = kind === 'thickness' ? UNITS.length : UNITS[kind];
  const unit = table.find((candidate) => candidate.names.includes(name));
  if (!unit) throw new CoreError('unreadable', 'text', { text });
  return unit;
}

/** A figure for reading: the number as text and its unit, kept apart because the unit is set smaller. */
export interface FormattedQuantity {
  figure: string;
  unit: string;
}

/** A figure with its unit, as a person reads it; decimals are for metric, imperial has its own. */
export type Say = (value: number | null | undefined, kind: QuantityKind, decimals?: number) => string;

/** Says figures in one system of units, with `gap` between figure and unit. */
export const sayIn =
  (system: UnitSystem, gap = ' '): Say =>
  (value, kind, decimals) => {
    const { figure, unit } = formatQuantity(value, kind, system, system === 'metric' ? decimals : undefined);
    return unit ? `${figure}${gap}${unit}` : figure;
  };

/** So much of a figure is rounding of the machine's. */
const HAIR = 1e-12;

/** A figure with so many decimals, half rounded up: 10.35 is a hair less as the machine holds it, and still gives 10.4. */
export const withDecimals = (value: number, decimals: number): string => (value * (1 + HAIR)).toFixed(decimals);

/**
 * Formats a working-unit value for a person: mm whole, ply thickness 0.01, grams whole, temperature 0.1; in imperial
 * inches to 1/100 (thickness 0.001), ounces to 0.1 and under one of them to 1/100, °F. Uses a true minus sign. Not-a-number becomes an en dash.
 */
export function formatQuantity(
  value: number | null | undefined,
  kind: QuantityKind,
  system: UnitSystem = 'metric',
  decimals?: number,
): FormattedQuantity {
  const spec = DISPLAY[kind][system];
  if (value === null || value === undefined || !Number.isFinite(value)) return { figure: '–', unit: spec.unit };
  const shown = (value - (spec.offset ?? 0)) / spec.factor;
  const figure = withDecimals(
    shown,
    decimals ?? (Math.abs(shown) < 1 ? (spec.decimalsUnderOne ?? spec.decimals) : spec.decimals),
  )
    .replace(/^-(0(?:\.0+)?)$/, '$1')
    .replace('-', '\u2212');
  return { figure, unit: spec.unit };
}

const DISPLAY: Record<
  QuantityKind,
  Record<UnitSystem, { unit: string; factor: number; offset?: number; decimals: number; decimalsUnderOne?: number }>
> = {
  length: {
    metric: { unit: 'mm', factor: 1, decimals: 0 },
    imperial: { unit: 'in', factor: MM_PER_INCH, decimals: 2 },
  },
  thickness: {
    metric: { unit: 'mm', factor: 1, decimals: 2 },
    imperial: { unit: 'in', factor: MM_PER_INCH, decimals: 3 },
  },
  arealWeight: {
    metric: { unit: 'g/m²', factor: 1, decimals: 0 },
    imperial: { unit: 'oz/yd²', factor: GSM_PER_OUNCE_PER_SQUARE_YARD, decimals: 1 },
  },
  mass: {
    metric: { unit: 'g', factor: 1, decimals: 0 },
    imperial: { unit: 'oz', factor: GRAM_PER_OUNCE, decimals: 1, decimalsUnderOne: 2 },
  },
  volume: {
    metric: { unit: 'ml', factor: 1, decimals: 0 },
    imperial: { unit: 'fl oz', factor: ML_PER_US_FLUID_OUNCE, decimals: 1, decimalsUnderOne: 2 },
  },
  density: {
    metric: { unit: 'kg/m³', factor: 1, decimals: 0 },
    imperial: { unit: 'lb/ft³', factor: KGM3_PER_POUND_PER_CUBIC_FOOT, decimals: 1 },
  },
  temperature: {
    metric: { unit: '°C', factor: 1, decimals: 1 },
    imperial: { unit: '°F', factor: 5 / 9, offset: -160 / 9, decimals: 0 },
  },
  plain: { metric: { unit: '', factor: 1, decimals: 2 }, imperial: { unit: '', factor: 1, decimals: 2 } },
  ratio: { metric: { unit: '', factor: 1, decimals: 1 }, imperial: { unit: '', factor: 1, decimals: 1 } },
  per100: { metric: { unit: '', factor: 1, decimals: 2 }, imperial: { unit: '', factor: 1, decimals: 2 } },
};
