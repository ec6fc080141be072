import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { TickInput } from '../../../parts/inputs';
import { Panel } from '../stage-panel';
import { LayUpDesk } from './desk';

/** What is ticked off before the round in hand is begun, and what was not though it was. */
@Component({
  selector: 'ash-preparation',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TickInput],
  template: `
    @if (desk.toBegin()) {
      @for (check of desk.preparation(); track check.id) {
        <label class="tick"
          ><input type="checkbox" [checked]="isDone(check.id)" (ticked)="store.check(check.id, $event)" /><span
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
