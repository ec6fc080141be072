import { STAGE_NAMES } from '@ashstep/contract';
import type { StagePage } from '../stage-page';

export const SIGN_OFF: StagePage = {
  id: 'signoff',
  name: STAGE_NAMES.signoff,
  settled: ({ plan, detail }) =>
    detail.results.length > 0
      ? `${new Set(detail.results.map(({ checkId }) => checkId)).size} of ${plan.inspection.length} read`
      : '',
  open: () => import('./signoff').then((m) => m.SignOffStage),
};
