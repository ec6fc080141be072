import { drawdownFit } from './drawdowns.js';
import { absorbed } from './mixing.js';
import type { PigmentPaste, WhiteGelCoat } from './pastes.js';
import { GENERIC_PIGMENTS, WHITE_BASE } from './pigments.js';
import type { ShelfEntry } from './shelf.js';
import { smoothestReflectance } from './smoothest.js';

/** A paste on the shelf of a recipe, with how far its own drawdowns stand off the curve fitted to them, ΔE00; nothing for one of the made-up shelf, whose curve is known. */
export interface FittedPaste {
  entry: ShelfEntry;
  worst: number | null;
}

/**
 * The curve of a white gel coat: of the made-up one its own, of a shop's the smoothest that reads so.
 * @throws CoreError for a colour outside its range, or one that no surface has
 */
export function whiteCurve({ id, l, a, b }: WhiteGelCoat): ShelfEntry {
  return id === WHITE_BASE.id ? id : { id, ks: smoothestReflectance({ l, a, b }).map(absorbed) };
}

/**
 * The curve of a paste: of the made-up shelf its own, of a shop's what its drawdowns in a white say.
 * @throws CoreError for fewer than two strengths, or a figure outside its range
 */
export function curveOf({ id, drawdowns }: PigmentPaste, white: ShelfEntry = WHITE_BASE.id): FittedPaste {
  if (GENERIC_PIGMENTS.some((one) => one.id === id)) return { entry: id, worst: null };
  const fit = drawdownFit({
    base: white,
    drawdowns: drawdowns.map(({ percent, l, a, b }) => ({ share: percent / 100, lab: { l, a, b } })),
  });
  return { entry: { id, ks: fit.ks }, worst: fit.worst };
}
