import { type Air, type AirNeeds, type AirReading, shedAir } from '../air/index.js';
import type { SystemCard } from '../resin/systems.js';
import {
  type JobStep,
  type ScheduleInput,
  type ScheduleTask,
  type ShedHours,
  type ShopSettings,
  fitsOneDay,
  jobSteps,
  parseLocal,
  stepTask,
} from '../plan/index.js';
import type { RepairInputs } from './inputs.js';
import { knownPlan } from './known-plan.js';
import type { RepairPlan } from './plan.js';
import { stepsInputOf } from './steps.js';

/** What has been done of a job, by its log and checks. Times on the wall clock. */
export interface JobProgress {
  startedAt: string | null;
  /** Plies laid, by their keys. */
  plies: readonly { key: string; at: string }[];
  /** Preparation checks ticked off. */
  checks: readonly { id: string; at: string }[];
  /** Steps somebody has begun or finished, by their keys. */
  marks: readonly { key: string; startedAt: string | null; doneAt: string | null }[];
  /** Everything up to the inspection is done. */
  finished: boolean;
}

export const NOTHING_DONE: JobProgress = { startedAt: null, plies: [], checks: [], marks: [], finished: false };

/** A job as the shed plans it. */
export interface ShedJob {
  id: string;
  inputs: RepairInputs;
  progress: JobProgress;
  /** When somebody wants a step to begin, by its key. */
  pins: Readonly<Record<string, string>>;
}

/** Why a job is not in the plan. */
export type LeftOut = 'no-start' | 'not-planned' | 'held' | 'nothing-left';

export interface ShedPlanInput {
  shop: ShopSettings;
  jobs: readonly ShedJob[];
  nowAt: string;
  weather: Air;
  reading: AirReading | null;
}

export interface ShedPlanned {
  /** Null where no job has anything left to plan. */
  input: ScheduleInput | null;
  steps: Record<string, JobStep[]>;
  left: { jobId: string; why: LeftOut }[];
  /** Steps whose lay-up is too long for one day, by task id. */
  tooLong: string[];
}

/** The preparation check that says a step is done. */
const CHECK_OF: Readonly<Record<string, string>> = { wash: 'washed', grind: 'ground', 'cut-plies': 'dry-fit' };
/** Stand in a bay; cutting and looking do not. */
const NO_BAY = new Set(['cut-plies', 'inspect']);
const TENT_LAG_HOURS = 0.5;

const taskId = (jobId: string, key: string): string => `${jobId}/${key}`;

/** Job and step of a task of the shed's plan. */
export function jobAndStep(id: string): { jobId: string; key: string } {
  const cut = id.indexOf('/');
  return { jobId: id.slice(0, cut), key: id.slice(cut + 1) };
}

/**
 * All open jobs as one plan: their steps with the shop's rates, what is done already as it was, what is pinned, and the air of the shed, of the
 * open and of every tent. Jobs without a start, a finished plan or under a hold are left out and named.
 */
export function shedSchedule({ shop, jobs, nowAt, weather, reading }: ShedPlanInput): ShedPlanned {
  const tasks: ScheduleTask[] = [];
  const result: ShedPlanned = { input: null, steps: {}, left: [], tooLong: [] };
  const air: Record<string, Air> = { outdoors: weather, shed: shedAir(weather, shop.climate, reading) };
  for (const job of jobs) {
    const plan = knownPlan(job.inputs);
    const found = stepsOf(job, plan, shop);
    if (typeof found === 'string') {
      result.left.push({ jobId: job.id, why: found });
      continue;
    }
    const { place } = job.inputs.days;
    const where = place === 'tent' ? `tent ${job.id}` : (place ?? 'shed');
    if (place === 'tent') air[where] = tentAir(weather, job.inputs.days.tentToC ?? USUAL_TENT_C);
    const made = tasksOf(job, plan, found, where, shop, nowAt, result.tooLong);
    if (made.length === 0) {
      result.left.push({ jobId: job.id, why: 'nothing-left' });
      continue;
    }
    result.steps[job.id] = found;
    tasks.push(...made);
  }
  if (tasks.length === 0) return result;
  const people = shop.hands.filter(({ skills }) => skills.length > 0);
  return { ...result, input: { startAt: nowAt, hours: shop.hours, people, bays: shop.bays, tasks, air } };
}

