import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { isOwn } from '@ashstep/contract';
import { type RepairInputs, type UnsaidLaminate, isUnsaid } from '@ashstep/core/repair';
import { LibraryService } from '../../../library/library.service';
import { PickSelect, TickInput } from '../../../parts/inputs';
import { QuantityField } from '../../../parts/quantity-field';
import { QuantityPipe } from '../../../platform/quantity.pipe';
import { Panel } from '../stage-panel';

/** What lies on the laminate and under it: gel coat or paint, and the core. */
@Component({
  selector: 'ash-core-finish',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickSelect, QuantityField, QuantityPipe, TickInput],
  template: `
    @let lam = inputs().laminate;
    <div class="fields">
      <ash-quantity
        label="Gel coat or paint"
        kind="thickness"
        [value]="unsaid('finishThicknessMm') ? null : lam.finishThicknessMm"
        (valueChange)="edit({ finishThicknessMm: $event! })"
        [error]="error('laminate.finishThicknessMm')"
      />
      <div class="field">
        <label for="core">Core</label
        ><select id="core" (chosen)="core($event)">
          @if (unsaid('core')) {
            <option value="?" disabled selected>Not said yet</option>
          }
          <option value="" [selected]="!lam.core && !unsaid('core')">None, solid</option>
          @for (c of cores(); track c.id) {
            <option [value]="c.id" [selected]="lam.core?.coreId === c.id">{{ c.name }}</option>
          }
        </select>
      </div>
      @if (lam.core; as core) {
        <ash-quantity
          label="Core thickness"
          [value]="unsaid('coreThickness') ? null : core.thicknessMm"
          (valueChange)="changeCore({ thicknessMm: $event! })"
          [error]="error('laminate.core.thicknessMm')"
        />
      }
    </div>
    @if (unsaid('finishThicknessMm')) {
      <p class="quiet">
        Gel coat or paint is taken as {{ lam.finishThicknessMm | qty: 'thickness' : 1 }}, as is usual, until it is
        measured at the edge of the hole.
      </p>
    }
    @if (lam.core; as core) {
      <label class="tick"
        ><input type="checkbox" [checked]="core.reachable" (ticked)="changeCore({ reachable: $event })" />Resin could
        reach the core</label
      >
    }
  `,
})
export class CoreFinish extends Panel {
  readonly cores = inject(LibraryService).cores;

  edit(patch: Partial<RepairInputs['laminate']>): void {
    this.store.edit('laminate', patch);
  }

  changeCore(patch: { thicknessMm?: number; reachable?: boolean }): void {
    const { core } = this.inputs().laminate;
    if (!core) return;
    const measured = patch.thicknessMm !== undefined;
    this.edit({ core: { ...core, ...patch }, ...this.without(measured ? ['coreThickness'] : []) });
  }

  unsaid(field: UnsaidLaminate): boolean {
    return isUnsaid(this.inputs().laminate, field);
  }

  /** What is unsaid still once these are said, and what has come up by it. */
  private without(
    said: readonly UnsaidLaminate[],
    more: readonly UnsaidLaminate[] = [],
  ): Pick<RepairInputs['laminate'], 'unsaid'> {
    const left = [...(this.inputs().laminate.unsaid ?? []).filter((field) => !said.includes(field)), ...more];
    return { unsaid: left.length > 0 ? left : undefined };
  }

  core(coreId: string): void {
    const old = this.inputs().laminate.core;
    const own = isOwn(coreId) ? this.cores().find(({ id }) => id === coreId) : undefined;
    this.edit({
      core:
        coreId === ''
          ? null
          : { coreId, ...(own ? { own } : {}), thicknessMm: old?.thicknessMm ?? 12, reachable: old?.reachable ?? true },
      ...(coreId === ''
        ? this.without(['core', 'coreThickness'])
        : this.without(['core'], old ? [] : ['coreThickness'])),
    });
  }
}
