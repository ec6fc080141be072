import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { errorWords } from '@ashstep/contract';
import { attempt } from '@ashstep/core/errors';
import { type CoatWay, coat } from '@ashstep/core/finish';
import { draft } from '../../../outbox/draft';
import { PickSelect } from '../../../parts/inputs';
import { QuantityField } from '../../../parts/quantity-field';
import { QuantityPipe } from '../../../platform/quantity.pipe';
import { ShopService } from '../../../shop/shop.service';
import { Panel } from '../stage-panel';

const WAYS: readonly { id: CoatWay; name: string }[] = [
  { id: 'brush', name: 'Brush' },
  { id: 'roller', name: 'Roller' },
  { id: 'spray', name: 'Spray gun' },
];
/** Usual thickness of a top coat where the route names none, mm: a paint, dry. */
const PAINT_MM = 0.08;

/** A full coat over the repair: wet film, passes, what each is mixed from, what is lost on the way, and when the next goes on. */
@Component({
  selector: 'ash-top-coat',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickSelect, QuantityField, QuantityPipe],
  template: `
    <div class="fields">
      <ash-quantity
        label="Area, m²"
        kind="plain"
        [value]="areaM2()"
        [decimals]="3"
        (valueChange)="ownAreaM2.set($event)"
      />
      <ash-quantity label="Dry thickness" kind="thickness" [value]="dryMm()" (valueChange)="ownDryMm.set($event)" />
      <div class="field">
        <label for="coat-way">Put on by</label>
        <select id="coat-way" (chosen)="setWay($event)">
          @for (one of ways; track one.id) {
            <option [value]="one.id" [selected]="one.id === way()">{{ one.name }}</option>
          }
        </select>
      </div>
      @if (medium() === 'paint') {
        <ash-quantity
          label="Solids by volume, %, off the can"
          kind="plain"
          [value]="solids()"
          [optional]="true"
          (valueChange)="solids.set($event)"
        />
      }
    </div>
    @if (trouble(); as text) {
      <p class="remark">{{ text }}</p>
    } @else if (result(); as found) {
      <p>
        <b class="num">{{ found.ml.toFixed(0) }} ml, {{ found.massG | qty: 'mass' }}</b> in {{ found.passes }}
        {{ found.passes === 1 ? 'pass' : 'passes' }}, with {{ (100 * found.lossShare).toFixed(0) }} % lost on the way.
        The wet-film gauge reads <b class="num">{{ found.wetPerPassMm | qty: 'thickness' }}</b> after each pass,
        {{ found.wetMm | qty: 'thickness' }} in all.
      </p>
      @if (found.pass.catalyst; as c) {
        <p>
          Each pass: {{ found.pass.massG | qty: 'mass' }} with {{ c.percent }} % catalyst, {{ c.ml.toFixed(1) }} ml,
          {{ c.g.toFixed(1) }} g{{ c.drops === null ? '' : ', ' + c.drops + ' drops' }}.
          @if (found.nextFromHours !== null && found.nextUntilHours !== null) {
            The next from {{ found.nextFromHours.toFixed(1) }} h to {{ found.nextUntilHours.toFixed(1) }} h after, at
            {{ plan().air.tempC.value | qty: 'temperature' }}; later it is abraded first.
          }
          @if (found.sandableHours !== null) {
            Sand after {{ found.sandableHours.toFixed(1) }} h.
          }
        </p>
        <p class="quiet">No wax before the last pass; the last with wax, or under film. No direct sun.</p>
      }
      @for (remark of found.remarks; track remark.id) {
        <p class="remark">{{ words(remark) }}</p>
      }
    } @else {
      <p class="quiet">How much goes on wet, its can says: solids by volume.</p>
    }
    <p class="quiet">
      Kept on this device. The area is the ground and its margin, as planned, until you give your own.
    </p>
  `,
})
export class TopCoat extends Panel {
  private readonly shop = inject(ShopService);
  private readonly job = computed(() => this.state().detail.id);
  readonly ways = WAYS;
  readonly medium = computed((): 'gelcoat' | 'paint' => (this.inputs().place.finish === 'gelcoat' ? 'gelcoat' : 'paint')); // prettier-ignore
  readonly ownAreaM2 = draft<number | null>('coatAreaM2', this.job, null);
  readonly ownDryMm = draft<number | null>('coatDryMm', this.job, null);
  readonly solids = draft<number | null>('coatSolids', this.job, null);
  readonly way = draft<CoatWay>('coatWay', this.job, 'brush');
  readonly areaM2 = computed(() => this.ownAreaM2() ?? (this.plan().taper?.shownMm2 ?? this.plan().damage?.cut.areaMm2 ?? 0) / 1e6); // prettier-ignore
  private readonly routeMm = computed(() => this.plan().finish?.steps.findLast(({ layerMm }) => layerMm !== null)?.layerMm ?? null); // prettier-ignore
  readonly dryMm = computed(() => this.ownDryMm() ?? (this.medium() === 'paint' ? PAINT_MM : (this.routeMm() ?? 0.5)));
  private readonly tried = computed(() => {
    const [solids, drops] = [this.solids(), this.shop.shop()?.settings.dropsPerMl];
    if (this.medium() === 'paint' && solids === null) return null;
    return attempt(() => coat({ medium: this.medium(), areaM2: this.areaM2(), dryMm: this.dryMm(), way: this.way(), tempC: this.plan().air.tempC.value, ...(solids === null ? {} : { shrink: 1 - solids / 100 }), ...(drops ? { dropsPerMl: drops } : {}) })); // prettier-ignore
  });
  readonly result = computed(() => this.tried()?.result ?? null);
  readonly trouble = computed(() => {
    const error = this.tried()?.error;
    return error ? errorWords(error.code, error.params) : null;
  });

  constructor() {
    super();
    this.shop.ensure();
  }

  setWay(way: string): void {
    this.way.set(WAYS.find(({ id }) => id === way)?.id ?? 'brush');
  }
}
