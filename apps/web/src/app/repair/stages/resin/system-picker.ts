import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { ResinFamily } from '@ashstep/core/material';
import { Panel } from '../stage-panel';
import { Systems } from './systems';

/** The systems of a family, one of which is taken by a press. */
@Component({
  selector: 'ash-system-picker',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="row-actions">
      @for (s of systems.of(family(), inputs().resin); track s.id) {
        @let taken = inputs().resin.systemId === s.id;
        <button
          type="button"
          class="act small"
          [class.dark]="taken"
          [attr.aria-pressed]="taken"
          (click)="systems.choose(s, inputs().resin)"
        >
          {{ taken ? '✓ ' : '' }}<span class="visually-hidden">{{ said(s.name).family }}</span
          ><span class="rest">{{ said(s.name).rest }}</span>
        </button>
      }
    </div>
  `,
  styles: `
    .row-actions {
      gap: 8px;
    }
    .act.small {
      padding: 0 12px;
      white-space: pre;
    }
    .rest {
      display: inline-block;
    }
    .rest::first-letter {
      text-transform: uppercase;
    }
  `,
})
export class SystemPicker extends Panel {
  readonly family = input.required<ResinFamily>();
  readonly systems = new Systems();

  /** A name that begins with its family is read without it: the family stands beside it. */
  said(name: string): { family: string; rest: string } {
    const [, family = '', rest = name] = /^(\w+, )(.+)$/.exec(name) ?? [];
    return { family, rest };
  }
}
