import {
  ChangeDetectionStrategy,
  Component,
  type OnDestroy,
  computed,
  inject,
  linkedSignal,
  signal,
} from '@angular/core';
import { type CureConditions, type CureFound, type CureOption, USUAL_TENT_C } from '@ashstep/core/repair';
import type { EChartsCoreOption } from 'echarts/core';
import { Chart } from '../../../parts/chart';
import { CHART_BASE, CHART_EMBER, CHART_INK, CHART_QUIET } from '../../../parts/chart-look';
import type { Option } from '../../../parts/choice-field';
import { QuantityField } from '../../../parts/quantity-field';
import { layUpAir } from '../../../plan/lay-up-air';
import { ShedPlanService } from '../../../plan/shed-plan.service';
import { temperatureAxis } from '../../../platform/quantity.pipe';
import { SearchRun } from '../../../platform/working';
import type { CureAsk } from './cure.worker';
import { CureMap } from './cure-map';
import { Panel } from '../stage-panel';
import { PickOf } from '../../../parts/inputs';
import { LongWork } from '../../../parts/long-work';

const LEAST_SHOWN_HOURS = 2;
const MOST_SHOWN_HOURS = 24;
const FACE_NAMES = { first: 'First face', second: 'Second face' } as const;

interface Row {
  face: number;
  name: string;
  option: CureOption;
  on: boolean;
  peak: string;
  sand: string;
  verdict: string;
}

/** Where a lay-up cures. */
type CureAir = 'steady' | 'forecast' | 'tent';

/** How the lay-up warms and cures in one go and in more, in the air and under the lamp it gets. */
@Component({
  selector: 'ash-cure-board',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LongWork, PickOf, Chart, CureMap, QuantityField],
  template: `
    <div class="fields">
      <div class="field">
        <label for="cure-air">Cures in</label
        ><select id="cure-air" [of]="airs()" (chosen)="air.set($event)">
          @for (o of airs(); track o.value) {
            <option [value]="o.value" [selected]="o.value === air()">{{ o.label }}</option>
          }
        </select>
      </div>
      @if (air() === 'tent') {
        <ash-quantity label="Tent at" kind="temperature" [value]="tentC()" (valueChange)="tentC.set($event!)" />
      }
      <ash-quantity label="Lamp or sun, W/m²" kind="plain" [value]="lampW()" (valueChange)="lampW.set($event!)" />
      @if (lampW() > 0) {
        <ash-quantity label="For, h" kind="plain" [value]="lampHours()" (valueChange)="lampHours.set($event!)" />
      }
    </div>
    <ash-long-work [run]="search" label="Follow the cure" doing="Following the cure" (begin)="follow()" />
    @if (found(); as f) {
      <p class="quiet" role="status">
        {{ inText() }}, the resin kept under {{ inUnits(f.limits.resinC, 'temperature', 0)
        }}{{ f.limits.underC !== null ? ', the core under ' + inUnits(f.limits.underC, 'temperature', 0) : '' }}.
        {{ fitted() }}
      </p>
      <div class="scroll" tabindex="0" role="region" aria-label="Cure by goes">
        <table class="ruled">
          <thead>
            <tr>
              <th scope="col">Laid in</th>
              <th scope="col" class="r">Peak</th>
              <th scope="col" class="r">To sanding</th>
              <th scope="col">Says</th>
              <th><span class="visually-hidden">Look at it, take it</span></th>
            </tr>
          </thead>
          <tbody>
            @for (row of rows(); track row.name) {
              <tr [class.on]="row.on">
                <td>{{ row.name }}</td>
                <td class="r num">{{ row.peak }}</td>
                <td class="r num">{{ row.sand }}</td>
                <td>{{ row.verdict }}</td>
                <td class="pair">
                  <button
                    type="button"
                    class="act small"
                    [attr.aria-pressed]="row.on"
                    [attr.aria-label]="'Show ' + row.name"
                    (click)="shown.set({ face: row.face, goes: row.option.goes })"
                  >
                    Show
                  </button>
                  <button
                    type="button"
                    class="act small"
                    [disabled]="sealed() || taken() === row.option.goes"
                    [attr.aria-label]="'Take ' + row.name"
                    (click)="take(row.option.goes)"
                  >
                    {{ taken() === row.option.goes ? '✓' : 'Take' }}
                  </button>
                </td>
              </tr>
            }
          </tbody>
        </table>
      </div>
      @if (looked(); as o) {
        @for (run of o.runs; track run.from) {
          <h3>Plies {{ run.from }} to {{ run.to }}, {{ inUnits(run.thicknessMm, 'thickness', 1) }}</h3>
          <p>{{ said(run.result) }}</p>
          <ash-cure-map [result]="run.result" [limitC]="f.limits.resinC" [hours]="hours()" [label]="said(run.result)" />
        }
        @defer (on viewport) {
          <ash-chart
            [options]="options()"
            [label]="'Temperature of the outer face, the middle and the back'"
            [height]="220"
          />
        } @placeholder {
          <div class="blank"></div>
        }
        <p class="quiet">
          {{ axis.unit() }} over hours. Red: middle. Black: outer face. Dotted: back. Dashed: the limit.
        </p>
        @for (remark of o.remarks; track remark.id) {
          <p class="remark">{{ words(remark) }}</p>
        }
        @if (o.goes > 1) {
          <p class="why">
            <b>What goes cost</b> Every go more is a joint between plies that cured apart,
            {{ inUnits(plan().air.tempC.value, 'temperature') }} and the window allowing; lay the next while the last is
            green.
          </p>
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
    .fields {
      grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
    }
    .on td:first-child {
      box-shadow: inset 4px 0 0 var(--ink);
      padding-left: 8px;
      font-weight: 640;
    }
    .pair {
      white-space: nowrap;
      text-align: right;
    }
    .blank {
      height: 220px;
    }
  `,
})
export class CureBoard extends Panel implements OnDestroy {
  private readonly planner = inject(ShedPlanService);
  /** Air it is followed in: as warm as the days are set for, the forecast from the planned lay-up on, or a tent. */
  readonly air = signal<CureAir>('steady');
  readonly axis = temperatureAxis();
  readonly tentC = signal(USUAL_TENT_C);
  readonly lampW = signal(0);
  readonly lampHours = signal(6);
  readonly airs = computed((): Option<CureAir>[] => [
    { value: 'steady', label: `${this.inUnits(this.plan().air.tempC.value, 'temperature')} all the time` },
    ...(this.forecast() ? [{ value: 'forecast' as const, label: 'The forecast, from the planned lay-up' }] : []),
    { value: 'tent', label: 'A heated tent' },
  ]);
  private readonly forecast = computed(() => layUpAir(this.planner, this.state().detail.id, this.inputs()));
  readonly search = new SearchRun<CureFound>(
    () => new Worker(new URL('./cure.worker', import.meta.url), { type: 'module' }),
    (soFar) => this.found.set(soFar),
  );
  /** What a cure hangs on, by value: an answer from the server brings the same again in new objects. */
  private readonly cures = computed(() => {
    const { mix, days: _, air: __, ...rest } = this.inputs();
    return JSON.stringify([rest, mix.catalystPercent, this.plan().air.tempC.value]);
  });
  /** Gone as soon as what was followed is another. */
  readonly found = linkedSignal<unknown, CureFound | null>({
    source: () => [this.cures(), this.air(), this.tentC(), this.lampW(), this.lampHours()],
    computation: () => null,
  });
  readonly shown = signal<{ face: number; goes: number } | null>(null);
  readonly taken = computed(() => this.inputs().stack.goes ?? null);

