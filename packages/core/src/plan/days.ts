import { type AgeLaw, type CureStage, ageLawOf, agingCardOf, usualAgeLaw, warmingFor } from '../cure/index.js';
import { type Remark, requireNumber } from '../errors.js';
import type { SystemCard } from '../resin/systems.js';
import {
  DEFAULT_HOURS,
  type ShedHours,
  type WorkSpan,
  checkHours,
  formatLocal,
  parseLocal,
  workInOneGo,
  workThrough,
} from './calendar.js';
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
 * The repair as a dated list of its own: hands-on steps inside shed hours, cures running through nights, earliest finish with nobody in the way.
 * Lay-up is one go; grinding and sanding may be put down overnight. Where a go falls later than its window, an hour of abrading comes first. Where the
 * cold would never let the resin be full, the plan takes it as warmed and says to what and for how long.
 * @throws CoreError for an unreadable start, shed hours under an hour a day, or a temperature below the card's minimum
 */
export function planDays(input: DaysInput): DaysResult {
  const hours = checkHours(input.hours ?? DEFAULT_HOURS);
  const tempC = requireNumber(input.tempC ?? CARD_TEMP_C, 'tempC', { min: input.card.minTempC, max: 45 });
  const run = new Days(
    parseLocal(input.startAt, 'startAt'),
    hours,
    input.card,
    tempC,
    { ...USUAL_RATES, ...input.rates }.abradeBetweenMin,
  );
  for (const step of jobSteps(input)) run.take(step);
  const { recoatFromHours, recoatUntilHours } = input.card;
  const green = slower(input.card, 'green', tempC);
  return {
    ...run.result(),
    recoatWindow: input.faces.length === 0 ? null : run.sinceLayUp(recoatFromHours * green, recoatUntilHours * green),
  };
}

/** Steps one after another on one pair of hands. */
class Days {
  private readonly tasks: DayTask[] = [];
  private readonly ends = new Map<string, number>();
  private readonly remarks: Remark[] = [];
  private handsMin = 0;
  private laidAt: number;

  constructor(
    private at: number,
    private readonly hours: ShedHours,
    private readonly card: SystemCard,
    private readonly tempC: number,
    private readonly abradeMin: number,
  ) {
    this.laidAt = at;
  }

  take(step: JobStep): void {
    const from = Math.max(this.at, ...step.after.map(({ key }) => this.ends.get(key)!));
    if (step.kind === 'drying')
      this.note(step, { start: from, end: Math.max(from, parseLocal(step.untilAt!, 'dryUntilAt')) });
    else if (step.kind === 'cure') this.cure(step);
    else this.work(step, from);
  }

  /** Runs from the end of what it comes after; it is left out when it is over already. */
  private cure(step: JobStep): void {
    const { hours, why } = this.lasting(step);
    const end = this.ends.get(step.after[0]!.key)! + hours * 60;
    this.ends.set(step.key, end);
    if (end > this.at) this.at = this.note({ ...step, why }, { start: this.at, end });
  }

  /** How long a cure takes at this temperature, and why; full cure in the cold only by warming. */
  private lasting(step: JobStep): { hours: number; why: Remark } {
    const factor = slower(this.card, step.stage, this.tempC);
    if (Number.isFinite(factor))
      return { hours: step.ageHours! * factor, why: stretched(step.why, factor, this.tempC) };
    const warming = warmingFor(agingCardOf(this.card), step.ageHours!);
    const why = { id: 'days.full-cure-warm', params: { ...warming } };
    if (!this.remarks.some(({ id }) => id === why.id)) this.remarks.push(why);
    return { hours: warming.hours, why };
  }

  private work(step: JobStep, from: number): void {
    const { minutes, inOneGo, id } = step;
    const spanFrom = (at: number): WorkSpan =>
      inOneGo ? workInOneGo(at, minutes, this.hours) : workThrough(at, minutes, this.hours);
    const window = step.after.find(({ withinAgeHours }) => withinAgeHours !== undefined);
    const until = window ? window.withinAgeHours! * slower(this.card, 'green', this.tempC) : Infinity;
    if (window && (spanFrom(from).start - this.ends.get(window.key)!) / 60 > until) {
      from = this.note(
        {
          ...step,
          id: 'abrade-between',
          key: step.key.replace('lay-up', 'abrade-between'),
          why: { id: 'days.abrade-between', params: { until } },
        },
        workThrough(from, this.abradeMin, this.hours),
      );
      this.handsMin += this.abradeMin;
    }
    const dayLength = this.hours.toMin - this.hours.fromMin;
    if (id === 'lay-up' && minutes > dayLength)
      this.remarks.push({ id: 'days.lay-up-too-long', params: { minutes, dayLength } });
    this.at = this.note(step, spanFrom(from));
    this.handsMin += minutes;
    if (id === 'lay-up') this.laidAt = this.at;
  }

  private note({ id, key, kind, face, why }: JobStep, { start, end }: WorkSpan): number {
    this.tasks.push({ id, key, kind, face, startAt: formatLocal(start), endAt: formatLocal(end), why });
    this.ends.set(key, end);
    return end;
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
