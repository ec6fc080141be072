import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { PRIME_NAMES } from '@ashstep/contract';
import { PRIME_GSM, type PrimedSurface } from '@ashstep/core/mix';
import type { RepairInputs } from '@ashstep/core/repair';
import { optionsOf } from '../../../parts/choice-field';
import { PickOf } from '../../../parts/inputs';
import { QuantityField } from '../../../parts/quantity-field';
import { Panel } from '../stage-panel';

/** What is seldom set otherwise: what is primed and with how much, what stays in the pots, and drops of catalyst. */
@Component({
  selector: 'ash-mix-usual',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickOf, QuantityField],
  template: `
    @let set = inputs().mix;
    <div class="fields">
      @if (catalysed()) {
        <ash-quantity
          label="Drops in a ml"
          kind="plain"
          [value]="set.dropsPerMl ?? 32"
          (valueChange)="edit({ dropsPerMl: $event! })"
          [error]="error('mix.dropsPerMl')"
        />
      }
      @if ((plan().mix?.faces?.length ?? 0) > 0) {
        <div class="field">
          <label for="primes">Primed</label
          ><select id="primes" [of]="primes" (chosen)="prime($event)">
            @for (o of primes; track o.value) {
              <option [value]="o.value" [selected]="o.value === (set.primes ?? 'laminate')">{{ o.label }}</option>
            }
          </select>
        </div>
        <ash-quantity
          label="Prime"
          kind="arealWeight"
          [value]="set.primeGsm"
          (valueChange)="edit({ primeGsm: $event! })"
          [error]="error('mix.primeGsm')"
        />
        <ash-quantity
          label="Waste, %"
          kind="plain"
          [value]="set.wastePercent"
          (valueChange)="edit({ wastePercent: $event! })"
          [error]="error('mix.wastePercent')"
        />
        <ash-quantity
          label="Waste a pot, at least"
          kind="mass"
          [value]="set.potFloorG"
          (valueChange)="edit({ potFloorG: $event! })"
          [error]="error('mix.potFloorG')"
        />
      }
    </div>
  `,
})
export class MixUsual extends Panel {
  readonly primes = optionsOf(PRIME_NAMES);
  readonly catalysed = computed(() => this.plan().resin?.card?.kind === 'catalysed');

  /** Another surface drinks another amount. */
  prime(primes: PrimedSurface): void {
    this.edit({ primes, primeGsm: PRIME_GSM[primes] });
  }

  edit(patch: Partial<RepairInputs['mix']>): void {
    this.store.edit('mix', patch);
  }
}
