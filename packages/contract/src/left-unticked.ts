import { preparationChecks } from '@ashstep/core/inspection';
import { type RepairPlan, resinConditions } from '@ashstep/core/repair';
import { metByFinish } from './finish-standing.js';

/** Something to tick off: before the lay-up, or with the finish. */
export interface Unticked {
  id: string;
  text: string;
  atFinish: boolean;
}

/** What a job cannot be accepted without and nobody has ticked: conditions of its resin, then its preparation; what the steps of the finish show as met is not asked. */
export function leftUnticked(
  plan: Pick<RepairPlan, 'facts' | 'finish' | 'resin' | 'rounds'>,
  repair: Parameters<typeof metByFinish>[1],
): Unticked[] {
  const seen = new Set([
    ...repair.checks.flatMap(({ checkId, done }) => (done ? [checkId] : [])),
    ...metByFinish(plan.finish, repair),
  ]);
  const prepared = plan.rounds.length > 0 ? preparationChecks(plan.facts).filter(({ aside }) => !aside) : [];
  return [
    ...resinConditions(plan.resin).map(({ id, text, atFinish = false }) => ({ id, text, atFinish })),
    ...prepared.map(({ id, text }) => ({ id, text, atFinish: false })),
  ].filter(({ id }) => !seen.has(id));
}
