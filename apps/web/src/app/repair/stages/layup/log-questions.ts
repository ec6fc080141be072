import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { LayUpDesk } from './desk';

/** What two told against each other: both are kept until one who was there says how it was. */
@Component({
  selector: 'ash-log-questions',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (question of desk.questions(); track question.of.join()) {
      <div class="asked" role="alert">
        <p><b>How was it?</b> {{ question.text }}</p>
        <button type="button" class="act small" (click)="desk.settle(question)">
          {{ question.entries.length > 1 ? 'Both are so' : 'It is so' }}
        </button>
        @for (entry of question.entries; track entry.id) {
          <button type="button" class="act small" (click)="desk.takeBack(entry)">Not so: that of {{ entry.by }}</button>
        }
      </div>
    }
  `,
  styles: `
    .asked {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px 14px;
      padding: 10px 12px;
      margin-bottom: 12px;
      background: var(--amber-tint);
      border: 2px solid var(--ink);
    }
    p {
      flex: 1 1 280px;
      margin: 0;
    }
  `,
})
export class LogQuestions {
  readonly desk = inject(LayUpDesk);
}
