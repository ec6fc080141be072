import { STAGE_NAMES, provenBy } from '@ashstep/contract';
import type { StagePage } from '../stage-page';

export const SIGN_OFF: StagePage = {
  id: 'signoff',
  name: STAGE_NAMES.signoff,
  settled: ({ inputs, plan, detail }) => {
    const proven = provenBy(plan, detail.log, inputs.survey.readings).map(({ checkId }) => checkId);
    const read = new Set([...detail.results.map(({ checkId }) => checkId), ...proven]);
    const asked = plan.inspection.filter(({ id }) => read.has(id)).length;
    return detail.results.length > 0 ? `${asked} of ${plan.inspection.length} read` : '';
  },
  open: () => import('./signoff').then((m) => m.SignOffStage),
};
