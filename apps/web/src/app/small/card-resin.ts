import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { mendsGelCoatOnly } from '@ashstep/core/repair';
import { PickSelect } from '../parts/inputs';
import { Reason } from '../repair/stages/resin/reason';
import { Systems } from '../repair/stages/resin/systems';
import { Panel } from '../repair/stages/stage-panel';

/** The resin of a card: as it is usual until somebody takes one, or logs a pot of it. */
@Component({
  selector: 'ash-card-resin',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickSelect, Reason],
  template: `
    @let resin = plan().resin;
    <div class="field">
      <label for="card-resin">Resin</label>
      <select id="card-resin" [disabled]="sealed()" (chosen)="take($event)">
        @if (!resin?.chosen) {
          <option value="" selected>{{ resin?.card ? resin!.card!.name + ', as usual here' : 'None will do' }}</option>
        }
        @for (system of systems.all(); track system.id) {
          <option [value]="system.id" [selected]="system.id === inputs().resin.systemId">{{ system.name }}</option>
        }
      </select>
      @if (resin?.card; as card) {
        <span class="quiet">{{ systems.shelfOf(card.family, inputs().resin) }}</span>
      }
    </div>
    @if (needsReason()) {
      <ash-resin-reason [state]="state()" />
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
  `,
})
export class CardResin extends Panel {
  readonly systems = new Systems();
  readonly needsReason = computed(() => this.plan().resin?.needsReason === true && !mendsGelCoatOnly(this.inputs()));

  take(id: string): void {
    const system = this.systems.all().find((one) => one.id === id);
    if (system) this.systems.choose(system, this.inputs().resin);
  }
}
