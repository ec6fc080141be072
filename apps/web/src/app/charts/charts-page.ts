import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { CHART_WORDS, chartCellWords, chartHeadWords, chartOfWords, errorWords } from '@ashstep/contract';
import { CHART_IDS, chartFabrics, chartHas, type Chart, type ChartCell, type ChartHead, type ChartId, fitsChart, makeChart } from '@ashstep/core/charts'; // prettier-ignore
import { attempt } from '@ashstep/core/errors';
import type { Fabric } from '@ashstep/core/material';
import { GEL_COAT, type SystemCard } from '@ashstep/core/resin';
import { LibraryService } from '../library/library.service';
import { Header } from '../parts/header';
import { PickSelect } from '../parts/inputs';
import { QuantityField } from '../parts/quantity-field';
import { quantityText } from '../platform/quantity.pipe';
import { whenText } from '../platform/when.pipe';
import { ShopService } from '../shop/shop.service';

/** Charts that are made of a system. */
const OF_SYSTEM: readonly ChartId[] = ['catalyst', 'mix', 'fabric', 'thickness', 'times'];
const [USUAL_MM, USUAL_RATIO] = [4, 12];

/** Tables for the wall and the cup, from the shop's own systems, tools and drop, with the air there is marked. */
@Component({
  selector: 'ash-charts-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Header, PickSelect, QuantityField, RouterLink],
  templateUrl: './charts-page.html',
  styleUrl: './charts-page.scss',
})
export class ChartsPage {
  private readonly library = inject(LibraryService);
  private readonly shop = inject(ShopService);
  private readonly router = inject(Router);
  private readonly inUnits = quantityText();
  /** From the address. */
  readonly chart = input<string>();
  readonly system = input<string>();
  readonly thicknessMm = input<string>();
  readonly ratio = input<string>();

  readonly list = CHART_IDS.map((id) => ({ id, ...CHART_WORDS[id] }));
  readonly id = computed((): ChartId => CHART_IDS.find((one) => one === this.chart()) ?? 'catalyst');
  readonly words = computed(() => CHART_WORDS[this.id()]);
  readonly ofSystem = computed(() => OF_SYSTEM.includes(this.id()));
  readonly systems = computed((): SystemCard[] => [GEL_COAT, ...this.library.systems()].filter((card) => fitsChart(this.id(), card))); // prettier-ignore
  readonly card = computed((): SystemCard | null => this.systems().find(({ id }) => id === this.system()) ?? this.systems()[0] ?? null); // prettier-ignore
  readonly thick = computed(() => Number(this.thicknessMm() ?? USUAL_MM));
  readonly steep = computed(() => Number(this.ratio() ?? USUAL_RATIO));
  private readonly fabrics = computed((): Fabric[] => {
    const shelf = new Set(this.library.lots().filter(({ kind, usedUp }) => kind === 'fabric' && !usedUp).map(({ entryId }) => entryId)); // prettier-ignore
    return chartFabrics(this.library.fabrics(), shelf);
  });
  private readonly made = computed(() => {
    const [card, settings, reading] = [this.card(), this.shop.shop()?.settings, this.shop.shop()?.reading];
    if (!card) return null;
    const from = { card, fabrics: this.fabrics(), thicknessMm: this.thick(), ratio: this.steep() };
    return attempt(() => makeChart(this.id(), { ...from, ...(settings ? { tools: settings.tools, dropsPerMl: settings.dropsPerMl } : {}), ...(reading ? { tempC: reading.tempC } : {}) })); // prettier-ignore
  });
  readonly table = computed((): Chart | null => this.made()?.result ?? null);
  readonly trouble = computed(() => {
    const error = this.made()?.error;
    return error ? errorWords(error.code, error.params) : null;
  });
  readonly source = computed(() => (this.table() ? chartOfWords(this.table()!) : ''));
  readonly hatched = computed(() => !!this.table() && chartHas(this.table()!, 'refused'));
  /** The air that is marked; nothing where the chart has nothing to do with it. */
  readonly air = computed(() => {
    const [table, reading] = [this.table(), this.shop.shop()?.reading];
    if (!table || !reading || !chartHas(table, 'now')) return '';
    return `Framed: the air read last, ${this.inUnits(reading.tempC, 'temperature', 0)}, ${whenText(reading.at)}.`;
  });
  readonly query = computed(() => ({ chart: this.id(), ...(this.ofSystem() && this.card() ? { system: this.card()!.id } : {}), ...(this.id() === 'discs' ? { thicknessMm: this.thick(), ratio: this.steep() } : {}) })); // prettier-ignore

  constructor() {
    this.library.ensure();
    this.shop.ensure();
  }

  head(head: ChartHead): string {
    return chartHeadWords(head, this.inUnits);
  }

  lines(cell: ChartCell): string[] {
    return chartCellWords(cell, this.inUnits);
  }

  go(part: Record<string, string | number>): void {
    void this.router.navigate(['/charts'], { queryParams: { ...this.query(), ...part } });
  }

  pdf(paper: 'a4' | 'letter'): string {
    const { chart, ...others } = this.query();
    const asked = new URLSearchParams({ paper, ...Object.fromEntries(Object.entries(others).map(([key, value]) => [key, String(value)])) }); // prettier-ignore
    return `/api/charts/${chart}.pdf?${asked.toString()}`;
  }
}
