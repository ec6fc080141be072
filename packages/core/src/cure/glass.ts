import { requireNumber } from '../errors.js';

/**
 * Glass transition of a curing resin by DiBenedetto: Tg(α) = Tg₀ + (Tg∞ − Tg₀) λα / (1 − (1 − λ)α). A cure runs on until the glass transition
 * is `aboveC` over the temperature it cures at; then the resin is a glass and stands still until it is warmed.
 */
export interface Glass {
  /** Of the mix before it cures, and of the whole cure, °C. */
  freshC: number;
  fullC: number;
  lambda: number;
  /** How far over its own temperature the glass transition climbs before the cure stops, °C. */
  aboveC: number;
}

/**
 * What a card without figures of its own goes by. Source: the shape is DiBenedetto's; the figures are set so that a system which is full at 0.95 gets
 * no further than about 0.92 at 15 °C, 0.89 at 10 and 0.86 at 5, and is just full at 20.
 */
export const USUAL_GLASS: Glass = { freshC: -45, fullC: 55, lambda: 0.5, aboveC: 26 };

/** A degree of cure this close under what can be reached slows by two thirds; so the stop is a short bend, not an edge. */
const BEND = 0.005;

/** Glass transition at a degree of cure, °C. */
export const glassTempC = (alpha: number, { freshC, fullC, lambda }: Glass = USUAL_GLASS): number =>
  freshC + ((fullC - freshC) * lambda * alpha) / (1 - (1 - lambda) * alpha);

/** Furthest a cure gets at a temperature, 0…1: above it the resin is a glass. */
export function reachableAlpha(tempC: number, { freshC, fullC, lambda, aboveC }: Glass = USUAL_GLASS): number {
  const climbed = (tempC + aboveC - freshC) / (fullC - freshC);
  if (climbed <= 0) return 0;
  return climbed >= 1 ? 1 : climbed / (lambda + (1 - lambda) * climbed);
}

/** Coolest temperature at which a degree of cure is reached at all, °C. */
export const leastTempFor = (alpha: number, glass: Glass = USUAL_GLASS): number =>
  glassTempC(alpha, glass) - glass.aboveC;

/** What is left of the rate of cure as it nears what its temperature allows, 1…0. */
export function glassShare(alpha: number, reachable: number): number {
  if (reachable >= 1) return 1;
  return alpha >= reachable ? 0 : 1 - Math.exp((alpha - reachable) / BEND);
}

/** @throws CoreError for a glass transition no resin has */
export function checkGlass(glass: Glass, field: string): Glass {
  requireNumber(glass.freshC, `${field}.freshC`, { min: -120, max: 50 });
  requireNumber(glass.fullC, `${field}.fullC`, { min: glass.freshC + 10, max: 300 });
  requireNumber(glass.lambda, `${field}.lambda`, { min: 0.1, max: 1 });
  requireNumber(glass.aboveC, `${field}.aboveC`, { min: 0, max: 60 });
  return glass;
}
