import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { errorWords } from '@ashstep/contract';
import { attempt } from '@ashstep/core/errors';
import { type Ring, type RingsResult, readRings } from '@ashstep/core/laminate';
import { FABRICS } from '@ashstep/core/material';
import { parentResin } from '@ashstep/core/repair';
import { QuantityField } from '../../../parts/quantity-field';
import { FigurePipe, UnitPipe } from '../../../platform/quantity.pipe';
import { Panel } from '../stage-panel';
import { PickOf } from '../../../parts/inputs';

const LOOKS = [
  { value: 'unknown', label: 'Cannot tell' },
  { value: 'random', label: 'Random: mat' },
  { value: 'squares', label: 'Squares: cloth, roving' },
  { value: 'lines', label: 'Lines: stitched, one way' },
] as const;
const COLOURS = [
  { value: 'pale', label: 'Pale: glass' },
  { value: 'dark', label: 'Dark: carbon' },
  { value: 'yellow', label: 'Yellow, fluffy: aramid' },
  { value: 'mixed', label: 'Both' },
] as const;
const NEW_RING: Ring = { widthMm: 12, look: 'unknown', colour: 'pale' };

/** Ring widths of a taper at a known ratio turned into plies, each with the fabrics it may be. */
@Component({
  selector: 'ash-ring-reader',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickOf, QuantityField, FigurePipe, UnitPipe],
  template: `
    @if (taken(); as t) {
      <div class="fields">
        <ash-quantity
          label="Ground at, n:1"
          kind="ratio"
          [value]="t.ratio"
          (valueChange)="set({ ratio: $event! })"
          [error]="error('survey.rings.ratio')"
        />
      </div>
      <ol class="rings">
        @for (ring of t.rings; track $index; let i = $index) {
          <li>
            <details name="rings" [open]="$last">
              <summary>
                <span class="num">{{ i + 1 }}. {{ ring.widthMm | figure: 'length' }} {{ 'length' | unit }}</span
                >&ngsp;
                @if (found(i); as ply) {
                  <span>
                    <b class="num"
                      >{{ ply.thicknessMm | figure: 'thickness' : 2 }} ± {{ ply.plusMinusMm | figure: 'thickness' : 2 }}
                      {{ 'thickness' | unit }}</b
                    >
                    @for (candidate of ply.candidates; track candidate.name) {
                      <span class="quiet">{{ $first ? ' ' : ', ' }}{{ candidate.name }} {{ candidate.percent }} %</span>
                    }
                  </span>
                }
              </summary>
              <div class="fields">
                <ash-quantity
                  [label]="'Ring ' + (i + 1) + ', width'"
                  [value]="ring.widthMm ?? null"
                  (valueChange)="setRing(i, { widthMm: $event! })"
                  [error]="error('survey.rings.rings.' + i + '.widthMm')"
                />
                <div class="field">
                  <label [for]="'look' + i">Looks like</label>
                  <select [id]="'look' + i" [of]="looks" (chosen)="setRing(i, { look: $event })">
                    @for (o of looks; track o.value) {
                      <option [value]="o.value" [selected]="o.value === (ring.look ?? 'unknown')">{{ o.label }}</option>
                    }
                  </select>
                </div>
                <div class="field">
                  <label [for]="'colour' + i">Colour</label>
                  <select [id]="'colour' + i" [of]="colours" (chosen)="setRing(i, { colour: $event })">
                    @for (o of colours; track o.value) {
                      <option [value]="o.value" [selected]="o.value === (ring.colour ?? 'pale')">{{ o.label }}</option>
                    }
                  </select>
                </div>
                @if (ring.look === 'squares' || ring.look === 'lines') {
                  <ash-quantity
                    label="Direction, °"
                    kind="plain"
                    [value]="ring.directionDeg ?? 0"
                    (valueChange)="setRing(i, { directionDeg: $event! })"
                    [error]="error('survey.rings.rings.' + i + '.directionDeg')"
                  />
                }
                <button
                  type="button"
                  class="act small low"
                  [attr.aria-label]="'Take out ring ' + (i + 1)"
                  (click)="drop(i)"
                >
                  Take out
                </button>
              </div>
            </details>
          </li>
        }
      </ol>
      <div class="row-actions">
        <button type="button" class="act small" (click)="add()">Next ring inwards</button>
        <button type="button" class="act small" (click)="store.edit('survey', { rings: null })">
          Leave the rings out
        </button>
      </div>
      @if (read(); as r) {
        <p class="why">
          <b
            >{{ r.thicknessMm | figure: 'thickness' : 2 }} ± {{ r.plusMinusMm | figure: 'thickness' : 2 }}
            {{ 'thickness' | unit }}</b
          >
          Width over ratio is thickness; each edge can be read to a millimetre or so.
        </p>
        @for (remark of r.remarks; track remark.id) {
          <p class="remark">{{ words(remark) }}</p>
        }
        <button type="button" class="act" [disabled]="sealed()" (click)="take(r)">
          Take these {{ r.plies.length }} plies
        </button>
      }
      @if (problem()) {
        <p class="remark">{{ problem() }}</p>
      }
    } @else {
      <p class="quiet">A clean taper shows each ply as a ring. Its width over the ratio is its thickness.</p>
      <div class="row-actions">
        <button type="button" class="act small" [disabled]="sealed()" (click)="begin()">Read rings</button>
      </div>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 12px;
    }
    .rings {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    .rings li {
      border-bottom: 1px solid var(--ash-2);
    }
    .rings summary {
      min-height: 44px;
      padding: 10px 0;
    }
    .rings details[open] {
      padding-bottom: 10px;
    }
    .low {
      align-self: end;
    }
  `,
})
export class RingReader extends Panel {
  readonly looks = LOOKS;
  readonly colours = COLOURS;
  readonly taken = computed(() => this.inputs().survey.rings);
  private readonly worked = computed(() => this.work());
  readonly read = computed(() => this.worked().read);
  readonly problem = computed(() => this.worked().problem);