  readonly fitted = computed(() => {
    const fit = this.found()?.card?.fit;
    return fit
      ? `Its cure is fitted to the system’s own pot life, sanding and full cure, ${fit.worstPercent === null ? 'one of which it never reaches' : `${fit.worstPercent.toFixed(0)} % off at worst`}.`
      : '';
  });

  readonly inText = computed(
    () =>
      (this.air() === 'tent'
        ? `In a tent at ${this.inUnits(this.tentC(), 'temperature')}`
        : this.air() === 'forecast'
          ? 'In the forecast from the planned lay-up on'
          : `At ${this.inUnits(this.plan().air.tempC.value, 'temperature')}`) +
      (this.lampW() > 0 ? `, ${this.lampW()} W/m² on it for ${this.lampHours()} h` : ''),
  );

  readonly rows = computed<Row[]>(() => {
    const found = this.found();
    const looked = this.looked();
    return (found?.faces ?? []).flatMap((face, f) =>
      face.options.map((option) => ({
        face: f,
        name: `${found!.faces.length === 2 ? `${FACE_NAMES[face.face]}, ` : ''}${option.goes} ${option.goes === 1 ? 'go' : 'goes'}`,
        option,
        on: option === looked,
        peak: this.inUnits(option.peakTempC, 'temperature', 0),
        sand: option.hours === null ? '> 3 days' : hoursText(option.hours),
        verdict: this.verdictOn(option),
      })),
    );
  });
  /** Thicker at once than the system's card lets it be, mm; null where it is not. */
  private overCard({ runs }: CureOption): number | null {
    const most = this.plan().resin?.card?.maxSessionMm ?? Infinity;
    return Math.max(...runs.map(({ thicknessMm }) => thicknessMm)) > most ? most : null;
  }

