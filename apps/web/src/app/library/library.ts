import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  LIBRARY_KINDS,
  LIBRARY_KIND_NAMES,
  type LibraryBody,
  type LibraryItem,
  type LibraryKind,
  OWN_PREFIX,
  searchLibrary,
} from '@ashstep/contract';
import { laminate } from '@ashstep/core/laminate';
import { type Fabric, arealWeightOf } from '@ashstep/core/material';
import type { SystemCard } from '@ashstep/core/resin';
import { GSM_PER_OUNCE_PER_SQUARE_FOOT, GSM_PER_OUNCE_PER_SQUARE_YARD } from '@ashstep/core/units';
import { quantityText } from '../platform/quantity.pipe';
import { type Observable } from 'rxjs';
import { textOf } from '../parts/text-of';
import { ChoiceField, type Option } from '../parts/choice-field';
import { Header } from '../parts/header';
import { ApiError } from '../platform/api';
import { EntryForm } from './entry-form';
import { LibraryService } from './library.service';
import { libraryFromCsv, libraryToCsv } from './library-csv';
import { Lots } from './lots';
import { TextInput, TickInput } from '../parts/inputs';

const OUNCE_GSM = { 'oz/yd2': GSM_PER_OUNCE_PER_SQUARE_YARD, 'oz/ft2': GSM_PER_OUNCE_PER_SQUARE_FOOT } as const;
const HEADS: Record<LibraryKind, readonly string[]> = {
  fabric: ['g/m²', 'Ounces', 'Thick in epoxy', 'Resin'],
  system: ['Second part, per 100', 'Pot, 100 g at 22 °C', 'Not under', 'Sand after', 'Full cure'],
  hardener: ['Per 100 of resin', 'Pot, 100 g at 22 °C', 'Not under', 'Sand after', 'Full cure'],
  core: ['Density', 'Shear modulus', 'Service to', 'Styrene'],
  filler: ['Loose heap', 'Use'],
  abrasive: ['Grit', 'Used'],
  pigment: ['Drawn down at', 'Strongest in white'],
  white: ['Reads alone'],
};
/** Rows shown at once; more are a word away. */
const MOST_ROWS = 200;

type Shelf = LibraryKind | 'lots';
type Figure = ReturnType<typeof quantityText>;
type Row = { name: string; item: LibraryItem; cells: string[] };

/** What the shed builds with: the shipped set, the shop's own entries, and the lots on the shelf. */
@Component({
  selector: 'ash-library',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TextInput, TickInput, Header, RouterLink, ChoiceField, EntryForm, Lots],
  templateUrl: './library.html',
  styleUrl: './library.scss',
})
export class Library {
  private readonly library = inject(LibraryService);
  private readonly inUnits = quantityText();
  readonly shelves: Option<Shelf>[] = [
    ...LIBRARY_KINDS.map((value) => ({ value, label: LIBRARY_KIND_NAMES[value] })),
    { value: 'lots', label: 'Lots' },
  ];
  /** Shelf and words asked for by the address. */
  readonly of = input<string>();
  readonly q = input<string>();
  readonly shelf = signal<Shelf>('fabric');
  readonly kind = computed(() => {
    const shelf = this.shelf();
    return shelf === 'lots' ? null : shelf;
  });
  readonly kindName = computed(() => (this.kind() ? LIBRARY_KIND_NAMES[this.kind()!] : ''));
  readonly heads = computed(() => (this.kind() ? HEADS[this.kind()!] : []));
  readonly text = signal('');
  readonly showRetired = signal(false);
  readonly problem = signal('');
  readonly fields = signal<Readonly<Partial<Record<string, string>>>>({});
  /** Entry being written: new, or a change of an own one. */
  readonly editing = signal<LibraryBody | null>(null);
  readonly said = signal('');
  readonly left = signal<readonly { line: number; reason: string }[]>([]);
  readonly failed = signal(false);

  private readonly all = computed<Row[]>(() =>
    this.library
      .items()
      .filter((item) => item.kind === this.kind() && (item.retired === null || this.showRetired()))
      .map((item) => ({ name: item.entry.name, item, cells: this.cells(item) })),
  );
  readonly found = computed(() => searchLibrary(this.all(), this.text()));
  readonly rows = computed(() => this.found().slice(0, MOST_ROWS));
  readonly anyRetired = computed(() => this.library.items().some((item) => item.retired !== null));

  constructor() {
    this.load();
    effect(() => {
      const [kind, q] = [this.of(), this.q()];
      untracked(() => {
        const shelf = this.shelves.find(({ value }) => value === kind);
        if (shelf) this.turnTo(shelf.value);
        if (q !== undefined) this.text.set(q);
      });
    });
  }

  load(): void {
    this.failed.set(false);
    this.library.load().subscribe({
      error: (error: unknown) => {
        if (!(error instanceof ApiError)) throw error;
        this.failed.set(true);
      },
    });
  }

