import { type SideOption, type WorkingSide, sides } from '../taper/index.js';
import type { RepairInputs } from './inputs.js';
import { type RepairPlan, planRepair } from './plan.js';
import { fromInside } from './stages/working-side.js';

/** A side to work from with what the whole job makes of it; a figure that cannot be worked out is null. */
export interface SidePlan extends SideOption {
  resinG: number | null;
  handsMin: number | null;
  finishAt: string | null;
  taken: boolean;
}

/** The job worked from outside, inside and both, side by side; empty before there is a taper. */
export function compareSides(inputs: RepairInputs): SidePlan[] {
  const { from: _, ...ground } = inputs.taper;
  const worked: Record<WorkingSide, RepairPlan> = {
    outside: planRepair({ ...inputs, taper: { ...ground, sides: 'one' } }),
    inside: planRepair({ ...inputs, taper: { ...ground, sides: 'one', from: 'inside' } }),
    both: planRepair({ ...inputs, taper: { ...ground, sides: 'two' } }),
  };
  const { damage, taper, parent } = worked.outside;
  if (!damage || !taper || !parent) return [];
  const options = sides({
    shape: damage.cutOut,
    ratio: taper.ratio,
    depthMm: parent.depthMm,
    marginMm: inputs.taper.marginMm,
    maskMm: inputs.taper.maskMm,
    through: inputs.damage.depth === 'through',
    access: inputs.place.access,
    ...(inputs.taper.firstShare === undefined ? {} : { firstShare: inputs.taper.firstShare }),
  });
  const taken = inputs.taper.sides === 'two' ? 'both' : fromInside(inputs) ? 'inside' : 'outside';
  return options.map((option) => {
    const plan = worked[option.side];
    return {
      ...option,
      resinG: plan.mix?.totalG ?? null,
      handsMin: plan.days?.handsMin ?? null,
      finishAt: plan.days?.finishAt ?? null,
      taken: option.side === taken,
    };
  });
}
