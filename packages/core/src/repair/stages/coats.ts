import { LIMITS } from '../../limits/index.js';
import { COAT_G_PER_MIN, catalystFor, potLabel, workingTimeMin } from '../../mix/index.js';
import { GEL_COAT } from '../../resin/gel-coat.js';
import type { SystemCard } from '../../resin/systems.js';
import { walkInPots } from '../../spots/index.js';
import { jobAir } from '../air.js';
import type { CoatMedium } from '../added-round.js';
import type { RepairInputs } from '../inputs.js';
import type { FinishFill, Share } from './finish-fills.js';
import { type Measured, measuring } from './measured.js';

export interface Coat {
  id: string;
  name: string;
  medium: CoatMedium;
  massG: number;
  areaMm2: number;
  /** Worked out from the damage, not put down by a person. */
  fromPlan: boolean;
  /** Gel coat that goes in before the first ply, against a back-up. */
  first?: true;
  /** Pots of gel coat with its catalyst, or of the job's resin; none of what is mixed as its can says. */
  pots: CoatVessel[];
}

export interface CoatVessel extends Measured {
  label: string;
  spotIds: string[];
}

interface AskedCoat extends Pick<Coat, 'id' | 'name' | 'medium' | 'areaMm2' | 'massG' | 'fromPlan' | 'first'> {
  shares: Share[];
}

/** A coat in pots that may stand as long as they are worked: gel coat by its own catalyst, resin as that of the job. */
export function coatPots(
  inputs: RepairInputs,
  { shares, ...coat }: AskedCoat,
  card: SystemCard,
  catalystPercent: number | null,
): Coat {
  const mixedFrom = cardOfMedium(coat.medium, card);
  if (!mixedFrom) return { ...coat, pots: [] };
  const tempC = jobAir(inputs.air).tempC.value;
  const percent = coat.medium === 'gelcoat' ? catalystFor(GEL_COAT, tempC) : catalystPercent;
  const limitG = Math.max(1, Math.min(mixedFrom.maxPotG, workingTimeMin(mixedFrom, tempC) * COAT_G_PER_MIN));
  const { of } = measuring(inputs, mixedFrom, percent);
  const amounts = shares.length > 0 ? shares.map(({ part }) => part * coat.massG) : [coat.massG];
  const pots = walkInPots(amounts, limitG).map(({ amount, spots }, i): CoatVessel => ({
    ...of(Math.max(LIMITS.batchG.min, amount)),
    label: potLabel(i),
    spotIds: shares.length > 1 ? spots.map((at) => shares[at]!.spotId) : [],
  }));
  return { ...coat, pots };
}

/** What is mixed: gel coat by its own card, else the resin of the job; null for what is mixed as its can says. */
export const cardOfMedium = (medium: CoatMedium | null, own: SystemCard | null): SystemCard | null =>
  medium === 'gelcoat' ? GEL_COAT : medium === 'paint' ? null : own;

/** What is coated: the ground that has to be finished, and the hole that gel coat goes into first; null where none does. */
export interface CoatedAreas {
  abradedMm2: number;
  firstMm2: number | null;
}

/** Id of the round of gel coat that goes in before the first ply. */
export const GEL_COAT_FIRST = 'gel-coat-first';
/** Gel coat against a back-up is as thick as the finish round it; where that was not measured, as gel coat usually is, mm. */
const FIRST_COAT_MM = 0.5;
/** Round the hole and on the back-up sheet it is lost. */
const FIRST_COAT_WASTE = 1.15;

/** Coats of a job: gel coat that fills its finish, and those put down by a person, over the ground where they have no area of their own. */
export function coatsOf(
  inputs: RepairInputs,
  finishes: readonly FinishFill[],
  { abradedMm2: areaMm2, firstMm2 }: CoatedAreas,
  card: SystemCard,
  catalystPercent: number | null,
): Coat[] {
  const fills = finishes
    .filter(({ medium }) => medium === 'gelcoat')
    .map(({ id, name, volumeMl, shares }): AskedCoat => ({
      id,
      name,
      medium: 'gelcoat',
      areaMm2,
      fromPlan: true,
      shares,
      massG: GEL_COAT.resinDensityGPerMl * volumeMl,
    }));
  const added = inputs.rounds.added.flatMap(({ id, name, work }): AskedCoat[] => {
    if (work.kind !== 'coat') return [];
    const area = work.areaMm2 ?? areaMm2;
    const massG = (area / 1000) * work.thicknessMm * work.densityGPerMl;
    return [{ id, name, medium: work.medium, areaMm2: area, fromPlan: false, shares: [], massG }];
  });
  const first =
    firstMm2 === null
      ? []
      : [
          {
            id: GEL_COAT_FIRST,
            name: 'Gel coat on the back-up',
            medium: 'gelcoat' as const,
            areaMm2: firstMm2,
            fromPlan: true,
            first: true as const,
            shares: [],
            massG:
              FIRST_COAT_WASTE *
              GEL_COAT.resinDensityGPerMl *
              (firstMm2 / 1000) *
              (inputs.laminate.finishThicknessMm || FIRST_COAT_MM),
          },
        ];
  return [...first, ...fills, ...added].map((one) => coatPots(inputs, one, card, catalystPercent));
}
