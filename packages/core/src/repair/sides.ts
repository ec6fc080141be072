import { type SideOption, sides } from '../taper/index.js';
import type { RepairInputs } from './inputs.js';
import { planRepair } from './plan.js';

/** A side to work from with what the whole job makes of it; a figure that cannot be worked out is null. */
export interface SidePlan extends SideOption {
  resinG: number | null;
  handsMin: number | null;
  finishAt: string | null;
  taken: boolean;
}

/** The job worked from outside, inside and both, side by side; empty before there is a taper. From inside the work is that from outside. */
export function compareSides(inputs: RepairInputs): SidePlan[] {
  const worked = {
    one: planRepair({ ...inputs, taper: { ...inputs.taper, sides: 'one' } }),
    two: planRepair({ ...inputs, taper: { ...inputs.taper, sides: 'two' } }),
  };
  const { damage, taper, parent } = worked.one;
  if (!damage || !taper || !parent) return [];
  const options = sides({
    shape: damage.cutOut,
    ratio: taper.ratio,
    depthMm: parent.depthMm,
    marginMm: inputs.taper.marginMm,
    maskMm: inputs.taper.maskMm,
    through: inputs.damage.depth === 'through',
    access: inputs.place.access,
  });
  return options.map((option) => {
    const plan = option.side === 'both' ? worked.two : worked.one;
    const taken = option.side === 'inside' ? false : (inputs.taper.sides === 'two') === (option.side === 'both');
    return {
      ...option,
      resinG: plan.mix?.totalG ?? null,
      handsMin: plan.days?.handsMin ?? null,
      finishAt: plan.days?.finishAt ?? null,
      taken,
    };
  });
}
