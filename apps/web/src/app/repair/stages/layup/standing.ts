import { type RoundStanding, roundStandings } from '@ashstep/contract';
import { closedCheckOf, everyRound } from '@ashstep/core/repair';
import type { RepairState } from '../../repair.store';
import { isTicked } from '../ticked';

/** Every round with what the log says of it; those of the finish after those of the lay-up where they are wanted. */
export const standingsOf = ({ plan, detail }: Pick<RepairState, 'plan' | 'detail'>, withFinish = false): RoundStanding[] => roundStandings(withFinish ? everyRound(plan) : plan.rounds, detail.log); // prettier-ignore

/** Whether all that is laid is down: before that there is nothing to finish, and what is read is the ground. */
export const isLaid = (state: Pick<RepairState, 'plan' | 'detail'>): boolean =>
  standingsOf(state).every(({ done }) => done);

/** What is down: plies by their keys, and rounds that are done by their ids. */
export const downIn = (standings: readonly RoundStanding[]): ReadonlySet<string> =>
  new Set(standings.flatMap(({ plies, done, round }) => [...plies, ...(done ? [round.id] : [])]));

/** A round was kept from the air, where it has to be. */
export function isClosed({ detail }: Pick<RepairState, 'detail'>, { round }: RoundStanding): boolean {
  const check = closedCheckOf(round);
  return check === null || isTicked(detail, check);
}

/** The round in hand of all there are: the first that is not done and closed; the last where all are. */
export function roundInHand(state: Pick<RepairState, 'detail'>, all: readonly RoundStanding[]): RoundStanding | null {
  return all.find((one) => !one.done || !isClosed(state, one)) ?? all.at(-1) ?? null;
}
