import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FAMILY_NAMES, SCHOOL_NAMES, costOfJob, moneyText, stockFor } from '@ashstep/contract';
import { compareSchools } from '@ashstep/core/repair';
import type { School } from '@ashstep/core/resin';
import { LibraryService } from '../../../library/library.service';
import { FigurePipe, UnitPipe } from '../../../platform/quantity.pipe';
import { WhenPipe } from '../../../platform/when.pipe';
import { ShopService } from '../../../shop/shop.service';
import { Panel } from '../stage-panel';

/** The job as each school would do it: resin, bond, stiffness, hands, days and finish, in the job's own figures. */
@Component({
  selector: 'ash-schools-table',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FigurePipe, UnitPipe, WhenPipe],
  template: `
    <div class="scroll" tabindex="0" role="region" aria-label="Ways to choose, compared">
      <table class="ruled compare">
        <thead>
          <tr>
            <td></td>
            @for (s of schools(); track s.school) {
              <th scope="col" [class.on]="s.school === inputs().resin.school">
                {{ name(s.school) }}{{ s.school === inputs().resin.school ? ', taken' : '' }}
              </th>
            }
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">Resin</th>
            @for (s of schools(); track s.school) {
              <td>{{ s.family ? families[s.family] : 'None suits' }}</td>
            }
          </tr>
          <tr>
            <th scope="row">Taper</th>
            @for (s of schools(); track s.school) {
              <td class="num">{{ s.ratio === null ? '–' : s.ratio + ':1' }}</td>
            }
          </tr>
          <tr>
            <th scope="row">Joint holds</th>
            @for (s of schools(); track s.school) {
              <td class="num">{{ s.bondMargin === null ? '–' : s.bondMargin.toFixed(2) + ' of the parent' }}</td>
            }
          </tr>
          <tr>
            <th scope="row">Stiffness, worst</th>
            @for (s of schools(); track s.school) {
              <td class="num">
                {{ s.stiffnessRatio === null ? '–' : s.stiffnessRatio.toFixed(2) + ' of the parent' }}
              </td>
            }
          </tr>
          <tr>
            <th scope="row">Resin mixed</th>
            @for (s of schools(); track s.school) {
              <td class="num">{{ s.resinG | figure: 'mass' }} {{ s.resinG === null ? '' : ('mass' | unit) }}</td>
            }
          </tr>
          <tr>
            <th scope="row">Materials used</th>
            @for (s of schools(); track s.school) {
              <td class="num">
                {{ s.cost ? s.used + (s.cost.missing.length > 0 ? ' and more' : '') : '–' }}
              </td>
            }
          </tr>
          <tr>
            <th scope="row">Hands on</th>
            @for (s of schools(); track s.school) {
              <td class="num">{{ s.handsMin === null ? '–' : (s.handsMin / 60).toFixed(1) + ' h' }}</td>
            }
          </tr>
          <tr>
            <th scope="row">Done</th>
            @for (s of schools(); track s.school) {
              <td class="num">{{ s.finishAt === null ? '–' : (s.finishAt | when) }}</td>
            }
          </tr>
          <tr>
            <th scope="row">Finish</th>
            @for (s of schools(); track s.school) {
              <td>{{ s.finish?.name ?? '–' }}</td>
            }
          </tr>
        </tbody>
      </table>
    </div>
    @if (unpriced(); as names) {
      <p class="quiet">No price yet for {{ names }}. Write the lots into the library.</p>
    }
    @if (undated()) {
      <p class="quiet">Set the first morning on Days to see hours and dates.</p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
  `,
})
export class SchoolsTable extends Panel {
  readonly families = FAMILY_NAMES;
  private readonly library = inject(LibraryService);
  private readonly shop = inject(ShopService);
  readonly schools = computed(() => {
    const money = this.shop.shop()?.settings.money;
    const onDay = (this.inputs().days.startAt ?? '').slice(0, 10);
    return compareSchools(this.inputs()).map((plan) => {
      const stock = stockFor(
        plan.materials,
        this.library.lots(),
        this.library.systems(),
        this.library.hardeners(),
        onDay,
      );
      const cost = money && plan.materials.length > 0 ? costOfJob(stock, plan.handsMin ?? 0, money) : null;
      return { ...plan, cost, used: cost && moneyText(cost.usedTotal, money!.currency) };
    });
  });
  readonly unpriced = computed(() => [...new Set(this.schools().flatMap((s) => s.cost?.missing ?? []))].join(', '));
  readonly undated = computed(() => this.schools().every((s) => s.finishAt === null));

  constructor() {
    super();
    this.library.ensure();
    this.shop.ensure();
  }

  name(school: School): string {
    return SCHOOL_NAMES[school];
  }
}
