import { STAGE_NAMES } from '@ashstep/contract';
import type { StagePage } from '../stage-page';

export const PLIES: StagePage = {
  id: 'plies',
  name: STAGE_NAMES.plies,
  decides: true,
  settled: ({ plan: { patch } }) => (patch ? `${patch.layers.length}${patch.cover ? ' + cover' : ''}` : ''),
  open: () => import('./plies').then((m) => m.PliesStage),
};
