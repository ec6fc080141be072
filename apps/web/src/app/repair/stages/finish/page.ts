import { STAGE_NAMES } from '@ashstep/contract';
import { counted } from '../counted';
import type { StagePage } from '../stage-page';

export const FINISH: StagePage = {
  id: 'finish',
  name: STAGE_NAMES.finish,
  settled: ({ plan, detail }) =>
    plan.finish && detail.stageReached > 8 ? counted(plan.finish.works.length, 'step') : '',
  open: () => import('./finish').then((m) => m.FinishStage),
};
