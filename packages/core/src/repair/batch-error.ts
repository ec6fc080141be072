import { type MixErrorResult, catalystFor, mix, mixError } from '../mix/index.js';
import { jobAir } from './air.js';
import type { RepairInputs } from './inputs.js';
import type { RepairPlan } from './plan.js';
import { chosenCard } from './stages/resin.js';

/**
 * How far a weighed batch is from what its job wants: the system's ratio, for a catalysed one the per cent that is planned or, where none is set, the
 * one for the temperature it cures at. Null where no system is chosen.
 * @throws CoreError for weights no batch has, or a planned per cent outside the product's range
 */
export function batchError(
  inputs: RepairInputs,
  plan: Pick<RepairPlan, 'resin'>,
  weighed: { resinG: number; secondG: number },
): MixErrorResult | null {
  const card = plan.resin?.card ?? chosenCard(inputs.resin);
  if (!card) return null;
  const wanted = mix({
    card,
    totalG: 100,
    ...(card.kind === 'catalysed'
      ? { catalystPercent: inputs.mix.catalystPercent ?? catalystFor(card, jobAir(inputs.air).tempC.value) }
      : {}),
  });
  return mixError({
    per100ByWeight: wanted.per100ByWeight,
    resinG: weighed.resinG,
    secondG: weighed.secondG,
    tolerancePercent: card.tolerancePercent,
  });
}
