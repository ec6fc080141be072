import { COUNTS, LIMITS } from '../limits/index.js';
import { CoreError, requireNumber } from '../errors.js';
import { wholeTurn } from '../geometry/index.js';
import { mean } from '../statistics/index.js';

/** One depth-gauge reading on a line from the cut-out outwards. */
export interface GaugeReading {
  /** Direction of the ray, degrees counter-clockwise from forward. */
  rayDeg: number;
  /** From the edge of the cut-out outwards, mm. */
  outMm: number;
  /** Below the old surface, mm. */
  depthMm: number;
}

export interface GrindCheckInput {
  ratio: number;
  /** Depth at the cut-out, mm. */
  depthMm: number;
  readings: readonly GaugeReading[];
  /** Ratio wanted on a ray that has its own. */
  rayRatios?: readonly { rayDeg: number; ratio: number }[];
  /** A reading may be off the slope by this, mm; 0.3 when left out. */
  toleranceMm?: number;
}

export interface CheckedReading extends GaugeReading {
  intendedMm: number;
  /** Measured less intended: positive is dug too deep. */
  overMm: number;
  verdict: 'good' | 'high' | 'deep';
}

export interface CheckedRay {
  rayDeg: number;
  readings: CheckedReading[];
  /** Ratio the ray was ground at, by the slope and the old surface past its foot that fit it best; null for fewer than two places on the slope. */
  ratio: number | null;
  /** Where two neighbours differ by more than twice the slope between them: a step or ridge. */
  steps: { fromMm: number; toMm: number; ratio: number }[];
}

export type GrindAdvice = {
  id: 'grind.high' | 'grind.deep' | 'grind.steep' | 'grind.step' | 'grind.more' | 'grind.stop';
  params: Record<string, number>;
};

export interface GrindCheckResult {
  rays: CheckedRay[];
  worstHighMm: number;
  worstDeepMm: number;
  /** Every reading lies on the slope, and no ray is steeper than it may be. */
  even: boolean;
  /** What to do where, worst first; only "stop" when it is even, and where a ray has too few readings to tell, that it wants more. */
  advice: GrindAdvice[];
}

export const DEFAULT_GRIND_TOLERANCE_MM = 0.3;
/** A ray may be a tenth steeper than intended, as the inspection has it, before it is told. */
const STEEP_SHARE = 0.9;
const STEP_FACTOR = 2;
/**
 * Gauge readings along rays held against the intended slope d (1 − x / n d), n the ray's own where it has one, nothing beyond its foot.
 * @throws CoreError for no readings or more than 500, ratio or depth out of range, or a reading that is no figure
 */
