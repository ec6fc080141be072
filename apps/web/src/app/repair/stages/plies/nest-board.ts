import {
  ChangeDetectionStrategy,
  Component,
  type OnDestroy,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { type NestInput, type NestResult, type OffCut, type Placed, dxfOf } from '@ashstep/core/cutting';
import { LibraryService } from '../../../library/library.service';
import { QuantityField } from '../../../parts/quantity-field';
import { ApiError } from '../../../platform/api';
import { QuantityPipe } from '../../../platform/quantity.pipe';
import { SearchRun } from '../../../platform/working';
import { type PieceLabel, nestLayers } from './cut-file';
import { PickSelect, TickInput } from '../../../parts/inputs';
import { LongWork } from '../../../parts/long-work';
import { Clock } from '../../../platform/clock';

const BOUND_WORDS: Record<NestResult['boundBy'], string> = {
  area: 'its pieces’ own area',
  tallest: 'its longest piece',
  'wide-pieces': 'what is wider than half the roll',
};
const USUAL_WIDTH_MM = 1270;

/** What there is most to cut of. */
const most = (materials: readonly { name: string; count: number }[]): string =>
  materials.reduce<{ name: string; count: number }>((a, b) => (b.count > a.count ? b : a), { name: '', count: 0 }).name;

/** Pieces of one fabric laid on its roll: how much to cut off, where each lies, what is left worth keeping. */
@Component({
  selector: 'ash-nest-board',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LongWork, PickSelect, TickInput, QuantityField, QuantityPipe],
  template: `
    <h3>On the roll</h3>
    <div class="fields">
      <div class="field wide">
        <label for="nest-of">Cut from</label
        ><select id="nest-of" (chosen)="material.set($event)">
          @for (m of materials(); track m.name) {
            <option [value]="m.name" [selected]="m.name === material()">
              {{ m.name }}, {{ m.count }} {{ m.count === 1 ? 'piece' : 'pieces' }}
            </option>
          }
        </select>
      </div>
      <ash-quantity label="Roll width" [value]="widthMm()" (valueChange)="widthMm.set($event ?? 1270)" />
      <ash-quantity label="Gap" [value]="gapMm()" (valueChange)="gapMm.set($event ?? 5)" />
    </div>
    <label class="tick"
      ><input type="checkbox" [checked]="mirror()" (ticked)="mirror.set($event)" />The same from both sides: pieces may
      be turned over</label
    >
    <ash-long-work
      [run]="search"
      label="Lay them on the roll"
      doing="Laying pieces on the roll"
      [disabled]="pieces().length === 0"
      (begin)="nest()"
    />
    @if (result(); as r) {
      @for (id of r.tooWide; track id) {
        <p class="remark">{{ id }} is wider than the roll. Cut it in two with an overlap, or take a wider roll.</p>
      }
      @if (r.placed.length > 0) {
        <p role="status">
          <b>Cut off {{ r.lengthMm | qty: 'length' }}</b
          >, {{ r.usedPercent.toFixed(0) }} % used. No way of laying them takes less than
          {{ r.boundMm | qty: 'length' }}, by {{ boundWords() }}.
        </p>
        <svg
          class="roll"
          [attr.viewBox]="viewBox()"
          role="img"
          [attr.aria-label]="r.placed.length + ' pieces on the roll'"
        >
          <rect [attr.width]="widthMm()" [attr.height]="r.lengthMm" class="cloth" />
          @for (cut of r.offCuts; track $index) {
            <rect
              class="off"
              [attr.x]="cut.yMm"
              [attr.y]="cut.xMm"
              [attr.width]="cut.widthMm"
              [attr.height]="cut.lengthMm"
            />
          }
          @for (p of drawn(); track p.id) {
            <path [attr.d]="p.d" class="piece" />
            <text [attr.x]="p.x" [attr.y]="p.y" [attr.font-size]="lettersMm()">{{ p.short }}</text>
          }
        </svg>
        <div class="row-actions">
          <a class="act small" [download]="file() + 'roll.dxf'" [href]="dxf()">Roll as DXF</a>
        </div>
        @for (cut of r.offCuts; track $index) {
          <div class="off-cut">
            <span>Off-cut {{ cut.lengthMm | qty: 'length' }} × {{ cut.widthMm | qty: 'length' }}</span>
            @if (kept().includes($index)) {
              <b>In stock</b>
            } @else if (entryId()) {
              <button
                type="button"
                class="act small"
                [disabled]="disabled() || search.running()"
                [attr.aria-label]="'Put into stock, off-cut ' + ($index + 1)"
                (click)="keep(cut, $index)"
              >
                Put into stock
              </button>
            }
          </div>
        }
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    .roll {
      width: 100%;
      max-height: 420px;
      background: var(--sheet);
    }
    .cloth {
      fill: var(--lift);
      stroke: var(--ink);
      vector-effect: non-scaling-stroke;
    }
    .off {
      fill: none;
      stroke: var(--ink);
      stroke-dasharray: 5 4;
      vector-effect: non-scaling-stroke;
    }
    .piece {
      fill: var(--glass-tint);
      stroke: var(--glass-ink);
      stroke-width: 1.5;
      vector-effect: non-scaling-stroke;
    }
    text {
      fill: var(--ink);
      text-anchor: middle;
      dominant-baseline: central;
    }
    .off-cut {
      display: flex;
      gap: 12px;
      align-items: center;
      justify-content: space-between;
      border-bottom: 1px solid var(--ash-2);
      min-height: var(--tap);
    }
  `,
})
export class NestBoard implements OnDestroy {
  private readonly shedClock = inject(Clock);
  readonly labels = input.required<readonly PieceLabel[]>();
  /** Beginning of the names of files. */
  readonly file = input.required<string>();
  readonly disabled = input(false);
  private readonly library = inject(LibraryService);
  readonly search = new SearchRun<NestResult>(
    () => new Worker(new URL('./nest.worker', import.meta.url), { type: 'module' }),
    (soFar) => this.result.set(soFar),
  );

