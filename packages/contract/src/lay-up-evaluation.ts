import { type HourlyTemp, ageLawOf, airAt, windows } from '@ashstep/core/cure';
import { attempt } from '@ashstep/core/errors';
import { roundChecks } from '@ashstep/core/inspection';
import { formatLocal, parseLocal } from '@ashstep/core/plan';
import { type RepairInputs, type RepairPlan, cardOfMedium, mixedG } from '@ashstep/core/repair';
import type { LogEntry } from './log-entry.js';
import { type RoundStanding, roundStandings, standingLog } from './round-log.js';
import { roundName } from './round-words.js';
import { wallClockIn } from './wall-clock.js';

/** How a round came out, beside what was planned. Minutes are from its first pot to the last of it that went on. */
export interface RoundEvaluation {
  id: string;
  name: string;
  begun: boolean;
  done: boolean;
  plies: { planned: number; real: number };
  /** Mixed within its ratio; what was out is thrown away. */
  grams: { planned: number; real: number; out: number };
  minutes: { planned: number | null; real: number | null };
  startTempC: { planned: number; real: number | null };
  /** Hottest that was read of a pot, °C. */
  hottestC: number | null;
  /** Error of the pot that was worst and went onto the job, per cent; pots that nobody weighed off count for nothing. */
  worstMixPercent: number | null;
  bond: { kind: 'primary' | 'secondary' | 'poor' | 'unknown'; text: string } | null;
}

/** What was read and how far the cure had come, on the hours since the first round was begun. */
export interface LayUpCourse {
  /** Wall clock of hour 0. */
  from: string;
  hours: number;
  air: { hour: number; tempC: number }[];
  pots: { hour: number; tempC: number; label: string }[];
  /** How far what was laid first has come to where it can be sanded, per cent. */
  cure: { hour: number; percent: number }[];
  events: { hour: number; kind: 'start' | 'pot' | 'ply' | 'done'; text: string }[];
}

export interface LayUpEvaluation {
  rounds: RoundEvaluation[];
  course: LayUpCourse | null;
}

interface Known {
  inputs: RepairInputs;
  plan: RepairPlan;
  log: readonly LogEntry[];
  ticked: (checkId: string) => boolean;
  /** Zone the shed's clocks go by: readings of the air are told by them. */
  zone: string;
  /** This moment, ms. */
  nowMs: number;
}

/** The course is followed for so long after the last of it, h, in so many steps. */
const [FOLLOWED_H, STEPS] = [48, 48];

/** What was planned against what was done, how each round bonds by its true times and temperatures, and the course of it. */
export function evaluateLayUp(known: Known): LayUpEvaluation {
  const { plan, log } = known;
  const standings = roundStandings(plan.rounds, log);
  const air = airRead(known);
  return {
    rounds: standings.map((standing, i) => evaluate(known, standing, standings.slice(0, i).at(-1) ?? null, air)),
    course: course(known, standings, air),
  };
}

/** Readings of the air of a job, by the minute of the shed's clock. */
function airRead({ inputs, log, zone }: Known): { min: number; tempC: number }[] {
  const read = inputs.air.readings.flatMap(({ at, tempC }) => (tempC === null ? [] : [{ min: parseLocal(at, 'at'), tempC }])); // prettier-ignore
  const begun = standingLog(log).flatMap(({ at, entry }) =>
    entry.kind === 'start' && entry.read ? [{ min: minuteOf(at, zone), tempC: entry.tempC }] : [],
  );
  return [...read, ...begun].sort((a, b) => a.min - b.min);
}

const minuteOf = (at: string, zone: string): number => parseLocal(wallClockIn(zone, at), 'at');

/** The air since a minute, hour 0 being that minute: as it was read and straight between; what was read before stands at its beginning, the plan's where nothing was. */
function airSince(
  air: readonly { min: number; tempC: number }[],
  from: number,
  planned: number,
): number | HourlyTemp[] {
  const before = air.filter(({ min }) => min <= from).at(-1);
  const after = air.filter(({ min }) => min > from);
  if (!before && after.length === 0) return planned;
  const first = before?.tempC ?? after[0]!.tempC;
  const list = [{ hour: 0, tempC: first }];
  for (const { min, tempC } of after) {
    const hour = (min - from) / 60;
    if (hour > list.at(-1)!.hour) list.push({ hour, tempC });
  }
  return list.length === 1 ? first : list;
}

