import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FAMILY_NAMES, VERDICT_NAMES, costOfJob, moneyText, stockFor } from '@ashstep/contract';
import { type FamilyPlan, compareFamilies } from '@ashstep/core/repair';
import { LibraryService } from '../../../library/library.service';
import { whenText } from '../../../platform/when.pipe';
import { ShopService } from '../../../shop/shop.service';
import { Panel } from '../stage-panel';

/** What the job costs, used and bought, and what it would in the other families of resin. */
@Component({
  selector: 'ash-job-cost',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="scroll" tabindex="0" role="region" aria-label="Cost and hours by resin">
      <table class="ruled compare">
        <thead>
          <tr>
            <td></td>
            @for (col of columns(); track col.family) {
              <th scope="col" [class.on]="col.taken">{{ col.name }}{{ col.taken ? ', taken' : '' }}</th>
            }
          </tr>
        </thead>
        <tbody>
          @for (row of lines(); track row.name) {
            <tr [class.total]="row.total">
              <th scope="row">{{ row.name }}</th>
              @for (cell of row.cells; track $index) {
                <td [class.num]="row.figures">{{ cell }}</td>
              }
            </tr>
          }
        </tbody>
      </table>
    </div>
    @if (missing(); as names) {
      <p class="quiet">No price yet for {{ names }}: not in the sums. Write the lots into the library.</p>
    }
    <p class="quiet">
      Used: by weight and area at the packs’ price. To buy: whole packs of what the shelf is short of. An hour costs
      {{ perHour() }}.
    </p>
    <div class="row-actions">
      <a class="act small" target="_blank" [href]="'/api/repairs/' + state().detail.id + '/quote.pdf'"
        >Quote sheet, PDF</a
      >
    </div>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    .total.total th,
    .total.total td {
      font-weight: 680;
      border-top: 1.5px solid var(--ink);
    }
  `,
})
export class JobCost extends Panel {
  private readonly library = inject(LibraryService);
  private readonly shop = inject(ShopService);

  /** Worked out for what is saved and typed; not while a thing is dragged. */
  private readonly families = computed<FamilyPlan[]>(() => compareFamilies(this.inputs()));
  readonly columns = computed(() => {
    const settings = this.shop.shop()?.settings;
    const onDay = (this.inputs().days.startAt ?? '').slice(0, 10);
    return this.families().map((family) => {
      const stock = stockFor(
        family.materials,
        this.library.lots(),
        this.library.systems(),
        this.library.hardeners(),
        onDay,
      );
      const cost = settings && family.handsMin !== null ? costOfJob(stock, family.handsMin, settings.money) : null;
      return { ...family, name: FAMILY_NAMES[family.family], cost };
    });
  });
  readonly lines = computed(() => {
    const columns = this.columns();
    const money = (of: (cost: NonNullable<(typeof columns)[number]['cost']>) => number): string[] =>
      columns.map(({ cost }) => (cost ? this.money(of(cost)) : '–'));
    return [
      {
        name: 'Verdict',
        cells: columns.map(({ verdict }) => (verdict ? VERDICT_NAMES[verdict] : '–')),
        figures: false,
        total: false,
      },
      { name: 'Materials used', cells: money((cost) => cost.usedTotal), figures: true, total: false },
      { name: 'To buy, beside the shelf', cells: money((cost) => cost.toBuy), figures: true, total: false },
      {
        name: 'Hours',
        cells: columns.map(({ handsMin }) => (handsMin === null ? '–' : (handsMin / 60).toFixed(1))),
        figures: true,
        total: false,
      },
      { name: 'Hands', cells: money((cost) => cost.hands), figures: true, total: false },
      { name: 'In all, as used', cells: money((cost) => cost.total), figures: true, total: true },
      { name: 'Done alone', cells: columns.map(({ finishAt }) => whenText(finishAt)), figures: true, total: false },
    ];
  });
  readonly missing = computed(() =>
    [...new Set(this.columns().find(({ taken }) => taken)?.cost?.missing ?? [])].join(', '),
  );
  readonly perHour = computed(() => {
    const settings = this.shop.shop()?.settings;
    return settings ? this.money(settings.money.perHour) : '–';
  });

  private money(value: number): string {
    return moneyText(value, this.shop.shop()?.settings.money.currency);
  }

  constructor() {
    super();
    this.library.ensure();
    this.shop.ensure();
  }
}
