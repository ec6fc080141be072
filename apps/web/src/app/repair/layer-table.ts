import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { FABRICS, type FabricLayer } from '@ashstep/core';
import { QuantityPipe } from '../platform/quantity.pipe';

/** A list of plies that can be added to, turned, moved and taken out. */
@Component({
  selector: 'ash-layer-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [QuantityPipe],
  template: `
    <table class="ruled">
      <caption>
        {{
          top()
        }}
      </caption>
      <thead>
        <tr>
          <th>No.</th>
          <th>Fabric</th>
          <th>Turn, °</th>
          <th class="r">Thick</th>
          <th><span class="visually-hidden">Move and take out</span></th>
        </tr>
      </thead>
      <tbody>
        @for (layer of layers(); track $index) {
          <tr>
            <td class="num">{{ $index + 1 }}</td>
            <td>
              <select [attr.aria-label]="'Fabric of ply ' + ($index + 1)" (change)="change($index, { fabricId: $any($event.target).value })">
                @for (f of fabrics; track f.id) {
                  <option [value]="f.id" [selected]="f.id === layer.fabricId">{{ f.name }}</option>
                }
              </select>
            </td>
            <td>
              <select class="turn" [attr.aria-label]="'Turn of ply ' + ($index + 1)" (change)="change($index, { orientationDeg: +$any($event.target).value })">
                @for (a of angles(layer); track a) {
                  <option [value]="a" [selected]="a === (layer.orientationDeg ?? 0)">{{ a }}</option>
                }
              </select>
            </td>
            <td class="r num">{{ thicknesses()[$index] | qty: 'thickness' }}</td>
            <td class="moves">
              <button type="button" [attr.aria-label]="'Ply ' + ($index + 1) + ' up'" [disabled]="$first" (click)="move($index, -1)">↑</button
              ><button type="button" [attr.aria-label]="'Copy ply ' + ($index + 1)" (click)="copy($index)">＋</button
              ><button type="button" [attr.aria-label]="'Take ply ' + ($index + 1) + ' out'" [disabled]="layers().length === 1 && keepOne()" (click)="remove($index)">×</button>
            </td>
          </tr>
        }
      </tbody>
    </table>
    <button type="button" class="act small" (click)="add()">Add a ply</button>
  `,
  styles: `
    caption {
      caption-side: top;
      padding: 0;
      font-size: 13px;
      color: var(--ink-2);
    }
    select {
      min-height: 36px;
      width: 100%;
      border: 1px solid var(--ash-4);
      background: var(--sheet);
      font: 480 14px var(--text);
      border-radius: 0;
    }
    .turn {
      width: 66px;
    }
    .moves {
      white-space: nowrap;
    }
    .moves button {
      min-width: 34px;
      min-height: 36px;
      border: 1px solid var(--ash-4);
      background: var(--sheet);
      font-weight: 700;
    }
    .moves button:disabled {
      color: var(--ash-4);
      background: var(--lift);
    }
    .act {
      margin-top: 8px;
    }
    @media (pointer: coarse) {
      select,
      .moves button {
        min-height: 44px;
        min-width: 40px;
      }
    }
  `,
})
export class LayerTable {
  readonly layers = input.required<readonly FabricLayer[]>();
  readonly thicknesses = input<readonly number[]>([]);
  readonly top = input('');
  readonly keepOne = input(false);
  readonly layersChange = output<FabricLayer[]>();
  readonly fabrics = FABRICS;

  angles(layer: FabricLayer): number[] {
    const usual = [-45, 0, 30, 45, 60, 90];
    const own = layer.orientationDeg ?? 0;
    return usual.includes(own) ? usual : [...usual, own].sort((a, b) => a - b);
  }

  change(index: number, patch: Partial<FabricLayer>): void {
    this.layersChange.emit(this.layers().map((layer, i) => (i === index ? { ...layer, ...patch } : layer)));
  }

  move(index: number, by: number): void {
    const next = [...this.layers()];
    next.splice(index + by, 0, ...next.splice(index, 1));
    this.layersChange.emit(next);
  }

  copy(index: number): void {
    this.layersChange.emit(this.layers().flatMap((layer, i) => (i === index ? [layer, { ...layer }] : [layer])));
  }

  remove(index: number): void {
    this.layersChange.emit(this.layers().filter((_, i) => i !== index));
  }

  add(): void {
    this.layersChange.emit([...this.layers(), { ...(this.layers().at(-1) ?? { fabricId: 'mat-450', orientationDeg: 0 }) }]);
  }
}
