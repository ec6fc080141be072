import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { isUncut } from '@ashstep/core/repair';
import { FigurePipe, QuantityPipe } from '../../../platform/quantity.pipe';
import { Panel } from '../stage-panel';

/** How large everything is that is cut, ground, abraded and masked, and what it clears. */
@Component({
  selector: 'ash-sizes',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FigurePipe, QuantityPipe],
  template: `
    <table class="ruled">
      <thead>
        <tr>
          <th>To</th>
          <th class="r">Length × width</th>
          <th class="r">Area</th>
          <th class="r">Once round</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.name) {
          <tr>
            <td>{{ row.name }}</td>
            <td class="r num">{{ row.m.lengthMm | figure: 'length' }} × {{ row.m.widthMm | qty: 'length' }}</td>
            <td class="r num">{{ (row.m.areaMm2 / 1e6).toFixed(3) }} m²</td>
            <td class="r num">{{ row.m.perimeterMm | qty: 'length' }}</td>
          </tr>
        }
      </tbody>
    </table>
    @for (c of plan().taper?.clearances ?? []; track c.name) {
      @if (c.mm >= c.wantedMm) {
        <p>Clears the {{ c.name }} by {{ c.mm | qty: 'length' }}.</p>
      }
    }
  `,
})
export class Sizes extends Panel {
  readonly rows = computed(() => {
    const { taper } = this.plan();
    const face = taper?.footprint.faces[0];
    return taper && face
      ? [
          { name: isUncut(this.inputs()) ? 'Area' : 'Cut-out', m: taper.footprint.cutOut },
          { name: 'Footprint', m: face.footprint },
          { name: 'Margin', m: face.abraded },
          { name: 'Mask line', m: face.masked },
        ]
      : [];
  });
}
