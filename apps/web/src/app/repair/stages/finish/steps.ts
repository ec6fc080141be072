import { ChangeDetectionStrategy, Component } from '@angular/core';
import { TickInput } from '../../../parts/inputs';
import { QuantityPipe } from '../../../platform/quantity.pipe';
import { Panel } from '../stage-panel';

/** The steps of the finish in order, each ticked when it is done. */
@Component({
  selector: 'ash-finish-steps',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TickInput, QuantityPipe],
  template: `
    <ol>
      @for (step of plan().finish?.steps ?? []; track step.id) {
        <li>
          <label class="tick"
            ><input
              type="checkbox"
              [checked]="isDone('finish-' + step.id)"
              (ticked)="store.check('finish-' + step.id, $event)"
            /><span
              ><b>{{ step.text }}</b> {{ step.why }}
              <span class="quiet">
                @if (step.layerMm) {
                  {{ step.layerMm | qty: 'thickness' }} on.
                }
                @if (step.afterFullCure) {
                  Not before full cure.
                }
                @if (step.waitHours) {
                  Then {{ step.waitHours }} h.
                }
              </span></span
            ></label
          >
        </li>
      }
    </ol>
  `,
  styles: `
    ol {
      margin: 0;
      padding: 0;
      list-style: none;
    }
  `,
})
export class FinishSteps extends Panel {}
