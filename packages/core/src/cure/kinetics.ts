import { LIMITS } from '../limits/index.js';
import { CoreError, requireNumber } from '../errors.js';
import { simpson } from '../statistics/simpson.js';
import { type Glass, glassShare, reachableAlpha } from './glass.js';

/** Gas constant, J/(mol K). */
export const GAS_CONSTANT = 8.314_46;
export const KELVIN = 273.15;
/** Cards give their times at this temperature, °C. */
export const CARD_TEMP_C = 22;

/** A rate constant k = A exp(−E/RT), A per second, E in J/mol. */
export interface Arrhenius {
  aPerS: number;
  eJPerMol: number;
}

/** Inhibitor that holds a resin back: used up after so long at 22 °C and the catalyst it is told for, sooner warm or with more. */
export interface Inhibitor {
  minutes: number;
  eJPerMol: number;
  catalystPercent: number;
}

/** How a mixed resin cures: dα/dt = (k₁ + k₂ αᵐ)(1 − α)ⁿ, until it is a glass at its temperature. */
export interface Kinetics {
  k1: Arrhenius;
  k2: Arrhenius;
  m: number;
  n: number;
  /** Heat of the whole cure, J per gram of mixed resin. */
  heatJPerG: number;
  inhibitor?: Inhibitor;
  /** Its glass transition; the usual one when left out. */
  glass?: Glass;
}

export const kelvin = (tempC: number): number => tempC + KELVIN;

export const rateConstant = ({ aPerS, eJPerMol }: Arrhenius, tempC: number): number =>
  aPerS * Math.exp(-eJPerMol / (GAS_CONSTANT * kelvin(tempC)));

/** A rate constant given by its value at 22 °C and its activation energy. */
export const arrheniusAt22 = (perSAt22: number, eJPerMol: number): Arrhenius => ({
  aPerS: perSAt22 * Math.exp(eJPerMol / (GAS_CONSTANT * kelvin(CARD_TEMP_C))),
  eJPerMol,
});

/** Rate of cure at a degree of cure and a temperature, per second. */
export const cureRate = (kinetics: Kinetics, alpha: number, tempC: number): number => rateLaw(kinetics, tempC)(alpha);

/** The rate of cure at one temperature, per second, by the degree of cure. */
function rateLaw({ k1, k2, m, n, glass }: Kinetics, tempC: number): (alpha: number) => number {
  const [a, b, reachable] = [rateConstant(k1, tempC), rateConstant(k2, tempC), reachableAlpha(tempC, glass)];
  return (alpha) =>
    alpha >= reachable
      ? 0
      : (a + b * (m === 1 ? alpha : m === 0 ? 1 : alpha ** m)) * (1 - alpha) ** n * glassShare(alpha, reachable);
}

/** Share of the inhibitor used up in a second at a temperature; the whole of it when there is none. Catalyst in the workshop's per cent. */
export function inhibitorRate({ inhibitor }: Kinetics, tempC: number, catalystPercent?: number): number {
  if (!inhibitor) return Infinity;
  const faster = Math.exp((inhibitor.eJPerMol / GAS_CONSTANT) * (1 / kelvin(CARD_TEMP_C) - 1 / kelvin(tempC)));
  return (
    (faster * ((catalystPercent ?? inhibitor.catalystPercent) / inhibitor.catalystPercent)) / (60 * inhibitor.minutes)
  );
}

/** Catalyst in the workshop's per cent, checked. @throws CoreError `not-used` for a cure that none sets off, and outside 0.1…10 */
export function checkCatalyst(
  kinetics: Kinetics,
  name: string,
  catalystPercent: number | undefined,
): number | undefined {
  if (catalystPercent === undefined) return undefined;
  if (!kinetics.inhibitor) throw new CoreError('not-used', 'catalystPercent', { with: name });
  return requireNumber(catalystPercent, 'catalystPercent', LIMITS.catalystPercent);
}

/** Degree of cure and inhibitor used up, both 0 when mixed. */
export interface CureState {
  alpha: number;
  used: number;
}

export const FRESH: CureState = { alpha: 0, used: 0 };

/** Most a degree of cure changes in one inner step. */
const STEP_ALPHA = 0.01;
/** Most the rate itself changes in one inner step, as a share: a cure that feeds itself begins slowly and does not stay so. */
const STEP_RATE = 0.1;
const SLOPE_OVER = 1e-4;
const MOST_INNER = 4000;

/**
 * A cure carried on for some seconds at a temperature that does not change meanwhile. Inner steps are taken small enough by the rate itself;
 * each is by the midpoint rule.
 */
export function cureOn(
  kinetics: Kinetics,
  state: CureState,
  tempC: number,
  seconds: number,
  catalystPercent?: number,
): CureState {
  let { alpha, used } = state;
  let left = seconds;
  if (used < 1) {
    const rate = inhibitorRate(kinetics, tempC, catalystPercent);
    const wanted = (1 - used) / rate;
    if (wanted >= left) return { alpha, used: used + rate * left };
    left -= wanted;
    used = 1;
  }
  const rateAt = rateLaw(kinetics, tempC);
  for (let i = 0; left > 0 && i < MOST_INNER; i++) {
    const now = rateAt(alpha);
    const slope = Math.abs(rateAt(alpha + SLOPE_OVER) - now) / SLOPE_OVER;
    const step =
      now > 0
        ? Math.min(left, Math.min(STEP_ALPHA, 0.2 * (1 - alpha) + 1e-6) / now, slope > 0 ? STEP_RATE / slope : left)
        : left;
    const half = Math.min(1, alpha + 0.5 * step * now);
    alpha = Math.min(1, alpha + step * rateAt(half));
    left -= step;
  }
  return { alpha, used };
}

/**
 * Seconds at one temperature until a degree of cure is reached, by Simpson's rule over dα/(dα/dt), the inhibitor's time included; from a degree of
 * cure on where one is given, and then without the inhibitor. Infinity where the temperature never lets it get there.
 * @throws CoreError for a degree of cure outside 0…0.999
 */
export function isothermalSeconds(
  kinetics: Kinetics,
  alpha: number,
  tempC: number,
  catalystPercent?: number,
  fromAlpha = 0,
): number {
  requireNumber(alpha, 'alpha', { min: 0, max: 0.999 });
  const held = kinetics.inhibitor && fromAlpha === 0 ? 1 / inhibitorRate(kinetics, tempC, catalystPercent) : 0;
  if (alpha <= fromAlpha) return held;
  if (alpha >= reachableAlpha(tempC, kinetics.glass)) return Infinity;
  const rateAt = rateLaw(kinetics, tempC);
  // In −ln(1−α), so that the slow end is as finely cut as the beginning.
  const slow = (u: number): number => Math.exp(-u) / rateAt(1 - Math.exp(-u));
  return held + simpson(slow, -Math.log(1 - fromAlpha), -Math.log(1 - alpha), ISOTHERMAL_PIECES);
}

const ISOTHERMAL_PIECES = 400;

/** The same in hours; null where the temperature never lets it get there. */
export function isothermalHours(...asked: Parameters<typeof isothermalSeconds>): number | null {
  const hours = isothermalSeconds(...asked) / 3600;
  return Number.isFinite(hours) ? hours : null;
}
