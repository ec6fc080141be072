import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { attempt } from '@ashstep/core/errors';
import { GRITS, WET_FROM_GRIT, abrasiveLadder } from '@ashstep/core/finish';
import { draft } from '../../../outbox/draft';
import { PickSelect } from '../../../parts/inputs';
import { QuantityField } from '../../../parts/quantity-field';
import { Panel } from '../stage-panel';

/** Grit the top coat is begun with, where it went on even: level it wet. */
const USUAL_FROM = 320;
/** A top coat that is stopped here is polished. */
const POLISHED_FROM = 1500;

/** The grits in order, dry and wet, where the finish stops, and what sanding the top coat costs of it. */
@Component({
  selector: 'ash-abrasives',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickSelect, QuantityField],
  template: `
    @if (plan().finish; as route) {
      <p class="ladder">
        @for (grit of route.ladder; track grit) {
          <span class="num" [class.wet]="grit >= wet">{{ grit }}{{ grit === wet ? ' wet' : '' }}</span>
        }
      </p>
      <p class="quiet">
        No jump over twofold dry, or half as much again wet; wet from {{ wet }}. Stop at {{ last()
        }}{{ polished() ? ', then compound, polish, wax' : '' }}.
      </p>
      @if (budget(); as b) {
        <h3>What it costs of the top coat</h3>
        <div class="fields">
          <div class="field">
            <label for="grit-from">Begin the top coat with</label>
            <select id="grit-from" (chosen)="picked.set(+$event)">
              @for (grit of choices(); track grit) {
                <option [value]="grit" [selected]="grit === from()">{{ grit }}{{ grit >= wet ? ' wet' : '' }}</option>
              }
            </select>
          </div>
          <ash-quantity
            label="Top coat there, by gauge"
            kind="thickness"
            [value]="thereMm()"
            [optional]="true"
            (valueChange)="thereMm.set($event)"
          />
          <ash-quantity
            label="Highs levelled into it"
            kind="thickness"
            [value]="highMm()"
            [optional]="true"
            (valueChange)="highMm.set($event)"
          />
        </div>
        <p [class.remark]="b.verdict !== 'enough'" role="status">
          <b>{{ verdict() }}</b> {{ inUnits(b.lossMm, 'thickness') }} goes with the scratches{{
            polished() ? ' and the polish' : ''
          }}{{ (highMm() ?? 0) > 0 ? ', ' + inUnits(highMm()!, 'thickness') + ' with the highs' : '' }}; of
          {{ inUnits(thereMm() ?? plannedMm(), 'thickness') }} {{ thereMm() === null ? 'as planned' : 'by gauge' }}
          {{ inUnits(b.leftMm!, 'thickness') }} is left.
        </p>
        @for (remark of b.remarks; track remark.id) {
          <p class="remark">{{ words(remark) }}</p>
        }
        <p class="quiet">A scratch is taken as a fifth of the grain: a rule of the workshop. Kept on this device.</p>
      }
    }
  `,
  styles: `
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
export class Abrasives extends Panel {
  readonly wet = WET_FROM_GRIT;
  private readonly job = computed(() => this.state().detail.id);
  readonly last = computed(() => this.plan().finish?.ladder.at(-1) ?? 0);
  readonly polished = computed(() => this.last() >= POLISHED_FROM);
  readonly choices = computed(() => GRITS.filter((grit) => grit <= this.last()));
  readonly picked = draft<number | null>('gritFrom', this.job, null);
  readonly from = computed(() => Math.min(this.picked() ?? USUAL_FROM, this.last()));
  readonly thereMm = draft<number | null>('topCoatMm', this.job, null);
  readonly highMm = draft<number | null>('highsMm', this.job, null);
  /** The last coat of the route that has a thickness. */
  readonly plannedMm = computed(() => this.plan().finish?.steps.findLast(({ layerMm }) => layerMm !== null)?.layerMm ?? 0); // prettier-ignore
  readonly budget = computed(() => {
    const finishMm = this.thereMm() ?? this.plannedMm();
    // Under paint it is the primer that is sanded: the paint goes on after.
    if (finishMm <= 0 || !this.polished()) return null;
    return attempt(() => abrasiveLadder({ from: this.from(), to: this.last(), polished: this.polished(), finishMm, highMm: this.highMm() ?? 0 })).result; // prettier-ignore
  });
  readonly verdict = computed(() => ({ enough: 'Enough.', thin: 'Thin.', through: 'Goes through.', unknown: '' })[this.budget()!.verdict]); // prettier-ignore
}
