import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Panel } from '../stage-panel';
import { LayUpDesk } from './desk';

/** Every round with where it stands; one is looked at by a press. */
@Component({
  selector: 'ash-rounds-done',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ol aria-label="Rounds">
      @for (each of desk.standings(); track each.round.id; let i = $index) {
        @let on = each.round.id === desk.now()?.round?.id;
        <li [class.on]="on" [class.done]="each.done">
          <button type="button" [attr.aria-current]="on ? 'step' : null" (click)="desk.pickedRound.set(each.round.id)">
            <b>{{ i + 1 }} {{ desk.name(each.round) }}</b
            ><span>{{ desk.stateOf(each) }}</span>
          </button>
        </li>
      }
    </ol>
    @if (!sealed()) {
      <p class="why"><b>Still low, or more to do?</b> Put a round down; set its plies, resin and window on Mix.</p>
      <div class="row-actions">
        <button type="button" class="act small" (click)="desk.addRound('lay')">More plies</button
        ><button type="button" class="act small" (click)="desk.addRound('paste')">Another fill</button
        ><button type="button" class="act small" (click)="desk.addRound('coat')">A coat</button>
      </div>
    }
  `,
  styles: `
    ol {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    li button {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 12px;
      justify-content: space-between;
      align-items: center;
      width: 100%;
      min-height: 44px;
      padding: 8px 12px;
      text-align: left;
      font: inherit;
      color: var(--ink);
      background: var(--sheet);
      border: 1.5px solid var(--ink);
      margin-bottom: -1.5px;
    }
    .on button {
      box-shadow: inset 6px 0 0 var(--ember);
    }
    .done button {
      color: var(--ink-2);
    }
  `,
})
export class RoundsDone extends Panel {
  readonly desk = inject(LayUpDesk);
}
