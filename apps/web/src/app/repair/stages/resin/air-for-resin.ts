import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { systemsForAir } from '@ashstep/core/repair';
import type { SystemCard } from '@ashstep/core/resin';
import { QuantityPipe } from '../../../platform/quantity.pipe';
import { AirBoard } from '../../air-board';
import { Panel } from '../stage-panel';
import { Systems } from './systems';

/** The air the resin is to cure in, what it does to the cure, and systems that suit it where the chosen one does not. */
@Component({
  selector: 'ash-air-for-resin',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AirBoard, QuantityPipe],
  template: `
    @if (plan().resin!.remarks.length + plan().cold.length > 0) {
      <div class="block">
        @for (remark of plan().resin!.remarks; track remark.id) {
          <p class="remark">{{ words(remark) }}</p>
        }
        @for (remark of plan().cold; track remark.id) {
          <p class="remark">{{ words(remark) }}</p>
        }
        @for (offer of suited(); track offer.id) {
          <button type="button" class="act small" (click)="systems.choose(offer, inputs().resin)">
            Take {{ offer.name.toLowerCase() }}, good from {{ offer.minTempC | qty: 'temperature' : 0 }}
          </button>
        }
      </div>
    }
    <ash-air-board [state]="state()" />
  `,
})
export class AirForResin extends Panel {
  readonly systems = new Systems();
  readonly suited = computed<readonly SystemCard[]>(() => {
    const { resin, air } = this.plan();
    return resin?.card ? systemsForAir(resin.card, this.systems.all(), resin.verdicts, air).slice(0, 3) : [];
  });
}
