import { STAGE_NAMES } from '@ashstep/contract';
import { whenText } from '../../../platform/when.pipe';
import type { StagePage } from '../stage-page';

export const DAYS: StagePage = {
  id: 'days',
  name: STAGE_NAMES.days,
  settled: ({ plan: { days } }, { finishAt }) =>
    days ? `to ${whenText(finishAt ?? days.finishAt).split(',')[0]!}` : '',
  open: () => import('./days').then((m) => m.DaysStage),
};
