import { STAGE_NAMES } from '@ashstep/contract';
import type { StagePage } from '../stage-page';

export const MIX: StagePage = {
  id: 'mix',
  name: STAGE_NAMES.mix,
  decides: true,
  settled: ({ plan: { mix, rounds } }, { inUnits }) => {
    const pots = rounds.reduce((sum, round) => sum + round.pots.length, 0);
    return mix && rounds.length > 0
      ? `${inUnits(
          rounds.reduce((sum, { massG }) => sum + massG, 0),
          'mass',
        )} in ${pots} ${pots === 1 ? 'pot' : 'pots'}`
      : '';
  },
  open: () => import('./mix').then((m) => m.MixStage),
};
