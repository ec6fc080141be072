import { Injectable, computed, inject } from '@angular/core';
import { PIGMENT_NAMES, isOwn } from '@ashstep/contract';
import { type PigmentPaste, type ShelfEntry, curveOf } from '@ashstep/core/colour';
import { attempt } from '@ashstep/core/errors';
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
  /** What a paste is on the shelf of a search: one whose drawdowns say nothing is left out. */
  private readonly curves = computed(() => new Map(this.pastes().flatMap((paste) => { const fitted = attempt(() => curveOf(paste)).result; return fitted ? [[paste.id, fitted.entry] as const] : []; }))); // prettier-ignore

  constructor() {
    this.library.ensure();
  }

  have(id: string, there: boolean): void {
    const now = this.there();
    this.ticked.set(there ? [...now, id] : now.filter((one) => one !== id));
  }

  /** What is there, and some that are in a cup already. */
  entries(inCup: readonly { id: string }[] = []): ShelfEntry[] {
    const ids = new Set([...this.there(), ...inCup.map(({ id }) => id)]);
    return [...ids].flatMap((id) => this.curves().get(id) ?? []);
  }

  /** A cup with so much in it, as it is noted when it is mixed. */
  trial(baseG: number, pigments: ColourTrial['pigments'], corrects: boolean): ColourTrial {
    const named = pigments.map(({ id, name, amountG }) => ({ id, ...(isOwn(id) ? { name: name ?? this.nameOf(id) } : {}), amountG: toMilligrams(amountG) })); // prettier-ignore
    return { id: crypto.randomUUID(), baseG: toMilligrams(baseG), pigments: named, corrects, read: null, by: this.session.person?.name ?? '', at: this.clock.now() }; // prettier-ignore
  }

  nameOf(id: string): string {
    return PIGMENT_NAMES[id] ?? this.library.items().find(({ entry }) => entry.id === id)?.entry.name ?? id;
  }
}

const toMilligrams = (g: number): number => Math.round(1000 * g) / 1000;
