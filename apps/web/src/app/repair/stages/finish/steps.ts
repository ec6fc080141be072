import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { amountLines, doneWords, standingLog } from '@ashstep/contract';
import { finishCheck } from '@ashstep/core/repair';
import { TickInput } from '../../../parts/inputs';
import { Clock } from '../../../platform/clock';
import { QuantityPipe, quantityText } from '../../../platform/quantity.pipe';
import { whenText } from '../../../platform/when.pipe';
import { Panel } from '../stage-panel';
import { isWorkTicked } from '../ticked';

/** The works of the finish in order: what is put on is led and logged at the bench, the rest is ticked when it is done. */
@Component({
  selector: 'ash-finish-steps',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [QuantityPipe, RouterLink, TickInput],
  template: `
    <ol>
      @for (row of rows(); track row.work.id) {
        <li [class.next]="row.next">
          <label class="tick"
            ><input
              type="checkbox"
              [checked]="row.done"
              [disabled]="row.logged !== null || sealed()"
              (ticked)="store.check(row.check, $event)"
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
          @if (row.logged) {
            <p class="logged">✓ {{ row.logged }}</p>
          } @else if (row.next && !sealed()) {
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
    p,
    .act {
      margin-left: 35px;
    }
    .logged {
      margin-top: 0;
    }
  `,
})
export class FinishSteps extends Panel {
  private readonly clock = inject(Clock);
  private readonly inQuantity = quantityText();
  readonly rows = computed(() => {
    const { detail } = this.state();
    const log = standingLog(detail.log);
    const rows = (this.plan().finish?.works ?? []).map((work) => {
      const entry = log.find(({ entry: one }) => one.kind === 'round' && one.round === work.id);
      const logged = entry?.entry.kind === 'round' ? `${doneWords(entry.entry)}: ${whenText(this.clock.at(entry.at))}, ${entry.by}` : null; // prettier-ignore
      return {
        work,
        logged,
        check: finishCheck(work.id),
        done: logged !== null || isWorkTicked(detail, work),
        amounts: work.medium === null ? [] : amountLines(work, this.inQuantity),
      };
    });
    const next = rows.find(({ done }) => !done);
    return rows.map((row) => ({ ...row, next: row === next }));
  });
}