function evaluate(
  known: Known,
  standing: RoundStanding,
  before: RoundStanding | null,
  air: ReturnType<typeof airRead>,
): RoundEvaluation {
  const { plan, log } = known;
  const { round, pots, plies, begun, lastAt, done } = standing;
  const first = pots.find(({ within }) => within !== false) ?? null;
  const start = begun?.entry.kind === 'start' ? begun.entry : null;
  const mass = (all: readonly LogEntry[]): number => all.reduce((sum, { entry }) => (entry.kind === 'batch' ? sum + entry.resinG + (plan.resin?.card?.kind === 'catalysed' ? 0 : entry.secondG) : sum), 0); // prettier-ignore
  const errors = pots.flatMap(({ within, mixErrorPercent }) => (within === false || mixErrorPercent === null ? [] : [mixErrorPercent])); // prettier-ignore
  const hottest = standingLog(log).flatMap(({ entry }) => (entry.kind === 'pot-temp' && (entry.round ?? round.id) === round.id ? [entry.tempC] : [])); // prettier-ignore
  return {
    id: round.id,
    name: roundName(round, plan.rounds),
    begun: begun !== null,
    done,
    plies: { planned: round.plies.length, real: plies.size },
    grams: { planned: round.pots.reduce((sum, { mix }) => sum + mixedG(mix), 0), real: mass(pots.filter(({ within }) => within !== false)), out: mass(pots.filter(({ within }) => within === false)) }, // prettier-ignore
    minutes: {
      planned: round.pace && round.pace.gPerMin > 0 ? round.massG / round.pace.gPerMin : null,
      real: first && lastAt && done ? (Date.parse(lastAt) - Date.parse(first.at)) / 60_000 : null,
    },
    startTempC: { planned: plan.air.tempC.value, real: start?.read ? start.tempC : null },
    hottestC: hottest.length > 0 ? Math.max(...hottest) : null,
    worstMixPercent: errors.length > 0 ? errors.reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a)) : null,
    bond: bondOf(known, standing, before, air),
  };
}

const hoursText = (hours: number): string => (hours < 1 ? `${Math.round(60 * hours)} min` : `${hours.toFixed(hours < 10 ? 1 : 0)} h`); // prettier-ignore

/** How a round holds onto what it went on: by the hours between them and the cure in the air as it was read. */
function bondOf(
  { plan, ticked, zone }: Known,
  { round, begun }: RoundStanding,
  before: RoundStanding | null,
  air: ReturnType<typeof airRead>,
): RoundEvaluation['bond'] {
  if (!begun) return null;
  if (!before || round.onto === 'ground')
    return { kind: 'secondary', text: 'Onto the ground laminate: it holds by its key and its taper.' };
  const card = cardOfMedium(before.round.medium, plan.resin?.card ?? null);
  if (!before.lastAt || !card) return { kind: 'unknown', text: 'Nobody wrote down when the one before went on.' };
  const from = minuteOf(before.lastAt, zone);
  const hours = (minuteOf(begun.at, zone) - from) / 60;
  const { result } = attempt(() => windows({ card, airTempC: airSince(air, from, plan.air.tempC.value), nowHour: Math.max(0, hours) })); // prettier-ignore
  if (!result || hours < 0)
    return { kind: 'unknown', text: 'It was begun before the one under it was down, by the log.' };
  const { fromHour, untilHour, sandableHour, state } = result;
  const keyed = roundChecks(round.id).every(({ id }) => ticked(id));
  const after = `${hoursText(hours)} after`;
  if (round.onto === 'green' || state === 'open') {
    if (state === 'open') return { kind: 'primary', text: `${after}: still green, one body.` };
    if (state === 'wet') return { kind: 'poor', text: `${after}: before ${fromHour === null ? 'it was ever tacky' : hoursText(fromHour)}, still wet. It may have slid and drained.` }; // prettier-ignore
    if (!keyed) return { kind: 'poor', text: `${after}: past its window since ${hoursText(untilHour!)}, and not abraded by the log. It holds by nothing.` }; // prettier-ignore
  }
  if (sandableHour === null || hours < sandableHour) return { kind: 'poor', text: `${after}: abraded before it was hard${sandableHour === null ? '' : `, which it was after ${hoursText(sandableHour)}`}. Soft resin smears and clogs.` }; // prettier-ignore
  return keyed
    ? { kind: 'secondary', text: `${after}: cured, washed, abraded, wiped. It holds by its key.` }
    : { kind: 'poor', text: `${after}: cured, and by the log not washed, abraded and wiped.` };
}

