import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { type FabricLayer } from '@ashstep/core/laminate';
import { fabricOf } from '@ashstep/core/material';
import { TickInput } from '../../../parts/inputs';
import { LayerTable } from '../layer-table';
import { Panel } from '../stage-panel';

/** The plies of the parent: entered one by one, or the guess its thickness allows. */
@Component({
  selector: 'ash-plies-known',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TickInput, LayerTable],
  template: `
    @let lam = inputs().laminate;
    @if (lam.known === 'plies') {
      @if (lam.pliesFrom) {
        <p class="why">As found on another job of this craft: {{ lam.pliesFrom }}. Not read here.</p>
      }
      <ash-layer-table
        [layers]="lam.plies"
        [thicknesses]="plan().parent?.whole?.layerThicknessMm ?? []"
        (layersChange)="take($event)"
        top="Outer face first"
      />
    } @else {
      @if (guess(); as plies) {
        <p class="why"><b>Guessed from the thickness, outer face first</b> {{ plies }}.</p>
      }
      <label class="tick"
        ><input type="checkbox" [checked]="lam.fibre === 'carbon'" (ticked)="setCarbon($event)" />It is carbon: the
        grind is black and soft as pencil dust</label
      >
      <p class="quiet">Read the rings of the grind and take the plies that fit, or enter them ply by ply.</p>
    }
    @for (remark of plan().parent?.remarks ?? []; track remark.id) {
      <p class="remark">{{ words(remark) }}</p>
    }
  `,
})
export class PliesKnown extends Panel {
  readonly guess = computed(() =>
    (this.plan().parent?.plies ?? []).map((ply) => fabricOf(ply).name.toLowerCase()).join(', '),
  );

  take(plies: readonly FabricLayer[]): void {
    this.store.edit('laminate', { plies, pliesFrom: undefined });
  }

  setCarbon(carbon: boolean): void {
    this.store.edit('laminate', { fibre: carbon ? 'carbon' : undefined });
  }
}
