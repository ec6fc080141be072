import { STAGE_NAMES } from '@ashstep/contract';
import type { StagePage } from '../stage-page';

export const FINISH: StagePage = {
  id: 'finish',
  name: STAGE_NAMES.finish,
  settled: ({ plan, detail }) => (plan.finish && detail.stageReached > 8 ? `${plan.finish.steps.length} steps` : ''),
  open: () => import('./finish').then((m) => m.FinishStage),
};
