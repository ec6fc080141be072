import { createHash } from 'node:crypto';
import { Piscina } from 'piscina';
import { CoreError } from '@ashstep/core/errors';
import { Remembered } from '@ashstep/core/remembered';
import {
  type RepairInputs,
  type RepairPlan,
  type ShedPlanFound,
  type ShedPlanInput,
  planRepair,
} from '@ashstep/core/repair';
import { ProblemError } from '../platform/problems.js';
import type * as tasks from './tasks.js';

/** A piece of work is given up after so long, ms: figures that take longer are no repair’s. */
const MOST_MS = 5_000;
/** Searching the plan of a large shed may take so long, ms. */
const MOST_SEARCH_MS = 30_000;
/** Printing may take so long, ms. */
const MOST_PRINT_MS = 30_000;
/** Points of marks, outlines and readings up to which a plan is worked out at once: a few milliseconds. */
const LIGHT = 1_000;

type Tasks = typeof tasks;

let pool: Piscina | null = null;

/** Threads beside the one that answers, begun when they are first wanted. */
function threads(): Piscina {
  if (pool) return pool;
  const file = import.meta.url.endsWith('.ts') ? './tasks.source.mjs' : './tasks.js';
  pool = new Piscina({
    filename: new URL(file, import.meta.url).href,
    minThreads: 0,
    maxThreads: 2,
    idleTimeout: 60_000,
    maxQueue: 100,
  });
  // A thread that breaks fails what it was at; it ends nothing else.
  pool.on('error', () => undefined);
  return pool;
}

async function inThread<Name extends keyof Tasks>(
  name: Name,
  input: Parameters<Tasks[Name]>[0],
  mostMs: number,
): Promise<Awaited<ReturnType<Tasks[Name]>>> {
  const limit = new AbortController();
  let timer: NodeJS.Timeout | undefined;
  try {
    // The limit is of the work: what a thread takes to begin, on a busy machine, is no fault of the figures.
    await threads().run(undefined, { name: 'ready' });
    timer = setTimeout(() => limit.abort(), mostMs);
    return (await threads().run(input, { name, signal: limit.signal })) as Awaited<ReturnType<Tasks[Name]>>;
  } catch (error) {
    if (limit.signal.aborted)
      throw new ProblemError(
        422,
        'too-heavy',
        'These figures take too long to work out. Take marks or points out that are not needed.',
      );
    if ((error as Error).message === 'Task queue is at limit')
      throw new ProblemError(503, 'away', 'Too much is being worked out just now. Try again in a moment.');
    throw error;
  } finally {
    clearTimeout(timer);
  }
}

/** How much there is to work out of a repair. */
function weightOf({ survey, damage, taper }: RepairInputs): number {
  const points = survey.marks.reduce((sum, mark) => sum + mark.points.length, 0);
  const outlines = [damage.shape, survey.visible, survey.expected?.shape].reduce(
    (sum, shape) => sum + (shape?.kind === 'polygon' ? shape.points.length : 0),
    0,
  );
  return points + outlines + survey.readings.length / 10 + (taper.locals?.length ?? 0) * 20;
}

/** Plans made last, by what they were made from: every entry of a log is judged by the plan as it stood for the one before. */
const plans = new Remembered<Promise<RepairPlan>>(64);

/**
 * The plan of a repair, never to be changed in place: at once where it is as large as most are, in a thread with a time limit where it
 * is larger, so that nobody else waits for it.
 * @throws ProblemError 422 `too-heavy` when it takes too long
 */
export function planOf(inputs: RepairInputs): Promise<RepairPlan> {
  const name = createHash('sha256').update(JSON.stringify(inputs)).digest('base64');
  return plans.of(name, () => {
    const made = madePlan(inputs);
    made.catch(() => plans.forget(name));
    return made;
  });
}

const madePlan = async (inputs: RepairInputs): Promise<RepairPlan> =>
  weightOf(inputs) <= LIGHT ? planRepair(inputs) : inThread('plan', inputs, MOST_MS);

/** The plan of all jobs, searched to its end in a thread. @throws ProblemError 422 `too-heavy` when it takes too long, CoreError as `schedule` does */
export async function wholePlanOf(input: ShedPlanInput): Promise<ShedPlanFound> {
  const { found, wrong } = await inThread('shed', input, MOST_SEARCH_MS);
  if (!found) throw new CoreError(wrong!.code, wrong!.field, wrong!.params);
  return found;
}

/** Prints something in a thread. @throws ProblemError 422 `too-heavy` when it takes too long */
export async function printed<Name extends Exclude<keyof Tasks, 'plan' | 'ready' | 'shed'>>(
  name: Name,
  input: Parameters<Tasks[Name]>[0],
): Promise<Buffer> {
  return Buffer.from(await inThread(name, input, MOST_PRINT_MS));
}
