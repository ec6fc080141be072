import { computed, signal } from '@angular/core';
import type { Air } from '@ashstep/core/air';
import { type ScheduleResult, type ShopSettings, USUAL_SHOP, schedule } from '@ashstep/core/plan';
import {
  NEW_REPAIR,
  NOTHING_DONE,
  type RepairInputs,
  type ShedJob,
  jobAndStep,
  shedSchedule,
} from '@ashstep/core/repair';
import type { ShopReply } from '@ashstep/contract';
import type { PlannedStep, ShedPlanService } from './shed-plan.service';

export const HANDS = ['00000000-0000-4000-8000-00000000000a', '00000000-0000-4000-8000-00000000000b'] as const;
/** A shed of two people who can do everything. */
export const SHOP: ShopSettings = {
  ...USUAL_SHOP,
  hands: HANDS.map((id) => ({ id, skills: ['prepare', 'lay-up', 'finish', 'inspect'] })),
};
/** Mild and dry, day and night, for two weeks. */
export const MILD: Air = {
  startAt: '2026-04-15T00:00',
  hours: Array.from({ length: 24 * 14 }, () => ({ tempC: 20, humidityPercent: 50, rainMm: 0, sunWPerM2: 300 })),
};
export const NOW = '2026-04-16T08:00';

/** A plain polyester repair that begins when the shed opens. */
export const POLYESTER: RepairInputs = {
  ...NEW_REPAIR,
  laminate: { ...NEW_REPAIR.laminate, thicknessMm: 4, clueIds: ['styrene-smell', 'tint-green-blue'] },
  resin: { ...NEW_REPAIR.resin, systemId: 'polyester' },
  days: { ...NEW_REPAIR.days, startAt: NOW },
};

export interface PlannedShed {
  steps: PlannedStep[];
  air: Readonly<Record<string, Air>>;
  result: ScheduleResult;
}

/** Jobs planned as the page plans them, without its worker. */
export function plannedShed(
  jobs: readonly (Partial<ShedJob> & { id: string })[],
  nowAt = NOW,
  weather = MILD,
): PlannedShed {
  const whole = jobs.map((job): ShedJob => ({ inputs: POLYESTER, progress: NOTHING_DONE, pins: {}, ...job }));
  const { input, steps } = shedSchedule({ shop: SHOP, jobs: whole, nowAt, weather, reading: null });
  const result = schedule({ ...input!, tries: 10 });
  const planned = result.tasks.map((task): PlannedStep => {
    const { jobId, key } = jobAndStep(task.id);
    return {
      task,
      step: steps[jobId]!.find((step) => step.key === key)!,
      jobId,
      tag: jobId.toUpperCase(),
      craft: `Craft ${jobId}`,
      pinned: task.why.id === 'pinned',
      begun: false,
      done: task.why.id === 'done',
    };
  });
  return { steps: planned, air: input!.air!, result };
}

/** The plan as its pages read it, and what they ask of it written down. */
export function planStub(shed: PlannedShed | null, shop: Partial<ShopReply> = {}) {
  const steps = signal<readonly PlannedStep[]>(shed?.steps ?? []);
  const asked = jasmine.createSpyObj<ShedPlanService>('planner', [
    'pin',
    'begin',
    'finish',
    'takeBack',
    'lookAhead',
    'tryOtherWays',
    'isMarked',
  ]);
  asked.isMarked.and.returnValue(false);
  return {
    ...asked,
    steps,
    settled: signal(true),
    stepsOf: (id: string) => steps().filter(({ jobId }) => jobId === id),
    shop: signal<ShopReply | null>({
      settings: SHOP,
      forecast: null,
      reading: null,
      pins: [],
      marks: [],
      laid: {},
      ...shop,
    }),
    weather: signal(MILD),
    air: signal(shed?.air ?? null),
    result: signal(shed?.result ?? null),
    rows: signal([]),
    left: signal<{ jobId: string; why: 'no-start' | 'not-planned' | 'held' | 'nothing-left' }[]>([]),
    people: computed(() => new Map<string, string>([[HANDS[0], 'Ilse Varga'], [HANDS[1], 'Tomas Quill']])), // prettier-ignore
    planning: signal(false),
    ways: { running: signal(false), share: signal(0), failed: signal(''), stop: () => undefined },
    share: signal(1),
    failed: signal(''),
    variants: signal([]),
    tagOf: (id: string) => id.toUpperCase(),
  };
}