export const USUAL_TENT_C = 22;

/** Air in a tent kept at a temperature, with the water of the air outside. */
export const tentAir = (weather: Air, toC: number): Air =>
  shedAir(weather, { lagHours: TENT_LAG_HOURS, gainC: 1, heatedToC: toC });

function stepsOf(job: ShedJob, plan: RepairPlan, shop: ShopSettings): JobStep[] | LeftOut {
  if (job.inputs.days.startAt === null) return 'no-start';
  const dries = plan.holds.every(({ id }) => id === 'hold.wet');
  if (!dries) return 'held';
  const input = stepsInputOf(job.inputs, plan);
  if (!input || plan.problems.some(({ stage }) => stage !== 'days')) return 'not-planned';
  if (plan.holds.length > 0 && !input.dryUntilAt) return 'held';
  return jobSteps({ ...input, rates: shop.rates });
}

function tasksOf(
  job: ShedJob,
  plan: RepairPlan,
  steps: readonly JobStep[],
  place: string,
  shop: ShopSettings,
  nowAt: string,
  tooLong: string[],
): ScheduleTask[] {
  const done = doneOf(job, plan, steps);
  const system = plan.resin?.card ?? null;
  if (job.progress.finished)
    return steps
      .filter(({ id }) => id === 'inspect')
      .map((step) => ({ ...bareTask(job, step, place, system, shop.hours), after: [] }));
  return steps.map((step): ScheduleTask => {
    const task = bareTask(job, step, place, system, shop.hours);
    const actual = done.get(step.key);
    if (actual?.whole) return { ...task, actual: { startAt: actual.startAt, endAt: actual.endAt } };
    if (step.inOneGo && !fitsOneDay(step, shop.hours)) tooLong.push(task.id);
    // Under way: the rest of it as soon as hands are there.
    if (actual) return { ...task, minutes: step.minutes * actual.left, after: [], inOneGo: false };
    const pinned = job.pins[step.key];
    const first = step.after.length === 0 && step.kind === 'hands';
    const startAt = job.inputs.days.startAt!;
    return {
      ...task,
      ...(pinned ? { pinnedAt: pinned } : {}),
      ...(first && parseLocal(startAt, 'startAt') > parseLocal(nowAt, 'nowAt') ? { notBefore: startAt } : {}),
    };
  });
}

function bareTask(
  job: ShedJob,
  step: JobStep,
  place: string,
  system: SystemCard | null,
  hours: ShedHours,
): ScheduleTask {
  const hands = step.kind === 'hands';
  return {
    ...stepTask(step, {
      system,
      hours,
      needs: hands ? needsOf(step, place) : null,
      named: (key) => taskId(job.id, key),
    }),
    job: job.id,
    place,
    ...(hands ? { bay: place === 'shed' && !NO_BAY.has(step.id), ...(step.skill ? { skill: step.skill } : {}) } : {}),
  };
}

/** In the open, hands want it dry from above and light. */
const needsOf = ({ needs, id }: JobStep, place: string): AirNeeds | null =>
  place === 'outdoors' && id !== 'cut-plies' ? { ...needs, noRain: true, daylight: true } : needs;

interface Done {
  startAt: string;
  endAt: string;
  whole: boolean;
  /** Share of the work that is left. */
  left: number;
}

