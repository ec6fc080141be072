import { ChangeDetectionStrategy, Component, type OnDestroy, computed, inject, signal } from '@angular/core';
import { costOfUnit, stockFor } from '@ashstep/contract';
import { attempt } from '@ashstep/core/errors';
import { type FabricRef, fabricOf, needsStyrene } from '@ashstep/core/material';
import type { SolveStackInput, SolveStackResult, StackSolution } from '@ashstep/core/stack';
import type { EChartsCoreOption } from 'echarts/core';
import { FabricPicker } from '../../../library/fabric-picker';
import { LibraryService, fabricRef } from '../../../library/library.service';
import { Chart } from '../../../parts/chart';
import { CHART_BASE, CHART_EMBER, CHART_INK } from '../../../parts/chart-look';
import { QuantityField } from '../../../parts/quantity-field';
import { QuantityPipe } from '../../../platform/quantity.pipe';
import { SearchRun } from '../../../platform/working';
import { Panel } from '../stage-panel';
import { LongWork } from '../../../parts/long-work';

/** Offered to begin with where the shelf has less than two fabrics. */
const USUAL = ['biax45-400', 'biax090-400', 'biax45-600', 'biax090-600', 'mat-stitched-300'];
const MOST_FABRICS = 14;
const SCORE_STEPS = 1e-6;

/** Finds the stack of fabrics at hand that comes closest to the parent, shows what every further ply buys, and takes the one chosen. */
@Component({
  selector: 'ash-stack-finder',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LongWork, FabricPicker, QuantityField, QuantityPipe, Chart],
  template: `
    <p class="quiet">
      From these fabrics: closest to the parent in stiffness every way, thickness and weight, balanced, and below the
      surface.
    </p>
    <ul class="chips" aria-label="Fabrics to find a stack from">
      @for (f of fabrics(); track f.fabricId) {
        <li>
          {{ nameOf(f) }}
          <button type="button" [attr.aria-label]="'Leave out ' + nameOf(f)" (click)="leaveOut(f)">
            <svg viewBox="0 0 12 12" width="12" height="12" aria-hidden="true">
              <path d="M2 2L10 10M10 2L2 10" stroke="currentColor" stroke-width="2" />
            </svg>
          </button>
        </li>
      }
    </ul>
    @if (unfit().length > 0) {
      <p class="quiet">Left out, for the binder needs styrene and epoxy has none: {{ unfitNames() }}.</p>
    }
    <div class="fields">
      <ash-fabric-picker label="Add a fabric" [value]="null" [optional]="true" (pick)="add($event)" />
      <ash-quantity label="Plies at most" kind="plain" [value]="most()" (valueChange)="most.set($event ?? 10)" />
    </div>
    <ash-long-work
      [run]="search"
      label="Find the closest stack"
      doing="Finding a stack"
      [disabled]="sealed() || fabrics().length === 0"
      (begin)="find()"
    />
    @if (found(); as r) {
      <p role="status">{{ said() }}</p>
      @if (r.best.length > 0) {
        <div class="scroll" tabindex="0" role="region" aria-label="Stacks found">
          <table class="ruled">
            <thead>
              <tr>
                <th scope="col">Deepest first</th>
                <th scope="col" class="r">Worst way</th>
                <th scope="col" class="r">Thick</th>
                <th scope="col" class="r">Weight</th>
                @if (anyCost()) {
                  <th scope="col" class="r">Cloth, m²</th>
                }
                <td></td>
              </tr>
            </thead>
            <tbody>
              @for (s of offered(); track $index) {
                <tr>
                  <td>{{ plies(s) }}</td>
                  <td class="r num">{{ worst(s).toFixed(2) }}</td>
                  <td class="r num">{{ s.thicknessMm | qty: 'thickness' }}</td>
                  <td class="r num">{{ s.match.weightRatio?.toFixed(2) ?? '–' }}</td>
                  @if (anyCost()) {
                    <td class="r num">{{ s.costPerM2 === null ? '–' : s.costPerM2.toFixed(2) }}</td>
                  }
                  <td class="r">
                    <button
                      type="button"
                      class="act small"
                      [attr.aria-label]="'Take ' + plies(s)"
                      [disabled]="sealed()"
                      (click)="take(s)"
                    >
                      Take
                    </button>
                  </td>
                </tr>
              }
            </tbody>
          </table>
        </div>
        @if (r.byCount.length > 1) {
          @defer {
            <ash-chart [options]="options()" [label]="chartSaid()" [height]="220" />
          } @placeholder {
            <div class="blank"></div>
          }
          <p class="quiet">How far the worst direction is off, by number of plies. 0 is the parent itself.</p>
        }
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    .chips {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
      margin: 0;
      padding: 0;
      list-style: none;
    }
    .chips li {
      display: inline-flex;
      align-items: center;
      gap: 2px;
      padding-left: 10px;
      border: 1px solid var(--ash-4);
      background: var(--sheet);
      font-size: 14px;
    }
    .chips button {
      min-width: var(--tap);
      min-height: var(--tap);
      border: 0;
      background: none;
    }
    .blank {
      height: 220px;
    }
  `,
})
export class StackFinder extends Panel implements OnDestroy {
  private readonly library = inject(LibraryService);
  readonly search = new SearchRun<SolveStackResult>(
    () => new Worker(new URL('./stack-finder.worker', import.meta.url), { type: 'module' }),
    (soFar) => this.found.set(soFar),
  );
  /** Set by the person; else what is on the shelf. */
  private readonly picked = signal<readonly FabricRef[] | null>(null);
  readonly most = signal(10);
  readonly found = signal<SolveStackResult | null>(null);

