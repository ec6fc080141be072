import type { Air, AirFault, AirNeeds } from '../air/index.js';
import type { CureStage } from '../cure/index.js';
import { type Remark, requireNumber } from '../errors.js';
import type { SystemCard } from '../resin/systems.js';
import { chances } from '../statistics/index.js';
import type { ShedHours } from './calendar.js';
import { Shed, type ShedPlan } from './shed.js';

/** What must be done before a task: so long before it at least, and at most. By the clock, or by how far a cure has come in the air of what went before. */
export interface ScheduleLink {
  id: string;
  waitMin?: number;
  withinMin?: number;
  /** Hours at 22 °C. */
  waitAgeHours?: number;
  withinAgeHours?: number;
}

export interface ScheduleTask {
  id: string;
  job?: string;
  /** Hands on, or running by itself for a drying. */
  minutes: number;
  /** Runs by itself through the night: wants nobody and no bay. */
  byItself?: boolean;
  /** By itself as long as the air takes to cure it as much as so many hours at 22 °C. */
  ageHours?: number;
  /** The resin it lays, or that cures in it: its waits stretch by the cold law of that; by the usual one when left out. */
  system?: SystemCard;
  /** How far the resin has to come in it; to sanding when left out. */
  stage?: CureStage;
  /** By itself until a moment that is known. */
  untilAt?: string;
  /** Not put down overnight. */
  inOneGo?: boolean;
  /** Hands it takes at once; 1 when left out. */
  people?: number;
  /** Only those who have it may do it. */
  skill?: string;
  /** Stands in a bay while it is worked on. */
  bay?: boolean;
  after?: readonly ScheduleLink[];
  notBefore?: string;
  /** Set by a person: it starts then, come what may. */
  pinnedAt?: string;
  /** What it asks of the air, and whose air that is; "shed" when left out. */
  needs?: AirNeeds;
  place?: string;
  /** Done already, or begun: it stands as it was. */
  actual?: { startAt: string; endAt: string };
}

export interface Worker {
  id: string;
  skills?: readonly string[];
  /** Their own hours within the shed's. */
  hours?: ShedHours;
  away?: readonly { fromAt: string; untilAt: string }[];
}

export interface ScheduleInput {
  startAt: string;
  hours?: ShedHours;
  people: readonly Worker[];
  bays?: number;
  tasks: readonly ScheduleTask[];
  /** Air by place. Where there is none it is as warm as this all the time, and in the way of nothing; 22 °C when left out. */
  air?: Readonly<Record<string, Air>>;
  tempC?: number;
  seed?: number;
}

/** Why a task is when it is. */
export type ScheduleWhy = 'start' | 'after' | 'person' | 'bay' | 'hours' | 'not-before' | 'air' | 'pinned' | 'done';

export interface ScheduledTask {
  id: string;
  job: string | null;
  startAt: string;
  endAt: string;
  people: string[];
  why: { id: ScheduleWhy; /** The task it waits for. */ taskId: string | null; /** What was wrong with the air till then. */ fault?: AirFault };
  /** On the chain that sets the finish. */
  critical: boolean;
  remarks: Remark[];
}

export interface ScheduleResult {
  tasks: ScheduledTask[];
  finishAt: string;
  /** No plan can end sooner. */
  boundAt: string;
  /** How much longer than the bound, per cent of the bound's own length. */
  gapPercent: number;
  /** Windows that were missed, pins that clash, and air that never comes. */
  broken: number;
  tries: number;
}

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
