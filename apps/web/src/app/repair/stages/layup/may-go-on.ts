import type { RepairDetail, RoundStanding } from '@ashstep/contract';
import { type WindowsResult, windows } from '@ashstep/core/cure';
import type { FinishWork } from '@ashstep/core/finish';
import { formatLocal, parseLocal } from '@ashstep/core/plan';
import { type PlannedRound, type RepairPlan, cardOfMedium, finishCheck, waitsFor } from '@ashstep/core/repair';
import type { Clock } from '../../../platform/clock';
import { whenText } from '../../../platform/when.pipe';
import { isTicked } from '../ticked';

/** A job as it stands at this moment: what is on, since when, and the clock. */
export interface WorkMoment {
  plan: RepairPlan;
  detail: Pick<RepairDetail, 'checks'>;
  /** Of the lay-up and the finish, in order. */
  standings: readonly RoundStanding[];
  clock: Pick<Clock, 'now' | 'at'>;
}

/** Since when hands may go on a work, and whether that is still to come. */
export interface Hands {
  text: string;
  early: boolean;
}

/** When a round may go on, and whether it is too early or too late for it. */
export interface RoundWindow extends Hands {
  past: boolean;
}

/** The work of the finish by this id; null for a round of the lay-up. */
export const workOf = ({ finish }: RepairPlan, id: string): FinishWork | null => finish?.works.find((work) => work.id === id) ?? null; // prettier-ignore

/** When hands may go on what was put on before a work of the finish: hard enough to sand, or fully cured where it says so. */
export function handsFrom(moment: WorkMoment, work: FinishWork): Hands | null {
  const { plan, standings } = moment;
  const rounds = plan.finish?.rounds ?? [];
  const before = worksBefore(plan, work.id).findLast(({ medium }) => medium !== null);
  if (handled(moment, work.id) && !work.afterFullCure) return null;
  const last = before ? rounds.find(({ id }) => id === before.id) : plan.rounds.at(-1);
  const standing = last && standings.find(({ round }) => round.id === last.id);
  if (!standing?.done || !standing.lastAt) return null;
  const found = waitsOf(plan, standing.round);
  const hours = found ? (work.afterFullCure ? found.fullHour : found.sandableHour) : (before?.waitHours ?? null);
  const name = work.afterFullCure ? 'full cure' : 'hard enough';
  if (hours === null) return { text: `${name} never, in this cold`, early: true };
  const { when, hoursSince } = since(moment.clock, standing.lastAt);
  return { text: `${name} from ${when(hours)}`, early: hoursSince < hours };
}

/** When a work of the finish may be done, by hand or put on. */
export function mayGoOn(moment: WorkMoment, work: FinishWork): Hands | null {
  const round = moment.plan.finish?.rounds.find(({ id }) => id === work.id);
  return round ? windowOf(moment, round) : handsFrom(moment, work);
}

/** When a round may go on what was last put on before it: its window on the shed's clock, at the air that is known. */
export function windowOf(moment: WorkMoment, round: PlannedRound): RoundWindow | null {
  const { plan, standings } = moment;
  const at = standings.findIndex((one) => one.round.id === round.id);
  const before = standings.slice(0, at).at(-1);
  if (!before?.lastAt || !before.done) return null;
  const found = waitsOf(plan, before.round);
  const { when, hoursSince } = since(moment.clock, before.lastAt);
  if (!found) {
    // Out of a can of its own: what such a product usually wants.
    const { waitHours: hours, byCan } = workOf(plan, before.round.id) ?? { waitHours: 0, byCan: false };
    const early = !handled(moment, round.id) && hoursSince < hours;
    return hours === 0 ? null : { past: false, early, text: byCan ? `by its can from ${when(hours)}` : `usually from ${when(hours)}: its can says` }; // prettier-ignore
  }
  const waits = waitsFor(before.round, round, plan.resin?.card ?? null);
  if (waits === 'green') {
    const past = found.untilHour !== null && hoursSince > found.untilHour;
    const early = found.fromHour === null || hoursSince < found.fromHour;
    const text = past ? `past its window since ${when(found.untilHour)}: wash, abrade, wipe` : `green from ${when(found.fromHour)} to ${when(found.untilHour)}`; // prettier-ignore
    return { past, early, text };
  }
  const [from, word] = waits === 'full' ? [found.fullHour, 'full cure'] : [found.sandableHour, 'sandable'];
  const early = (from === null || hoursSince < from) && (waits === 'full' || !handled(moment, round.id));
  return { past: false, early, text: `${word} from ${when(from)}` };
}

/** Hours from laying a round to each stage of its cure, at the air that is known; null of what no card is known for. */
function waitsOf({ resin, air }: RepairPlan, { medium }: PlannedRound): WindowsResult | null {
  const card = cardOfMedium(medium, resin?.card ?? null);
  return card && windows({ card, airTempC: air.tempC.value });
}

function since(clock: WorkMoment['clock'], loggedAt: string) {
  const laid = parseLocal(clock.at(loggedAt), 'at');
  return {
    hoursSince: (parseLocal(clock.now(), 'now') - laid) / 60,
    when: (hours: number | null): string => (hours === null ? 'never, in this cold' : whenText(formatLocal(laid + 60 * hours))), // prettier-ignore
  };
}

function worksBefore({ finish }: RepairPlan, id: string): readonly FinishWork[] {
  const works = finish?.works ?? [];
  return works.slice(0, Math.max(0, works.findIndex((work) => work.id === id))); // prettier-ignore
}

/** Hands went on what was last put on before this work, and it is as hard as they need it: tape proves nothing. */
function handled({ plan, detail }: WorkMoment, id: string): boolean {
  const before = worksBefore(plan, id);
  return before.slice(before.findLastIndex(({ medium }) => medium !== null) + 1).some((work) => !work.id.endsWith('-mask') && isTicked(detail, finishCheck(work.id))); // prettier-ignore
}
