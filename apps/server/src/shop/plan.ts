import { createHash } from 'node:crypto';
import { shedPlanInput } from '@ashstep/contract';
import type { ShedPlanFound } from '@ashstep/core/repair';
import { wallClock } from '../platform/clock.js';
import type { Context } from '../platform/context.js';
import { board } from '../repairs/service.js';
import { wholePlanOf } from '../threads/heavy.js';
import { shopPlan } from './service.js';

/** Plans of so many states of the shed are kept, the latest asked for. */
const MOST_KEPT = 20;

const kept = new Map<string, Promise<ShedPlanFound>>();

/** The plan of all open jobs as the shed stands: worked out once for each state of it, so that everybody sees the same. */
export async function shedPlan(context: Context): Promise<ShedPlanFound> {
  const [rows, shop] = await Promise.all([board(context), shopPlan(context)]);
  const input = shedPlanInput(rows, shop, wallClock(context.now()), wallClock);
  const state = createHash('sha256').update(JSON.stringify(input)).digest('hex');
  const known = kept.get(state);
  const plan = known ?? wholePlanOf(input);
  if (!known) plan.catch(() => kept.delete(state));
  // The one asked for last goes last.
  kept.delete(state);
  kept.set(state, plan);
  if (kept.size > MOST_KEPT) kept.delete(kept.keys().next().value!);
  return plan;
}