export function grindCheck(input: GrindCheckInput): GrindCheckResult {
  const ratio = requireNumber(input.ratio, 'ratio', LIMITS.ratio);
  const depthMm = requireNumber(input.depthMm, 'depthMm', LIMITS.depthMm);
  const tolerance = requireNumber(input.toleranceMm ?? DEFAULT_GRIND_TOLERANCE_MM, 'toleranceMm', {
    min: 0.01,
    max: 10,
  });
  if (!Array.isArray(input.readings) || input.readings.length === 0) throw new CoreError('empty', 'readings');
  if (input.readings.length > COUNTS.gauge) throw new CoreError('too-many', 'readings', { max: COUNTS.gauge });
  const own = new Map(
    (input.rayRatios ?? []).map((ray, i) => [
      wholeTurn(requireNumber(ray.rayDeg, `rayRatios.${i}.rayDeg`, LIMITS.angleDeg)),
      requireNumber(ray.ratio, `rayRatios.${i}.ratio`, LIMITS.ratio),
    ]),
  );
  const wanted = (rayDeg: number): number => own.get(wholeTurn(rayDeg)) ?? ratio;
  const checked = input.readings.map((reading, i): CheckedReading => {
    const rayDeg = requireNumber(reading.rayDeg, `readings.${i}.rayDeg`, LIMITS.angleDeg);
    const outMm = requireNumber(reading.outMm, `readings.${i}.outMm`, LIMITS.gaugeOutMm);
    const measured = requireNumber(reading.depthMm, `readings.${i}.depthMm`, LIMITS.gaugeDepthMm);
    const intendedMm = Math.max(0, depthMm - outMm / wanted(rayDeg));
    const overMm = measured - intendedMm;
    // A reading on the limit passes, whatever the last binary place says.
    const past = Math.abs(overMm) > tolerance + 1e-9;
    return {
      rayDeg: wholeTurn(rayDeg),
      outMm,
      depthMm: measured,
      intendedMm,
      overMm,
      verdict: !past ? 'good' : overMm > 0 ? 'deep' : 'high',
    };
  });
  const rays = [...new Set(checked.map(({ rayDeg }) => rayDeg))]
    .sort((a, b) => a - b)
    .map((rayDeg) => checkRay(rayDeg, checked, wanted(rayDeg), tolerance));
  const steep = rays.filter((ray) => ray.ratio !== null && ray.ratio < wanted(ray.rayDeg) * STEEP_SHARE - 1e-9);
  const off = checked
    .filter(({ verdict }) => verdict !== 'good')
    .sort((a, b) => Math.abs(b.overMm) - Math.abs(a.overMm));
  const advice: GrindAdvice[] = [
    ...off.map(({ verdict, rayDeg, outMm, overMm }): GrindAdvice => ({
      id: verdict === 'deep' ? 'grind.deep' : 'grind.high',
      params: { rayDeg, outMm, byMm: Math.abs(overMm) },
    })),
    ...steep.map(({ rayDeg, ratio: found }): GrindAdvice => ({
      id: 'grind.steep',
      params: { rayDeg, found: found!, wanted: wanted(rayDeg) },
    })),
    ...rays.flatMap(({ rayDeg, steps }) =>
      steps.map(({ fromMm, toMm }): GrindAdvice => ({ id: 'grind.step', params: { rayDeg, fromMm, toMm } })),
    ),
  ];
  const even = advice.length === 0 && rays.every((ray) => ray.ratio !== null);
  if (advice.length === 0) {
    const bare = rays.filter((ray) => ray.ratio === null);
    advice.push(
      ...bare.map(({ rayDeg }): GrindAdvice => ({ id: 'grind.more', params: { rayDeg } })),
      ...(even ? [{ id: 'grind.stop' as const, params: { rays: rays.length } }] : []),
    );
  }
  return {
    rays,
    worstHighMm: Math.max(0, ...checked.map(({ overMm }) => -overMm)),
    worstDeepMm: Math.max(0, ...checked.map(({ overMm }) => overMm)),
    even,
    advice,
  };
}

function checkRay(rayDeg: number, checked: readonly CheckedReading[], ratio: number, tolerance: number): CheckedRay {
  const readings = checked.filter((reading) => reading.rayDeg === rayDeg).sort((a, b) => a.outMm - b.outMm);
  const steps = readings.slice(1).flatMap((reading, i) => {
    const before = readings[i]!;
    const [run, fall] = [reading.outMm - before.outMm, before.depthMm - reading.depthMm];
    const steepest = (STEP_FACTOR * run) / ratio;
    // A fall within what two readings may be off together is no step.
    return run > 0 && fall > Math.max(steepest, run / ratio + 2 * tolerance)
      ? [{ fromMm: before.outMm, toMm: reading.outMm, ratio: run / fall }]
      : [];
  });
  return { rayDeg, readings, ratio: fittedRatio(readings), steps };
}

/**
 * The slope that fits a ray best: least squares through its first readings, the rest lying on the old surface past the foot, wherever that foot is. What
 * is ground too steep reaches the surface early, and flat readings past it say nothing of the slope.
 */
function fittedRatio(readings: readonly CheckedReading[]): number | null {
  let best: { ratio: number; missed: number } | null = null;
  for (let count = readings.length; count >= 2; count--) {
    const line = fittedLine(readings.slice(0, count));
    if (!line) continue;
    const missed = line.missed + readings.slice(count).reduce((sum, { depthMm }) => sum + depthMm ** 2, 0);
    if (!best || missed < best.missed - 1e-9) best = { ratio: line.ratio, missed };
  }
  return best?.ratio ?? null;
}

/** Ratio of the line through readings and the sum of squares by which it misses them; null where they do not fall. */
function fittedLine(slope: readonly CheckedReading[]): { ratio: number; missed: number } | null {
  const meanX = mean(slope.map(({ outMm }) => outMm));
  const meanD = mean(slope.map(({ depthMm }) => depthMm));
  const spread = slope.reduce((sum, r) => sum + (r.outMm - meanX) ** 2, 0);
  const fall = -slope.reduce((sum, r) => sum + (r.outMm - meanX) * (r.depthMm - meanD), 0);
  if (spread === 0 || fall <= 0) return null;
  return {
    ratio: spread / fall,
    missed: slope.reduce((sum, r) => sum + (r.depthMm - meanD + ((r.outMm - meanX) * fall) / spread) ** 2, 0),
  };
}
