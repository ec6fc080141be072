import { type RepairPlan, resinConditions } from '@ashstep/core/repair';

/** Conditions of the resin that are seen to when the finish goes on. */
export const finishConditions = ({ resin }: Pick<RepairPlan, 'resin'>): ReturnType<typeof resinConditions> =>
  resinConditions(resin).filter(({ atFinish }) => atFinish);
