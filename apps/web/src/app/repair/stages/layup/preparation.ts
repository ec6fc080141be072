import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { TextInput, TickInput } from '../../../parts/inputs';
import { Panel } from '../stage-panel';
import { LayUpDesk } from './desk';

/** What is ticked off before the round in hand is begun, and what was not though it was. */
@Component({
  selector: 'ash-preparation',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TextInput, TickInput],
  template: `
    @if (desk.toBegin()) {
      @let round = desk.now()!.round;
      @let tooSoon = desk.keysTooSoon(round);
      @if (tooSoon) {
        <p class="remark">It is not hard yet. {{ desk.windowText() }}. Soft, it drags and clogs the paper.</p>
        <div class="field">
          <label for="keyed-all-the-same">Why it is done all the same</label
          ><input
            id="keyed-all-the-same"
            maxlength="1000"
            [value]="desk.allTheSame()"
            (typed)="desk.allTheSame.set($event)"
          />
        </div>
      }
      @for (check of desk.preparation(); track check.id) {
        <label class="tick"
          ><input
            type="checkbox"
            [disabled]="tooSoon && !desk.saidWhy() && !isDone(check.id)"
            [checked]="isDone(check.id)"
            (ticked)="desk.keyed(round, check.id, $event)"
          /><span
            >{{ check.text }} <span class="quiet">{{ check.why }}</span></span
          ></label
        >
      }
    }
    @if (desk.leftOpen().length > 0) {
      <p class="why">Never ticked off, and the record cannot be sealed without. Tick what was done.</p>
      @for (check of desk.leftOpen(); track check.id) {
        <label class="tick"
          ><input type="checkbox" [checked]="false" (ticked)="store.check(check.id, $event)" />{{ check.text }}</label
        >
      }
    }
    @if (desk.first()) {
      @for (c of desk.conditions(); track c.id) {
        <label class="tick"
          ><input type="checkbox" [checked]="isDone(c.id)" (ticked)="store.check(c.id, $event)" />{{ c.text }}</label
        >
      }
    }
  `,
  styles: `
    :host {
      gap: 4px;
    }
  `,
})
export class Preparation extends Panel {
  readonly desk = inject(LayUpDesk);
}
