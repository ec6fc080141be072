import { CoreError, requireNumber } from '../errors.js';
import {
  type Point,
  type Shape,
  checkShape,
  distanceToRun,
  liesWithin,
  measureOffset,
  outlinePoints,
} from '../geometry/index.js';
import { LIMITS } from '../limits/index.js';

export interface InjectionInput {
  /** Where the skin is off its core or its neighbour, by taps. */
  shapes: readonly Shape[];
  /** From hole to hole, mm. Source: 25 to 50 in practice. */
  spacingMm: number;
  /** Between the faces that came apart, mm. */
  gapMm: number;
  holeMm: number;
}

export interface InjectionResult {
  /** Holes that are filled, in the order of the rows, the lowest first. */
  holes: Point[];
  /** The highest row of each place, left open: air and resin come out there last. */
  vents: Point[];
  areaMm2: number;
  /** Resin to have in the syringe, ml: area times gap, and three tenths for what runs out of the vents. */
  volumeMl: number;
}

export const USUAL_INJECTION = { spacingMm: 40, gapMm: 0.5, holeMm: 4 };
/** Source: a dry disbond takes its area times its gap, and 1.3 times that is had ready. */
const TO_SPARE = 1.3;
const MOST_HOLES = 600;
/** No hole is nearer to the edge than this share of a spacing: there the skin holds. */
const FROM_EDGE = 6;

/**
 * Holes through the skin over a dry disbond, in rows a spacing apart and each moved by half of one against the last, and the resin it takes.
 * @throws CoreError for no place, a bad outline, figures nothing has, or more than 600 holes
 */
export function injection(input: InjectionInput): InjectionResult {
  if (input.shapes.length === 0) throw new CoreError('empty', 'shapes');
  const spacingMm = requireNumber(input.spacingMm, 'spacingMm', LIMITS.injectSpacingMm);
  const gapMm = requireNumber(input.gapMm, 'gapMm', LIMITS.injectGapMm);
  requireNumber(input.holeMm, 'holeMm', LIMITS.holeMm);
  const areaMm2 = input.shapes.reduce((sum, shape, i) => sum + measureOffset(checkShape(shape, `shapes.${i}`), 0).areaMm2, 0); // prettier-ignore
  const most = areaMm2 / spacingMm ** 2;
  if (most > MOST_HOLES) throw new CoreError('out-of-range', 'spacingMm', { value: spacingMm, min: Math.ceil(Math.sqrt(areaMm2 / MOST_HOLES)) }); // prettier-ignore
  const rows = input.shapes.map((shape) => rowsIn(outlinePoints(shape, 0, 96), spacingMm));
  return {
    holes: rows.flatMap((each) => each.slice(0, -1).flat()),
    vents: rows.flatMap((each) => each.at(-1)!),
    areaMm2,
    volumeMl: (areaMm2 * gapMm * TO_SPARE) / 1000,
  };
}

/** Rows of holes within an outline, from the lowest; two at the least, one to fill and one to vent. */
function rowsIn(outline: readonly Point[], spacingMm: number): Point[][] {
  const [xs, ys] = [outline.map((p) => p.x), outline.map((p) => p.y)];
  const [left, right, low, high] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const count = Math.max(2, Math.round((high - low) / spacingMm));
  const closed = [...outline, outline[0]!];
  const rows: Point[][] = [];
  for (let row = 0; row < count; row++) {
    const y = low + ((row + 0.5) * (high - low)) / count;
    const shift = row % 2 === 0 ? 0 : spacingMm / 2;
    const half = Math.ceil((right - left) / spacingMm);
    const middle = (left + right) / 2;
    const holes = Array.from({ length: 2 * half + 1 }, (_, i) => ({ x: middle + shift + (i - half) * spacingMm, y })).filter((at) => liesWithin(at, [outline]) && distanceToRun(at, closed) >= spacingMm / FROM_EDGE); // prettier-ignore
    if (holes.length > 0) rows.push(holes);
  }
  if (rows.length > 1) return rows;
  const y = (low + high) / 2;
  return [[{ x: left + 0.25 * (right - left), y }], [{ x: left + 0.75 * (right - left), y }]];
}