/** Steps done, and the lay-up that is under way. What comes before a step that is done is done too, whether or not somebody ticked it off. */
function doneOf({ progress }: ShedJob, plan: RepairPlan, steps: readonly JobStep[]): Map<string, Done> {
  const found = new Map<string, Done>();
  const at = (startAt: string, endAt: string): Done => ({ startAt, endAt, whole: true, left: 0 });
  for (const { key, startedAt, doneAt } of progress.marks) {
    if (doneAt) found.set(key, at(startedAt ?? doneAt, doneAt));
    else if (startedAt) found.set(key, { startAt: startedAt, endAt: startedAt, whole: false, left: 1 });
  }
  for (const step of steps) {
    const check =
      step.face === 2 ? undefined : progress.checks.find(({ id }) => id === (step.checkId ?? CHECK_OF[step.id]));
    if (check && !found.has(step.key)) found.set(step.key, at(check.at, check.at));
  }
  for (const [key, laid] of laidGoes(plan, steps, progress)) if (!found.get(key)?.whole) found.set(key, laid);
  // From the last step back: what comes before one that is done, or under way, is done.
  for (let i = steps.length - 1; i >= 0; i--) {
    const step = steps[i]!;
    const later = steps.slice(i + 1).flatMap(({ key }) => found.get(key) ?? []);
    if (later.length === 0 || step.kind !== 'hands') continue;
    const until = later.map(({ startAt }) => startAt).sort()[0]!;
    const own = found.get(step.key);
    if (!own?.whole) found.set(step.key, at(own?.startAt ?? until, until));
  }
  return found;
}

/** Goes of which plies are logged: done when the last is down, under way before. */
function laidGoes({ patch }: RepairPlan, steps: readonly JobStep[], progress: JobProgress): [string, Done][] {
  const laidAt = new Map(progress.plies.map(({ key, at }) => [key, at]));
  const goes = steps.filter(({ id }) => id === 'lay-up');
  return goes.flatMap((step): [string, Done][] => {
    const f = (step.face ?? 1) - 1;
    const face = patch?.faces[f];
    const session = face?.sessions[(step.go ?? 1) - 1];
    if (!face || !session) return [];
    const plies = face.plies.slice(session.from, session.to + 1);
    const times = plies.flatMap(({ laid }) => laidAt.get(`f${f}-p${laid}`) ?? []).sort();
    if (times.length === 0) return [];
    const firstOfAll = step === goes[0] && progress.startedAt !== null && progress.startedAt < times[0]!;
    const startAt = firstOfAll ? progress.startedAt! : times[0]!;
    return [
      [
        step.key,
        { startAt, endAt: times.at(-1)!, whole: times.length >= plies.length, left: 1 - times.length / plies.length },
      ],
    ];
  });
}

/** Ways of doing one job's lay-up otherwise: in so many goes, or on longer days. */
export interface PlanVariant {
  id: 'as-planned' | 'long-day' | 'goes';
  goes: number | null;
  hours: ShopSettings['hours'];
}

export const LONG_DAY_MIN = 180;
const MOST_GOES = 3;

/** Ways to look at beside the plan as it stands: a long day, and the lay-up in one, two, three goes where it has so many plies. */
export function planVariants(job: ShedJob, shop: ShopSettings): PlanVariant[] {
  const { patch } = knownPlan(job.inputs);
  const plies = Math.max(0, ...(patch?.faces ?? []).map((face) => face.plies.length));
  const now = Math.max(1, ...(patch?.faces ?? []).map((face) => face.sessions.length));
  const goes = Array.from({ length: Math.min(MOST_GOES, plies) }, (_, i) => i + 1).filter((count) => count !== now);
  const longer = { ...shop.hours, toMin: Math.min(24 * 60, shop.hours.toMin + LONG_DAY_MIN) };
  return [{ id: 'as-planned', goes: null, hours: shop.hours }, { id: 'long-day', goes: null, hours: longer }, ...goes.map((count): PlanVariant => ({ id: 'goes', goes: count, hours: shop.hours }))]; // prettier-ignore
}

/** The shed's plan with one job done another way. */
export function withVariant(input: ShedPlanInput, jobId: string, { goes, hours }: PlanVariant): ShedPlanInput {
  const jobs = input.jobs.map((job) =>
    job.id !== jobId || goes === null
      ? job
      : { ...job, inputs: { ...job.inputs, stack: { ...job.inputs.stack, goes } }, pins: {} },
  );
  return { ...input, jobs, shop: { ...input.shop, hours } };
}
