import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { type CraftLaminate, PARENT_NAMES } from '@ashstep/contract';
import { CLUES } from '@ashstep/core/resin';
import { catchError, of, switchMap } from 'rxjs';
import { Api } from '../../../platform/api';
import { Clock } from '../../../platform/clock';
import { whenText } from '../../../platform/when.pipe';
import { counted } from '../counted';
import { Panel } from '../stage-panel';

/** What other jobs of the same craft found its laminate to be: to be checked against, and taken from where nothing has to be measured anew. */
@Component({
  selector: 'ash-earlier-jobs',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  template: `
    @if (known().length > 0) {
      <details class="block">
        <summary>
          <b>Found on this craft before</b> <span class="quiet">{{ found(known()[0]!) }}</span>
        </summary>
        <ul>
          @for (job of known(); track job.repairId) {
            <li>
              <p>
                <a [routerLink]="['/repair', job.repairId, 'laminate']">{{ job.title }}</a><span class="quiet">{{
                  when(job)
                }}</span
                ><span>{{ found(job) }}</span>
              </p>
              @if (!sealed()) {
                @if (clueOf(job); as clue) {
                  <button type="button" class="act small" [disabled]="hasRecord()" (click)="takeClue(clue)">
                    {{ has(clue) ? 'Counted as a clue' : 'Count ' + nameOf(job) + ' as a clue' }}
                  </button>
                }
                @if (job.plies.length > 0) {
                  <button type="button" class="act small" (click)="takePlies(job)">Take its plies</button>
                }
              }
            </li>
          }
        </ul>
        <p class="quiet">Laminates differ from place to place: measure the thickness here all the same.</p>
      </details>
    }
  `,
  styles: `
    details.block {
      padding-block: 0;
    }
    summary {
      min-height: 44px;
      align-content: center;
      cursor: pointer;
    }
    summary span {
      margin-left: 8px;
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      align-items: center;
      padding: 8px 0;
      border-top: 1px solid var(--ash-3);
    }
    li p {
      flex: 1 1 16rem;
      display: grid;
      margin: 0;
    }
  `,
})
export class EarlierJobs extends Panel {
  private readonly api = inject(Api);
  private readonly clock = inject(Clock);

  /** Nothing where the server is out of reach. */
  readonly known = toSignal(
    toObservable(computed(() => this.state().detail.id)).pipe(
      switchMap((id) => this.api.get<CraftLaminate[]>(`/repairs/${id}/laminates`).pipe(catchError(() => of([])))),
    ),
    { initialValue: [] as CraftLaminate[] },
  );
  /** What papers and records say of the resin is one clue. */
  readonly hasRecord = computed(() => this.inputs().laminate.clueIds.some((id) => id.startsWith(RECORD_SAYS)));

  found(job: CraftLaminate): string {
    const { thicknessMm, plies, core, resin } = job;
    return [
      ...(thicknessMm === null ? [] : [this.inUnits(thicknessMm, 'thickness', 1)]),
      ...(plies.length === 0 ? [] : [counted(plies.length, 'ply', 'plies')]),
      ...(core === undefined ? [] : core === null ? ['solid'] : [`core ${core.name.toLowerCase()}${core.thicknessMm === null ? '' : ` ${this.inUnits(core.thicknessMm, 'length')}`}`]), // prettier-ignore
      ...(resin ? [this.nameOf(job)] : []),
    ].join(', ');
  }

  nameOf({ resin }: CraftLaminate): string {
    return PARENT_NAMES[resin ?? 'unknown'].toLowerCase();
  }

  when({ at, sealed }: CraftLaminate): string {
    const moment = whenText(this.clock.at(at));
    return sealed ? `sealed ${moment}` : `still open, worked on ${moment}`;
  }

  clueOf({ resin }: CraftLaminate): string | null {
    const id = `${RECORD_SAYS}${resin}`;
    return CLUES.some((clue) => clue.id === id) ? id : null;
  }

  has(clue: string): boolean {
    return this.inputs().laminate.clueIds.includes(clue);
  }

  takeClue(clue: string): void {
    this.store.edit('laminate', ({ clueIds }) => ({ clueIds: [...clueIds, clue] }));
  }

  takePlies(job: CraftLaminate): void {
    this.store.edit('laminate', { known: 'plies', plies: job.plies, pliesFrom: `${job.title}, ${this.when(job)}` });
  }
}

const RECORD_SAYS = 'plate-';
