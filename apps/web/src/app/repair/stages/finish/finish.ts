import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { WET_FROM_GRIT } from '@ashstep/core/finish';
import { resinConditions } from '@ashstep/core/repair';
import { QuantityPipe } from '../../../platform/quantity.pipe';
import { GoBar } from '../../../parts/go-bar';
import { Missing } from '../missing';
import { StagePanel } from '../stage-panel';
import { TickInput } from '../../../parts/inputs';

@Component({
  selector: 'ash-finish',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Missing, TickInput, QuantityPipe, GoBar],
  template: `
    @if (plan().finish; as route) {
      <div class="block">
        <h2>{{ route.name }}</h2>
        <p class="why"><b>Why</b> {{ route.why }}</p>
        @for (remark of cold(); track remark.id) {
          <p class="remark">{{ words(remark) }}</p>
        }
      </div>
      <div class="block">
        <ol>
          @for (step of route.steps; track step.id) {
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
      </div>
      <div class="block">
        <h2>Abrasives</h2>
        <p class="ladder">
          @for (grit of route.ladder; track grit) {
            <span class="num" [class.wet]="grit >= wet">{{ grit }}{{ grit === wet ? ' wet' : '' }}</span>
          }
        </p>
        <p class="quiet">
          No jump over twofold; wet from {{ wet }}. Stop at {{ route.ladder[route.ladder.length - 1]
          }}{{ route.ladder[route.ladder.length - 1] === 1500 ? ', then compound, polish, wax' : '' }}.
        </p>
        @for (c of conditions(); track c.id) {
          <label class="tick"
            ><input type="checkbox" [checked]="isDone(c.id)" (ticked)="store.check(c.id, $event)" />{{ c.text }}</label
          >
        }
        <h2>Look before you go on</h2>
        @for (check of route.checks; track check.id) {
          <label class="tick"
            ><input
              type="checkbox"
              [checked]="isDone('finish-' + check.id)"
              (ticked)="store.check('finish-' + check.id, $event)"
            />{{ check.text }}</label
          >
        }
      </div>
      <ash-go stage="finish" [facts]="plan().facts" label="Finished, to the inspection" (go)="goOn('finish')" />
    } @else {
      <ash-missing [state]="state()" />
    }
  `,
  styles: `
    ol {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    .ladder {
      display: flex;
      flex-wrap: wrap;
      gap: 0;
    }
    .ladder span {
      padding: 8px 12px;
      border: 1.5px solid var(--ink);
      margin-right: -1.5px;
      background: var(--sheet);
    }
    .ladder .wet {
      background: var(--ash-2);
    }
  `,
})
export class FinishStage extends StagePanel {
  readonly wet = WET_FROM_GRIT;
  /** Conditions of the resin that are seen to when the finish goes on. */
  readonly conditions = computed(() => {
    return resinConditions(this.plan().resin).filter(({ atFinish }) => atFinish);
  });
  /** Of what waits for full cure: that in the cold it never comes by itself. */
  readonly cold = computed(() =>
    this.plan().finish?.steps.some(({ afterFullCure }) => afterFullCure)
      ? this.plan().cold.filter(({ id }) => id === 'cure.full-needs-warmth')
      : [],
  );
}
