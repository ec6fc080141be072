import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { errorWords, remarkWords } from '@ashstep/contract';
import { attempt } from '@ashstep/core/errors';
import { type DryingResult, type Reading, daysAfter, drying, wettestByDay } from '@ashstep/core/survey';
import type { EChartsCoreOption } from 'echarts/core';
import { Chart } from '../parts/chart';
import { CHART_AMBER, CHART_EMBER, CHART_INK, CHART_BASE, CHART_QUIET } from '../parts/chart-look';
import { QuantityField } from '../parts/quantity-field';
import { SessionService } from '../platform/session.service';
import { WhenPipe, dayOf } from '../platform/when.pipe';
import { RepairStore, type RepairState, fieldError } from '../repair/repair.store';
import { Clock } from '../platform/clock';

const CURVE_POINTS = 60;

/** Moisture day by day against the dry reference: the curve through it, the date it will be dry enough, and the hold until then. */
@Component({
  selector: 'ash-drying-log',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [QuantityField, WhenPipe, Chart],
  template: `
    <h3>Drying</h3>
    @if (fit(); as f) {
      <dl class="figures inside">
        <div>
          <dt>Last reading</dt>
          <dd>{{ log().at(-1)!.value }}</dd>
          <dd class="under">{{ log().at(-1)!.at | when }}</dd>
        </div>
        <div class="wide">
          <dt>Dry enough</dt>
          <dd>{{ dryText() }}</dd>
          <dd class="under">{{ bandText() }}</dd>
        </div>
      </dl>
    } @else {
      <p class="quiet">{{ why() }}</p>
    }
    @for (remark of fit()?.remarks ?? []; track remark.id) {
      <p class="remark">{{ words(remark) }}</p>
    }
    @for (hold of state().plan.holds; track hold.id) {
      <p class="remark"><b>Hold.</b> {{ words(hold) }}</p>
    }
    @if (chart(); as options) {
      @defer {
        <ash-chart [options]="options" [label]="said()" />
      } @placeholder {
        <div class="blank"></div>
      }
    }
    <div class="fields">
      <ash-quantity
        label="Dry reference"
        kind="plain"
        [value]="survey().dryReference"
        [optional]="true"
        (valueChange)="store.edit('survey', { dryReference: $event })"
        [error]="error('survey.dryReference')"
      />
      <ash-quantity
        label="Dry enough at"
        kind="plain"
        [value]="survey().moistureLimit"
        [optional]="true"
        (valueChange)="store.edit('survey', { moistureLimit: $event })"
        [error]="error('survey.moistureLimit')"
      />
      @if (!disabled()) {
        <ash-quantity
          label="Reading now"
          kind="plain"
          reads="moisture"
          (readWith)="instrument.set($event)"
          [value]="value()"
          [optional]="true"
          (valueChange)="value.set($event)"
        />
        <button type="button" class="act low" [disabled]="value() === null" (click)="add()">Log it</button>
      }
    </div>
    <p class="why">
      <b>Why a dry reference</b> Meters differ and so do laminates: only a dry place on the same item tells what dry
      reads.
    </p>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 12px;
    }
    .figures.inside {
      border-top: 1px solid var(--ash-3);
      margin-inline: -18px;
    }
    .figures .wide {
      grid-column: span 2;
    }
    .blank {
      height: 240px;
    }
    .low {
      align-self: end;
    }
  `,
})
export class DryingLog {
  private readonly shedClock = inject(Clock);
  readonly state = input.required<RepairState>();
  readonly disabled = computed(() => this.state().detail.state === 'sealed');
  readonly store = inject(RepairStore);
  private readonly session = inject(SessionService);
  readonly value = signal<number | null>(null);
  /** What it was read with; nothing where it was typed. */
  readonly instrument = signal('');
  readonly words = remarkWords;

  readonly survey = computed(() => this.state().inputs.survey);
  readonly log = computed(() => wettestByDay(this.survey().readings));
  private readonly worked = computed(() =>
    workOut(this.log(), this.survey().moistureLimit, this.survey().dryReference),
  );
  readonly fit = computed(() => this.worked().fit);
  readonly why = computed(() => this.worked().why);

  readonly dryText = computed(() => {
    const day = this.fit()?.dryDay;
    return day === null || day === undefined ? 'Never at this rate' : dayOf(daysAfter(this.log()[0]!.at, day));
  });
  readonly bandText = computed(() => {
    const [fit, first] = [this.fit(), this.log()[0]];
    if (!fit || !first || fit.dryDay === null) return '';
    const from = fit.earliestDay === null ? 'any day now' : dayOf(daysAfter(first.at, fit.earliestDay));
    if (fit.earliestDay !== null && fit.latestDay !== null && fit.latestDay - fit.earliestDay < 1)
      return 'give or take less than a day';
    return fit.latestDay === null
      ? `${from} at the earliest; too few readings for a latest`
      : `between ${from} and ${dayOf(daysAfter(first.at, fit.latestDay))}`;
  });
  readonly said = computed(
    () =>
      `Moisture from ${this.log()[0]?.value} to ${this.log().at(-1)?.value} in ${Math.round(this.log().at(-1)?.day ?? 0)} days. Dry enough ${this.dryText()}, ${this.bandText()}.`,
  );

