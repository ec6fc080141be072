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
  /** Coldest it may be used at, °C; a shipped system's own when left out. */
  minTempC?: number;
}

interface Rates {
  /** k₁ and k₂ at 22 °C, per second, and what they need to run, J/mol. */
  k1: number;
  e1: number;
  k2: number;
  e2: number;
  /** 1 when left out. */
  m?: number;
  n: number;
  heatJPerG: number;
  inhibitor?: Inhibitor;
}

const kinetics = ({ k1, e1, k2, e2, ...rest }: Rates): Kinetics => ({
  k1: arrheniusAt22(k1, e1),
  k2: arrheniusAt22(k2, e2),
  m: 1,
  ...rest,
});

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
const catalysed = (
  id: 'polyester' | 'vinylester',
  name: string,
  densityGPerMl: number,
  inhibitor: Pick<Inhibitor, 'minutes' | 'eJPerMol'>,
  values: Rates,
): CureCard => ({
  id,
  name,
  family: id,
  kinetics: kinetics({ ...values, inhibitor: { ...inhibitor, catalystPercent: 2 } }),
  densityGPerMl,
  heatCapacityJPerGK: 1.9,
  gelAlpha: 0.03,
  greenAlpha: 0.5,
  sandableAlpha: 0.8,
  fullAlpha: 0.95,
});

/**
 * Generic cure cards, one for each shipped system and named as it is. Source: fitted to the workshop's rules, which `npm run bench` prints beside what the
 * cards give: 100 g in a cup at 22 °C gel in 45, 20 and 11 min (epoxy slow, medium, fast), 18 min (polyester, 2 %) and 25 min (vinylester, 2 %), in
 * about twice that 10 °C colder and half of it 10 °C warmer; thin films are sandable in 24, 8, 4, 4 and 6 h and near full in a week (epoxy), 24 h and 48 h;
 * 20 g spread thin outlast the cup two or three times over;
 * a fast epoxy at 8 °C is not sandable before a day; 12.7 mm of medium epoxy peak near 100 °C on foam and 80 °C in air; 4 mm of polyester mat at
 * 20 °C at 55-80 °C on what keeps the heat and 40-60 °C on laminate.
 */
export const CURE_CARDS: readonly CureCard[] = [
  epoxy('epoxy-slow', 'Epoxy, slow hardener', {
    k1: 7.9984e-5,
    e1: 37_050,
    k2: 0,
    e2: 54_000,
    n: 2.3969,
    heatJPerG: 423,
  }),
  epoxy('epoxy-medium', 'Epoxy, medium hardener', {
    k1: 5.3905e-5,
    e1: 38_980,
    k2: 9.1509e-4,
    e2: 59_470,
    n: 3.3517,
    heatJPerG: 315,
  }),
  epoxy('epoxy-fast', 'Epoxy, fast hardener', {
    k1: 2.2835e-4,
    e1: 43_110,
    k2: 6.0089e-2,
    e2: 102_140,
    m: 5,
    n: 4.8017,
    heatJPerG: 320,
  }),
  catalysed(
    'vinylester',
    'Vinylester',
    1.08,
    { minutes: 23.56, eJPerMol: 49_960 },
    { k1: 2.9955e-4, e1: 47_690, k2: 9.15e-5, e2: 52_820, n: 2.5383, heatJPerG: 344 },
  ),
  catalysed(
    'polyester',
    'Polyester, laminating',
    1.1,
    { minutes: 17.15, eJPerMol: 51_360 },
    { k1: 5.2049e-4, e1: 24_360, k2: 0, e2: 54_000, n: 2.3995, heatJPerG: 438 },
  ),
];

/** A shipped card by id, or one given. @throws CoreError 'unknown-id' when there is neither */
export const cureCardOf = ({ cardId, card }: { cardId?: string; card?: CureCard }): CureCard =>
  card ?? requireEntry(CURE_CARDS, cardId ?? '', 'cardId');
