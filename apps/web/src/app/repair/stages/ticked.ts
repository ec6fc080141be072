import type { RepairDetail } from '@ashstep/contract';

/** Whether a check of the job is ticked off. */
export const isTicked = ({ checks }: Pick<RepairDetail, 'checks'>, id: string): boolean =>
  checks.some(({ checkId, done }) => checkId === id && done);