  readonly materials = computed(() => {
    const names = [...new Set(this.labels().map(({ piece }) => piece.material))];
    return names.map((name) => ({ name, count: this.labels().filter(({ piece }) => piece.material === name).length }));
  });
  readonly material = linkedSignal<{ name: string; count: number }[], string>({
    source: this.materials,
    computation: (materials, before) =>
      materials.some(({ name }) => name === before?.value) ? before!.value : most(materials),
  });
  readonly widthMm = signal(USUAL_WIDTH_MM);
  readonly gapMm = signal(5);
  readonly mirror = signal(false);
  /** Another list only where a piece is another: an answer from the server brings the same again in new objects. */
  readonly pieces = computed(() => this.labels().filter(({ piece }) => piece.material === this.material()), {
    equal: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  });
  /** Gone as soon as what it was laid from is another. */
  readonly result = linkedSignal<unknown, NestResult | null>({
    source: () => [this.pieces(), this.widthMm(), this.gapMm(), this.mirror()],
    computation: () => null,
  });
  readonly kept = linkedSignal<unknown, readonly number[]>({ source: this.pieces, computation: () => [] });

  readonly boundWords = computed(() => BOUND_WORDS[this.result()!.boundBy]);
  readonly viewBox = computed(() => `-2 -2 ${this.widthMm() + 4} ${(this.result()!.lengthMm + 4).toFixed(0)}`);
  readonly lettersMm = computed(() => Math.max(18, this.widthMm() / 28));
  readonly drawn = computed(() => this.result()!.placed.map((placed) => this.drawing(placed)));
  readonly dxf = computed(
    () =>
      `data:application/dxf;charset=utf-8,${encodeURIComponent(dxfOf(nestLayers(this.pieces(), this.result()!.placed)))}`,
  );
  /** Library entry of the fabric, where it has one: film and paper have none. */
  readonly entryId = computed(() => this.library.fabrics().find(({ name }) => name === this.material())?.id ?? null);

  constructor() {
    this.library.ensure();
  }

  ngOnDestroy(): void {
    this.search.stop();
  }

  nest(): void {
    const request: NestInput = {
      pieces: this.pieces().map(({ piece, mark }) => ({ id: mark, points: piece.points, arrowDeg: piece.arrowDeg })),
      widthMm: this.widthMm(),
      gapMm: this.gapMm(),
      mirror: this.mirror(),
    };
    this.result.set(null);
    this.kept.set([]);
    this.search.begin(request);
  }

  /** An off-cut becomes a lot of its own, by its area. */
  keep(cut: OffCut, index: number): void {
    const entryId = this.entryId();
    if (!entryId) return;
    const lot = {
      id: crypto.randomUUID(),
      kind: 'fabric',
      entryId,
      part: 'whole',
      code: `Off-cut ${cut.lengthMm} × ${cut.widthMm}`,
      receivedOn: this.shedClock.now().slice(0, 10),
      expiresOn: null,
      packSize: (cut.lengthMm * cut.widthMm) / 1e6,
      unit: 'm2',
      packs: 1,
      price: null,
    } as const;
    this.library.saveLot(lot).subscribe({
      next: () => this.kept.update((kept) => [...kept, index]),
      error: (error: unknown) => {
        if (!(error instanceof ApiError)) throw error;
        this.search.fail(error.problem.detail);
      },
    });
  }

  /** The roll lies across and is unrolled downwards, turned but not mirrored. */
  private drawing({ id, points }: Placed): { id: string; d: string; x: number; y: number; short: string } {
    const [xs, ys] = [points.map((p) => p.x), points.map((p) => p.y)];
    return {
      id,
      d: `M${points.map((p) => `${p.y.toFixed(1)} ${p.x.toFixed(1)}`).join('L')}Z`,
      x: (Math.min(...ys) + Math.max(...ys)) / 2,
      y: (Math.min(...xs) + Math.max(...xs)) / 2,
      short: id.split(' · ').at(-1)!,
    };
  }
}
