import { STAGE_NAMES, standingLog } from '@ashstep/contract';
import type { StagePage } from '../stage-page';

export const LAY_UP: StagePage = {
  id: 'layup',
  name: STAGE_NAMES.layup,
  settled: ({ detail }) => {
    const laid = standingLog(detail.log).filter(({ entry }) => entry.kind === 'ply').length;
    return laid > 0 ? `${laid} plies down` : '';
  },
  open: () => import('./layup').then((m) => m.LayUpStage),
};
