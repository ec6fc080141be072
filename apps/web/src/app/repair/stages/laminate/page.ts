import { STAGE_NAMES } from '@ashstep/contract';
import type { StagePage } from '../stage-page';

export const LAMINATE: StagePage = {
  id: 'laminate',
  name: STAGE_NAMES.laminate,
  decides: true,
  settled: ({ plan: { parent } }, { inUnits }) =>
    parent
      ? `${inUnits(parent.thicknessMm, 'thickness', 1)}, ${parent.plies.length} ${parent.plies.length === 1 ? 'ply' : 'plies'}`
      : '',
  open: () => import('./laminate').then((m) => m.LaminateStage),
};
