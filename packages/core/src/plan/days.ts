import { type AgeLaw, type CureStage, ageLawOf, usualAgeLaw } from '../cure/index.js';
import { type Remark, requireNumber } from '../errors.js';
import type { SystemCard } from '../resin/systems.js';
import { DEFAULT_HOURS, type ShedHours, type WorkSpan, checkHours, formatLocal, parseLocal } from './calendar.js';
import { Shed } from './shed.js';
import { fitsOneDay, stepTask } from './step-task.js';
import { type JobStep, type StepKind, type StepsInput, USUAL_RATES, jobSteps } from './steps.js';

export interface DaysInput extends StepsInput {
  /** Local wall-clock time the hands start, "2026-04-16T08:00". */
  startAt: string;
  hours?: ShedHours;
  /** Expected temperature while curing, °C; waits stretch away from the card's 22 °C by the cold law of its cure. */
  tempC?: number;
}

export interface DayTask {
  id: string;
  /** Name of the step within the job. */
  key: string;
  kind: StepKind;
  /** 1 or 2 where a task belongs to one face of a two-sided repair. */
  face: number | null;
  startAt: string;
  endAt: string;
  /** Why it takes as long as it does or must wait, as an id and figures. */
  why: Remark;
}

export interface DaysResult {
  tasks: DayTask[];
  /** When the last step ends. */
  finishAt: string;
  handsMin: number;
  /** When the next ply or coat still bonds chemically after the last lay-up; null when nothing is laid. */
  recoatWindow: { fromAt: string; untilAt: string } | null;
  remarks: Remark[];
}

const CARD_TEMP_C = 22;

/** Hours at one temperature for an hour at the card's 22 °C; Infinity where the cold never lets it get there. */
const slower = (card: SystemCard, stage: CureStage | null, tempC: number): number => {
  const law: AgeLaw = stage === null ? usualAgeLaw : ageLawOf(card, stage);
  return 1 / law(tempC);
};

/**
 * The repair as a dated list of its own, by the shed's own schedule with one pair of hands and nobody in the way: hands-on steps inside shed hours, cures
 * running through nights, earliest finish. Lay-up is one go where a day is long enough for it; grinding and sanding may be put down overnight. Where a go
 * falls later than its window, an hour of abrading comes first. Where the cold would let the resin be full too late or never, it is taken as warmed, and
 * the list says to what and for how long.
 * @throws CoreError for an unreadable start, shed hours under an hour a day, or a temperature below the card's minimum
 */
export function planDays(input: DaysInput): DaysResult {
  const hours = checkHours(input.hours ?? DEFAULT_HOURS);
  const tempC = requireNumber(input.tempC ?? CARD_TEMP_C, 'tempC', { min: input.card.minTempC, max: 45 });
  if (input.dryUntilAt) parseLocal(input.dryUntilAt, 'dryUntilAt');
  const placed = placedInWindows(input, hours, tempC);
  const list = new DayList(parseLocal(input.startAt, 'startAt'), hours, input.card, tempC);
  placed.forEach((one) => list.take(one));
  const { recoatFromHours, recoatUntilHours } = input.card;
  const green = slower(input.card, 'green', tempC);
  return {
    ...list.result(),
    recoatWindow: input.faces.length === 0 ? null : list.sinceLayUp(recoatFromHours * green, recoatUntilHours * green),
  };
}

interface PlacedStep extends WorkSpan {
  step: JobStep;
  remarks: Remark[];
}

/** The steps in their order, where the schedule puts them; what falls past its window is abraded for first, and the rest put anew. */
function placedInWindows(input: DaysInput, hours: ShedHours, tempC: number): PlacedStep[] {
  const { card, startAt } = input;
  const { abradeBetweenMin } = { ...USUAL_RATES, ...input.rates };
  let steps = jobSteps(input);
  for (;;) {
    const tasks = steps.map((step) => stepTask(step, { system: card, hours }));
    const shed = new Shed({ startAt, hours, people: [{ id: 'hands' }], tempC, tasks });
    const { done } = shed.plan(steps.map((_, i) => -i));
    const late = done.findIndex(({ broken }) => broken.some(({ id }) => id === 'schedule.too-late'));
    if (late < 0)
      return done.map((planned, i) => ({
        step: steps[i]!,
        start: planned.start,
        end: planned.end,
        remarks: shed.remarksOn(planned),
      }));
    steps = withAbrading(steps, late, abradeBetweenMin, slower(card, 'green', tempC));
  }
}

