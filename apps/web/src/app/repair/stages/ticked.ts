import { type RepairDetail, standingLog } from '@ashstep/contract';
import type { FinishWork } from '@ashstep/core/finish';
import { finishCheck } from '@ashstep/core/repair';

/** Whether a check of the job is ticked off. */
export const isTicked = ({ checks }: Pick<RepairDetail, 'checks'>, id: string): boolean =>
  checks.some(({ checkId, done }) => checkId === id && done);

/** Whether a work of the finish is ticked off, or was with the whole step it belongs to, as it was once. */
export const isWorkTicked = (detail: Pick<RepairDetail, 'checks'>, { id, of }: Pick<FinishWork, 'id' | 'of'>): boolean => isTicked(detail, finishCheck(id)) || isTicked(detail, finishCheck(of)); // prettier-ignore

/** Whether a work of the finish is done: ticked, or logged as a round of its own. */
export const isWorkDone = (detail: Pick<RepairDetail, 'checks' | 'log'>, work: Pick<FinishWork, 'id' | 'of'>): boolean => isWorkTicked(detail, work) || standingLog(detail.log).some(({ entry }) => entry.kind === 'round' && entry.round === work.id); // prettier-ignore
