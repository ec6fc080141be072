import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { PickSelect } from '../../../parts/inputs';
import type { ResinFamily } from '@ashstep/core/material';
import { Panel } from '../stage-panel';
import { SystemPicker } from './system-picker';
import { Systems } from './systems';

/** What speaks for and against a family of resins here, its systems, and what sets the one that is taken. */
@Component({
  selector: 'ash-resin-family',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickSelect, SystemPicker],
  template: `
    @let resin = inputs().resin;
    <ul>
      @for (reason of verdict()?.reasons ?? []; track reason.ruleId + (reason.zone ?? '')) {
        <li>
          <b>{{ reason.zone ? reason.zone + ', ' + reason.about.toLowerCase() : reason.about }}:</b>
          {{ reason.reason }}
        </li>
      } @empty {
        <li>Nothing speaks for or against it.</li>
      }
    </ul>
    <ash-system-picker [state]="state()" [family]="family()" />
    <p class="quiet">{{ systems.shelfOf(family(), resin) }}</p>
    @if (card(); as c) {
      <div class="field">
        <label for="hardener">{{ family() === 'epoxy' ? 'Hardener' : 'Catalyst' }}</label><select
          id="hardener"
          (chosen)="takeHardener($event)"
        >
          <option value="" [selected]="!resin.hardener">As on the card</option>
          @for (h of systems.hardeners(resin); track h.id) {
            <option [value]="h.id" [selected]="h.id === resin.hardener?.id">{{ h.name }}</option>
          }
        </select>
        <span class="quiet"
          >{{
            c.kind === 'two-part'
              ? c.hardenerPer100ByWeight + ' per 100 by weight'
              : c.catalystMinPercent + ' to ' + c.catalystMaxPercent + ' % catalyst'
          }}, gels in {{ c.potLifeMin }} min (100 g, 22 °C), sand after {{ c.sandableHours }} h</span
        >
        @if (error('resin.hardener'); as message) {
          <span class="error">{{ message }}</span>
        }
      </div>
    }
  `,
  styles: `
    ul {
      margin: 0;
      padding-left: 18px;
      font-size: 14px;
    }
  `,
})
export class Family extends Panel {
  readonly family = input.required<ResinFamily>();
  readonly systems = new Systems();
  readonly verdict = computed(() =>
    this.plan().resin?.verdicts.families.find(({ family }) => family === this.family()),
  );
  /** The card of the system that is taken, where it is of this family. */
  readonly card = computed(() => {
    const card = this.plan().resin?.card;
    return this.inputs().resin.systemId !== null && card?.family === this.family() ? card : null;
  });

  /** A hardener is kept with the job as it is now. */
  takeHardener(id: string): void {
    this.store.edit('resin', { hardener: this.systems.hardeners(this.inputs().resin).find((one) => one.id === id) });
  }
}