/** A step that comes too late for its window, with the abrading before it that makes up for it. */
function withAbrading(steps: readonly JobStep[], late: number, minutes: number, slowed: number): JobStep[] {
  const step = steps[late]!;
  const missed = step.after.find(({ withinAgeHours }) => withinAgeHours !== undefined)!;
  const abrading: JobStep = {
    ...step,
    id: 'abrade-between',
    key: step.key.replace(step.id, 'abrade-between'),
    minutes,
    inOneGo: false,
    skill: 'prepare',
    needs: null,
    why: { id: 'days.abrade-between', params: { until: missed.withinAgeHours! * slowed } },
    after: step.after.map(({ key }) => ({ key })),
  };
  return [...steps.slice(0, late), abrading, { ...step, after: [{ key: abrading.key }] }, ...steps.slice(late + 1)];
}

/** What the days list tells of each step: what runs by itself only where it is waited for. */
class DayList {
  private readonly tasks: DayTask[] = [];
  private readonly remarks: Remark[] = [];
  private handsMin = 0;
  private laidAt: number;

  constructor(
    private at: number,
    private readonly hours: ShedHours,
    private readonly card: SystemCard,
    private readonly tempC: number,
  ) {
    this.laidAt = at;
  }

  take({ step, start, end, remarks }: PlacedStep): void {
    if (step.kind === 'cure') {
      const why = this.lasting(step, remarks);
      if (end > this.at) this.note({ ...step, why }, this.at, (this.at = end));
      return;
    }
    this.note(step, start, end);
    if (step.kind === 'drying') return;
    this.at = end;
    this.handsMin += step.minutes;
    if (step.id !== 'lay-up') return;
    this.laidAt = end;
    const { fromMin, toMin } = this.hours;
    if (!fitsOneDay(step, this.hours))
      this.remarks.push({ id: 'days.lay-up-too-long', params: { minutes: step.minutes, dayLength: toMin - fromMin } });
  }

  /** Why a cure takes as long as it does at this temperature; that it must be warmed is said whether or not it is waited for. */
  private lasting(step: JobStep, remarks: readonly Remark[]): Remark {
    const warmed = remarks.find(({ id }) => id === 'schedule.warmed');
    if (!warmed) return stretched(step.why, slower(this.card, step.stage, this.tempC), this.tempC);
    const why = { ...warmed, id: 'days.full-cure-warm' };
    if (!this.remarks.some(({ id }) => id === why.id)) this.remarks.push(why);
    return why;
  }

  private note({ id, key, kind, face, why }: JobStep, start: number, end: number): void {
    this.tasks.push({ id, key, kind, face, startAt: formatLocal(start), endAt: formatLocal(end), why });
  }

  sinceLayUp(fromHours: number, untilHours: number): { fromAt: string; untilAt: string } {
    return { fromAt: formatLocal(this.laidAt + fromHours * 60), untilAt: formatLocal(this.laidAt + untilHours * 60) };
  }

  result(): Omit<DaysResult, 'recoatWindow'> {
    return { tasks: this.tasks, finishAt: formatLocal(this.at), handsMin: this.handsMin, remarks: this.remarks };
  }
}

/** Hours of a reason, told at 22 °C, as they are at another temperature. */
const stretched = ({ id, params }: Remark, factor: number, tempC: number): Remark => ({
  id,
  params: {
    ...Object.fromEntries(Object.entries(params ?? {}).map(([name, value]) => [name, Number(value) * factor])),
    tempC,
  },
});
