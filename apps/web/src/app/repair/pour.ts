import { pourWords } from '@ashstep/contract';
import type { Measured, PlannedRound } from '@ashstep/core/repair';
import type { RepairState } from './repair.store';

type Mixed = Partial<Pick<PlannedRound, 'medium' | 'fillerName'>>;

/** What sets the resin of a job, or of a round of it that is mixed from something else. */
export const secondOf = (
  { plan }: Pick<RepairState, 'plan'>,
  { medium = null }: Mixed = {},
): 'hardener' | 'catalyst' =>
  medium === 'gelcoat' || plan.resin?.card?.kind === 'catalysed' ? 'catalyst' : 'hardener';

/** How a pot of a job is poured, with the filler that goes into it in its round. */
export function pourText(
  state: Pick<RepairState, 'inputs' | 'plan'>,
  pot: Pick<Measured, 'mix' | 'wholes'> & { fillerG?: number },
  round: Mixed = {},
): string {
  const { fillerG = 0 } = pot;
  return pourWords(pot, {
    second: secondOf(state, round),
    rezeroed: state.inputs.mix.weighing === 're-zeroed',
    ...(fillerG > 0 ? { filler: { name: round.fillerName ?? '', grams: fillerG } } : {}),
  });
}