  private readonly wanted = computed<readonly FabricRef[]>(() => this.picked() ?? this.onTheShelf());
  /** Mat that would stay stiff and white in this resin is left out. */
  readonly unfit = computed(() =>
    this.plan().resin?.card?.family === 'epoxy'
      ? this.wanted().filter((ref) => attempt(() => needsStyrene(fabricOf(ref))).result)
      : [],
  );
  readonly fabrics = computed(() => this.wanted().filter((ref) => !this.unfit().includes(ref)));
  private readonly onTheShelf = computed<readonly FabricRef[]>(() => {
    const held = new Set(
      this.library
        .lots()
        .filter((lot) => lot.kind === 'fabric' && !lot.usedUp)
        .map((lot) => lot.entryId),
    );
    const stocked = this.library
      .fabrics()
      .filter((fabric) => held.has(fabric.id))
      .map(fabricRef);
    return stocked.length >= 2 ? stocked.slice(0, MOST_FABRICS) : USUAL.map((fabricId) => ({ fabricId }));
  });
  readonly offered = computed(() => this.found()?.best ?? []);
  readonly anyCost = computed(() => this.offered().some(({ costPerM2 }) => costPerM2 !== null));
  readonly said = computed(() => {
    const r = this.found();
    if (!r) return '';
    const tried = r.tried.toLocaleString('en');
    if (r.best.length === 0)
      return this.search.running()
        ? 'Looking.'
        : 'No balanced stack of these stays below the surface. Add a lighter fabric.';
    if (this.search.running()) return `${tried} stacks worked through. The best so far:`;
    if (r.proven) return `${tried} stacks worked through. Nothing of these fabrics comes closer.`;
    return `${tried} stacks worked through, not all there are. Score ${r.best[0]!.score.toFixed(4)}; none can go under ${r.lowerBound.toFixed(4)}.`;
  });
  readonly chartSaid = computed(() =>
    this.byCount()
      .map(({ count, off }) => `${count} plies: ${off.toFixed(0)} % off`)
      .join(', '),
  );
  private readonly byCount = computed(() =>
    (this.found()?.byCount ?? []).map((s) => ({ count: s.layers.length, off: 100 * Math.abs(worst(s) - 1) })),
  );
  readonly options = computed<EChartsCoreOption>(() => ({
    ...CHART_BASE,
    grid: { left: 48, right: 16, top: 16, bottom: 40 },
    xAxis: {
      type: 'value',
      name: 'Plies',
      nameLocation: 'middle',
      nameGap: 26,
      min: 0,
      minInterval: 1,
      axisLabel: { color: CHART_INK, fontSize: 13 },
      nameTextStyle: { color: CHART_INK, fontSize: 13 },
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value',
      name: '% off',
      min: 0,
      axisLabel: { color: CHART_INK, fontSize: 13 },
      nameTextStyle: { color: CHART_INK, fontSize: 13 },
      splitLine: { lineStyle: { color: '#d4d9d4' } },
    },
    tooltip: { trigger: 'axis' },
    series: [
      {
        type: 'line',
        symbol: 'circle',
        symbolSize: 10,
        data: this.byCount().map(({ count, off }) => [count, Math.round(off * 10) / 10]),
        lineStyle: { color: CHART_INK, width: 1.5 },
        itemStyle: { color: CHART_EMBER },
      },
    ],
  }));

