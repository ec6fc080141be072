import { createHash } from 'node:crypto';
import { shedPlanInput, wallClockIn } from '@ashstep/contract';
import { Remembered } from '@ashstep/core/remembered';
import type { ShedPlanFound } from '@ashstep/core/repair';
import type { Context } from '../platform/context.js';
import { board } from '../repairs/service.js';
import { wholePlanOf } from '../threads/heavy.js';
import { shopPlan } from './service.js';

/** Plans of so many states of the shed are kept, the latest asked for. */
const MOST_KEPT = 20;

const kept = new Remembered<Promise<ShedPlanFound>>(MOST_KEPT);

/** The plan of all open jobs as the shed stands: worked out once for each state of it, so that everybody sees the same. */
export async function shedPlan(context: Context): Promise<ShedPlanFound> {
  const [rows, shop] = await Promise.all([board(context), shopPlan(context)]);
  const local = (moment: string | Date): string => wallClockIn(shop.settings.zone, moment);
  const input = shedPlanInput(rows, shop, local(context.now()), local);
  const state = createHash('sha256').update(JSON.stringify(input)).digest('hex');
  return kept.of(state, () => {
    const plan = wholePlanOf(input);
    plan.catch(() => kept.forget(state));
    return plan;
  });
}
