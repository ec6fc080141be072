import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { TextInput } from '../../../parts/inputs';
import { WhenPipe } from '../../../platform/when.pipe';
import { Panel } from '../stage-panel';
import { LayUpDesk } from './desk';
import { LogQuestions } from './log-questions';

/** What was done, when and by whom, the last first; and notes. */
@Component({
  selector: 'ash-work-log',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LogQuestions, TextInput, WhenPipe],
  templateUrl: './log.html',
  styles: `
    .log {
      list-style: none;
      margin: 0;
      padding: 0;
    }
    .log li {
      padding: 6px 0;
      border-bottom: 1px solid var(--ash-2);
      overflow-wrap: anywhere;
    }
    .back {
      color: var(--ink-2);
      text-decoration: line-through;
    }
    .out {
      font-weight: 700;
      box-shadow: inset 6px 0 0 var(--ink);
      padding-left: 12px;
    }
  `,
})
export class WorkLog extends Panel {
  readonly desk = inject(LayUpDesk);
}
