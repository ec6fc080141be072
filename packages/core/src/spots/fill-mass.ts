import { CoreError, requireNumber } from '../errors.js';
import { GEL_COAT } from '../resin/gel-coat.js';
import type { FINISH_FILLS } from './finish-fill.js';

/** A fill is mixed with so much to spare for knife and board, and a little at the least. Source: 15 % and 3 g in practice. */
const FILL_SPARE = 0.15;
export const LEAST_FILL_SPARE_G = 3;

/** What is mixed for a fill, with what stays on knife and board; in grams where nothing else is said at the least. */
export const withSpare = (own: number, least = LEAST_FILL_SPARE_G): number => own + Math.max(FILL_SPARE * own, least);

const DENSITY: Partial<Record<keyof typeof FINISH_FILLS, number>> = {
  gelcoat: GEL_COAT.resinDensityGPerMl,
  epoxy: 0.7,
};

/**
 * Density of a paste, g/ml: as given, gel coat 1.2 or light epoxy paste 0.7.
 * @throws CoreError for one outside 0.3 to 3, or a polyester filler without it, for they differ
 */
export function fillDensity(medium: keyof typeof FINISH_FILLS, given?: number): number {
  const density = given ?? DENSITY[medium];
  if (density === undefined) throw new CoreError('empty', 'densityGPerMl');
  return requireNumber(density, 'densityGPerMl', { min: 0.3, max: 3 });
}
