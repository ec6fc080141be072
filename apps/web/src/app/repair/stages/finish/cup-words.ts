import { differenceWords, pigmentName } from '@ashstep/contract';
import { WHITE_BASE } from '@ashstep/core/colour';
import type { ColourTrial } from '@ashstep/core/repair';
import { quantityText } from '../../../platform/quantity.pipe';

/** How far a colour is off, in words. */
export const deltaWords = (deltaE: number): string => `ΔE ${deltaE.toFixed(1)}: ${differenceWords(deltaE)}`;

/** Pastes go on a gram scale whatever else is read in ounces. */
export function pasteGrams(): (id: string, g: number) => string {
  const inUnits = quantityText();
  return (id, g) => (id === WHITE_BASE.id ? inUnits(g, 'mass', 1) : `${g.toFixed(2)}\u00a0g`);
}

/** What is in a cup, as it is read off in one line. */
export function cupWords(): (trial: ColourTrial) => string {
  const grams = pasteGrams();
  return ({ baseG, pigments }) => [`${grams(WHITE_BASE.id, baseG)} white`, ...pigments.map((part) => `${grams(part.id, part.amountG)} ${pigmentName(part)}`)].join(', '); // prettier-ignore
}
