import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { amountLines, doneWords, earlyNote, workStandings } from '@ashstep/contract';
import type { FinishWork } from '@ashstep/core/finish';
import { finishCheck } from '@ashstep/core/repair';
import { draft } from '../../../outbox/draft';
import { PickSelect, TextInput, TickInput } from '../../../parts/inputs';
import { Clock } from '../../../platform/clock';
import { QuantityPipe, quantityText } from '../../../platform/quantity.pipe';
import { whenText } from '../../../platform/when.pipe';
import { mayGoOn } from '../layup/may-go-on';
import { isLaid, standingsOf } from '../layup/standing';
import { Panel } from '../stage-panel';

type Row = { work: FinishWork; check: string };

/** The works of the finish in order: what is put on is led and logged at the bench, the rest is ticked when it is done. */
@Component({
  selector: 'ash-finish-steps',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [PickSelect, QuantityPipe, RouterLink, TextInput, TickInput],
  template: `
    @if (!laid() && !sealed()) {
      <p class="remark">
        <b>Nothing to finish yet.</b> These are the steps as planned; they are ticked once it is laid up.
      </p>
    }
    <ol>
      @for (row of rows(); track row.work.id) {
        <li [class.next]="row.next">
          <label class="tick"
            ><input
              type="checkbox"
              [checked]="row.done || asking()?.workId === row.work.id"
              [disabled]="row.logged !== null || sealed() || (!laid() && !row.done)"
              (ticked)="tick(row, $event)"
            /><span
              ><b>{{ row.work.name }}.</b> {{ row.work.text }}.
              @if (row.next) {
                {{ row.work.why }}
              }
              <span class="quiet">
                @for (line of row.amounts; track line) {
                  {{ line }}
                }
                @if (row.work.layerMm) {
                  {{ row.work.layerMm | qty: 'thickness' }} on.
                }
                @if (row.work.afterFullCure) {
                  Not before full cure.
                }
                @if (row.work.waitHours) {
                  Then {{ row.work.waitHours }} h{{
                    row.work.untilHours ? ', at most ' + row.work.untilHours + ' h' : ''
                  }}.
                }
              </span></span
            ></label
          >
          @if (asking(); as early) {
            @if (early.workId === row.work.id) {
              <form class="leave" (submit)="allTheSame($event, row)">
                <p class="remark"><b>Not yet:</b> {{ early.from }}. Try it with a fingernail where it is thickest.</p>
                <div class="field">
                  <label for="work-early">Why it is done all the same. It stands in the record</label>
                  <input id="work-early" maxlength="1000" [value]="whyEarly()" (typed)="whyEarly.set($event)" />
                </div>
                <div class="row-actions">
                  <button type="submit" class="act small" [disabled]="whyEarly().trim().length < 3">
                    Done all the same
                  </button>
                  <button type="button" class="act small" (click)="asking.set(null)">Not done yet</button>
                </div>
              </form>
            }
          }
          @if (row.logged) {
            <p class="logged">✓ {{ row.logged }}</p>
          } @else if (row.next && laid() && !sealed()) {
            @if (row.work.caution) {
              <p class="quiet">{{ row.work.caution }}</p>
            }
            @if (row.work.medium !== null) {
              <a class="act small" [routerLink]="['/repair', state().detail.id, 'bench']"
                >Mix it and put it on at the bench</a
              >
            } @else if (row.work.reads) {
              <a class="act small" [routerLink]="[]" [queryParams]="{ part: 'fair' }">Read the lines</a>
            }
          }
        </li>
      }
    </ol>
    @for (one of plan().finish?.leftOut ?? []; track one.work.id) {
      <div class="left">
        <p>
          <b>Left out: {{ one.work.name }}.</b> {{ one.why }}
        </p>
        @if (!sealed()) {
          <button type="button" class="act small" (click)="takeUp(one.work.id)">
            Do it after all<span class="visually-hidden">: {{ one.work.name }}</span>
          </button>
        }
      </div>
    }
    @if (!sealed() && choices().length > 0) {
      @if (leaving() === null) {
        <button type="button" class="act small" (click)="leaving.set('')">Something is not done here</button>
      } @else {
        <form class="leave" (submit)="leave($event)">
          <div class="field">
            <label for="left-out">What is not done here</label>
            <select id="left-out" (chosen)="leaving.set($event)">
              <option value="" [selected]="leaving() === ''">pick it</option>
              @for (one of choices(); track one.id) {
                <option [value]="one.id" [selected]="one.id === leaving()">{{ one.names }}</option>
              }
            </select>
          </div>
          <div class="field">
            <label for="why-left">Why. It stands in the record</label>
            <input id="why-left" maxlength="200" [value]="why()" (typed)="why.set($event)" />
          </div>
          <div class="row-actions">
            <button type="submit" class="act small" [disabled]="leaving() === '' || why().trim().length < 3">
              Leave it out
            </button>
            <button type="button" class="act small" (click)="leaving.set(null)">Keep all</button>
          </div>
        </form>
      }
    }
  `,
  styles: `
    ol {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      padding: 4px 0;
    }
    li.next {
      padding: 8px 0;
      border-top: 2px solid var(--ink);
      border-bottom: 2px solid var(--ink);
    }
    li p,
    li > .act {
      margin-left: 35px;
    }
    .leave {
      display: grid;
      gap: 8px;
      border-top: 1px solid var(--ash-4);
      padding-top: 8px;
    }
    .left {
      display: flex;
      gap: 12px;
      align-items: center;
      justify-content: space-between;
      border-top: 1px solid var(--ash-4);
      padding: 6px 0;
    }
    .left p {
      margin: 0;
    }
    .logged {
      margin-top: 0;
    }
  `,
})
export class FinishSteps extends Panel {
  private readonly clock = inject(Clock);
  private readonly inQuantity = quantityText();
  /** Whether all that is laid is down: before that there is nothing to finish. */
  readonly laid = computed(() => isLaid(this.state()));
  /** What is about to be left out; null while nothing is. */
  readonly leaving = signal<string | null>(null);
  readonly why = draft('whyLeftOut', computed(() => this.state().detail.id), ''); // prettier-ignore
  /** Work that was ticked before what it works on is hard, and since when it may be done; null while none is. */
  readonly asking = signal<{ workId: string; from: string } | null>(null);
  readonly whyEarly = draft('whyEarly', computed(() => this.state().detail.id), ''); // prettier-ignore
  readonly rows = computed(() => {
    const rows = workStandings(this.plan().finish, this.state().detail).map(({ work, logged, done }) => ({
      work,
      logged: logged?.entry.kind === 'round' ? `${doneWords(logged.entry)}: ${whenText(this.clock.at(logged.at))}, ${logged.by}` : null, // prettier-ignore
      check: finishCheck(work.id),
      done,
      amounts: work.medium === null ? [] : amountLines(work, this.inQuantity),
    }));
    const next = rows.find(({ done }) => !done);
    return rows.map((row) => ({ ...row, next: row === next }));
  });
  /** What may be left out: a step of the route with all that is open of it, or one work. */
  readonly choices = computed(() => {
    const open = this.rows().flatMap(({ work, done }) => (done ? [] : [work]));
    const steps = [...new Set(open.map(({ of }) => of))].map((of) => open.filter((work) => work.of === of));
    return steps.flatMap((works) => [
      ...(works.length > 1 ? [{ id: works.map(({ id }) => id).join(' '), names: works.map(({ name }) => name).join(', ') }] : []), // prettier-ignore
      ...works.map(({ id, name }) => ({ id, names: name })),
    ]);
  });
  private readonly leftOut = computed(() => this.inputs().finish.leftOut ?? []);

  /** A work that hands may not go on yet is asked after first. A tick that was not taken is shown as it stands. */
  tick({ work, check }: Row, done: boolean): void {
    const { plan, detail } = this.state();
    const hands = done ? mayGoOn({ plan, detail, standings: standingsOf(this.state(), true), clock: this.clock }, work) : null; // prettier-ignore
    if (hands?.early) this.asking.set({ workId: work.id, from: hands.text });
    else this.store.check(check, done);
  }

  /** Done too early: why stands in the log. */
  allTheSame(event: Event, { work, check }: Row): void {
    event.preventDefault();
    this.store.log(earlyNote(work.name, this.asking()!.from, this.whyEarly().trim()));
    this.store.check(check, true);
    this.asking.set(null);
    this.whyEarly.set('');
  }

  leave(event: Event): void {
    event.preventDefault();
    const why = this.why().trim();
    const more = this.leaving()!.split(' ').map((workId) => ({ workId, why })); // prettier-ignore
    this.store.edit('finish', { leftOut: [...this.leftOut(), ...more] });
    this.leaving.set(null);
    this.why.set('');
  }

  takeUp(workId: string): void {
    this.store.edit('finish', { leftOut: this.leftOut().filter((one) => one.workId !== workId) });
  }
}
