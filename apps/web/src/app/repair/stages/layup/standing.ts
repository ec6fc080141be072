import { type RoundStanding, roundStandings } from '@ashstep/contract';
import { closedCheckOf } from '@ashstep/core/repair';
import type { RepairState } from '../../repair.store';

type Standing = Pick<RepairState, 'plan' | 'detail'>;

/** Every round with what the log says of it. */
export const standingsOf = ({ plan, detail }: Standing): RoundStanding[] => roundStandings(plan.rounds, detail.log);

/** A round was kept from the air, where it has to be. */
export function isClosed({ detail }: Pick<RepairState, 'detail'>, { round }: RoundStanding): boolean {
  const check = closedCheckOf(round);
  return check === null || detail.checks.some(({ checkId, done }) => checkId === check && done);
}

/** The round in hand: the first that is not done and closed; the last where all are. */
export function roundInHand(state: Standing): RoundStanding | null {
  const all = standingsOf(state);
  return all.find((one) => !one.done || !isClosed(state, one)) ?? all.at(-1) ?? null;
}
