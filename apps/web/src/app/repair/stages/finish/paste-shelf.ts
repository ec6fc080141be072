import { Injectable, computed, inject } from '@angular/core';
import { PIGMENT_NAMES, isOwn } from '@ashstep/contract';
import {
  GENERIC_WHITES,
  type PigmentPaste,
  type ShelfEntry,
  type WhiteGelCoat,
  curveOf,
  whiteCurve,
} from '@ashstep/core/colour';
import { attempt } from '@ashstep/core/errors';
import { kept } from '@ashstep/core/remembered';
import type { ColourTrial } from '@ashstep/core/repair';
import { LibraryService } from '../../../library/library.service';
import { draft } from '../../../outbox/draft';
import { Clock } from '../../../platform/clock';
import { SessionService } from '../../../platform/session.service';

/** Tinting pastes of the library, and which of them are there on the bench. */
@Injectable()
export class PasteShelf {
  private readonly library = inject(LibraryService);
  private readonly clock = inject(Clock);
  private readonly session = inject(SessionService);
  readonly pastes = computed(() => this.library.inUse('pigment') as readonly PigmentPaste[]);
  /** Pastes that are there, as they were ticked on this device; until then the shop's own, and where it has none the made-up shelf. */
  private readonly ticked = draft<string[] | null>('pigmentsThere', computed(() => 'shed'), null); // prettier-ignore
  readonly there = computed((): readonly string[] => {
    const ids = this.pastes().map(({ id }) => id);
    const own = ids.filter(isOwn);
    return this.ticked() ?? (own.length > 0 ? own : ids);
  });
  readonly madeUp = computed(() => this.there().some((id) => !isOwn(id)));
  readonly ownPastes = computed(() => this.pastes().some(({ id }) => isOwn(id)));
  readonly whites = computed(() => this.library.inUse('white') as readonly WhiteGelCoat[]);

  constructor() {
    this.library.ensure();
  }

  have(id: string, there: boolean): void {
    const now = this.there();
    this.ticked.set(there ? [...now, id] : now.filter((one) => one !== id));
  }

  /** The white that was picked for a job; where none was, the shop's own, and where it has none the made-up one. */
  white(pickedId: string | undefined): WhiteGelCoat {
    const all = this.whites();
    return all.find(({ id }) => id === pickedId) ?? all.find(({ id }) => isOwn(id)) ?? GENERIC_WHITES[0]!;
  }

  /** The white of a cup; nothing where the library no longer tells how it reads. */
  whiteOf({ white }: ColourTrial): WhiteGelCoat | null {
    if (!white) return GENERIC_WHITES[0]!;
    const found = this.library.items().find(({ kind, entry }) => kind === 'white' && entry.id === white.id);
    return found ? (found.entry as WhiteGelCoat) : null;
  }

  /**
   * What is mixed from: a white, and the pastes that are there or in a cup already, as drawn down in it. A paste whose readings say nothing is left out.
   * @throws CoreError for a white that no surface is
   */
  mixedFrom(white: WhiteGelCoat, inCup: readonly { id: string }[] = []): { base: ShelfEntry; shelf: ShelfEntry[] } {
    const base = curveOfWhite(white);
    const ids = new Set([...this.there(), ...inCup.map(({ id }) => id)]);
    const known = this.pastes().filter(({ id }) => ids.has(id));
    return { base, shelf: known.flatMap((paste) => attempt(() => curveOfPaste(paste, base)).result ?? []) };
  }

  /** A cup with so much in it, as it is noted when it is mixed. */
  trial(
    { id, name }: { id: string; name: string },
    baseG: number,
    pigments: ColourTrial['pigments'],
    corrects: boolean,
  ): ColourTrial {
    // prettier-ignore
    const white = isOwn(id) ? { white: { id, name } } : {};
    const named = pigments.map(({ id, name, amountG }) => ({ id, ...(isOwn(id) ? { name: name ?? this.nameOf(id) } : {}), amountG: toMilligrams(amountG) })); // prettier-ignore
    return { id: crypto.randomUUID(), baseG: toMilligrams(baseG), ...white, pigments: named, corrects, read: null, by: this.session.person?.name ?? '', at: this.clock.now() }; // prettier-ignore
  }

  nameOf(id: string): string {
    return PIGMENT_NAMES[id] ?? this.library.items().find(({ entry }) => entry.id === id)?.entry.name ?? id;
  }
}

const toMilligrams = (g: number): number => Math.round(1000 * g) / 1000;
const curveOfWhite = kept(whiteCurve);
const curveOfPaste = kept((paste: PigmentPaste, white: ShelfEntry) => curveOf(paste, white).entry, 48);
