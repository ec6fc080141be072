import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { GoBar } from '../go-bar';
import { Headline } from '../headline';
import { Missing } from '../missing';
import { PartIndex } from '../part-index';
import { StagePanel } from '../stage-panel';
import { isWorkDone } from '../ticked';
import { PARTS } from './parts';

@Component({
  selector: 'ash-finish',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Missing, Headline, PartIndex, GoBar],
  template: `
    @if (plan().finish; as route) {
      <dl ashHeadline>
        <div>
          <dt>Steps done</dt>
          <dd>
            {{ done() }} <small>of {{ route.works.length }}</small>
          </dd>
          <dd class="under">{{ next() }}</dd>
        </div>
        <div>
          <dt>Sanded to</dt>
          <dd>{{ route.ladder[route.ladder.length - 1] }}</dd>
          <dd class="under">from {{ route.ladder[0] }}</dd>
        </div>
      </dl>
      <div class="block">
        <p class="why">
          <b>{{ route.name }}</b> {{ route.why }}
        </p>
      </div>
      <ash-parts [parts]="parts" [state]="state()" />
      <ash-go stage="finish" [facts]="plan().facts" label="Finished, to the inspection" (go)="goOn('finish')" />
    } @else {
      <ash-missing [state]="state()" />
    }
  `,
})
export class FinishStage extends StagePanel {
  readonly parts = PARTS;
  private readonly left = computed(() =>
    (this.plan().finish?.works ?? []).filter((work) => !isWorkDone(this.state().detail, work)),
  );
  readonly done = computed(() => (this.plan().finish?.works.length ?? 0) - this.left().length);
  readonly next = computed(() => (this.left()[0] ? `next: ${this.left()[0]!.name}` : 'all done'));
}