  private verdictOn(option: CureOption): string {
    if (!option.fits) return '▲ too hot';
    const most = this.overCard(option);
    return most === null
      ? '✓ cool enough'
      : `▲ cool enough here, but its card allows ${this.inUnits(most, 'thickness', 0)} at once`;
  }

  /** The option looked at: the one asked for, else the first that stays cool. */
  readonly looked = computed<CureOption | null>(() => {
    const faces = this.found()?.faces ?? [];
    const shown = this.shown();
    const asked = shown && faces[shown.face]?.options.find(({ goes }) => goes === shown.goes);
    return (
      asked ??
      faces[0]?.options.find((option) => option.fits && this.overCard(option) === null) ??
      faces[0]?.options.at(-1) ??
      null
    );
  });
  /** As far as the peak is long past and everything has gelled. */
  readonly hours = computed(() => {
    const wanted = Math.max(
      0,
      ...(this.looked()?.runs ?? []).map(({ result }) =>
        Math.max((3 * result.peakMin) / 60, 1.3 * (result.gelHours ?? 0)),
      ),
    );
    return Math.min(MOST_SHOWN_HOURS, Math.max(LEAST_SHOWN_HOURS, Math.ceil(wanted)));
  });

  readonly options = computed<EChartsCoreOption>(() => {
    const runs = this.looked()?.runs ?? [];
    const limit = this.found()?.limits.resinC ?? 100;
    const axis = { axisLabel: { color: CHART_INK, fontSize: 12 }, splitLine: { show: false } };
    const line = (of: 'outerC' | 'middleC' | 'backC', colour: string, type: 'solid' | 'dotted') =>
      runs.map(({ result }, i) => ({
        type: 'line',
        showSymbol: false,
        data: result.points
          .filter(({ min }) => min <= this.hours() * 60)
          .map((point) => [Math.round(point.min / 0.6) / 100, Math.round(10 * this.axis.of(point[of])) / 10]),
        lineStyle: { color: colour, width: i === 0 ? 2.5 : 1.5, type },
        ...(of === 'middleC' && i === 0
          ? {
              markLine: {
                silent: true,
                symbol: 'none',
                label: { show: false },
                lineStyle: { color: CHART_QUIET, type: 'dashed' },
                data: [{ yAxis: this.axis.of(limit) }],
              },
            }
          : {}),
      }));
    return {
      ...CHART_BASE,
      grid: { left: 40, right: 14, top: 12, bottom: 28 },
      xAxis: { type: 'value', min: 0, max: this.hours(), ...axis },
      yAxis: {
        type: 'value',
        min: 0,
        max: Math.ceil(this.axis.of(Math.max(limit, this.looked()?.peakTempC ?? 0) + 5) / 10) * 10,
        ...axis,
      },
      series: [
        ...line('middleC', CHART_EMBER, 'solid'),
        ...line('outerC', CHART_INK, 'solid'),
        ...line('backC', CHART_INK, 'dotted'),
      ],
    };
  });

  ngOnDestroy(): void {
    this.search.stop();
  }

  follow(): void {
    this.shown.set(null);
    this.found.set(null);
    this.search.begin({ inputs: this.inputs(), conditions: this.conditions() } satisfies CureAsk);
  }

  private conditions(): CureConditions {
    const steady = this.air() === 'tent' ? this.tentC() : this.plan().air.tempC.value;
    return {
      airTempC: (this.air() === 'forecast' && this.forecast()) || steady,
      ...(this.lampW() > 0 ? { heaterWPerM2: this.lampW(), heaterHours: this.lampHours() } : {}),
    };
  }

  /** The days are planned by it. */
  take(goes: number): void {
    this.store.edit('stack', { goes });
  }

  said({
    peakTempC,
    peakMin,
    peakDepthMm,
    gelHours,
    greenHours,
    sandableHours,
    fullHours,
  }: CureOption['runs'][number]['result']): string {
    const at = (hours: number | null): string =>
      hours === null ? 'later than three days' : `after ${hoursText(hours)}`;
    return `Peak ${this.inUnits(peakTempC, 'temperature', 0)} after ${minutes(peakMin)}, ${this.inUnits(peakDepthMm, 'thickness', 1)} under the outer face. Gelled ${at(gelHours)}, trimmed ${at(greenHours)}, sanded ${at(sandableHours)}, full ${at(fullHours)}.`;
  }
}

const minutes = (min: number): string => (min < 90 ? `${min.toFixed(0)} min` : hoursText(min / 60));
const hoursText = (hours: number): string => (hours < 10 ? `${hours.toFixed(1)} h` : `${hours.toFixed(0)} h`);
