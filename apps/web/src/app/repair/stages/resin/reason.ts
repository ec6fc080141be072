import { ChangeDetectionStrategy, Component } from '@angular/core';
import { TextInput } from '../../../parts/inputs';
import { Panel } from '../stage-panel';

/** Why a resin is taken against the recommended one. */
@Component({
  selector: 'ash-resin-reason',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TextInput],
  template: `
    @let reason = inputs().resin.overrideReason;
    <div class="field" [class.wrong]="reason.trim() === ''">
      <label for="reason">Why this and not the recommended one? It goes into the record.</label
      ><textarea
        id="reason"
        rows="2"
        [value]="reason"
        (entered)="store.edit('resin', { overrideReason: $event })"
      ></textarea>
      @if (reason.trim() === '') {
        <span class="error">Write the reason before going on.</span>
      }
    </div>
  `,
})
export class Reason extends Panel {}
