import { metByFinish } from '@ashstep/contract';
import { finishCheck } from '@ashstep/core/repair';
import type { RepairState } from '../../repair.store';
import { isTicked } from '../ticked';
import { finishConditions } from './conditions';

/** What is looked at before the next coat, and whether it was seen to. */
export function looks({ plan, detail }: Pick<RepairState, 'plan' | 'detail'>): { id: string; seen: boolean }[] {
  const met = metByFinish(plan.finish, detail);
  const ids = [...finishConditions(plan).map(({ id }) => id), ...(plan.finish?.checks ?? []).map(({ id }) => finishCheck(id))]; // prettier-ignore
  return ids.map((id) => ({ id, seen: met.includes(id) || isTicked(detail, id) }));
}
