import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { type StockLine, amountWords, moneyText } from '@ashstep/contract';
import { byTheCan } from '@ashstep/core/repair';
import { LibraryService } from '../../../library/library.service';
import { ShopService } from '../../../shop/shop.service';
import { Panel } from '../stage-panel';
import { Clock } from '../../../platform/clock';
import { stockOfJob } from './stock';

/** Of what no lots are written down. */
const NOT_KEPT = 'not kept by lots: look';

/** Everything the job takes against the shelf: lots that hold it, what is short, what is out of date, and the packs to buy. */
@Component({
  selector: 'ash-shopping-list',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="scroll" tabindex="0" role="region" aria-label="Materials against the shelf">
      <table class="ruled">
        <thead>
          <tr>
            <th scope="col">Material</th>
            <th scope="col" class="r">Needs</th>
            <th scope="col">On the shelf</th>
            <th scope="col">Buy</th>
          </tr>
        </thead>
        <tbody>
          @for (line of lines(); track line.name) {
            <tr>
              <td>{{ line.name }}</td>
              <td class="r num">{{ line.needs }}</td>
              <td>
                {{ line.shelf }}
                @for (told of line.bad; track told) {
                  <span class="remark">{{ told }}</span>
                }
              </td>
              <td>
                <b>{{ line.buy }}</b>
                @if (line.price) {
                  <span class="quiet">, {{ line.price }}</span>
                }
              </td>
            </tr>
          }
        </tbody>
      </table>
    </div>
    <p class="quiet">{{ sum() }}</p>
    @if (byCan(); as names) {
      <p class="quiet">Not in the list: {{ names }}. How much, its can says; give its solids on Fair & finish.</p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    td {
      vertical-align: top;
    }
    .remark {
      display: block;
    }
  `,
})
export class ShoppingList extends Panel {
  private readonly shedClock = inject(Clock);
  private readonly library = inject(LibraryService);
  private readonly shop = inject(ShopService);
  private readonly stock = computed(() => stockOfJob(this.state(), this.library, this.shedClock.now()));
  readonly lines = computed(() => {
    const paper = this.stock().filter(({ kind, kept }) => kind === 'abrasive' && !kept);
    const rest = this.stock().filter((line) => !paper.includes(line)).map((line) => this.lineOf(line)); // prettier-ignore
    const sheets = paper.reduce((sum, { amount }) => sum + amount, 0);
    const grits = paper.map(({ entryId }) => entryId.replace('grit-', '')).join(', ');
    return sheets === 0 ? rest : [...rest, { name: `Paper: ${grits}`, needs: `${sheets} sheets`, shelf: NOT_KEPT, bad: [], buy: '', price: '' }]; // prettier-ignore
  });
  readonly sum = computed(() => {
    const bought = this.stock().flatMap(({ buy }) => buy ?? []);
    const short = this.stock().filter(({ short }) => short > 0).length;
    if (short === 0) return this.stock().every(({ kept }) => kept) ? 'Everything is on the shelf.' : 'All that is kept by lots is on the shelf.'; // prettier-ignore
    return bought.length === 0
      ? `${short} short, with no price known.`
      : `To buy, ${this.money(bought.reduce((total, { price }) => total + price, 0))} in all. Fabric has 15 % for what is cut off; the nest on Plies tells it exactly.`;
  });

  /** What goes on in the finish and nobody can reckon without its can. */
  readonly byCan = computed(() => byTheCan(this.plan().finish).join(', '));

  constructor() {
    super();
    this.library.ensure();
    this.shop.ensure();
  }

  private money(value: number): string {
    return moneyText(value, this.shop.shop()?.settings.money.currency);
  }

  private lineOf({ name, amount, unit, kept, onHand, lots, short, buy }: StockLine) {
    const measure = (value: number): string => amountWords(value, unit);
    const good = lots.filter(({ expired }) => !expired);
    return {
      name,
      needs: measure(amount),
      shelf: !kept
        ? NOT_KEPT
        : good.length === 0
          ? 'none'
          : `${measure(onHand)}, lot ${good.map(({ code }) => code).join(', ')}`,
      bad: lots
        .filter(({ expired }) => expired)
        .map(({ code, expiresOn }) => `Lot ${code} out of date ${expiresOn}: not to be used.`),
      buy:
        short <= 0
          ? ''
          : buy
            ? buy.packs.map(({ size, count }) => `${count} × ${measure(size)}`).join(', ')
            : `${measure(short)} short`,
      price: buy && short > 0 ? this.money(buy.price) : '',
    };
  }
}