function course(
  known: Known,
  standings: readonly RoundStanding[],
  air: ReturnType<typeof airRead>,
): LayUpCourse | null {
  const { plan, log, zone, nowMs } = known;
  const begun = standings.flatMap(({ begun: one }) => (one ? [minuteOf(one.at, zone)] : []));
  const lasts = standings.flatMap(({ lastAt }) => (lastAt ? [minuteOf(lastAt, zone)] : []));
  if (begun.length === 0) return null;
  const from = Math.min(...begun);
  const now = minuteOf(new Date(nowMs).toISOString(), zone);
  const hours = Math.max(0.5, (Math.min(now, Math.max(from, ...lasts) + 60 * FOLLOWED_H) - from) / 60);
  const hourOf = (min: number): number => (min - from) / 60;
  const inside = ({ hour }: { hour: number }): boolean => hour >= 0 && hour <= hours;
  const events = standingLog(log).flatMap(({ at, entry }): LayUpCourse['events'] => {
    const hour = hourOf(minuteOf(at, zone));
    if (entry.kind === 'start') return [{ hour, kind: 'start', text: 'Begun' }];
    if (entry.kind === 'batch') return [{ hour, kind: 'pot', text: `Pot ${entry.label}` }];
    if (entry.kind === 'ply') return [{ hour, kind: 'ply', text: entry.label }];
    return entry.kind === 'round' || entry.kind === 'spot' ? [{ hour, kind: 'done', text: entry.label }] : [];
  });
  const since = airSince(air, from, plan.air.tempC.value);
  return {
    from: formatLocal(from),
    hours,
    air: (typeof since === 'number' ? [{ hour: 0, tempC: since }] : since).filter(inside),
    pots: standingLog(log).flatMap(({ at, entry }) => (entry.kind === 'pot-temp' ? [{ hour: hourOf(minuteOf(at, zone)), tempC: entry.tempC, label: entry.label }] : [])).filter(inside), // prettier-ignore
    cure: cureOf(known, standings, since, from, hours),
    events: events.filter(inside),
  };
}

/** How far the round that went on first has come to where it can be sanded, from when it was down, by the law its windows go by. */
function cureOf(
  { plan, zone }: Known,
  standings: readonly RoundStanding[],
  since: number | HourlyTemp[],
  from: number,
  hours: number,
): LayUpCourse['cure'] {
  // prettier-ignore
  const first = standings.find(({ lastAt }) => lastAt !== null);
  const card = first && cardOfMedium(first.round.medium, plan.resin?.card ?? null);
  if (!first?.lastAt || !card || card.sandableHours <= 0) return [];
  const laid = (minuteOf(first.lastAt, zone) - from) / 60;
  if (laid >= hours) return [];
  const law = ageLawOf(card, 'sandable');
  const step = (hours - laid) / STEPS;
  let age = 0;
  return Array.from({ length: STEPS + 1 }, (_, i) => {
    const hour = laid + step * i;
    // The middle of each step stands for it.
    if (i > 0) age += step * law(airAt(since, hour - step / 2));
    return { hour, percent: Math.min(100, (100 * age) / card.sandableHours) };
  });
}
