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
  /** Pots of gel coat with its catalyst, or of the job's resin; none of what is mixed as its can says. */
  pots: CoatVessel[];
}

export interface CoatVessel extends Measured {
  label: string;
  spotIds: string[];
}

interface AskedCoat extends Pick<Coat, 'id' | 'name' | 'medium' | 'areaMm2' | 'massG' | 'fromPlan'> {
  shares: Share[];
}

/** A coat in pots that may stand as long as they are worked: gel coat by its own catalyst, resin as that of the job. */
function coatOf(
  inputs: RepairInputs,
  { shares, ...coat }: AskedCoat,
  card: SystemCard,
  catalystPercent: number | null,
): Coat {
  if (coat.medium === 'paint') return { ...coat, pots: [] };
  const mixedFrom = coatCard(coat.medium, card);
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

/** What a coat is mixed from. */
const coatCard = (medium: CoatMedium, card: SystemCard): SystemCard => (medium === 'gelcoat' ? GEL_COAT : card);

/** Coats of a job: gel coat that fills its finish, and those put down by a person, over the ground where they have no area of their own. */
export function coatsOf(
  inputs: RepairInputs,
  finishes: readonly FinishFill[],
  areaMm2: number,
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
  return [...fills, ...added].map((one) => coatOf(inputs, one, card, catalystPercent));
}
