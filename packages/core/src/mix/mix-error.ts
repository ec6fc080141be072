import { CoreError, type Remark, requireNumber } from '../errors.js';

/** Each part from nothing, or both on one tare: then the second is a difference of two readings and carries the error of both. */
export const WEIGHINGS = ['cumulative', 're-zeroed'] as const;
export type Weighing = (typeof WEIGHINGS)[number];
/** How many reading errors the second part carries. */
export const SECOND_READINGS: Readonly<Record<Weighing, number>> = { cumulative: 2, 're-zeroed': 1 };

export interface MixErrorInput {
  /** Hardener (or catalyst) wanted per 100 of resin, by weight. */
  per100ByWeight: number;
  /** What was weighed, g. */
  resinG: number;
  secondG: number;
  /** Allowed error of the second part, per cent; 3 when left out. */
  tolerancePercent?: number;
  /** A reading of the scale may be off by this, g; 0 when left out. */
  readingErrorG?: number;
  /** Whether the scale was set to nothing between the parts; poured on one tare when left out. */
  weighing?: Weighing;
}

export interface MixErrorResult {
  actualPer100: number;
  /** Actual ratio over wanted, less one, per cent; positive: too much hardener. */
  errorPercent: number;
  /** The same with the reading error at its worst, the two parts off in opposite directions, per cent (signed, worst by size). */
  worstPercent: number;
  within: boolean;
  /** Whether even the worst reading keeps it within. */
  surelyWithin: boolean;
  /** Smallest batch whose worst-case error equals the tolerance with this reading error, g; 0 without reading error. */
  smallestBatchG: number;
  remarks: Remark[];
}

/**
 * How far a weighed batch is from its ratio, and how far it may be given the scale.
 *
 * Worst case: ((h+kr)/(R−r))/(wanted) − 1 and ((h−kr)/(R+r))/(wanted) − 1, k = 1 re-zeroed and 2 poured on one tare. Smallest batch T from
 * r (k + q(1+tol)) / (tol · q/(1+q)), with q the wanted ratio and the first (larger) case set equal to the tolerance.
 * @throws CoreError for weights outside 0.01 g…100 kg, or a reading error not smaller than the resin weight
 */
export function mixError(input: MixErrorInput): MixErrorResult {
  const per100 = requireNumber(input.per100ByWeight, 'per100ByWeight', { min: 0.05, max: 1000 });
  const resinG = requireNumber(input.resinG, 'resinG', { min: 0.01, max: 100_000 });
  const secondG = requireNumber(input.secondG, 'secondG', { min: 0, max: 100_000 });
  const tolerance = requireNumber(input.tolerancePercent ?? 3, 'tolerancePercent', { above: 0, max: 50 }) / 100;
  const r = requireNumber(input.readingErrorG ?? 0, 'readingErrorG', { min: 0, max: resinG * 0.9 });
  const wanted = per100 / 100;
  const error = secondG / resinG / wanted - 1;
  const k = secondReadings(input.weighing, 'weighing');
  const worst = worstError(resinG, secondG, wanted, r, k);
  const within = Math.abs(error) <= tolerance + 1e-12;
  const remarks: Remark[] = within
    ? []
    : [{ id: 'mix.out-of-ratio', params: { errorPercent: error * 100, tolerancePercent: tolerance * 100 } }];
  return {
    actualPer100: (100 * secondG) / resinG,
    errorPercent: error * 100,
    worstPercent: worst * 100,
    within,
    surelyWithin: Math.abs(worst) <= tolerance + 1e-12,
    smallestBatchG: smallestBatch(wanted, tolerance, r, k),
    remarks,
  };
}

/** Worst error of a ratio, as a share and signed: the resin off by so much and the second part by so many times that, in opposite directions. */
export function worstError(resin: number, second: number, wanted: number, error: number, secondErrors: number): number {
  const high = (second + secondErrors * error) / (resin - error) / wanted - 1;
  const low = Math.max(0, second - secondErrors * error) / (resin + error) / wanted - 1;
  return Math.abs(high) >= Math.abs(low) ? high : low;
}

/** Reading errors in the second part of a way of weighing. @throws CoreError for a way there is none of */
export function secondReadings(weighing: Weighing | undefined, field: string): number {
  const found = SECOND_READINGS[weighing ?? 'cumulative'];
  if (found === undefined) throw new CoreError('unknown-id', field, { id: String(weighing) });
  return found;
}

/** Batch (both parts together, g) whose worst-case ratio error equals the tolerance when the resin is off by ± r grams and the second part by so many times that. */
export function smallestBatch(wanted: number, tolerance: number, readingErrorG: number, secondErrors: number): number {
  return (readingErrorG * (secondErrors + wanted * (1 + tolerance))) / (tolerance * (wanted / (1 + wanted)));
}
