import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { LIBRARY_KINDS, LIBRARY_KIND_NAMES, type Lot, type LotBody } from '@ashstep/contract';
import { QuantityField } from '../parts/quantity-field';
import { ApiError } from '../platform/api';
import { LibraryService } from './library.service';
import { PickOf, PickSelect, TextInput, TickInput } from '../parts/inputs';
import { Clock } from '../platform/clock';

const PART_NAMES: Record<Lot['part'], string> = { whole: 'Whole', resin: 'Resin', hardener: 'Hardener or catalyst' };
const UNIT_NAMES: Record<Lot['unit'], string> = {
  g: 'grams',
  ml: 'millilitres',
  m2: 'square metres',
  m: 'metres',
  piece: 'pieces',
};
const SOON_DAYS = 30;
const DAY_MS = 86_400_000;

/** Deliveries on the shelf: lot, dates, packs and price; what has expired is not to be used, and what soon will is told. */
@Component({
  selector: 'ash-lots',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickOf, PickSelect, TextInput, TickInput, QuantityField],
  templateUrl: './lots.html',
  styleUrl: './library.scss',
})
export class Lots {
  private readonly shedClock = inject(Clock);
  private readonly library = inject(LibraryService);
  readonly kinds = LIBRARY_KINDS.map((id) => ({ id, name: LIBRARY_KIND_NAMES[id] }));
  readonly parts = Object.entries(PART_NAMES) as [keyof typeof PART_NAMES, string][];
  readonly units = Object.entries(UNIT_NAMES) as [keyof typeof UNIT_NAMES, string][];
  readonly showUsed = signal(false);
  readonly problem = signal('');
  readonly errors = signal<Readonly<Partial<Record<string, string>>>>({});
  readonly draft = signal<LotBody | null>(null);

  readonly rows = computed(() =>
    this.library
      .lots()
      .filter((lot) => this.showUsed() || !lot.usedUp)
      .map((lot) => ({
        lot,
        name: this.nameOf(lot),
        part: lot.part === 'whole' ? '' : PART_NAMES[lot.part].toLowerCase(),
        state: stateOf(lot, this.shedClock.now().slice(0, 10)),
        unit: lot.unit === 'm2' ? 'm²' : lot.unit === 'piece' ? '' : lot.unit,
      })),
  );
  readonly choices = computed(() => {
    const draft = this.draft();
    return draft ? this.library.inUse(draft.kind) : [];
  });

  begin(): void {
    const [first] = this.library.systems();
    this.errors.set({});
    this.problem.set('');
    this.draft.set({
      id: crypto.randomUUID(),
      kind: 'system',
      entryId: first!.id,
      part: 'resin',
      code: '',
      receivedOn: this.shedClock.now().slice(0, 10),
      expiresOn: null,
      packSize: 1000,
      unit: 'g',
      packs: 1,
      price: null,
    });
  }

  change({ usedUp: _, ...lot }: Lot): void {
    this.errors.set({});
    this.problem.set('');
    this.draft.set(lot);
  }

  set(patch: Partial<LotBody>): void {
    this.draft.update((draft) => draft && { ...draft, ...patch });
  }

  setKind(kind: LotBody['kind']): void {
    const [first] = this.library.inUse(kind);
    this.set({
      kind,
      entryId: first?.id ?? '',
      part: kind === 'system' ? 'resin' : 'whole',
      unit: kind === 'fabric' ? 'm2' : kind === 'abrasive' ? 'piece' : 'g',
    });
  }

  save(): void {
    const draft = this.draft();
    if (!draft) return;
    this.library.saveLot(draft).subscribe({
      next: () => this.draft.set(null),
      error: (error: unknown) => {
        if (!(error instanceof ApiError)) throw error;
        this.problem.set(error.problem.detail);
        this.errors.set(Object.fromEntries(error.problem.fields.map(({ path, message }) => [path, message])));
      },
    });
  }

  useUp({ id, usedUp }: Lot): void {
    this.library.useUp(id, !usedUp).subscribe({
      error: (error: unknown) => this.problem.set(error instanceof ApiError ? error.problem.detail : String(error)),
    });
  }

  private nameOf(lot: Lot): string {
    return (
      this.library.items().find((item) => item.kind === lot.kind && item.entry.id === lot.entryId)?.entry.name ??
      lot.entryId
    );
  }
}

function stateOf({ usedUp, expiresOn }: Lot, today: string): { text: string; bad: boolean } {
  if (usedUp) return { text: 'Used up', bad: false };
  if (expiresOn === null) return { text: 'Keeps', bad: false };
  if (expiresOn < today) return { text: 'Expired, not to be used', bad: true };
  const days = Math.round((Date.parse(expiresOn) - Date.parse(today)) / DAY_MS);
  return days <= SOON_DAYS ? { text: `${days} days left`, bad: true } : { text: 'Good', bad: false };
}
