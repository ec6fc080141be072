import { requireNumber } from '../errors.js';

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

/** How a mixed resin cures: dα/dt = (k₁ + k₂ αᵐ)(1 − α)ⁿ. */
export interface Kinetics {
  k1: Arrhenius;
  k2: Arrhenius;
  m: number;
  n: number;
  /** Heat of the whole cure, J per gram of mixed resin. */
  heatJPerG: number;
  inhibitor?: Inhibitor;
}

export const kelvin = (tempC: number): number => tempC + KELVIN;

export const rateConstant = ({ aPerS, eJPerMol }: Arrhenius, tempC: number): number => aPerS * Math.exp(-eJPerMol / (GAS_CONSTANT * kelvin(tempC)));

/** A rate constant given by its value at 22 °C and its activation energy. */
export const arrheniusAt22 = (perSAt22: number, eJPerMol: number): Arrhenius => ({ aPerS: perSAt22 * Math.exp(eJPerMol / (GAS_CONSTANT * kelvin(CARD_TEMP_C))), eJPerMol });

/** Rate of cure at a degree of cure and a temperature, per second. */
export function cureRate({ k1, k2, m, n }: Kinetics, alpha: number, tempC: number): number {
  if (alpha >= 1) return 0;
  const grown = m === 1 ? alpha : m === 0 ? 1 : alpha ** m;
  return (rateConstant(k1, tempC) + rateConstant(k2, tempC) * grown) * (1 - alpha) ** n;
}

/** Share of the inhibitor used up in a second at a temperature; the whole of it when there is none. Catalyst in the workshop's per cent. */
export function inhibitorRate({ inhibitor }: Kinetics, tempC: number, catalystPercent?: number): number {
  if (!inhibitor) return Infinity;
  const faster = Math.exp((inhibitor.eJPerMol / GAS_CONSTANT) * (1 / kelvin(CARD_TEMP_C) - 1 / kelvin(tempC)));
  return (faster * ((catalystPercent ?? inhibitor.catalystPercent) / inhibitor.catalystPercent)) / (60 * inhibitor.minutes);
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
export function cureOn(kinetics: Kinetics, state: CureState, tempC: number, seconds: number, catalystPercent?: number): CureState {
  let { alpha, used } = state;
  let left = seconds;
  if (used < 1) {
    const rate = inhibitorRate(kinetics, tempC, catalystPercent);
    const wanted = (1 - used) / rate;
    if (wanted >= left) return { alpha, used: used + rate * left };
    left -= wanted;
    used = 1;
  }
  const [a, b] = [rateConstant(kinetics.k1, tempC), rateConstant(kinetics.k2, tempC)];
  const { m, n } = kinetics;
  const rateAt = (x: number): number => (x >= 1 ? 0 : (a + b * (m === 1 ? x : x ** m)) * (1 - x) ** n);
  for (let i = 0; left > 0 && i < MOST_INNER; i++) {
    const now = rateAt(alpha);
    const slope = Math.abs(rateAt(alpha + SLOPE_OVER) - now) / SLOPE_OVER;
    const step = now > 0 ? Math.min(left, Math.min(STEP_ALPHA, 0.2 * (1 - alpha) + 1e-6) / now, slope > 0 ? STEP_RATE / slope : left) : left;
    const half = Math.min(1, alpha + 0.5 * step * now);
    alpha = Math.min(1, alpha + step * rateAt(half));
    left -= step;
  }
  return { alpha, used };
}

/**
 * Seconds at one temperature until a degree of cure is reached, by Simpson's rule over dα/(dα/dt), the inhibitor's time included.
 * @throws CoreError for a degree of cure outside 0…0.999
 */
export function isothermalSeconds(kinetics: Kinetics, alpha: number, tempC: number, catalystPercent?: number): number {
  requireNumber(alpha, 'alpha', { min: 0, max: 0.999 });
  const steps = 400;
  const [a, b] = [rateConstant(kinetics.k1, tempC), rateConstant(kinetics.k2, tempC)];
  // In −ln(1−α), so that the slow end is as finely cut as the beginning.
  const span = -Math.log(1 - alpha);
  const slow = (u: number): number => {
    const x = 1 - Math.exp(-u);
    return (1 - x) / ((a + b * (kinetics.m === 1 ? x : x ** kinetics.m)) * (1 - x) ** kinetics.n);
  };
  let sum = 0;
  for (let i = 0; i <= steps; i++) sum += (i === 0 || i === steps ? 1 : i % 2 === 1 ? 4 : 2) * slow((span * i) / steps);
  return (sum * span) / steps / 3 + (kinetics.inhibitor ? 1 / inhibitorRate(kinetics, tempC, catalystPercent) : 0);
}