  constructor() {
    super();
    this.library.ensure();
  }

  ngOnDestroy(): void {
    this.search.stop();
  }

  readonly unfitNames = computed(() =>
    this.unfit()
      .map((ref) => this.nameOf(ref))
      .join(', '),
  );

  nameOf(ref: FabricRef): string {
    return attempt(() => fabricOf(ref)).result?.name ?? ref.fabricId;
  }

  add(ref: FabricRef | null): void {
    if (ref && !this.fabrics().some(({ fabricId }) => fabricId === ref.fabricId))
      this.picked.set([...this.fabrics(), ref]);
  }

  leaveOut(ref: FabricRef): void {
    this.picked.set(this.fabrics().filter(({ fabricId }) => fabricId !== ref.fabricId));
  }

  find(): void {
    const input = this.request();
    if (!input) return;
    this.found.set(null);
    this.search.begin(input);
  }

  take({ layers }: StackSolution): void {
    this.store.edit('stack', { plies: layers });
  }

  worst(s: StackSolution): number {
    return worst(s);
  }

  /** "Biaxial ±45 600, 2 × Biaxial 0/90 600 at 45°" */
  plies({ layers }: StackSolution): string {
    const named = layers.map(
      (layer) => `${this.nameOf(layer)}${layer.orientationDeg ? ` at ${layer.orientationDeg}°` : ''}`,
    );
    const runs = named.reduce<{ name: string; count: number }[]>((all, name) => {
      const last = all.at(-1);
      if (last?.name === name) last.count++;
      else all.push({ name, count: 1 });
      return all;
    }, []);
    return runs.map(({ name, count }) => (count > 1 ? `${count} × ${name}` : name)).join(', ');
  }

  private request(): SolveStackInput | null {
    const { parent, resin, taper } = this.plan();
    if (!parent || !resin?.card || !taper) return null;
    const { stack, laminate } = this.inputs();
    const metres = this.fabrics().map(({ fabricId }) => ({
      kind: 'fabric' as const,
      entryId: fabricId,
      name: fabricId,
      amount: 1,
      unit: 'm2' as const,
    }));
    const prices = new Map(
      stockFor(metres, this.library.lots(), this.library.systems(), this.library.hardeners(), '').map((line) => [
        line.entryId,
        costOfUnit(line),
      ]),
    );
    const faces = taper.footprint.faces.length;
    const roomMm = parent.depthMm + faces * (laminate.finishThicknessMm - stack.finishAllowanceMm);
    return {
      parent: { layers: parent.withinPlies, resin: parent.resin },
      resin: resin.card.family,
      fabrics: this.fabrics().map((fabric) => {
        const costPerM2 = prices.get(fabric.fabricId) ?? null;
        return costPerM2 === null ? fabric : { ...fabric, costPerM2 };
      }),
      process: stack.process,
      maxPlies: Math.min(16, Math.max(1, Math.round(this.most()))),
      maxThicknessMm: Math.max(0.1, roomMm),
      ...(stack.coverFabricId === null
        ? {}
        : {
            cover: {
              fabricId: stack.coverFabricId,
              ...(stack.coverOwn ? { own: stack.coverOwn } : {}),
              process: stack.process,
            },
          }),
    };
  }
}

/** Ratio of the direction that is furthest from the parent. */
function worst({ match }: StackSolution): number {
  return match.ratios.reduce(
    (far, { ratio }) => (Math.abs(Math.log(ratio)) > Math.abs(Math.log(far)) + SCORE_STEPS ? ratio : far),
    1,
  );
}
