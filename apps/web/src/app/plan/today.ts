import { formatLocal, parseLocal } from '@ashstep/core/plan';
import { clockText, dayName } from './scale';
import type { PlannedStep } from './shed-plan.service';

const DAY_MIN = 1440;

/** A step as it falls on one day, minutes on the wall clock. */
export interface DayPart {
  planned: PlannedStep;
  fromMin: number;
  toMin: number;
}

export interface DayOfPerson {
  personId: string;
  name: string;
  parts: DayPart[];
}

export interface ShedDay {
  people: DayOfPerson[];
  /** Cures and dryings that end on the day. */
  ending: DayPart[];
}

/** What a day holds for everybody who has something to do on it, and what comes ready by itself. `day` is "2026-04-16". */
export function shedDay(steps: readonly PlannedStep[], day: string, names: ReadonlyMap<string, string>): ShedDay {
  const from = parseLocal(`${day}T00:00`, 'day');
  const parts = steps
    .map((planned): DayPart => ({
      planned,
      fromMin: parseLocal(planned.task.startAt, 'startAt'),
      toMin: parseLocal(planned.task.endAt, 'endAt'),
    }))
    .filter(({ fromMin, toMin }) => fromMin < from + DAY_MIN && toMin > from)
    .sort((a, b) => a.fromMin - b.fromMin);
  const hands = parts.filter(({ planned }) => planned.step.kind === 'hands');
  const ids = [...new Set(hands.flatMap(({ planned }) => planned.task.people))];
  const people = ids.map((personId) => ({
    personId,
    name: names.get(personId) ?? 'Somebody',
    parts: hands.filter(({ planned }) => planned.task.people.includes(personId)),
  }));
  return {
    people: people.sort((a, b) => a.name.localeCompare(b.name)),
    ending: parts
      .filter(({ planned, toMin }) => planned.step.kind !== 'hands' && toMin <= from + DAY_MIN)
      .sort((a, b) => a.toMin - b.toMin),
  };
}

/** The first day after this one on which a step wants hands; null where none does. Days are "2026-04-16". */
export function nextDayOfHands(steps: readonly PlannedStep[], day: string): string | null {
  const midnight = parseLocal(`${day}T00:00`, 'day') + DAY_MIN;
  const starts = steps
    .filter(({ step, task }) => step.kind === 'hands' && parseLocal(task.endAt, 'endAt') > midnight)
    .map(({ task }) => Math.max(midnight, parseLocal(task.startAt, 'startAt')));
  return starts.length === 0 ? null : formatLocal(Math.min(...starts)).slice(0, 10);
}

/** "in 40 min", "25 min left", "1 h 10 min over". */
export function countdown({ planned, fromMin, toMin }: DayPart, nowMin: number): string {
  if (planned.done) return 'done';
  if (nowMin < fromMin && !planned.begun) return `in ${spanText(fromMin - nowMin)}`;
  return nowMin <= toMin ? `${spanText(toMin - nowMin)} left` : `${spanText(nowMin - toMin)} over`;
}

/** "40 min", "1 h 10 min", "2 days". */
export function spanText(min: number): string {
  const whole = Math.round(min);
  if (whole < 60) return `${whole} min`;
  if (whole < 2 * DAY_MIN)
    return whole % 60 === 0 ? `${whole / 60} h` : `${Math.floor(whole / 60)} h ${whole % 60} min`;
  return `${Math.round(whole / DAY_MIN)} days`;
}

/** "08:30 to 10:15"; another day is said. `day` is "2026-04-16". */
export function spanOf({ fromMin, toMin }: Pick<DayPart, 'fromMin' | 'toMin'>, day: string): string {
  const midnight = parseLocal(`${day}T00:00`, 'day');
  const at = (minute: number): string =>
    minute >= midnight && minute < midnight + DAY_MIN ? clockText(minute) : `${dayName(minute)} ${clockText(minute)}`;
  return `${at(fromMin)} to ${at(toMin)}`;
}
