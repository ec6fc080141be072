import { type ScheduleResult, schedule, searchSchedule } from '../plan/index.js';
import {
  type PlanVariant,
  type ShedPlanInput,
  type ShedPlanned,
  jobAndStep,
  planVariants,
  shedSchedule,
  withVariant,
} from './shed-plan.js';

export interface ShedPlanFound {
  planned: Omit<ShedPlanned, 'input'> & { air: NonNullable<ShedPlanned['input']>['air'] };
  /** Null where no job has anything to plan. */
  result: ScheduleResult | null;
  /** Other ways of doing one job; empty unless asked for. */
  variants: VariantFound[];
}

export interface VariantFound {
  variant: PlanVariant;
  finishAt: string;
  handsMin: number;
  /** Separate lay-ups, and those that come after the window of the one before. */
  layUps: number;
  late: number;
}

export interface ShedPlanAsk {
  input: ShedPlanInput;
  /** Job whose other ways are wanted. */
  variantsOf: string | null;
}

const SEED = 1;
/** Orders tried for each of the other ways. */
const VARIANT_TRIES = 30;

/** Searches the plan of all jobs, or goes through the other ways of one. */
export function* searchShedPlan({
  input,
  variantsOf,
}: ShedPlanAsk): Generator<{ share: number; soFar: ShedPlanFound }, ShedPlanFound, 'stop' | undefined> {
  const { made, found } = begun(input);
  if (!made) return found;
  if (variantsOf !== null) {
    const job = input.jobs.find(({ id }) => id === variantsOf);
    const ways = job ? planVariants(job, input.shop) : [];
    for (const [i, variant] of ways.entries()) {
      found.variants.push(variantFound(withVariant(input, variantsOf, variant), variantsOf, variant));
      if ((yield { share: (i + 1) / ways.length, soFar: found }) === 'stop') break;
    }
    return found;
  }
  const search = searchSchedule({ ...made, seed: SEED });
  for (let step = search.next(); ;) {
    if (step.done) return { ...found, result: step.value };
    step = search.next(yield soFarOf(found, step.value));
  }
}

function begun(input: ShedPlanInput): { made: ShedPlanned['input']; found: ShedPlanFound } {
  const { input: made, ...planned } = shedSchedule(input);
  return { made, found: { planned: { ...planned, air: made?.air }, result: null, variants: [] } };
}

/** The plan by the order of what hangs on each step, untried: at once, for as long as nothing better is known. */
export const firstPlan = (input: ShedPlanInput): ShedPlanFound => scheduled(input, { tries: 1 });

/** The plan of all jobs searched to its end: the same for the same shed, wherever it is worked out. */
export const wholePlan = (input: ShedPlanInput): ShedPlanFound => scheduled(input, { seed: SEED });

function scheduled(input: ShedPlanInput, how: { seed?: number; tries?: number }): ShedPlanFound {
  const { made, found } = begun(input);
  return { ...found, result: made && schedule({ ...made, ...how }) };
}

/** Told only when it is asked for. */
const soFarOf = (
  found: ShedPlanFound,
  step: { share: number; soFar: ScheduleResult },
): { share: number; soFar: ShedPlanFound } => ({
  share: step.share,
  get soFar() {
    return { ...found, result: step.soFar };
  },
});

function variantFound(input: ShedPlanInput, jobId: string, variant: PlanVariant): VariantFound {
  const { input: made, steps } = shedSchedule(input);
  const own = (steps[jobId] ?? []).filter(({ kind }) => kind === 'hands');
  const result = made && schedule({ ...made, tries: VARIANT_TRIES });
  const tasks = (result?.tasks ?? []).filter(({ id }) => jobAndStep(id).jobId === jobId);
  return {
    variant,
    finishAt: tasks.map(({ endAt }) => endAt).sort().at(-1) ?? input.nowAt, // prettier-ignore
    handsMin: own.reduce((sum, { minutes }) => sum + minutes, 0),
    layUps: own.filter(({ id }) => id === 'lay-up').length,
    late: tasks.filter(({ remarks }) => remarks.some(({ id }) => id === 'schedule.too-late')).length,
  };
}
