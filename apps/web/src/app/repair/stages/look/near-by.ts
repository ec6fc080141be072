import { ChangeDetectionStrategy, Component } from '@angular/core';
import type { Neighbour, RepairInputs } from '@ashstep/core/repair';
import { optionsOf } from '../../../parts/choice-field';
import { PickOf, TextInput } from '../../../parts/inputs';
import { QuantityField } from '../../../parts/quantity-field';
import type { SectionEdit } from '../../repair.store';
import { Panel } from '../stage-panel';

/** Edges, fittings and structure the taper must not run into, and notes of what was seen. */
@Component({
  selector: 'ash-near-by',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickOf, TextInput, QuantityField],
  templateUrl: './near-by.html',
})
export class NearBy extends Panel {
  readonly neighbourKinds = optionsOf({ edge: 'Edge', fitting: 'Fitting', structure: 'Structure' } as const);

  setDamage(patch: SectionEdit<RepairInputs['damage']>): void {
    this.store.edit('damage', patch);
  }

  addNeighbour(): void {
    const y = -Math.round((this.plan().damage?.cut.widthMm ?? 100) * 1.5);
    const line: Neighbour = {
      name: `Edge ${this.inputs().damage.neighbours.length + 1}`,
      kind: 'edge',
      fromXMm: -200,
      fromYMm: y,
      toXMm: 200,
      toYMm: y,
    };
    this.setDamage(({ neighbours }) => ({ neighbours: [...neighbours, line] }));
  }

  neighbour(index: number, patch: Partial<Neighbour>): void {
    this.setDamage(({ neighbours }) => ({
      neighbours: neighbours.map((line, i) => (i === index ? { ...line, ...patch } : line)),
    }));
  }

  removeNeighbour(index: number): void {
    this.setDamage(({ neighbours }) => ({ neighbours: neighbours.filter((_, i) => i !== index) }));
  }
}
