import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { SessionService } from '../../../platform/session.service';
import { Panel } from '../stage-panel';

/** The bond the joint is worked out with, and the shed's own trials where they say otherwise. */
@Component({
  selector: 'ash-bond',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (plan().taper; as t) {
      <p>
        Bond taken as {{ t.bond.mpa }} MPa,
        {{ t.bond.source ? 'by the shed’s trials: ' + t.bond.source : 'the trade’s usual' }}.
        @if (offer(); as b) {
          The shed has {{ b.mpa }} MPa by {{ b.source }}.
          <button type="button" class="act small" (click)="take()">Take the shed’s</button>
        }
      </p>
    }
  `,
})
export class Bond extends Panel {
  private readonly shedBond = toSignal(inject(SessionService).bond$);
  /** The shed's own figure for this resin, where the job goes by another. */
  readonly offer = computed(() => {
    const family = this.plan().resin?.card?.family;
    const own = family && this.shedBond()?.[family];
    return own && own.mpa !== this.plan().taper?.bond.mpa ? own : null;
  });

  take(): void {
    this.store.edit('taper', { bond: this.shedBond()! });
  }
}
