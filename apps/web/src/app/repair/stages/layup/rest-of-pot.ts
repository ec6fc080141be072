import type { Pot } from '@ashstep/core/repair';

type Mixed = Pick<Pot, 'mix'>;

/** Resin is as planned when it is no further off than that, g: what a bench scale rounds to. */
const AS_PLANNED_G = 0.05;
/** A little of the second part is told to a hundredth: to a tenth its band would be none, g. */
const FINE_UNDER_G = 10;

/** Second part of a pot for the resin that is in the cup, g: what the scale comes to, how little and how much of it is within, and what the scale shows before it. */
export interface RestOfPot {
  secondG: number;
  minG: number;
  maxG: number;
  on: number;
}

/**
 * What is still to be poured of a pot.
 * @param inCupG resin as it was weighed, g; null goes by the plan
 * @param together both parts on one tare
 */
export function restOfPot({ mix }: Mixed, inCupG: number | null, together: boolean): RestOfPot {
  const share = inCupG ? inCupG / mix.resinG : 1;
  const on = together ? mix.resinG * share : 0;
  return { secondG: on + mix.secondG * share, minG: mix.secondMinG * share, maxG: mix.secondMaxG * share, on };
}

export const potGrams = ({ mix }: Mixed, grams: number): string => grams.toFixed(mix.secondG < FINE_UNDER_G ? 2 : 1);

/** How a pot goes on from a cup with another amount of resin in it than was planned; null while it goes by the plan. */
export function goesOn(pot: Mixed, inCupG: number | null, together: boolean, second: string): string | null {
  if (inCupG === null || Math.abs(inCupG - pot.mix.resinG) < AS_PLANNED_G) return null;
  const { secondG, minG, maxG } = restOfPot(pot, inCupG, together);
  const g = (grams: number): string => potGrams(pot, grams);
  return `${g(inCupG)} g of resin is in: ${second} to ${g(secondG)} g, which adds ${g(minG)} to ${g(maxG)} g.`;
}
