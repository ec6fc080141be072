import { LIMITS } from '../limits/index.js';
import { CoreError, type Remark, requireNumber } from '../errors.js';
import { studentQuantile } from '../statistics/index.js';

export interface MoistureReading {
  /** Time since the first reading or any other start, days. */
  day: number;
  /** What the meter says; any unit, the same throughout. */
  value: number;
}

export interface DryingInput {
  readings: readonly MoistureReading[];
  /** Dry enough at or below this. */
  limit: number;
  /** Reading of a dry reference on the same item, which the drying tends to; left out: fitted. */
  dryReference?: number;
}

export interface DryingResult {
  /** M(t) = end + (start − end) e^(−t/τ). */
  end: number;
  start: number;
  tauDays: number;
  /** Root mean square distance of the readings from the curve. */
  residual: number;
  /** Day the curve reaches the limit; null when it never does, and where the readings do not fall. */
  dryDay: number | null;
  /** Earliest and latest at 95 %; null when the readings set no such end. */
  earliestDay: number | null;
  latestDay: number | null;
  remarks: Remark[];
}

const MOST_READINGS = 1000;
const DOUBT = 0.05;
const SCAN = 240;
const FARTHEST_DAYS = 3650;

/**
 * When a wet core or laminate will be dry enough: exponential approach fitted by least squares. For each time constant the other
 * parameters follow linearly, so one number is searched. The band holds every day for which some curve through the limit on that day
 * fits within what Student's t allows (profile of the sum of squares).
 * @throws CoreError for fewer than three readings (four when the end is fitted too), readings all on one day, or a limit out of range
 */
export function drying(input: DryingInput): DryingResult {
  const reference =
    input.dryReference === undefined ? null : requireNumber(input.dryReference, 'dryReference', LIMITS.meterScale);
  const limit = requireNumber(input.limit, 'limit', LIMITS.meterScale);
  const unknowns = reference === null ? 3 : 2;
  const readings = checkReadings(input.readings, unknowns + 1);
  const span = Math.max(...readings.map((r) => r.day)) - readings[0]!.day;
  const fit = (tau: number): Fit => fitAt(tau, readings, reference);
  const taus = Array.from({ length: SCAN + 1 }, (_, i) => span * 10 ** (-2 + (4 * i) / SCAN));
  const fits = taus.map(fit);
  const at = fits.reduce((best, candidate, i) => (candidate.squares < fits[best]!.squares ? i : best), 0);
  const best = fit(golden((tau) => fit(tau).squares, taus[Math.max(0, at - 1)]!, taus[Math.min(SCAN, at + 1)]!));
  const trend = trendOf(readings);
  const dryDay = trend === 'falling' ? crossing(best, limit) : null;
  const freedom = readings.length - unknowns;
  const allowed = Math.max(best.squares, 1e-18) * (1 + studentQuantile(DOUBT, freedom) ** 2 / freedom);
  const possible = (day: number): boolean =>
    taus.some((tau) => throughDay(day, tau, limit, readings, reference) <= allowed);
  return {
    end: best.end,
    start: best.start,
    tauDays: best.tau,
    residual: Math.sqrt(best.squares / readings.length),
    dryDay,
    earliestDay: dryDay === null ? null : edgeOf(possible, dryDay, -1),
    latestDay: dryDay === null ? null : edgeOf(possible, dryDay, 1),
    remarks: remarksOn(best, limit, dryDay, at === 0 || at === SCAN, trend),
  };
}

function checkReadings(readings: readonly MoistureReading[], fewest: number): MoistureReading[] {
  if (!Array.isArray(readings) || readings.length < fewest)
    throw new CoreError('too-few-points', 'readings', { min: fewest });
  if (readings.length > MOST_READINGS) throw new CoreError('too-many', 'readings', { max: MOST_READINGS });
  readings.forEach((reading, i) => {
    requireNumber(reading.day, `readings.${i}.day`, { min: -3650, max: 3650 });
    requireNumber(reading.value, `readings.${i}.value`, LIMITS.meterScale);
  });
  const sorted = [...readings].sort((a, b) => a.day - b.day);
  if (new Set(sorted.map((reading) => reading.day)).size < fewest)
    throw new CoreError('inconsistent', 'readings', { why: 'days', min: fewest });
  return sorted;
}

type Trend = 'falling' | 'rising' | 'steady';

