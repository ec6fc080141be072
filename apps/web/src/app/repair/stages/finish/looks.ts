import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { metByFinish } from '@ashstep/contract';
import { finishCheck } from '@ashstep/core/repair';
import { TickInput } from '../../../parts/inputs';
import { Panel } from '../stage-panel';
import { finishConditions } from './conditions';

/** What is looked at before the next coat, and what the resin wants seen to now. */
@Component({
  selector: 'ash-finish-looks',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TickInput],
  template: `
    @for (c of conditions(); track c.id) {
      <label class="tick"
        ><input
          type="checkbox"
          [checked]="isDone(c.id) || met().includes(c.id)"
          [disabled]="met().includes(c.id)"
          (ticked)="store.check(c.id, $event)"
        />{{ c.text }}{{ met().includes(c.id) ? ': by the steps that are done' : '' }}</label
      >
    }
    @for (check of plan().finish?.checks ?? []; track check.id) {
      <label class="tick"
        ><input type="checkbox" [checked]="isDone(tick(check.id))" (ticked)="store.check(tick(check.id), $event)" />{{
          check.text
        }}</label
      >
    }
  `,
})
export class FinishLooks extends Panel {
  readonly tick = finishCheck;
  readonly met = computed(() => metByFinish(this.plan().finish, this.state().detail));
  readonly conditions = computed(() => finishConditions(this.plan()));
}
