import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { errorWords } from '@ashstep/contract';
import { attempt } from '@ashstep/core/errors';
import { type CoatChoice, type CoatWay, PAINT_MM, coat } from '@ashstep/core/finish';
import { topCoatOf } from '@ashstep/core/repair';
import { PickSelect, TextInput, TickInput } from '../../../parts/inputs';
import { QuantityField } from '../../../parts/quantity-field';
import { QuantityPipe } from '../../../platform/quantity.pipe';
import { ShopService } from '../../../shop/shop.service';
import { Panel } from '../stage-panel';

const WAYS: readonly { id: CoatWay; name: string }[] = [
  { id: 'brush', name: 'Brush' },
  { id: 'roller', name: 'Roller' },
  { id: 'spray', name: 'Spray gun' },
];

/** A full coat over the repair: wet film, passes, what each is mixed from, what is lost on the way, and when the next goes on. */
@Component({
  selector: 'ash-top-coat',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickSelect, QuantityField, QuantityPipe, TextInput, TickInput],
  template: `
    <div class="fields">
      <ash-quantity
        label="Area, m²"
        kind="plain"
        [value]="areaM2()"
        [decimals]="3"
        (valueChange)="set({ areaMm2: $event === null ? null : 1e6 * $event })"
      />
      <ash-quantity label="Dry thickness" kind="thickness" [value]="dryMm()" (valueChange)="set({ dryMm: $event })" />
      <div class="field">
        <label for="coat-way">Put on by</label>
        <select id="coat-way" (chosen)="setWay($event)">
          @for (one of ways; track one.id) {
            <option [value]="one.id" [selected]="one.id === own().way">{{ one.name }}</option>
          }
        </select>
      </div>
      @if (medium() === 'paint') {
        <ash-quantity
          label="Solids by volume, %, off the can"
          kind="plain"
          [value]="own().solidsPercent"
          [optional]="true"
          (valueChange)="set({ solidsPercent: $event })"
        />
        <ash-quantity
          label="Next coat after, h, off the can"
          kind="plain"
          [value]="own().recoatHours ?? null"
          [optional]="true"
          (valueChange)="set({ recoatHours: $event ?? undefined })"
          [error]="error('finish.coat.recoatHours')"
        />
        <ash-quantity
          label="Hard after, h, off the can"
          kind="plain"
          [value]="own().hardHours ?? null"
          [optional]="true"
          (valueChange)="set({ hardHours: $event ?? undefined })"
          [error]="error('finish.coat.hardHours')"
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
    <p class="quiet">The area is the ground and its margin, as planned, until you give your own.</p>
    @if (medium() === 'paint') {
      <div class="field">
        <label for="paint-edge">The paint ends</label>
        <select id="paint-edge" (chosen)="setEdge($event)">
          <option value="" [selected]="finish().paintEdge === null">not said yet</option>
          <option value="fade" [selected]="finish().paintEdge === 'fade'">faded out past the repair</option>
          <option value="hard" [selected]="finish().paintEdge === 'hard'">at a line that is there anyway</option>
        </select>
      </div>
    }
    <label class="tick"
      ><input type="checkbox" [checked]="finish().nonSkid" (ticked)="store.edit('finish', { nonSkid: $event })" /><span
        >Non-skid pattern is put back</span
      ></label
    >
    <div class="field">
      <label for="put-back">Film, decals and stripes to be put back, as they were</label>
      <input
        id="put-back"
        maxlength="300"
        [value]="finish().putBack"
        (typed)="store.edit('finish', { putBack: $event })"
      />
    </div>
  `,
})
export class TopCoat extends Panel {
  private readonly shop = inject(ShopService);
  readonly ways = WAYS;
  readonly medium = computed((): 'gelcoat' | 'paint' => (topCoatOf(this.inputs(), this.plan().resin?.card?.family ?? null) === 'gelcoat' ? 'gelcoat' : 'paint')); // prettier-ignore
  readonly finish = computed(() => this.inputs().finish);
  readonly own = computed(() => this.finish().coat);
  readonly areaM2 = computed(() => (this.own().areaMm2 ?? this.plan().finish?.areaMm2 ?? 0) / 1e6);
  private readonly routeMm = computed(() => this.plan().finish?.steps.findLast(({ layerMm }) => layerMm !== null)?.layerMm ?? null); // prettier-ignore
  readonly dryMm = computed(() => this.own().dryMm ?? (this.medium() === 'paint' ? PAINT_MM : (this.routeMm() ?? 0.5)));
  private readonly tried = computed(() => {
    const [solids, drops] = [this.own().solidsPercent, this.shop.shop()?.settings.dropsPerMl];
    if (this.medium() === 'paint' && solids === null) return null;
    return attempt(() => coat({ medium: this.medium(), areaM2: this.areaM2(), dryMm: this.dryMm(), way: this.own().way, tempC: this.plan().air.tempC.value, ...(solids === null ? {} : { shrink: 1 - solids / 100 }), ...(drops ? { dropsPerMl: drops } : {}) })); // prettier-ignore
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

  set(patch: Partial<CoatChoice>): void {
    this.store.edit('finish', ({ coat: now }) => ({ coat: { ...now, ...patch } }));
  }

  setEdge(edge: string): void {
    this.store.edit('finish', { paintEdge: edge === 'fade' || edge === 'hard' ? edge : null });
  }

  setWay(way: string): void {
    this.set({ way: WAYS.find(({ id }) => id === way)?.id ?? 'brush' });
  }
}
