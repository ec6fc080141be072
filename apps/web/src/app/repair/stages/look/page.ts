import { STAGE_NAMES } from '@ashstep/contract';
import type { StagePage } from '../stage-page';

export const LOOK: StagePage = {
  id: 'look',
  name: STAGE_NAMES.look,
  settled: ({ plan, inputs }, { length }) =>
    inputs.damage.spots.length > 0
      ? `${inputs.damage.spots.length + 1} spots, ${inputs.damage.depth}`
      : plan.damage && !inputs.damage.unsaid
        ? `${length(plan.damage.visible.lengthMm)} × ${length(plan.damage.visible.widthMm)}, ${inputs.damage.depth}`
        : '',
  open: () => import('./look').then((m) => m.LookStage),
};