  begin(): void {
    this.store.edit('survey', { rings: { ratio: this.plan().taper?.ratio ?? 12, rings: [NEW_RING] } });
  }

  set(patch: { ratio?: number; rings?: readonly Ring[] }): void {
    this.store.edit('survey', ({ rings }) => (rings ? { rings: { ...rings, ...patch } } : {}));
  }

  setRing(index: number, patch: Ring): void {
    this.change((rings) => rings.map((ring, i) => (i === index ? { ...ring, ...patch } : ring)));
  }

  add(): void {
    this.change((rings) => [...rings, rings.at(-2) ?? NEW_RING]);
  }

  drop(index: number): void {
    this.change((rings) => rings.filter((_, i) => i !== index));
  }

  /** Rings made from those there are; with none left the reading is left out. */
  private change(work: (rings: readonly Ring[]) => readonly Ring[]): void {
    this.store.edit('survey', ({ rings: taken }) => {
      const rings = work(taken?.rings ?? []);
      return { rings: taken && rings.length > 0 ? { ...taken, rings } : null };
    });
  }

  found(
    index: number,
  ): { thicknessMm: number; plusMinusMm: number; candidates: { name: string; percent: string }[] } | null {
    const ply = this.read()?.plies[index];
    if (!ply) return null;
    const candidates = ply.candidates.slice(0, 3).map(({ fabricId, chance }) => ({
      name: FABRICS.find((fabric) => fabric.id === fabricId)?.name ?? fabricId,
      percent: (100 * chance).toFixed(0),
    }));
    return { ...ply, candidates };
  }

  /** The likeliest fabric of each ring becomes a ply of the parent. */
  take(read: RingsResult): void {
    const plies = read.plies.map(({ candidates }) => ({
      fabricId: candidates[0]!.fabricId,
      orientationDeg: Math.round(candidates[0]!.orientationDeg),
    }));
    this.store.edit('laminate', { known: 'plies', plies, pliesFrom: undefined });
  }

  private work(): { read: RingsResult | null; problem: string } {
    const taken = this.taken();
    if (!taken) return { read: null, problem: '' };
    const measuredThicknessMm = this.inputs().laminate.thicknessMm;
    const resin = parentResin(this.plan().resin);
    const { result, error } = attempt(() =>
      readRings({ ...taken, resin, ...(measuredThicknessMm === null ? {} : { measuredThicknessMm }) }),
    );
    return { read: result, problem: error ? errorWords(error.code, error.params) : '' };
  }
}
