import { type MixErrorResult, catalystFor, mix, mixError } from '../mix/index.js';
import { jobAir } from './air.js';
import { GEL_COAT } from '../resin/gel-coat.js';
import { everyRound } from './finishing.js';
import type { RepairInputs } from './inputs.js';
import type { RepairPlan } from './plan.js';
import { cardOfMedium } from './stages/coats.js';
import { chosenCard } from './stages/resin.js';

/**
 * How far a weighed batch is from what its job wants: the system's ratio, for a catalysed one the per cent that is planned or, where none is set, the
 * one for the temperature it cures at; in a round of gel coat its own. Null where no system is chosen, and for what is mixed as its can says.
 * @throws CoreError for weights no batch has, or a planned per cent outside the product's range
 */
export function batchError(
  inputs: RepairInputs,
  plan: Pick<RepairPlan, 'resin' | 'rounds' | 'finish'>,
  weighed: { resinG: number; secondG: number; round?: string | undefined },
): MixErrorResult | null {
  const own = plan.resin?.card ?? chosenCard(inputs.resin);
  const medium = everyRound(plan).find(({ id }) => id === weighed.round)?.medium ?? null;
  const card = cardOfMedium(medium, own);
  if (!card) return null;
  const wanted = mix({
    card,
    totalG: 100,
    ...(card.kind === 'catalysed'
      ? {
          catalystPercent:
            (card === GEL_COAT ? null : inputs.mix.catalystPercent) ??
            catalystFor(card, jobAir(inputs.air).tempC.value),
        }
      : {}),
  });
  return mixError({
    per100ByWeight: wanted.per100ByWeight,
    resinG: weighed.resinG,
    secondG: weighed.secondG,
    tolerancePercent: card.tolerancePercent,
  });
}
