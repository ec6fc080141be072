import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import type { RepairInputs } from '@ashstep/core/repair';
import { QuantityField } from '../../../parts/quantity-field';
import { Panel } from '../stage-panel';
import { hasRatio } from './taper-words';

/** What is seldom set otherwise: a ratio of one's own, how far is abraded and taped, and what the strength is marked down by. */
@Component({
  selector: 'ash-margins',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [QuantityField],
  template: `
    @let taper = inputs().taper;
    <div class="fields">
      @if (sloped()) {
        <ash-quantity
          label="Ratio, n:1"
          kind="ratio"
          [value]="taper.ratio"
          [optional]="true"
          (valueChange)="edit({ ratio: $event })"
          [error]="error('taper.ratio')"
        />
      }
      <ash-quantity
        label="Abraded margin"
        [value]="taper.marginMm"
        (valueChange)="edit({ marginMm: $event! })"
        [error]="error('taper.marginMm')"
      />
      <ash-quantity
        label="Tape"
        [value]="taper.maskMm"
        (valueChange)="edit({ maskMm: $event! })"
        [error]="error('taper.maskMm')"
      />
      <ash-quantity
        label="Preparation, ×"
        kind="ratio"
        [value]="taper.knockDowns.preparation ?? 1"
        (valueChange)="knockDown({ preparation: $event! })"
        [error]="error('taper.knockDowns.preparation')"
      />
      <ash-quantity
        label="Wet service, ×"
        kind="ratio"
        [value]="taper.knockDowns.wetService ?? 1"
        (valueChange)="knockDown({ wetService: $event! })"
        [error]="error('taper.knockDowns.wetService')"
      />
    </div>
    <p class="why">
      <b>Why factors</b> A joint on poorly prepared ground, or wet for life, holds less than the trials say: 0.8 takes a
      fifth off.
    </p>
  `,
})
export class Margins extends Panel {
  readonly sloped = computed(() => {
    const { taper } = this.plan();
    return taper !== null && hasRatio(taper);
  });

  edit(patch: Partial<RepairInputs['taper']>): void {
    this.store.edit('taper', patch);
  }

  knockDown(patch: RepairInputs['taper']['knockDowns']): void {
    this.edit({ knockDowns: { ...this.inputs().taper.knockDowns, ...patch } });
  }
}
