import { requireEntry } from '../errors.js';
import type { ResinFamily } from '../material/index.js';
import { type Inhibitor, type Kinetics, arrheniusAt22 } from './kinetics.js';

/** How a mixed system cures and warms, and the degrees of cure at which it is what. */
export interface CureCard {
  id: string;
  name: string;
  family: ResinFamily;
  kinetics: Kinetics;
  /** Of the mixed resin. */
  densityGPerMl: number;
  heatCapacityJPerGK: number;
  /** Degrees of cure: gelled; green, trimmed with a knife; sanded; full. */
  gelAlpha: number;
  greenAlpha: number;
  sandableAlpha: number;
  fullAlpha: number;
}

interface Rates {
  /** k₁ and k₂ at 22 °C, per second. */
  k1: number;
  k2: number;
  n: number;
  heatJPerG: number;
  inhibitor?: Inhibitor;
}

/** Halves a time for about each 10 °C near room temperature, J/mol. */
const ENERGY = 54_000;

const kinetics = ({ k1, k2, ...rest }: Rates): Kinetics => ({ k1: arrheniusAt22(k1, ENERGY), k2: arrheniusAt22(k2, ENERGY), m: 1, ...rest });

const epoxy = (id: string, name: string, values: Rates): CureCard => ({
  id,
  name,
  family: 'epoxy',
  kinetics: kinetics(values),
  densityGPerMl: 1.1,
  heatCapacityJPerGK: 1.9,
  gelAlpha: 0.55,
  greenAlpha: 0.65,
  sandableAlpha: 0.8,
  fullAlpha: 0.95,
});

/** Styrene resins gel early, held back until their inhibitor is used up. */
const catalysed = (id: 'polyester' | 'vinylester', name: string, densityGPerMl: number, inhibitorMinutes: number, values: Rates): CureCard => ({
  id,
  name,
  family: id,
  kinetics: kinetics({ ...values, inhibitor: { minutes: inhibitorMinutes, eJPerMol: 60_000, catalystPercent: 2 } }),
  densityGPerMl,
  heatCapacityJPerGK: 1.9,
  gelAlpha: 0.03,
  greenAlpha: 0.5,
  sandableAlpha: 0.8,
  fullAlpha: 0.95,
});

/**
 * Generic cure cards, one for each shipped system and named as it is. Source: fitted by `fitCard` to the generic figures of the trade: 100 g in a
 * cup at 22 °C gel in 45, 20 and 11 min (epoxy slow, medium, fast), 18 min (polyester, 2 %) and 25 min (vinylester, 2 %); thin films are sandable in
 * 24, 8, 4, 4 and 6 h and near full in 150 h (epoxy), 24 h and 48 h; the heat by the peaks of a 12.7 mm medium lay-up on foam, 100 °C, and in
 * air, 80 °C.
 */
export const CURE_CARDS: readonly CureCard[] = [
  epoxy('epoxy-slow', 'Epoxy, slow hardener', { k1: 5.1273e-5, k2: 1.9001e-5, n: 2.2943, heatJPerG: 360 }),
  epoxy('epoxy-medium', 'Epoxy, medium hardener', { k1: 4.9641e-5, k2: 9.4413e-4, n: 3.3529, heatJPerG: 325 }),
  epoxy('epoxy-fast', 'Epoxy, fast hardener', { k1: 3.189e-5, k2: 3.7271e-3, n: 3.8658, heatJPerG: 325 }),
  catalysed('vinylester', 'Vinylester', 1.08, 21, { k1: 9.9653e-5, k2: 5.5517e-4, n: 2.723, heatJPerG: 330 }),
  catalysed('polyester', 'Polyester, laminating', 1.1, 15, { k1: 1.3535e-4, k2: 6.3427e-4, n: 2.4944, heatJPerG: 300 }),
];

/** A shipped card by id, or one given. @throws CoreError 'unknown-id' when there is neither */
export const cureCardOf = ({ cardId, card }: { cardId?: string; card?: CureCard }): CureCard => card ?? requireEntry(CURE_CARDS, cardId ?? '', 'cardId');
