import { STAGE_NAMES } from '@ashstep/contract';
import { whenText } from '../../../platform/when.pipe';
import type { StagePage } from '../stage-page';

export const DAYS: StagePage = {
  id: 'days',
  name: STAGE_NAMES.days,
  settled: ({ plan: { days } }, { finishAt, sealedAt }) => {
    const day = (at: string): string => whenText(at).split(',')[0]!;
    if (sealedAt) return `sealed ${day(sealedAt)}`;
    return days ? `to ${day(finishAt ?? days.finishAt)}` : '';
  },
  open: () => import('./days').then((m) => m.DaysStage),
};