  turnTo(shelf: Shelf): void {
    this.shelf.set(shelf);
    this.editing.set(null);
  }

  /** Starts an own entry from another one, so that only what differs is typed. */
  copy({ item }: Row): void {
    this.write({
      kind: item.kind,
      entry: { ...item.entry, id: `${OWN_PREFIX}${crypto.randomUUID()}`, name: `${item.entry.name}, own` },
    } as LibraryBody);
  }

  write({ kind, entry }: LibraryBody): void {
    this.fields.set({});
    this.problem.set('');
    this.editing.set({ kind, entry } as LibraryBody);
  }

  save(body: LibraryBody): void {
    this.send(this.library.save(body), () => this.editing.set(null));
  }

  retire({ item }: Row): void {
    this.send(this.library.retire(item.entry.id, item.retired === null));
  }

  csv(): string {
    const own = this.library.items().filter((item) => item.own);
    return `data:text/csv;charset=utf-8,${encodeURIComponent(libraryToCsv(own, this.library.lots()))}`;
  }

  async takeIn(field: HTMLInputElement): Promise<void> {
    const file = field.files?.[0];
    field.value = '';
    if (!file) return;
    const text = await textOf(file);
    this.left.set([]);
    const json = readJson(text);
    const table = json === null ? libraryFromCsv(text) : null;
    this.library.takeIn(json ?? table!.file).subscribe({
      next: ({ taken, left }) => {
        this.said.set(`${taken} taken in`);
        this.left.set([
          ...(table?.left ?? []),
          ...left.map(({ row, reason }) => ({ line: table?.lines[row - 1] ?? row, reason })),
        ]);
      },
      error: (error: unknown) => this.refused(error),
    });
  }

  private send(request: Observable<unknown>, done?: () => void): void {
    this.problem.set('');
    this.fields.set({});
    request.subscribe({ next: done, error: (error: unknown) => this.refused(error) });
  }

  private refused(error: unknown): void {
    if (!(error instanceof ApiError)) throw error;
    this.problem.set(error.problem.fields.length > 0 ? 'Some figures need another look.' : error.problem.detail);
    this.fields.set(
      Object.fromEntries(error.problem.fields.map(({ path, message }) => [path.replace(/^entry\./, ''), message])),
    );
  }

  private cells(item: LibraryItem): string[] {
    const figure = this.inUnits;
    switch (item.kind) {
      case 'fabric':
        return fabricCells(item.entry, figure);
      case 'system': {
        const s = item.entry;
        return [
          s.kind === 'two-part'
            ? `${s.hardenerPer100ByWeight} by weight`
            : `${s.catalystMinPercent} to ${s.catalystMaxPercent} ml`,
          ...cureCells(s, figure),
        ];
      }
      case 'hardener':
        return item.entry.kind === 'amine'
          ? [`${item.entry.hardenerPer100ByWeight} by weight`, ...cureCells(item.entry, figure)]
          : [
              `${item.entry.catalystMinPercent} to ${item.entry.catalystMaxPercent} ml`,
              ...Array<string>(4).fill('as the resin'),
            ];
      case 'core':
        return [
          figure(item.entry.densityKgM3, 'density'),
          `${item.entry.shearModulusMPa} MPa`,
          figure(item.entry.serviceTempC, 'temperature', 0),
          `${item.entry.styrene} it`,
        ];
      case 'filler':
        return [figure(item.entry.bulkDensityKgM3, 'density'), item.entry.use];
      case 'abrasive':
        return [`${item.entry.grit}`, item.entry.wet ? 'wet' : 'dry'];
      case 'white':
        return [`L ${item.entry.l}, a ${item.entry.a}, b ${item.entry.b}`];
      case 'pigment':
        return [
          item.entry.drawdowns.map(({ percent }) => `${percent} %`).join(', '),
          ...item.entry.drawdowns.slice(-1).map(({ l, a, b }) => `L ${l}, a ${a}, b ${b}`),
        ];
    }
  }
}

function cureCells(
  card: Pick<SystemCard, 'potLifeMin' | 'minTempC' | 'sandableHours' | 'fullCureHours'>,
  figure: Figure,
): string[] {
  return [
    `${card.potLifeMin} min`,
    figure(card.minTempC, 'temperature', 0),
    `${card.sandableHours} h`,
    `${card.fullCureHours} h`,
  ];
}

function fabricCells(fabric: Fabric, figure: Figure): string[] {
  const wet = laminate({ layers: [{ fabricId: fabric.id, own: fabric }], resin: 'epoxy' });
  const gsm = arealWeightOf(fabric);
  return [
    gsm.toFixed(0),
    `${(gsm / OUNCE_GSM[fabric.ounceUnit]).toFixed(1)} ${fabric.ounceUnit.replace('2', '²')}`,
    figure(wet.thicknessMm, 'thickness'),
    figure(wet.massGsm - gsm, 'arealWeight'),
  ];
}

function readJson(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return null;
  }
}
