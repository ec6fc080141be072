import { CoreError, type Remark, requireNumber } from '../errors.js';
import { mean, studentQuantile, variance } from '../statistics/index.js';
import { INSPECTION_CHECKS, judge } from './checks.js';

export interface HardnessInput {
  readings: readonly number[];
  /** Shore D for epoxy, impressor for polyester and vinylester: sets the limit. */
  method: 'shore-d' | 'impressor';
  /** Least mean in place of the method's own. */
  limit?: number;
  /** How sure the lower bound is, 0.5…0.999; 0.95 when left out. */
  confidence?: number;
}

export interface HardnessResult {
  mean: number;
  lowest: number;
  highest: number;
  /** Sample standard deviation; null under two readings. */
  spread: number | null;
  count: number;
  /** The mean of the whole face is above this with the confidence asked, by Student's t on one side; null under two readings. */
  lowerBound: number | null;
  limit: number;
  /** No single reading may be under this. */
  leastSingle: number;
  pass: boolean;
  why: 'within' | 'mean-outside' | 'one-too-low' | 'too-few' | 'by-eye';
  remarks: Remark[];
}

const CHECK_OF = { 'shore-d': 'hardness-d', impressor: 'hardness-impressor' } as const;

/**
 * Hardness readings judged as the inspection judges them: mean over the limit, none under 85 % of it, ten at the least; with the lower bound of the
 * mean, x̄ − t s/√n, so that few readings are not taken for many.
 * @throws CoreError for no readings, more than 200, or figures no tester shows
 */
export function hardness(input: HardnessInput): HardnessResult {
  const check = INSPECTION_CHECKS.find(({ id }) => id === CHECK_OF[input.method]);
  if (!check) throw new CoreError('unknown-id', 'method', { id: String(input.method) });
  const limit = requireNumber(input.limit ?? check.min, 'limit', { above: 0, max: 100 });
  const confidence = requireNumber(input.confidence ?? 0.95, 'confidence', { min: 0.5, max: 0.999 });
  input.readings.forEach((value, i) => requireNumber(value, `readings.${i}`, { min: 0, max: 100 }));
  const { pass, why, spread, count } = judge({ ...check, min: limit }, { readings: input.readings });
  const middle = mean(input.readings);
  const lowerBound =
    count < 2
      ? null
      : middle - studentQuantile(2 * (1 - confidence), count - 1) * Math.sqrt(variance(input.readings) / count);
  const unsure = pass && lowerBound !== null && lowerBound < limit;
  return {
    mean: middle,
    lowest: Math.min(...input.readings),
    highest: Math.max(...input.readings),
    spread,
    count,
    lowerBound,
    limit,
    leastSingle: limit * (check.lowestShare ?? 1),
    pass,
    why,
    remarks:
      why === 'too-few'
        ? [{ id: 'hardness.too-few', params: { count, wanted: check.count! } }]
        : unsure
          ? [{ id: 'hardness.unsure', params: { lowerBound: lowerBound!, limit } }]
          : [],
  };
}
