import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { remarkWords, stepName, stepWhy } from '@ashstep/contract';
import type { Air } from '@ashstep/core/air';
import { parseLocal } from '@ashstep/core/plan';
import { quantityText } from '../platform/quantity.pipe';
import { Header } from '../parts/header';
import { dayText } from '../platform/when.pipe';
import { clockText } from './scale';
import { ShedPlanService } from './shed-plan.service';
import { nextDayOfHands, shedDay, spanOf } from './today';
import { TextInput } from '../parts/inputs';
import { Clock } from '../platform/clock';

const DAY_MIN = 1440;

/** What a day holds, to print and hang up: a list for everybody with room to tick off and write, what comes ready by itself, and the air. */
@Component({
  selector: 'ash-day-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [TextInput, Header],
  template: `
    <ash-header class="no-print"><span class="quiet">Day sheet</span></ash-header>
    <main id="main" class="page">
      <div class="ask no-print">
        <div class="field">
          <label for="day">Day</label
          ><input id="day" type="date" [value]="day()" (entered)="day.set($event || today)" />
        </div>
        <button type="button" class="do" [disabled]="planner.steps().length === 0" (click)="print()">Print it</button>
      </div>
      <header>
        <h1>{{ title() }}</h1>
        <p class="quiet">{{ airText() }}</p>
      </header>
      @for (one of list(); track one.personId) {
        <section [attr.aria-label]="one.name">
          <h2>{{ one.name }}</h2>
          <table class="ruled">
            <thead>
              <tr>
                <th scope="col">Time</th>
                <th scope="col">Job</th>
                <th scope="col">What, and why it takes so long</th>
                <th scope="col">Done at</th>
              </tr>
            </thead>
            <tbody>
              @for (row of one.rows; track row.id) {
                <tr>
                  <td class="num">{{ row.span }}</td>
                  <td class="num">{{ row.tag }}</td>
                  <td>
                    <b>{{ row.what }}</b> {{ row.why }}
                    @for (told of row.remarks; track told) {
                      <p class="remark">{{ told }}</p>
                    }
                  </td>
                  <td class="write">{{ row.done }}</td>
                </tr>
              }
            </tbody>
          </table>
        </section>
      } @empty {
        <p>
          {{
            planner.steps().length === 0 && planner.planning()
              ? 'Working out the days'
              : 'Nothing wants hands on this day.'
          }}
        </p>
        @if (next(); as next) {
          <button type="button" class="next no-print" (click)="day.set(next)">
            Go to {{ nextTitle() }}, the next day with work
          </button>
        }
      }
      @if (ready().length > 0) {
        <section aria-label="By itself">
          <h2>Comes ready by itself</h2>
          <table class="ruled">
            <tbody>
              @for (row of ready(); track row.id) {
                <tr>
                  <td class="num">{{ row.at }}</td>
                  <td class="num">{{ row.tag }}</td>
                  <td>{{ row.what }}</td>
                </tr>
              }
            </tbody>
          </table>
        </section>
      }
      <p class="quiet">
        Hardener left over goes nowhere but back in its can; a mixed pot left over cools outdoors in a tray. Write the
        lots and the shed’s air into the log as you go.
      </p>
    </main>
  `,
  styles: `
    .ask {
      display: flex;
      gap: 16px;
      align-items: end;
    }
    .next {
      align-self: start;
      min-height: 48px;
    }
    section {
      break-inside: avoid;
      display: flex;
      flex-direction: column;
      gap: 6px;
    }
    td {
      vertical-align: top;
      padding-block: 9px !important;
      font-size: 15px;
    }
    td:first-child {
      width: 150px;
    }
    td:nth-child(2) {
      width: 80px;
    }
    .write {
      width: 130px;
      border-left: 1px solid var(--ash-3);
      padding-left: 10px;
    }
    @media print {
      .no-print {
        display: none;
      }
      .page {
        border: 0;
        padding: 0;
        max-width: none;
      }
    }
  `,
})
export class DaySheet {
  private readonly shedClock = inject(Clock);
  readonly planner = inject(ShedPlanService);
  private readonly inUnits = quantityText();
  readonly today = this.shedClock.now().slice(0, 10);
  readonly day = signal(this.today);
  readonly title = computed(() => dayText(this.day()));
  private readonly midnight = computed(() => parseLocal(`${this.day()}T00:00`, 'day'));
  private readonly held = computed(() => shedDay(this.planner.steps(), this.day(), this.planner.people()));

  /** Asked for only on a day without work. */
  readonly next = computed(() => nextDayOfHands(this.planner.steps(), this.day()));
  readonly nextTitle = computed(() => dayText(this.next() ?? ''));

  readonly list = computed(() =>
    this.held().people.map(({ personId, name, parts }) => ({
      personId,
      name,
      rows: parts.map((part) => ({
        id: part.planned.task.id,
        span: spanOf(part, this.day()),
        tag: part.planned.tag,
        what: `${stepName(part.planned.step.key)}.`,
        why: stepWhy(part.planned.step.why, part.planned.step.kind, part.planned.task),
        remarks: part.planned.task.remarks.map(remarkWords),
        done: part.planned.done ? clockText(part.toMin) : '',
      })),
    })),
  );
  readonly ready = computed(() =>
    this.held().ending.map((part) => ({
      id: part.planned.task.id,
      at: clockText(part.toMin),
      tag: part.planned.tag,
      what: stepName(part.planned.step.key),
    })),
  );
  readonly airText = computed(() => {
    const air = this.planner.air();
    if (!air) return '';
    return [`Outside ${this.said(air['outdoors'])}`, `in the shed ${this.said(air['shed'])}`].join('; ') + '.';
  });

  print(): void {
    print();
  }

  private said(air: Air | undefined): string {
    if (!air) return '–';
    const start = parseLocal(air.startAt, 'at');
    const hours = air.hours.filter(
      (_, i) => start + 60 * i >= this.midnight() && start + 60 * i < this.midnight() + DAY_MIN,
    );
    if (hours.length === 0) return 'not forecast';
    const temps = hours.map(({ tempC }) => tempC);
    const wet = hours.filter(({ rainMm }) => rainMm > 0).length;
    const told = (tempC: number): string => this.inUnits(tempC, 'temperature', 0);
    return `${told(Math.min(...temps))} to ${told(Math.max(...temps))}${wet > 0 ? `, rain in ${wet} hours` : ''}`;
  }
}
