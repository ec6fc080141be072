import { drawdownFit } from './drawdowns.js';
import type { PigmentPaste } from './pastes.js';
import { GENERIC_PIGMENTS, WHITE_BASE } from './pigments.js';
import type { ShelfEntry } from './shelf.js';

/** A paste on the shelf of a recipe, with how far its own drawdowns stand off the curve fitted to them, ΔE00; nothing for one of the made-up shelf, whose curve is known. */
export interface FittedPaste {
  entry: ShelfEntry;
  worst: number | null;
}

/**
 * The curve of a paste: of the made-up shelf its own, of a shop's what its drawdowns in white say.
 * @throws CoreError for fewer than two strengths, or a figure outside its range
 */
export function curveOf({ id, drawdowns }: PigmentPaste): FittedPaste {
  if (GENERIC_PIGMENTS.some((one) => one.id === id)) return { entry: id, worst: null };
  const fit = drawdownFit({
    base: WHITE_BASE.id,
    drawdowns: drawdowns.map(({ percent, l, a, b }) => ({ share: percent / 100, lab: { l, a, b } })),
  });
  return { entry: { id, ks: fit.ks }, worst: fit.worst };
}
