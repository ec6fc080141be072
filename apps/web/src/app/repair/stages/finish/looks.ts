import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { metByFinish } from '@ashstep/contract';
import { type LightMark, finishCheck } from '@ashstep/core/repair';
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
        ><input
          type="checkbox"
          [checked]="isDone(tick(check.id))"
          [disabled]="!isDone(tick(check.id)) && left(check.id) > 0"
          (ticked)="store.check(tick(check.id), $event)"
        /><span
          >{{ check.text }}
          @if (left(check.id) > 0) {
            <span class="quiet">{{ left(check.id) }} of the low light still on the plan: see How fair it is.</span>
          }
        </span></label
      >
    }
  `,
})
export class FinishLooks extends Panel {
  readonly tick = finishCheck;
  /** Marks of the low light that are still on the plan and speak against a look. */
  left(id: string): number {
    const against: readonly LightMark['kind'][] = id === 'fair-light' ? ['high', 'low'] : id === 'pinholes' ? ['pinhole'] : []; // prettier-ignore
    return (this.inputs().finish.lightMarks ?? []).filter(({ kind }) => against.includes(kind)).length;
  }
  readonly met = computed(() => metByFinish(this.plan().finish, this.state().detail));
  readonly conditions = computed(() => finishConditions(this.plan()));
}
