import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Router } from '@angular/router';
import { workStandings } from '@ashstep/contract';
import { INSPECTION_CHECKS, judgesCure } from '@ashstep/core/inspection';
import { fairClassOf, fairFound, highestOf } from '@ashstep/core/repair';
import { counted } from '../counted';
import { GoBar } from '../go-bar';
import { Headline } from '../headline';
import { standingsOf } from '../layup/standing';
import { Missing } from '../missing';
import { PartIndex } from '../part-index';
import { StagePanel } from '../stage-panel';
import type { Want } from '../wants';
import { looks } from './looks-list';
import { PARTS } from './parts';

/** Checks that tell whether what is laid has cured. */
const CURED_BY: readonly string[] = INSPECTION_CHECKS.filter(judgesCure).map(({ id }) => id);

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
          <dd class="under">{{ next() ? 'next: ' + next()!.name : 'all done' }}</dd>
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
      <ash-go
        stage="finish"
        [facts]="plan().facts"
        [repairId]="state().detail.id"
        [wants]="wants()"
        [label]="next() ? 'Next: ' + next()!.name : 'Finished, to the inspection'"
        (go)="next() && !frame.frozen() ? toNext() : goOn('finish')"
      />
    } @else {
      <ash-missing [state]="state()" />
    }
  `,
})
export class FinishStage extends StagePanel {
  readonly parts = PARTS;
  private readonly ways = inject(Router);
  private readonly works = computed(() => workStandings(this.plan().finish, this.state().detail));
  readonly done = computed(() => this.works().filter(({ done }) => done).length);
  readonly next = computed(() => this.works().find(({ done }) => !done)?.work ?? null);
  /** What comes before it, or is still to be looked at: nothing is finished that is not laid. */
  readonly wants = computed((): Want[] => {
    // On a sheet that is only looked at nothing is asked.
    if (this.frame.frozen()) return [];
    const toLay = standingsOf(this.state()).filter(({ done }) => !done).length;
    if (toLay > 0) return [{ stage: 'layup', text: `Lay it up first: ${counted(toLay, 'round')} to go` }];
    const soft = this.state().detail.rework.find(({ checkId, closedAt }) => !closedAt && CURED_BY.includes(checkId));
    if (this.next() && soft) return [{ stage: 'signoff', part: 'rework', text: 'Not hard, by its check: nothing goes over it before that is settled' }]; // prettier-ignore
    const unfair = this.unfair();
    if (!this.next() && unfair)
      return [{ stage: 'finish', part: 'fair', text: `Not fair by the last reading: ${unfair}` }];
    const unseen = looks(this.state()).filter(({ seen }) => !seen).length;
    return this.next() || unseen === 0 ? [] : [{ stage: 'finish', part: 'looks', text: `Look before you go on: ${unseen} to see to` }]; // prettier-ignore
  });

  /** What the last reading has left, where it says it is not fair; nothing where it was not read. */
  private readonly unfair = computed(() => {
    const last = this.inputs().finish.fair.at(-1);
    const found = last && last.after !== 'ground' ? fairFound(last, fairClassOf(this.inputs()).toleranceMm).result : null; // prettier-ignore
    if (!found || found.fair) return null;
    const [high, low] = [highestOf(found), found.deepestMm].map((mm) => this.inUnits(mm, 'thickness'));
    return `up to ${high} high, ${low} low`;
  });

  /** To where the next work is led: what is put on at the bench, a reading at its lines, the rest where it is ticked. */
  toNext(): void {
    const { medium, reads } = this.next()!;
    const { id } = this.state().detail;
    void (medium === null ? this.ways.navigate([], { queryParams: { part: reads ? 'fair' : 'steps' } }) : this.ways.navigate(['/repair', id, 'bench'])); // prettier-ignore
  }
}
