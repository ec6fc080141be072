import type { Measured, PlannedRound, RepairInputs, RepairPlan } from '@ashstep/core/repair';

export interface PourOptions {
  second: 'hardener' | 'catalyst';
  /** Whether the scale is set to nothing between the parts. */
  rezeroed?: boolean;
  /** Filler that goes in: last into epoxy, before the catalyst into polyester, where the clock starts with it. */
  filler?: { name: string; grams: number };
}

type Mixed = Partial<Pick<PlannedRound, 'medium' | 'fillerName'>>;

/** What sets the resin of a job, or of a round of it that is mixed from something else. */
export const secondOf = ({ resin }: Pick<RepairPlan, 'resin'>, { medium = null }: Mixed = {}): 'hardener' | 'catalyst' => (medium === 'gelcoat' || resin?.card?.kind === 'catalysed' ? 'catalyst' : 'hardener'); // prettier-ignore

/** How a pot of a job is poured, with the filler that goes into it in its round. */
export function roundPourWords(
  { inputs, plan }: { inputs: Pick<RepairInputs, 'mix'>; plan: Pick<RepairPlan, 'resin'> },
  pot: Pick<Measured, 'mix' | 'wholes'> & { fillerG?: number },
  round: Mixed = {},
): string {
  const { fillerG = 0 } = pot;
  return pourWords(pot, {
    second: secondOf(plan, round),
    rezeroed: inputs.mix.weighing === 're-zeroed',
    ...(fillerG > 0 ? { filler: { name: round.fillerName ?? '', grams: fillerG } } : {}),
  });
}

const FINE_UNDER_G = 10;

/** How one pot is poured, by scale, cup lines, pump or drops, in the order in which it is done. */
export function pourWords({ mix, wholes }: Pick<Measured, 'mix' | 'wholes'>, options: PourOptions): string {
  const { second, filler } = options;
  const fill = filler && `${filler.grams.toFixed(filler.grams < 10 ? 1 : 0)} g ${filler.name.toLowerCase()}`;
  const early = fill && second === 'catalyst' ? `, stir in ${fill}, then ` : ', then ';
  const late = fill && second === 'hardener' ? `; stir, change cup, then ${fill}` : '';
  const left = wholes && Math.abs(wholes.errorPercent) >= 0.05 ? ` Rounding leaves ${signed(wholes.errorPercent)} % of ${second}.` : ''; // prettier-ignore
  if (wholes?.kind === 'pump')
    return `${strokes(wholes.resin)} of resin${early}${strokes(wholes.second)} of ${second}${late}.${left}`;
  if (wholes && fill && second === 'catalyst')
    return `Resin to the ${ml(wholes.resinMl)} line${early}${ml(wholes.secondMl)} of catalyst.${left}`;
  if (wholes)
    return `Cup lines: resin to ${ml(wholes.resinMl)}${early}${second} to ${ml(wholes.resinMl + wholes.secondMl)}${late}.${left}`;
  // A little of the second part is told to a hundredth: to a tenth its band would be none.
  const g = (grams: number): string => grams.toFixed(mix.secondG < FINE_UNDER_G ? 2 : 1);
  const resin = `Resin to ${g(mix.scaleG[1])} g`;
  if (mix.drops !== null) return `${resin}${early}${mix.drops} drops of ${second}.`;
  // With filler in the cup the scale no longer shows the sum of the two.
  if (fill && second === 'catalyst') return `${resin}${early}${g(mix.secondG)} g (${mix.secondMl.toFixed(1)} ml) of catalyst.`; // prettier-ignore
  return `${resin}, then ${options.rezeroed ? 'zero, ' : ''}${second} to ${g(mix.scaleG[2])} g, which adds ${g(mix.secondMinG)} to ${g(mix.secondMaxG)} g${late}.`;
}

const ml = (value: number): string => `${Number(value.toFixed(2))} ml`;
const strokes = (count: number): string => `${count} ${count === 1 ? 'stroke' : 'strokes'}`;
const signed = (percent: number): string => `${percent < 0 ? '\u2212' : '+'}${Math.abs(percent).toFixed(1)}`;
