import { STAGE_NAMES } from '@ashstep/contract';
import { dayOf } from '../../../platform/when.pipe';
import type { StagePage } from '../stage-page';

export const DAYS: StagePage = {
  id: 'days',
  name: STAGE_NAMES.days,
  settled: ({ plan: { days } }, { finishAt, sealedAt }) => {
    if (sealedAt) return `sealed ${dayOf(sealedAt)}`;
    return days ? `to ${dayOf(finishAt ?? days.finishAt)}` : '';
  },
  open: () => import('./days').then((m) => m.DaysStage),
};