/** Which way the readings go over their days: what gets no drier has no day on which it is dry. */
function trendOf(readings: readonly MoistureReading[]): Trend {
  const values = readings.map(({ value }) => value);
  const [least, most] = [Math.min(...values), Math.max(...values)];
  if (most - least <= 1e-9 * Math.max(1, most)) return 'steady';
  const [, slope] = line(readings.map(({ day }) => day), values); // prettier-ignore
  return slope < 0 ? 'falling' : 'rising';
}

interface Fit {
  tau: number;
  end: number;
  start: number;
  squares: number;
}

function fitAt(tau: number, readings: readonly MoistureReading[], reference: number | null): Fit {
  const decay = readings.map((reading) => Math.exp(-reading.day / tau));
  const values = readings.map((reading) => reading.value);
  const [end, size] = reference === null ? line(decay, values) : [reference, through(decay, values, reference)];
  const squares = values.reduce((sum, value, i) => sum + (value - end - size * decay[i]!) ** 2, 0);
  return { tau, end, start: end + size, squares };
}

function line(xs: readonly number[], ys: readonly number[]): [number, number] {
  const [mx, my] = [xs, ys].map((of) => of.reduce((sum, v) => sum + v, 0) / of.length) as [number, number];
  const sxx = xs.reduce((sum, x) => sum + (x - mx) ** 2, 0);
  const slope = sxx > 0 ? xs.reduce((sum, x, i) => sum + (x - mx) * (ys[i]! - my), 0) / sxx : 0;
  return [my - slope * mx, slope];
}

function through(xs: readonly number[], ys: readonly number[], end: number): number {
  const sxx = xs.reduce((sum, x) => sum + x * x, 0);
  return sxx > 0 ? xs.reduce((sum, x, i) => sum + x * (ys[i]! - end), 0) / sxx : 0;
}

/** Sum of squares of the best curve of this time constant that passes the limit on this day. */
function throughDay(
  day: number,
  tau: number,
  limit: number,
  readings: readonly MoistureReading[],
  reference: number | null,
): number {
  const decay = readings.map((reading) => Math.exp((day - reading.day) / tau));
  const end = reference ?? limit - through(decay.map((g) => 1 - g), readings.map((reading) => limit - reading.value), 0); // prettier-ignore
  const squares = readings.reduce((sum, { value }, i) => sum + (value - end - (limit - end) * decay[i]!) ** 2, 0);
  return Number.isFinite(squares) ? squares : Infinity;
}

/** How far from the best day, earlier (−1) or later (1), the readings still allow; null when there is no end to it. */
function edgeOf(possible: (day: number) => boolean, best: number, way: 1 | -1): number | null {
  let [near, far] = [0, 0.5];
  while (possible(best + way * far)) {
    near = far;
    far *= 2;
    if (far > FARTHEST_DAYS) return null;
  }
  for (let i = 0; i < 25; i++) {
    const middle = (near + far) / 2;
    if (possible(best + way * middle)) near = middle;
    else far = middle;
  }
  return best + way * near;
}

/** Day on which a falling curve reaches the limit. */
function crossing({ tau, end, start }: Fit, limit: number): number | null {
  if (end >= limit || start <= end) return null;
  return -tau * Math.log((limit - end) / (start - end));
}

function golden(of: (x: number) => number, from: number, to: number): number {
  const ratio = (Math.sqrt(5) - 1) / 2;
  let [low, high] = [Math.log(from), Math.log(to)];
  for (let i = 0; i < 90; i++) {
    const [a, b] = [high - ratio * (high - low), low + ratio * (high - low)];
    if (of(Math.exp(a)) < of(Math.exp(b))) high = b;
    else low = a;
  }
  return Math.exp((low + high) / 2);
}

function remarksOn(best: Fit, limit: number, dryDay: number | null, atEdge: boolean, trend: Trend): Remark[] {
  if (trend === 'steady') return [{ id: 'drying.steady', params: { value: best.start, limit } }];
  const remarks: Remark[] = [];
  if (trend === 'rising' || best.start <= best.end) remarks.push({ id: 'drying.not-drying' });
  else if (dryDay === null) remarks.push({ id: 'drying.never', params: { end: best.end, limit } });
  if (atEdge) remarks.push({ id: 'drying.too-short' });
  return remarks;
}
