import { differenceWords, inCup } from '@ashstep/contract';
import type { ColourTrial } from '@ashstep/core/repair';
import { quantityText } from '../../../platform/quantity.pipe';

/** How far a colour is off, in words. */
export const deltaWords = (deltaE: number): string => `ΔE ${deltaE.toFixed(1)}: ${differenceWords(deltaE)}`;

/** Pastes go on a gram scale whatever else is read in ounces. */
export const pasteGrams = (g: number): string => `${g.toFixed(2)}\u00a0g`;

/** What is in a cup, as it is read off in one line. */
export function cupWords(): (trial: ColourTrial) => string {
  const inUnits = quantityText();
  return (trial) => inCup(trial, (g) => inUnits(g, 'mass', 1), pasteGrams);
}
