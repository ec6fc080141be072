import {
  ChangeDetectionStrategy,
  Component,
  type OnDestroy,
  computed,
  input,
  linkedSignal,
  output,
  signal,
  untracked,
} from '@angular/core';
import {
  CONTAINERS,
  type FitCardResult,
  type FittedCure,
  type SheetPoint,
  compareToSheet,
  knownCure,
  reproduce,
  sheetOf,
  wantedOf,
} from '@ashstep/core/cure';
import { attempt } from '@ashstep/core/errors';
import type { SystemCard } from '@ashstep/core/resin';
import { quantityText } from '../platform/quantity.pipe';
import { QuantityField } from '../parts/quantity-field';
import { SearchRun } from '../platform/working';
import { PickOf, PickSelect } from '../parts/inputs';
import { LongWork } from '../parts/long-work';

const KINDS: Readonly<Record<SheetPoint['kind'], string>> = {
  'pot-gel': 'A pot gels',
  'pot-peak': 'A pot gets as hot as',
  thin: 'A thin film is cured',
};
const NEW: Readonly<Record<SheetPoint['kind'], SheetPoint>> = {
  'pot-gel': { kind: 'pot-gel', massG: 100, tempC: 22, minutes: 30 },
  'pot-peak': { kind: 'pot-peak', massG: 100, tempC: 22, peakC: 120 },
  thin: { kind: 'thin', alpha: 0.8, tempC: 22, hours: 8 },
};
/** A card whose pot life is further off its own figure than this says so. */
const FAR_PERCENT = 25;

/** How a system cures: what its data sheet says, the curve fitted to it, and how well that gives the sheet back. */
@Component({
  selector: 'ash-cure-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LongWork, PickOf, PickSelect, QuantityField],
  template: `
    <h3>How it cures</h3>
    <p class="quiet">{{ standing() }}</p>
    @for (point of points(); track $index; let i = $index) {
      <div class="fields" role="group" [attr.aria-label]="'Figure ' + (i + 1) + ' of the data sheet'">
        <div class="field">
          <label [for]="'point' + i">Sheet says</label
          ><select [id]="'point' + i" [of]="kinds" (chosen)="swap(i, $event)">
            @for (kind of kinds; track kind[0]) {
              <option [value]="kind[0]" [selected]="kind[0] === point.kind">{{ kind[1] }}</option>
            }
          </select>
        </div>
        @switch (point.kind) {
          @case ('thin') {
            <ash-quantity
              label="Cured to, %"
              kind="plain"
              [value]="percent(point.alpha)"
              (valueChange)="set(i, { alpha: $event! / 100 })"
            />
          }
          @default {
            <ash-quantity label="Pot of" kind="mass" [value]="point.massG" (valueChange)="set(i, { massG: $event! })" />
          }
        }
        <ash-quantity label="At" kind="temperature" [value]="point.tempC" (valueChange)="set(i, { tempC: $event! })" />
        @switch (point.kind) {
          @case ('pot-gel') {
            <ash-quantity
              label="After, min"
              kind="plain"
              [value]="point.minutes"
              (valueChange)="set(i, { minutes: $event! })"
            />
          }
          @case ('pot-peak') {
            <ash-quantity
              label="Peak"
              kind="temperature"
              [value]="point.peakC"
              (valueChange)="set(i, { peakC: $event! })"
            />
          }
          @case ('thin') {
            <ash-quantity
              label="After, h"
              kind="plain"
              [value]="point.hours"
              (valueChange)="set(i, { hours: $event! })"
            />
          }
        }
        @if (point.kind !== 'thin') {
          <div class="field">
            <label [for]="'in' + i">In</label
            ><select [id]="'in' + i" (chosen)="set(i, { container: $event })">
              @for (c of containers; track c.id) {
                <option [value]="c.id" [selected]="c.id === (point.container ?? 'cup')">{{ c.name }}</option>
              }
            </select>
          </div>
        } @else {
          <span></span>
        }
        <button
          type="button"
          class="act small"
          [attr.aria-label]="'Take out figure ' + (i + 1)"
          [disabled]="points().length < 2"
          (click)="drop(i)"
        >
          Take out
        </button>
      </div>
    }
    <ash-long-work [run]="run" label="Fit the curve" doing="Fitting" [dark]="true" (begin)="fit()">
      <button type="button" class="act small" [disabled]="points().length >= 40" (click)="add()">Another figure</button>
    </ash-long-work>
    @if (found(); as f) {
      <p role="status">
        <b>{{ f.good ? 'It gives the sheet back' : 'It does not give the sheet back' }}</b>,
        {{
          f.worstPercent === null
            ? 'one of its points is never reached.'
            : f.worstPercent.toFixed(0) + ' % off at the worst.'
        }}
        {{ f.good ? '' : 'Look for a figure that contradicts the others, or a pot of another shape.' }}
      </p>
      <table class="ruled">
        <thead>
          <tr>
            <th scope="col">Sheet says</th>
            <th scope="col" class="r">Given</th>
            <th scope="col" class="r">By the curve</th>
            <th scope="col" class="r">Off</th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track $index) {
            <tr>
              <td>{{ row.what }}</td>
              <td class="r num">{{ row.given }}</td>
              <td class="r num">{{ row.got }}</td>
              <td class="r num">{{ row.off }}</td>
            </tr>
          }
        </tbody>
      </table>
      <div class="row-actions">
        <button
          type="button"
          class="act"
          [disabled]="run.running() || taken()"
          (click)="cureChange.emit({ card: f.card, points: points() })"
        >
          {{ taken() ? 'Taken, keep the entry' : 'Take this curve' }}
        </button>
      </div>
    }
    @if (system().cure) {
      <div class="row-actions">
        <button type="button" class="act small" (click)="forget()">Without a curve of its own</button>
      </div>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 12px;
      padding-top: 12px;
      border-top: 1.5px solid var(--ink);
    }
    .fields {
      grid-template-columns: minmax(170px, 2fr) repeat(3, minmax(90px, 1fr)) minmax(150px, 1.6fr) 64px;
      align-items: end;
      .act {
        min-height: 48px;
      }
    }
    @media (max-width: 900px) {
      .fields {
        grid-template-columns: repeat(2, minmax(0, 1fr));
        padding-bottom: 8px;
        border-bottom: 1px solid var(--ash-3);
      }
    }
  `,
})
export class CureSheet implements OnDestroy {
  readonly system = input.required<SystemCard>();
  readonly cureChange = output<FittedCure | null>();
  readonly kinds = Object.entries(KINDS) as [SheetPoint['kind'], string][];
  readonly containers = CONTAINERS;
  private readonly inUnits = quantityText();

