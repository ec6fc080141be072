import { STAGE_NAMES } from '@ashstep/contract';
import type { StagePage } from '../stage-page';

export const MIX: StagePage = {
  id: 'mix',
  name: STAGE_NAMES.mix,
  decides: true,
  settled: ({ plan: { mix } }, { inUnits }) =>
    mix ? `${inUnits(mix.totalG, 'mass')} in ${mix.pots} ${mix.pots === 1 ? 'pot' : 'pots'}` : '',
  open: () => import('./mix').then((m) => m.MixStage),
};
