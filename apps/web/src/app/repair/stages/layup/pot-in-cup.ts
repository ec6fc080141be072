import type { Pot } from '@ashstep/core/repair';

/**
 * A pot as it goes on from the resin that is in the cup, and not from what was planned: all of its mix for so much resin. The filler stays what was planned.
 * @param inCupG resin as it was weighed, g; null while it goes by the plan
 */
export function potInCup<P extends Pick<Pot, 'mix'>>(pot: P, inCupG: number | null): P {
  const { mix } = pot;
  if (!inCupG || inCupG === mix.resinG) return pot;
  const share = inCupG / mix.resinG;
  const [zero, resin, both] = mix.scaleG;
  return {
    ...pot,
    mix: {
      ...mix,
      resinG: inCupG,
      secondG: mix.secondG * share,
      secondMinG: mix.secondMinG * share,
      secondMaxG: mix.secondMaxG * share,
      resinMl: mix.resinMl * share,
      secondMl: mix.secondMl * share,
      scaleG: [zero, resin * share, both * share],
      drops: mix.drops === null ? null : Math.max(1, Math.round(mix.drops * share)),
    },
  };
}
