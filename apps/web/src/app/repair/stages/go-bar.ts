import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { STAGE_NAMES } from '@ashstep/contract';
import type { Facts } from '@ashstep/core/conditions';
import { STAGES, type Stage } from '@ashstep/core/hazards';
import { SheetFrame } from '../sheet-frame';
import { Cautions } from './cautions';
import { type Want, Wants } from './wants';

/** Foot of the title block: the cautions of the step and its one primary action, always in sight. */
@Component({
  selector: 'ash-go',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cautions, Wants],
  template: `
    <ash-cautions [stage]="stage()" [facts]="facts()" />
    @if (wants().length > 0) {
      <div class="bar"><ash-wants [repairId]="repairId()" [here]="stage()" [wants]="wants()" /></div>
    } @else if (label()) {
      <div class="bar">
        <button type="button" class="do" (click)="go.emit()">{{ says() }}</button>
      </div>
    }
  `,
  styles: `
    :host {
      display: block;
      position: sticky;
      bottom: 0;
      background: var(--lift);
      border-top: 1.5px solid var(--ink);
      margin-top: -1.5px;
      z-index: 2;
    }
    .bar {
      padding: 5px 18px;
    }
    .do {
      width: 100%;
    }
    @media (max-width: 1100px) {
      :host {
        position: static;
      }
    }
  `,
})
export class GoBar {
  readonly stage = input.required<Stage>();
  readonly facts = input.required<Facts>();
  readonly label = input<string | null>(null);
  readonly repairId = input('');
  /** What has to be seen to before; it stands in the place of the button. */
  readonly wants = input<readonly Want[]>([]);
  readonly go = output();
  private readonly frame = inject(SheetFrame);
  /** On a sheet that is only looked at nothing is taken: it only goes on. */
  readonly says = computed(() =>
    this.frame.frozen() ? `On, to ${STAGE_NAMES[STAGES[STAGES.indexOf(this.stage()) + 1]!]}` : this.label(),
  );
}
