import type { Remark } from '../errors.js';
import { kept } from '../remembered.js';
import { SYSTEMS } from '../resin/systems.js';
import type { HourlyTemp } from './hourly.js';
import type { CureCard } from './cards.js';
import { leastTempFor, reachableAlpha } from './glass.js';
import { CARD_TEMP_C, isothermalSeconds } from './kinetics.js';

/** Coldest a card may be used at, °C: its own, or that of the shipped system it is named after; null where neither says. */
export const minTempOf = ({ id, minTempC }: Pick<CureCard, 'id' | 'minTempC'>): number | null =>
  minTempC ?? SYSTEMS.find((system) => system.id === id)?.minTempC ?? null;

/** What to say of air that goes under the coldest a system may be used at; nothing where it does not. */
export function coldRemarks(minTempC: number | null, air: number | readonly HourlyTemp[]): Remark[] {
  const coldestC = typeof air === 'number' ? air : Math.min(...air.map(({ tempC }) => tempC));
  return minTempC !== null && coldestC < minTempC ? [{ id: 'cure.too-cold', params: { coldestC, minTempC } }] : [];
}

/** What brings to full cure what never gets there in the cold. */
export interface Warming {
  /** Coolest temperature at which it gets there at all, °C. */
  leastC: number;
  /** Temperature to hold it at, °C, and how long, h; what it cured in the cold is not counted. */
  warmC: number;
  hours: number;
}

/** No less warmth than this is asked for, °C, and in steps of so many. */
const WARM_C = 25;
const WARM_STEP_C = 5;
/** So far over the coolest at which it would get there, °C, that it does not take for ever. */
const WARM_OVER_C = 3;

/**
 * How warm and how long a card must be kept to be full, from the mix on.
 * @param fullHours what its system says of full cure at 22 °C, h; the card's own where left out
 */
export const warmingFor: (card: CureCard, fullHours?: number) => Warming = kept(warmingOf);

function warmingOf({ kinetics, fullAlpha }: CureCard, fullHours?: number): Warming {
  const leastC = leastTempFor(fullAlpha, kinetics.glass);
  const warmC = Math.max(WARM_C, WARM_STEP_C * Math.ceil((leastC + WARM_OVER_C) / WARM_STEP_C));
  const hours = isothermalSeconds(kinetics, fullAlpha, warmC) / 3600;
  const atCard = isothermalSeconds(kinetics, fullAlpha, CARD_TEMP_C) / 3600;
  return {
    leastC,
    warmC,
    hours: fullHours !== undefined && Number.isFinite(atCard) ? (hours * fullHours) / atCard : hours,
  };
}

/** What to say where the warmest the air gets still leaves the resin a glass before it is full; nothing where it does not. */
export function neverFullRemarks(card: CureCard, warmestC: number, fullHours?: number): Remark[] {
  const reachable = reachableAlpha(warmestC, card.kinetics.glass);
  return reachable > card.fullAlpha
    ? []
    : [{ id: 'cure.full-needs-warmth', params: { ...warmingFor(card, fullHours), reachablePercent: 100 * reachable } }];
}

/** The warmest of what is listed, °C. */
export const warmestOf = (air: number | readonly HourlyTemp[]): number =>
  typeof air === 'number' ? air : Math.max(...air.map(({ tempC }) => tempC));
