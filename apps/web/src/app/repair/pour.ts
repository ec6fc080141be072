import { pourWords } from '@ashstep/contract';
import type { Measured } from '@ashstep/core/repair';
import type { RepairState } from './repair.store';

/** What sets the resin of a job. */
export const secondOf = ({ plan }: Pick<RepairState, 'plan'>): 'hardener' | 'catalyst' =>
  plan.resin?.card?.kind === 'catalysed' ? 'catalyst' : 'hardener';

/** How a pot of a job is poured, with the filler that goes into it. */
export function pourText(
  state: Pick<RepairState, 'inputs' | 'plan'>,
  pot: Pick<Measured, 'mix' | 'wholes'> & { fillerG?: number },
  fillerName = '',
): string {
  const { fillerG = 0 } = pot;
  return pourWords(pot, {
    second: secondOf(state),
    rezeroed: state.inputs.mix.weighing === 're-zeroed',
    ...(fillerG > 0 ? { filler: { name: fillerName, grams: fillerG } } : {}),
  });
}
