import { CoreError } from '../errors.js';
import type { ResinFamily } from '../material/index.js';
import { type SystemCard, type TwoPartCard, USUAL_PEROXIDE_G_PER_ML } from './systems.js';

/** A hardener for epoxy, with the cure card it gives: the figures of the system that it alone decides. Times at 22 °C. */
export interface AmineHardener extends Pick<
  TwoPartCard,
  | 'hardenerPer100ByWeight'
  | 'hardenerDensityGPerMl'
  | 'potLifeMin'
  | 'minTempC'
  | 'maxTempC'
  | 'sandableHours'
  | 'fullCureHours'
  | 'recoatFromHours'
  | 'recoatUntilHours'
  | 'maxPotG'
> {
  kind: 'amine';
  id: string;
  name: string;
}

/** A peroxide catalyst for polyester and vinylester: its own strength sets the range it is used in. ml per 100 g of resin. */
export interface PeroxideCatalyst {
  kind: 'peroxide';
  id: string;
  name: string;
  catalystMinPercent: number;
  catalystMaxPercent: number;
  catalystDensityGPerMl: number;
}

export type Hardener = AmineHardener | PeroxideCatalyst;

const amine = (
  id: string,
  name: string,
  values: Pick<
    AmineHardener,
    'potLifeMin' | 'minTempC' | 'sandableHours' | 'recoatFromHours' | 'recoatUntilHours' | 'maxPotG'
  > &
    Partial<AmineHardener>,
): AmineHardener => ({
  kind: 'amine',
  id,
  name,
  hardenerPer100ByWeight: 30,
  hardenerDensityGPerMl: 0.97,
  maxTempC: 32,
  fullCureHours: 168,
  ...values,
});

/**
 * Generic hardeners shipped with the app; a shop replaces their figures with its product's data sheet.
 * Source: generic trade figures, the same as the shipped systems'.
 */
export const HARDENERS: readonly Hardener[] = [
  amine('hardener-slow', 'Slow hardener', {
    potLifeMin: 45,
    minTempC: 15,
    sandableHours: 24,
    recoatFromHours: 4,
    recoatUntilHours: 24,
    maxPotG: 500,
  }),
  amine('hardener-medium', 'Medium hardener', {
    potLifeMin: 20,
    minTempC: 10,
    sandableHours: 8,
    recoatFromHours: 2.5,
    recoatUntilHours: 12,
    maxPotG: 400,
  }),
  amine('hardener-fast', 'Fast hardener', {
    potLifeMin: 11,
    minTempC: 5,
    maxTempC: 25,
    sandableHours: 4,
    recoatFromHours: 1.5,
    recoatUntilHours: 6,
    maxPotG: 250,
  }),
  {
    kind: 'peroxide',
    id: 'peroxide-general',
    name: 'Peroxide, general',
    catalystMinPercent: 1,
    catalystMaxPercent: 3,
    catalystDensityGPerMl: USUAL_PEROXIDE_G_PER_ML,
  },
  {
    kind: 'peroxide',
    id: 'peroxide-vinylester',
    name: 'Peroxide, low foaming, for vinylester',
    catalystMinPercent: 1.2,
    catalystMaxPercent: 2.5,
    catalystDensityGPerMl: USUAL_PEROXIDE_G_PER_ML,
  },
];

/** Whether a hardener sets a resin of this family at all: amines epoxy, peroxides the other two. */
export const hardens = (hardener: Hardener, family: ResinFamily): boolean =>
  (hardener.kind === 'amine') === (family === 'epoxy');

/**
 * The card of a resin mixed with a hardener: its own figures, with those the hardener decides taken from the hardener.
 * @throws CoreError 'inconsistent' for a hardener of the other chemistry, which would never set
 */
export function withHardener(card: SystemCard, hardener: Hardener | undefined, field = 'hardener'): SystemCard {
  if (!hardener) return card;
  if (!hardens(hardener, card.family))
    throw new CoreError('inconsistent', field, {
      why: 'other-chemistry',
      family: card.family,
      hardener: hardener.name,
    });
  const { id: _, kind: __, name, ...figures } = hardener;
  // How it cured with its own hardener says nothing of how it does with another.
  const { cure: ___, ...resin } = card;
  return { ...resin, ...figures, name: `${card.name.split(',')[0]} with ${name.toLowerCase()}` };
}