  readonly chart = computed<EChartsCoreOption | null>(() => {
    const [log, fit] = [this.log(), this.fit()];
    return log.length < 2 ? null : chartOf(log, fit, this.survey().moistureLimit);
  });

  error(path: string): string | null {
    return fieldError(this.state(), path);
  }

  add(): void {
    const value = this.value();
    if (value === null) return;
    const { centreXMm = 0, centreYMm = 0 } = this.state().inputs.damage.shape;
    const reading: Reading = {
      kind: 'moisture',
      value,
      xMm: centreXMm,
      yMm: centreYMm,
      instrument: this.instrument(),
      by: this.session.person?.name ?? '',
      at: this.shedClock.now(),
    };
    this.store.edit('survey', ({ readings }) => ({ readings: [...readings, reading] }));
    this.value.set(null);
  }
}

function workOut(
  log: readonly { day: number; value: number }[],
  limit: number | null,
  dryReference: number | null,
): { fit: DryingResult | null; why: string } {
  if (limit === null)
    return { fit: null, why: 'Say at what reading it is dry enough, and log the moisture day by day.' };
  const { result, error } = attempt(() =>
    drying({ readings: log, limit, ...(dryReference === null ? {} : { dryReference }) }),
  );
  if (!error) return { fit: result, why: '' };
  return {
    fit: null,
    why:
      error.code === 'too-few-points'
        ? `Wants readings of ${String(error.params['min'])} days; ${log.length} so far.`
        : errorWords(error.code, error.params),
  };
}

/** "Thu 3 Dec" */

function chartOf(
  log: readonly { day: number; value: number; at: string }[],
  fit: DryingResult | null,
  limit: number | null,
): EChartsCoreOption {
  const first = log[0]!.at;
  const lastDay = Math.max(log.at(-1)!.day, Math.min(fit?.latestDay ?? fit?.dryDay ?? 0, 3 * (fit?.dryDay ?? 0)));
  const curve = fit
    ? Array.from({ length: CURVE_POINTS + 1 }, (_, i) => (lastDay * 1.05 * i) / CURVE_POINTS).map((day) => [
        day,
        fit.end + (fit.start - fit.end) * Math.exp(-day / fit.tauDays),
      ])
    : [];
  const known = fit !== null && limit !== null && fit.earliestDay !== null && fit.latestDay !== null;
  const band = known ? [fit.earliestDay, fit.latestDay].map((day) => [day, limit]) : []; // prettier-ignore
  const axis = {
    axisLabel: { color: CHART_INK, fontSize: 13 },
    axisLine: { lineStyle: { color: CHART_INK } },
    splitLine: { lineStyle: { color: '#d4d9d4' } },
  };
  return {
    ...CHART_BASE,
    grid: { left: 40, right: 16, top: 12, bottom: 28 },
    xAxis: {
      type: 'value',
      min: 0,
      max: Math.ceil(lastDay * 1.05),
      ...axis,
      axisLabel: { ...axis.axisLabel, formatter: (day: number) => dayOf(daysAfter(first, day)), hideOverlap: true },
    },
    yAxis: { type: 'value', min: 0, ...axis },
    tooltip: {
      trigger: 'axis',
      formatter: ([p]: { value: [number, number] }[]) =>
        p ? `${dayOf(daysAfter(first, p.value[0]))}: ${p.value[1].toFixed(1)}` : '',
    },
    series: [
      {
        type: 'line',
        data: curve,
        showSymbol: false,
        lineStyle: { color: CHART_QUIET, width: 2, type: 'dashed' },
        markLine:
          limit === null
            ? undefined
            : {
                silent: true,
                symbol: 'none',
                label: { formatter: `dry enough ${limit}`, position: 'insideStartBottom', color: CHART_INK },
                lineStyle: { color: CHART_EMBER, width: 2 },
                data: [{ yAxis: limit }],
              },
      },
      {
        type: 'line',
        data: band,
        showSymbol: true,
        symbol: 'rect',
        symbolSize: [2, 16],
        itemStyle: { color: CHART_INK },
        lineStyle: { color: CHART_AMBER, width: 14 },
      },
      {
        type: 'scatter',
        data: log.map(({ day, value }) => [day, value]),
        symbolSize: 9,
        itemStyle: { color: CHART_INK },
      },
    ],
  };
}
