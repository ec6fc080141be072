import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Facts } from '@ashstep/core/conditions';
import type { Stage } from '@ashstep/core/hazards';
import { Cautions } from './cautions';

/** Foot of the title block: the cautions of the step and its one primary action, always in sight. */
@Component({
  selector: 'ash-go',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Cautions],
  template: `
    <ash-cautions [stage]="stage()" [facts]="facts()" />
    @if (label()) {
      <div class="bar">
        <button type="button" class="do" [disabled]="disabled()" (click)="go.emit()">{{ label() }}</button>
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
      padding: 10px 18px;
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
  readonly disabled = input(false);
  readonly go = output();
}
