import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import type { FabricRef } from '@ashstep/core/material';
import type { RepairInputs } from '@ashstep/core/repair';
import { FabricPicker } from '../../../library/fabric-picker';
import { ChoiceField, optionsOf } from '../../../parts/choice-field';
import { QuantityField } from '../../../parts/quantity-field';
import { Panel } from '../stage-panel';

export const PROCESS_NAMES = { hand: 'Hand', film: 'Peel ply and film', vacuum: 'Vacuum' } as const;

/** What goes over the stack, how it is wetted out, and the room it leaves. */
@Component({
  selector: 'ash-cover',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FabricPicker, ChoiceField, QuantityField],
  template: `
    @let set = inputs().stack;
    <div class="fields">
      <ash-fabric-picker label="Cover ply" [value]="cover()" [optional]="true" (pick)="setCover($event)" />
      <ash-quantity
        label="Cover runs past"
        [value]="set.coverOverlapMm"
        (valueChange)="edit({ coverOverlapMm: $event! })"
        [error]="error('stack.coverOverlapMm')"
      />
      @if (plan().taper?.profile?.kind === 'slope') {
        <ash-quantity
          label="Each ply wider by"
          [value]="set.growMm ?? null"
          [optional]="true"
          (valueChange)="edit({ growMm: $event ?? undefined })"
          [error]="error('stack.growMm')"
        />
      }
      <ash-quantity
        label="Room for the finish"
        kind="thickness"
        [value]="set.finishAllowanceMm"
        (valueChange)="edit({ finishAllowanceMm: $event! })"
        [error]="error('stack.finishAllowanceMm')"
      />
    </div>
    @if (plan().taper?.profile?.kind === 'slope') {
      <p class="quiet">
        {{
          set.growMm === undefined
            ? 'Each ply ends on its own level of the slope; or type by how much each is wider, on every side.'
            : 'By so much on every side, whatever the slope. Empty it, and each ends on its own level again.'
        }}
      </p>
    }
    <ash-choice label="Wet-out" [options]="processes" [value]="set.process" (pick)="edit({ process: $event })" />
  `,
})
export class Cover extends Panel {
  readonly processes = optionsOf(PROCESS_NAMES);
  readonly cover = computed(() => {
    const { coverFabricId, coverOwn } = this.inputs().stack;
    return coverFabricId === null ? null : { fabricId: coverFabricId, ...(coverOwn ? { own: coverOwn } : {}) };
  });

  /** In a template `?.` gives null where there is nothing, which is no fabric of anybody: here it is left out. */
  setCover(fabric: FabricRef | null): void {
    this.store.edit('stack', { coverFabricId: fabric?.fabricId ?? null, coverOwn: fabric?.own } as Partial<
      RepairInputs['stack']
    >);
  }

  edit(patch: Partial<RepairInputs['stack']>): void {
    this.store.edit('stack', patch);
  }
}
