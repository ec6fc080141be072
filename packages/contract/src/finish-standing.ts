import type { FinishWork } from '@ashstep/core/finish';
import { type PlannedFinish, finishCheck } from '@ashstep/core/repair';
import type { CheckMark } from './api.js';
import type { LogEntry } from './log-entry.js';
import { standingLog } from './round-log.js';

/** How far a work of the finish has come: logged as put on, ticked by hand, or open. */
export interface WorkStanding {
  work: FinishWork;
  /** Entry that says it was put on. */
  logged: LogEntry | null;
  ticked: boolean;
  done: boolean;
}

/** Every work of a finish with how far it has come. A tick of the whole step it belongs to, as it was once, counts for it. */
export function workStandings(
  finish: Pick<PlannedFinish, 'works'> | null,
  { checks, log: whole }: { checks: readonly Pick<CheckMark, 'checkId' | 'done'>[]; log: readonly LogEntry[] },
): WorkStanding[] {
  const log = standingLog(whole);
  const marked = new Set(checks.flatMap((mark) => (mark.done ? [mark.checkId] : [])));
  return (finish?.works ?? []).map((work) => {
    const logged = log.find(({ entry }) => entry.kind === 'round' && entry.round === work.id) ?? null;
    const ticked = [work.id, work.of].some((id) => marked.has(finishCheck(id)));
    return { work, logged, ticked, done: ticked || logged !== null };
  });
}

/** Conditions of a resin that are met by what is put on in the finish, as it is planned. */
const MET_BY_FINISH = ['epoxy-fairing-primer', 'gel-coat-way'];

/** Conditions of the resin that nobody need tick: all that the finish puts on is on, as planned, and nothing of it was left out. */
export function metByFinish(
  finish: Pick<PlannedFinish, 'works' | 'leftOut'> | null,
  repair: Parameters<typeof workStandings>[1],
): readonly string[] {
  const putOn = workStandings(finish, repair).filter(({ work }) => work.medium !== null);
  const whole = finish?.leftOut.every(({ work }) => work.medium === null) ?? false;
  return whole && putOn.length > 0 && putOn.every(({ done }) => done) ? MET_BY_FINISH : [];
}
