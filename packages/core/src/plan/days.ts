import { type Remark, requireNumber } from '../errors.js';
import type { FinishStep } from '../finish/routes.js';
import type { SystemCard } from '../resin/systems.js';
import { DEFAULT_HOURS, type ShedHours, checkHours, formatLocal, parseLocal, workInOneGo, workThrough } from './calendar.js';

export interface DaysInput {
  /** Local wall-clock time the hands start, "2026-04-16T08:00". */
  startAt: string;
  hours?: ShedHours;
  card: SystemCard;
  /** Expected temperature while curing, °C; waits double for each 10 °C below the card's 22 °C. */
  tempC?: number;
  faces: readonly { groundVolumeMm3: number; plies: number; resinG: number; pots: number }[];
  abradedAreaMm2: number;
  layingRateGPerMin: number;
  finishSteps: readonly FinishStep[];
}

export type TaskKind = 'hands' | 'cure';

export interface DayTask {
  id: string;
  kind: TaskKind;
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

/** The shed's own rates. Source: starting judgement for hand work; to be replaced by its records. */
const RATES = { washMin: 45, grindMinPerLitre: 480, grindFloorMin: 30, cutMinPerPly: 6, dryFitMin: 30, potMin: 8, layFloorMin: 20, levelMinPerM2: 90, levelFloorMin: 30, inspectMin: 60 };

const CARD_TEMP_C = 22;

/** How waits stretch away from the card's 22 °C: rates double for each 10 °C. */
export const waitFactor = (tempC: number): number => 2 ** ((CARD_TEMP_C - tempC) / 10);

/**
 * The repair as a dated list: hands-on steps inside shed hours, cures running through nights, earliest finish.
 * Lay-up is one go; grinding and sanding may be put down overnight.
 * @throws CoreError for an unreadable start, shed hours under an hour a day, or a temperature below the card's minimum
 */
export function planDays(input: DaysInput): DaysResult {
  const hours = checkHours(input.hours ?? DEFAULT_HOURS);
  const tempC = requireNumber(input.tempC ?? CARD_TEMP_C, 'tempC', { min: input.card.minTempC, max: 45 });
  const factor = waitFactor(tempC);
  const planner = new Planner(parseLocal(input.startAt, 'startAt'), hours);
  planner.work('wash', RATES.washMin, { id: 'days.wash-first' });
  input.faces.forEach((face, i) => planFace(planner, input, face, input.faces.length === 2 ? i + 1 : null, factor));
  const level = Math.max(RATES.levelFloorMin, (input.abradedAreaMm2 / 1e6) * RATES.levelMinPerM2);
  planner.work('level', level, { id: 'days.level', params: { areaM2: input.abradedAreaMm2 / 1e6 } });
  for (const step of input.finishSteps) planFinishStep(planner, step, input, factor);
  planner.work('inspect', RATES.inspectMin, { id: 'days.inspect' });
  return { ...planner.result(), recoatWindow: input.faces.length === 0 ? null : planner.sinceLayUp(input.card.recoatFromHours * factor, input.card.recoatUntilHours * factor) };
}

function planFace(planner: Planner, input: DaysInput, face: DaysInput['faces'][number], number: number | null, factor: number): void {
  const litres = face.groundVolumeMm3 / 1e6;
  const back = number === 2;
  planner.work(back ? 'grind-back' : 'grind', Math.max(RATES.grindFloorMin, litres * RATES.grindMinPerLitre), { id: back ? 'days.grind-back' : 'days.grind', params: { litres } }, number);
  planner.work('cut-plies', RATES.dryFitMin + face.plies * RATES.cutMinPerPly, { id: 'days.cut', params: { plies: face.plies } }, number);
  const laying = Math.max(RATES.layFloorMin, face.resinG / input.layingRateGPerMin) + face.pots * RATES.potMin;
  planner.oneGo('lay-up', laying, { id: 'days.lay-up', params: { resinG: face.resinG, pots: face.pots } }, number);
  planner.layUpEnded();
  planner.cure('cure-to-sand', input.card.sandableHours * 60 * factor, { id: 'days.sandable', params: { hours: input.card.sandableHours * factor } }, number);
}

function planFinishStep(planner: Planner, step: FinishStep, input: DaysInput, factor: number): void {
  if (step.afterFullCure) planner.cureSinceLayUp('full-cure', input.card.fullCureHours * 60 * factor, { id: 'days.full-cure', params: { hours: input.card.fullCureHours * factor } });
  planner.work(step.id, Math.max(step.handsFloorMin, step.handsMinPerM2 * (input.abradedAreaMm2 / 1e6)), { id: 'days.finish-step' });
  if (step.waitHours > 0) planner.cure(`${step.id}-wait`, step.waitHours * 60 * factor, { id: 'days.finish-wait', params: { hours: step.waitHours * factor } });
}

class Planner {
  private readonly tasks: DayTask[] = [];
  private readonly remarks: Remark[] = [];
  private handsMin = 0;
  private laidAt: number;

  constructor(
    private at: number,
    private readonly hours: ShedHours,
  ) {
    this.laidAt = at;
  }

  work(id: string, minutes: number, why: Remark, face: number | null = null): void {
    this.add(id, 'hands', workThrough(this.at, minutes, this.hours), why, face);
    this.handsMin += minutes;
  }

  oneGo(id: string, minutes: number, why: Remark, face: number | null): void {
    const dayLength = this.hours.toMin - this.hours.fromMin;
    if (minutes > dayLength) this.remarks.push({ id: 'days.lay-up-too-long', params: { minutes, dayLength } });
    this.add(id, 'hands', workInOneGo(this.at, minutes, this.hours), why, face);
    this.handsMin += minutes;
  }

  cure(id: string, minutes: number, why: Remark, face: number | null = null): void {
    this.add(id, 'cure', { start: this.at, end: this.at + minutes }, why, face);
  }

  layUpEnded(): void {
    this.laidAt = this.at;
  }

  /** A wait counted from the end of the lay-up; nothing is added when it is over already. */
  cureSinceLayUp(id: string, minutes: number, why: Remark): void {
    const until = this.laidAt + minutes;
    if (until > this.at) this.add(id, 'cure', { start: this.at, end: until }, why, null);
  }

  sinceLayUp(fromHours: number, untilHours: number): { fromAt: string; untilAt: string } {
    return { fromAt: formatLocal(this.laidAt + fromHours * 60), untilAt: formatLocal(this.laidAt + untilHours * 60) };
  }

  result(): Omit<DaysResult, 'recoatWindow'> {
    return { tasks: this.tasks, finishAt: formatLocal(this.at), handsMin: this.handsMin, remarks: this.remarks };
  }

  private add(id: string, kind: TaskKind, span: { start: number; end: number }, why: Remark, face: number | null): void {
    this.tasks.push({ id, kind, face, startAt: formatLocal(span.start), endAt: formatLocal(span.end), why });
    this.at = span.end;
  }
}
