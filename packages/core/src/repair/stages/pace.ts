import { Remembered } from '../../remembered.js';
import { type CureCard, knownCure } from '../../cure/index.js';
import type { Fabric } from '../../material/index.js';
import {
  type LayingRate,
  type PotLimit,
  type PotLimitInput,
  type QuantityPly,
  layingRate,
  potLimit,
} from '../../mix/index.js';
import type { SystemCard } from '../../resin/systems.js';
import { jobAir } from '../air.js';
import type { RepairInputs } from '../inputs.js';

/** How fast plies go down. */
export interface Pace {
  /** By the shed's log, or as is usual for the work. */
  laying: LayingRate;
  /** What it is planned with: as a person set it, else that. */
  gPerMin: number;
}

/** What of a ply decides how fast it goes down. */
export type PacedPly = Pick<QuantityPly, 'areaMm2' | 'arealWeightGsm'> & { fabric: Fabric };

/** How fast plies go down, and the largest sensible pot at that. */
export interface Paced extends Pace {
  limit: PotLimit | null;
}

export function layingOf(
  { mix }: RepairInputs,
  plies: readonly PacedPly[],
  pieces: number,
  wound: boolean,
  { family }: SystemCard,
): LayingRate {
  const { layingLog, hands, overhead, onFilm } = mix;
  const weightOf = (of: readonly PacedPly[]): number => of.reduce((sum, ply) => sum + ply.areaMm2 * ply.arealWeightGsm, 0); // prettier-ignore
  const stiff = plies.filter(({ fabric }) => family === 'epoxy' && (fabric.binder === 'powder' || fabric.binder === 'emulsion')); // prettier-ignore
  return layingRate({
    areaMm2: Math.max(0, ...plies.map(({ areaMm2 }) => areaMm2)) / pieces,
    wound,
    stiffShare: plies.length === 0 ? 0 : weightOf(stiff) / weightOf(plies),
    ...(layingLog ? { log: layingLog } : {}),
    ...(hands ? { hands } : {}),
    ...(overhead ? { overhead } : {}),
    ...(onFilm ? { onFilm } : {}),
  });
}

/** Limits of pots change with the card and the day, not with the outline that is dragged. */
const POT_LIMITS = new WeakMap<CureCard, Remembered<PotLimit>>();
const MOST_POT_LIMITS = 100;

/** The largest sensible pot where the system's cure is known; null where only the card's own times are. */
export function limitOf(
  inputs: RepairInputs,
  card: SystemCard,
  catalystPercent: number | null,
  layingRateGPerMin: number,
): PotLimit | null {
  const cure = knownCure(card);
  if (!cure) return null;
  const { container } = inputs.mix;
  const asked: Omit<PotLimitInput, 'card' | 'cure'> = {
    layingRateGPerMin,
    tempC: jobAir(inputs.air).tempC.value,
    ...(container ? { container } : {}),
    ...(catalystPercent === null ? {} : { catalystPercent }),
  };
  const name = JSON.stringify([asked, card.maxPotG]);
  const known = POT_LIMITS.get(cure) ?? new Remembered<PotLimit>(MOST_POT_LIMITS);
  POT_LIMITS.set(cure, known);
  return known.of(name, () => potLimit({ card, cure, ...asked }));
}
