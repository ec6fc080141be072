import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { taskName } from '@ashstep/contract';
import type { RepairInputs } from '@ashstep/core';
import { QuantityField } from '../../parts/quantity-field';
import { WhenPipe, whenText } from '../../platform/when.pipe';
import { ShedClock } from '../../shed/shed-clock';
import { GoBar } from '../../parts/go-bar';
import { StagePanel } from './stage';

const DAY_NAMES = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];

@Component({
  selector: 'ash-days',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [QuantityField, WhenPipe, ShedClock, GoBar],
  template: `
    @let set = inputs().days;
    @if (plan().days; as days) {
      <dl class="figures">
        <div>
          <dt>Done at the earliest</dt>
          <dd>{{ finish() }}</dd>
          <dd class="under">{{ days.finishAt | when }}</dd>
        </div>
        <div>
          <dt>Hands on</dt>
          <dd>{{ (days.handsMin / 60).toFixed(1) }} <small>h</small></dd>
        </div>
      </dl>
      <ash-shed-clock [from]="from()" [tasks]="days.tasks" />
    }
    <div class="block">
      <div class="fields">
        <div class="field" [class.wrong]="error('days.startAt')">
          <label for="start">Hands start</label><input id="start" type="datetime-local" [value]="set.startAt ?? ''" (change)="edit({ startAt: $any($event.target).value || null })" />
          @if (error('days.startAt'); as m) {
            <span class="error">{{ m }}</span>
          }
        </div>
        <div class="field"><label for="from">Shed opens</label><input id="from" type="time" [value]="time(set.fromMin)" (change)="clock('fromMin', $any($event.target).value)" /></div>
        <div class="field" [class.wrong]="error('days.hours.toMin')"><label for="to">Shed shuts</label><input id="to" type="time" [value]="time(set.toMin)" (change)="clock('toMin', $any($event.target).value)" /></div>
        <ash-quantity label="Cures at" kind="temperature" [value]="set.tempC" (valueChange)="edit({ tempC: $event! })" [error]="error('days.tempC')" />
      </div>
      <div class="open" role="group" aria-label="Open days">
        @for (name of dayNames; track name) {
          <label class="tick"><input type="checkbox" [checked]="set.openDays.includes($index)" (change)="day($index, $any($event.target).checked)" />{{ name }}</label>
        }
      </div>
      @if (plan().days; as days) {
        <div class="scroll">
          <table class="ruled">
            <thead>
              <tr>
                <th>Step</th>
                <th>From</th>
                <th>To</th>
                <th>Why</th>
              </tr>
            </thead>
            <tbody>
              @for (task of days.tasks; track $index) {
                <tr [class.cure]="task.kind === 'cure'">
                  <td>
                    <b>{{ name(task.id) }}</b>{{ task.face ? ', face ' + task.face : '' }}
                  </td>
                  <td class="num">{{ task.startAt | when }}</td>
                  <td class="num">{{ task.endAt | when }}</td>
                  <td>{{ words(task.why) }}</td>
                </tr>
              }
            </tbody>
          </table>
        </div>
        @for (remark of days.remarks; track remark.id) {
          <p class="remark">{{ words(remark) }}</p>
        }
        @if (days.recoatWindow; as window) {
          <p class="why"><b>Next ply or coat without sanding</b> from {{ window.fromAt | when }} to {{ window.untilAt | when }}. After that wash, abrade, wipe: it is a secondary bond.</p>
        }
      } @else {
        <p class="quiet">{{ needs() }}</p>
      }
    </div>
    <ash-go stage="days" [facts]="plan().facts" label="Days set, to the bench" [disabled]="!plan().days" (go)="goOn('days')" />
  `,
  styles: `
    .scroll {
      overflow-x: auto;
    }
    .open {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 16px;
    }
    .cure td {
      background: #f3ddb2;
    }
    ash-shed-clock {
      height: 64px;
      background: var(--sheet);
      border-bottom: 1.5px solid var(--ink);
    }
    td {
      vertical-align: top;
    }
  `,
})
export class DaysStage extends StagePanel {
  readonly dayNames = DAY_NAMES;
  readonly finish = computed(() => whenText(this.plan().days?.finishAt).split(',')[0]!);
  readonly from = computed(() => new Date(this.inputs().days.startAt ?? Date.now()).getTime());

  name(id: string): string {
    return taskName(id);
  }

  time(minutes: number): string {
    return `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;
  }

  clock(key: 'fromMin' | 'toMin', value: string): void {
    const [hours, minutes] = value.split(':').map(Number);
    if (hours !== undefined && minutes !== undefined && !Number.isNaN(hours + minutes)) this.edit({ [key]: hours * 60 + minutes });
  }

  day(index: number, open: boolean): void {
    const others = this.inputs().days.openDays.filter((day) => day !== index);
    const openDays = open ? [...others, index].sort() : others;
    if (openDays.length > 0) this.edit({ openDays });
  }

  needs(): string {
    if (!this.inputs().days.startAt) return 'Give the day and hour the hands start, and the list is made.';
    return this.plan().problems.find((p) => p.stage === 'days') ? 'The figure above stops the list. Put it right first.' : 'Needs the mix, on the stage before.';
  }

  edit(patch: Partial<RepairInputs['days']>): void {
    this.store.edit('days', patch);
  }
}