  private readonly id = computed(() => this.system().id);
  /** Begun anew only for another system: typing in the fields above leaves them alone. */
  readonly points = linkedSignal<string, SheetPoint[]>({
    source: this.id,
    computation: () =>
      untracked(() => {
        const system = this.system();
        return [...(system.cure?.points ?? attempt(() => sheetOf(system)).result?.points ?? [NEW['pot-gel']])];
      }),
  });
  private readonly fitted = signal<FitCardResult | null>(null);
  readonly run = new SearchRun<FitCardResult>(
    () => new Worker(new URL('./fit.worker', import.meta.url), { type: 'module' }),
    (soFar) => this.fitted.set(soFar),
  );
  /** What was fitted here, or what the card's own curve gives of its sheet. */
  readonly found = computed<Omit<FitCardResult, 'steps'> | null>(() => {
    const [fitted, cure] = [this.fitted(), this.system().cure];
    if (fitted || !cure) return fitted;
    return compareToSheet(cure.card, cure.points);
  });
  readonly taken = computed(() => this.found()?.card === this.system().cure?.card);
  readonly rows = computed(() =>
    (this.found()?.reproduced ?? []).map(({ point, found, errorPercent }) => ({
      what: this.said(point),
      given: this.figure(point, wantedOf(point)),
      got: found === null ? 'never' : this.figure(point, found),
      off: errorPercent === null ? '–' : percentOff(errorPercent),
    })),
  );
  readonly standing = computed(() => {
    const system = this.system();
    if (system.cure) {
      const gel = reproduce(system.cure.card, { kind: 'pot-gel', massG: 100, tempC: 22, minutes: system.potLifeMin });
      return gel !== null && Math.abs(gel / system.potLifeMin - 1) > FAR_PERCENT / 100
        ? `By its own curve 100 g gel in ${gel.toFixed(0)} min; above it says ${system.potLifeMin}. Put one of them right.`
        : 'By its own curve. Pots, peaks and waits are worked out with it.';
    }
    return knownCure(system)
      ? 'By the shipped curve, for its figures are the shipped ones.'
      : 'Without a curve of its own one is fitted to its pot life, sanding and full cure. A data sheet says more: pots of other sizes, another temperature, a peak.';
  });

  ngOnDestroy(): void {
    this.run.stop();
  }

  fit(): void {
    this.fitted.set(null);
    const { result } = attempt(() => sheetOf(this.system()));
    if (!result) return this.run.fail('Give its pot life, sanding and full cure above first.');
    this.run.begin({ points: this.points(), from: result.from });
  }

  forget(): void {
    this.fitted.set(null);
    this.cureChange.emit(null);
  }

  add(): void {
    this.points.update((points) => [...points, { ...points.at(-1)! }]);
  }

  drop(index: number): void {
    this.points.update((points) => points.filter((_, i) => i !== index));
  }

  swap(index: number, kind: SheetPoint['kind']): void {
    this.points.update((points) =>
      points.map((point, i) => (i === index ? { ...NEW[kind], tempC: point.tempC } : point)),
    );
  }

  set(index: number, patch: object): void {
    this.points.update((points) => points.map((point, i) => (i === index ? { ...point, ...patch } : point)));
  }

  percent(alpha: number): number {
    return Math.round(alpha * 1000) / 10;
  }

  private said(point: SheetPoint): string {
    const at = this.amount(point.tempC, 'temperature');
    return point.kind === 'thin'
      ? `Thin film ${this.percent(point.alpha)} % cured at ${at}`
      : `${this.amount(point.massG, 'mass')} at ${at} ${point.kind === 'pot-gel' ? 'gel' : 'peak'}`;
  }

  private figure({ kind }: SheetPoint, value: number): string {
    return kind === 'pot-peak'
      ? this.amount(value, 'temperature')
      : `${value.toFixed(value < 10 ? 1 : 0)} ${kind === 'thin' ? 'h' : 'min'}`;
  }

  private amount(value: number, kind: 'temperature' | 'mass'): string {
    return this.inUnits(value, kind, 0);
  }
}

function percentOff(percent: number): string {
  const whole = Math.round(percent);
  return whole === 0 ? '0 %' : `${whole > 0 ? '+' : '−'}${Math.abs(whole)} %`;
}
