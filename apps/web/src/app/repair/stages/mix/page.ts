import { STAGE_NAMES } from '@ashstep/contract';
import type { StagePage } from '../stage-page';

export const MIX: StagePage = {
  id: 'mix',
  name: STAGE_NAMES.mix,
  decides: true,
  settled: ({ plan: { mix, rounds } }, { inUnits }) => {
    const pots = rounds.reduce((sum, round) => sum + round.pots.length, 0);
    return mix ? `${inUnits(mix.totalG, 'mass')} in ${pots} ${pots === 1 ? 'pot' : 'pots'}` : '';
  },
  open: () => import('./mix').then((m) => m.MixStage),
};
