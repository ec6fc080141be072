import { Remembered } from '../remembered.js';
import type { SystemCard } from '../resin/systems.js';
import { USUAL_ENERGY, ageFactor } from './air.js';
import { CURE_CARDS, type CureCard } from './cards.js';
import { knownCure } from './fit.js';
import { CARD_TEMP_C, type Kinetics, isothermalSeconds } from './kinetics.js';

/** Hours at the card's 22 °C that an hour at a temperature is worth; 0 where the cold lets it get no further. */
export type AgeLaw = (tempC: number) => number;

/** How far a resin has to come: to take the next ply, to be sanded, to be full. */
export type CureStage = 'green' | 'sandable' | 'full';

/** What nobody has a card for, as paint and gel coat: a time halves for about each 10 °C. */
export const usualAgeLaw: AgeLaw = (tempC) => ageFactor(tempC, USUAL_ENERGY, CARD_TEMP_C);

/** Ages are worked out at temperatures so far apart, °C, and taken straight between. */
const APART_C = 0.25;
const [COLDEST_C, WARMEST_C] = [-40, 100];

const LAWS = new WeakMap<Kinetics, Remembered<AgeLaw, number>>();
const MOST_LAWS = 8;

/**
 * The cold law, by which windows, waits, days and schedule all go: what the trade's rule and the card's own cure say of an hour at a temperature, and of
 * the two the more careful. The rule is a time that halves for about each 10 °C; the cure is that of a thin film to the stage, glass transition and all.
 * For a window, which must neither open too soon nor shut too late, it is the rule alone.
 */
export function ageLaw(card: CureCard, stage: CureStage): AgeLaw {
  if (stage === 'green') return usualAgeLaw;
  const alpha = stage === 'full' ? card.fullAlpha : card.sandableAlpha;
  const laws = LAWS.get(card.kinetics) ?? new Remembered<AgeLaw, number>(MOST_LAWS);
  LAWS.set(card.kinetics, laws);
  return laws.of(alpha, () => careful(tabled(card.kinetics, alpha)));
}

const careful =
  (own: AgeLaw): AgeLaw =>
  (tempC) =>
    Math.min(own(tempC), usualAgeLaw(tempC));

function tabled(kinetics: Kinetics, alpha: number): AgeLaw {
  const atCard = isothermalSeconds(kinetics, alpha, CARD_TEMP_C);
  const known = new Map<number, number>();
  const at = (step: number): number => {
    const found = known.get(step) ?? atCard / isothermalSeconds(kinetics, alpha, step * APART_C);
    known.set(step, found);
    return found;
  };
  if (!Number.isFinite(atCard)) return usualAgeLaw;
  return (tempC) => {
    const place = Math.min(WARMEST_C, Math.max(COLDEST_C, tempC)) / APART_C;
    const below = Math.floor(place);
    const share = place - below;
    return share === 0 ? at(below) : at(below) + share * (at(below + 1) - at(below));
  };
}

const AGING = new WeakMap<SystemCard, CureCard>();

/** By which card the waits of a system stretch: its own, or the shape of its family's where only its times are known. */
export function agingCardOf(system: SystemCard): CureCard {
  const known = AGING.get(system);
  if (known) return known;
  const card =
    knownCure(system) ??
    CURE_CARDS.find(({ id }) => id === system.id) ??
    CURE_CARDS.find(({ family }) => family === system.family)!;
  AGING.set(system, card);
  return card;
}

/** The cold law of a system's stage. */
export const ageLawOf = (system: SystemCard, stage: CureStage): AgeLaw => ageLaw(agingCardOf(system), stage);
