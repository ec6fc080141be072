import { ChangeDetectionStrategy, Component } from '@angular/core';
import { WET_FROM_GRIT } from '@ashstep/core/finish';
import { Panel } from '../stage-panel';

/** The grits in order, dry and wet, and where the finish stops. */
@Component({
  selector: 'ash-abrasives',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (plan().finish; as route) {
      @let last = route.ladder[route.ladder.length - 1];
      <p class="ladder">
        @for (grit of route.ladder; track grit) {
          <span class="num" [class.wet]="grit >= wet">{{ grit }}{{ grit === wet ? ' wet' : '' }}</span>
        }
      </p>
      <p class="quiet">
        No jump over twofold; wet from {{ wet }}. Stop at {{ last
        }}{{ last === 1500 ? ', then compound, polish, wax' : '' }}.
      </p>
    }
  `,
  styles: `
    .ladder {
      display: flex;
      flex-wrap: wrap;
      gap: 0;
    }
    .ladder span {
      padding: 8px 12px;
      border: 1.5px solid var(--ink);
      margin-right: -1.5px;
      background: var(--sheet);
    }
    .ladder .wet {
      background: var(--ash-2);
    }
  `,
})
export class Abrasives extends Panel {
  readonly wet = WET_FROM_GRIT;
}
