import { CoreError } from '../errors.js';
import { deltaE00 } from './difference.js';
import { type Lab, requireLab, shifted } from './light.js';
import { requireShift } from './recipe.js';

/** A cup that was read wet, and the same brushed out and cured. */
export interface WetAndCured {
  wet: Lab;
  cured: Lab;
}

export interface DryDown {
  /** By how much a cured coat stands off the wet cup, in L, a and b: their means. */
  shift: Lab;
  /** Mean ΔE00 by which the pairs stand off what the shift makes of them; null for a single pair, which nothing bears out. */
  spread: number | null;
  /** Pairs it rests on. */
  pairs: number;
}

/** Most pairs a shop's own shift is worked out from. */
export const MOST_WET_AND_CURED = 200;

/**
 * A shop's own dry-down: the mean shift from wet to cured over the cups it read both ways. Source: workshop rule; the mean of measured differences.
 * @throws CoreError empty for no pair, too-many, or a colour or shift outside its range
 */
export function dryDown(pairs: readonly WetAndCured[]): DryDown {
  if (pairs.length === 0) throw new CoreError('empty', 'pairs');
  if (pairs.length > MOST_WET_AND_CURED) throw new CoreError('too-many', 'pairs', { max: MOST_WET_AND_CURED });
  const read = pairs.map(({ wet, cured }, i) => ({ wet: requireLab(wet, `pairs.${i}.wet`), cured: requireLab(cured, `pairs.${i}.cured`) })); // prettier-ignore
  const mean = (key: keyof Lab): number => read.reduce((sum, { wet, cured }) => sum + cured[key] - wet[key], 0) / read.length; // prettier-ignore
  const shift = requireShift({ l: mean('l'), a: mean('a'), b: mean('b') });
  const off = read.reduce((sum, { wet, cured }) => sum + deltaE00(cured, shifted(wet, shift)), 0) / read.length;
  return { shift, spread: read.length === 1 ? null : off, pairs: read.length };
}
