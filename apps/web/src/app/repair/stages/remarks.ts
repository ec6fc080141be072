import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Remark } from '@ashstep/core/errors';
import type { RepairState } from '../repair.store';
import { Panel } from './stage-panel';

/** What the core remarks on a stage, each in a sentence. */
@Component({
  selector: 'ash-remarks',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (remark of remarks(); track $index) {
      <p class="remark">{{ words(remark) }}</p>
    }
  `,
})
export class Remarks extends Panel {
  readonly of = input.required<(state: RepairState) => readonly Remark[]>();
  readonly remarks = computed(() => this.of()(this.state()));
}
