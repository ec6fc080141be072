import { ChangeDetectionStrategy, Component, computed, signal } from '@angular/core';
import { errorWords } from '@ashstep/contract';
import { attempt } from '@ashstep/core/errors';
import { type BurnOffResult, burnOff } from '@ashstep/core/laminate';
import { parentResin } from '@ashstep/core/repair';
import { ReadWith } from '../../../instruments/read-with';
import { QuantityField } from '../../../parts/quantity-field';
import { FigurePipe, QuantityPipe } from '../../../platform/quantity.pipe';
import { Panel } from '../stage-panel';

interface Draft {
  beforeG: number | null;
  afterG: number | null;
  areaMm2: number | null;
  thicknessMm: number | null;
}

/** Letters the names of its instruments have at the most. */
const INSTRUMENT_MOST = 120;
const EMPTY: Draft = { beforeG: null, afterG: null, areaMm2: null, thicknessMm: null };

/** A burn-off coupon: what it weighs before and after says how much of the laminate is fibre. */
@Component({
  selector: 'ash-coupon',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [QuantityField, FigurePipe, QuantityPipe],
  template: `
    <p class="quiet">Glass only. Outdoors or in a furnace with extraction: the smoke is poison.</p>
    <div class="fields">
      <ash-quantity
        label="Before"
        kind="mass"
        reads="mass"
        (readWith)="with.set('beforeG', $event)"
        [value]="draft().beforeG"
        [optional]="true"
        (valueChange)="set({ beforeG: $event })"
        [error]="error('survey.coupon.beforeG')"
      />
      <ash-quantity
        label="After"
        kind="mass"
        reads="mass"
        (readWith)="with.set('afterG', $event)"
        [value]="draft().afterG"
        [optional]="true"
        (valueChange)="set({ afterG: $event })"
        [error]="error('survey.coupon.afterG')"
      />
      <ash-quantity
        label="Area, mm²"
        kind="plain"
        [value]="draft().areaMm2"
        [optional]="true"
        (valueChange)="set({ areaMm2: $event })"
        [error]="error('survey.coupon.areaMm2')"
      />
      <ash-quantity
        label="Coupon thickness"
        kind="thickness"
        reads="thickness"
        (readWith)="with.set('thicknessMm', $event)"
        [value]="draft().thicknessMm"
        [optional]="true"
        (valueChange)="set({ thicknessMm: $event })"
        [error]="error('survey.coupon.thicknessMm')"
      />
    </div>
    @if (result().found; as f) {
      <p class="why">
        <b>{{ (100 * f.fibreMassFraction).toFixed(0) }} % fibre by weight</b>
        {{ (100 * f.fibreVolumeFraction).toFixed(0) }} % by volume.
        @if (f.arealWeightGsm) {
          {{ f.arealWeightGsm | qty: 'arealWeight' }} of glass.
        }
        @if (f.solidThicknessMm) {
          Solid it would be {{ f.solidThicknessMm | figure: 'thickness' : 2 }} mm thick.
        }
        @if (f.voidPercent !== null) {
          {{ f.voidPercent >= 0.5 ? f.voidPercent.toFixed(0) + ' % of the coupon is voids.' : 'No voids to speak of.' }}
        }
      </p>
    }
    @if (result().problem) {
      <p class="remark">{{ result().problem }}</p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 12px;
    }
  `,
})
export class Coupon extends Panel {
  readonly with = new ReadWith();
  private readonly typed = signal<Partial<Draft>>({});
  /** What was kept, with what is typed now. */
  readonly draft = computed<Draft>(() => ({ ...EMPTY, ...this.inputs().survey.coupon, ...this.typed() }));
  readonly result = computed(() => this.work());

  set(patch: Partial<Draft>): void {
    this.typed.update((typed) => ({ ...typed, ...patch }));
    const { beforeG, afterG, areaMm2, thicknessMm } = this.draft();
    const instrument = this.with.text(INSTRUMENT_MOST);
    const whole = beforeG !== null && afterG !== null;
    this.store.edit('survey', {
      coupon: whole
        ? {
            beforeG,
            afterG,
            ...(areaMm2 === null ? {} : { areaMm2 }),
            ...(thicknessMm === null ? {} : { thicknessMm }),
            ...(instrument ? { instrument } : {}),
          }
        : null,
    });
  }

  private work(): { found: BurnOffResult | null; problem: string } {
    const { coupon } = this.inputs().survey;
    if (!coupon) return { found: null, problem: '' };
    const { result, error } = attempt(() => burnOff({ ...coupon, resin: parentResin(this.plan().resin) }));
    return { found: result, problem: error ? errorWords(error.code, error.params) : '' };
  }
}
