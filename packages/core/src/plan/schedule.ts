import { requireNumber } from '../errors.js';
import { chances } from '../statistics/index.js';
import { Shed, type ShedPlan } from './shed.js';
import type { ScheduleInput, ScheduleResult } from './tasks.js';

export type ScheduleSearch = Generator<{ share: number; soFar: ScheduleResult }, ScheduleResult, 'stop' | undefined>;

const TRIES = 300;
/** Share of the length of the rest by which the order is shaken. */
const SHAKE = 0.3;

/**
 * A plan of several jobs that share people, bays and a clock: every task as early as what comes before it, its people, a bay, the shed's hours
 * and the air let it, in an order by the length of what still hangs on it; the order is then shaken by seeded chance and the best plan kept.
 * Cures run by the air they stand in. The bound is the larger of the longest chain with nobody in the way, and all hands' work shared by all
 * who can do it.
 * @throws CoreError for no tasks or more than 1000, nobody to do one, tasks that wait for one another in a ring or for one that is not there
 */
export function* searchSchedule(input: ScheduleInput): ScheduleSearch {
  const shed = new Shed(input);
  const random = chances(input.seed ?? 1);
  let best = shed.plan(shed.tails);
  let order = shed.tails;
  for (let tries = 1; tries < TRIES; tries++) {
    const tried = order.map((tail) => tail * (1 + SHAKE * (2 * random() - 1)));
    const plan = shed.plan(tried);
    if (plan.cost < best.cost) [best, order] = [plan, tried];
    if (best.cost <= shed.boundMin) break;
    if ((yield soFarOf(shed, best, tries)) === 'stop') return shed.told(best, tries);
  }
  return shed.told(best, TRIES);
}

/** Told only when it is asked for: most tries nobody looks at. */
const soFarOf = (shed: Shed, best: ShedPlan, tries: number): { share: number; soFar: ScheduleResult } => ({
  share: tries / TRIES,
  get soFar() {
    return shed.told(best, tries);
  },
});

/** The same, all at once. @throws CoreError as `searchSchedule` does */
export function schedule(input: ScheduleInput & { tries?: number }): ScheduleResult {
  const { tries, ...rest } = input;
  const most = requireNumber(tries ?? TRIES, 'tries', { min: 1, max: TRIES });
  const search = searchSchedule(rest);
  for (let i = 1; ; i++) {
    const step = search.next(i > most ? 'stop' : undefined);
    if (step.done) return step.value;
  }
}
