import type { Air, AirFault, AirNeeds } from '../air/index.js';
import type { CureStage } from '../cure/index.js';
import type { Remark } from '../errors.js';
import type { SystemCard } from '../resin/systems.js';
import type { ShedHours } from './calendar.js';

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
  why: {
    id: ScheduleWhy;
    /** The task it waits for. */ taskId: string | null;
    /** What was wrong with the air till then. */ fault?: AirFault;
  };
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
