import { CoreError, requireEntry } from '../errors.js';
import { onBands } from './light.js';
import { GENERIC_PIGMENTS, type Pigment, WHITE_BASE } from './pigments.js';

/** A pigment by the id of the made-up shelf, or with its own curve of K/S at unit concentration. */
export type ShelfEntry = string | { id: string; ks: readonly number[] };

/** K/S of a full-strength paste. */
const KS = { min: 0, max: 10_000 } as const;
/** Most pigments a shelf may hold for a search. */
const MOST = 24;

export function readPigment(entry: ShelfEntry, field: string): Pigment {
  if (typeof entry === 'string') return requireEntry([...GENERIC_PIGMENTS, WHITE_BASE], entry, field);
  return { id: entry.id, ks: onBands(entry.ks, `${field}.ks`, KS) };
}

/** @throws CoreError for an empty shelf, one too large, the same pigment twice or a curve that is none */
export function readShelf(entries: readonly ShelfEntry[] | undefined, base: Pigment): Pigment[] {
  const shelf = (entries ?? GENERIC_PIGMENTS.map(({ id }) => id)).map((entry, i) => readPigment(entry, `shelf.${i}`));
  if (shelf.length === 0) throw new CoreError('empty', 'shelf');
  if (shelf.length > MOST) throw new CoreError('too-many', 'shelf', { max: MOST });
  shelf.forEach(({ id }, i) => {
    if (id === base.id || shelf.findIndex((other) => other.id === id) !== i) throw new CoreError('inconsistent', `shelf.${i}`, { id }); // prettier-ignore
  });
  return shelf;
}
