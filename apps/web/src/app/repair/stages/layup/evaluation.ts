import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { signed } from '@ashstep/contract';
import type { EChartsCoreOption } from 'echarts/core';
import { Chart } from '../../../parts/chart';
import { CHART_BASE, CHART_EMBER, CHART_INK, CHART_QUIET } from '../../../parts/chart-look';
import { QuantityPipe } from '../../../platform/quantity.pipe';
import { whenText } from '../../../platform/when.pipe';
import { Panel } from '../stage-panel';
import { LayUpDesk } from './desk';

const BOND_NAMES = { primary: 'Primary bond', secondary: 'Secondary bond', poor: 'Poor bond', unknown: 'Bond not known' } as const; // prettier-ignore
const SYMBOLS = { start: 'triangle', pot: 'diamond', ply: 'rect', done: 'circle' } as const;
const SYMBOL_NAMES = { start: 'begun', pot: 'pot', ply: 'ply', done: 'done' } as const;

/** What was planned against what was done, round by round; how each bonds; and temperature and cure beside the events. */
@Component({
  selector: 'ash-lay-up-evaluation',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chart, QuantityPipe],
  template: `
    @for (round of begun(); track round.id) {
      <h3>{{ round.name }}</h3>
      <div class="scroll" tabindex="0" role="region" [attr.aria-label]="round.name + ', planned against done'">
        <table class="ruled">
          <thead>
            <tr>
              <th scope="col"></th>
              <th scope="col" class="r">Planned</th>
              <th scope="col" class="r">Done</th>
            </tr>
          </thead>
          <tbody>
            @if (round.plies.planned > 0) {
              <tr>
                <th scope="row">Plies</th>
                <td class="r num">{{ round.plies.planned }}</td>
                <td class="r num">{{ round.plies.real }}</td>
              </tr>
            }
            <tr>
              <th scope="row">Mixed within ratio</th>
              <td class="r num">{{ round.grams.planned | qty: 'mass' }}</td>
              <td class="r num">
                {{ round.grams.real | qty: 'mass' }}
                @if (round.grams.out > 0) {
                  <b>, {{ round.grams.out | qty: 'mass' }} thrown away</b>
                }
              </td>
            </tr>
            @if (round.minutes.planned !== null || round.minutes.real !== null) {
              <tr>
                <th scope="row">First pot to last ply</th>
                <td class="r num">{{ round.minutes.planned === null ? '–' : minutes(round.minutes.planned) }}</td>
                <td class="r num">{{ round.minutes.real === null ? '–' : minutes(round.minutes.real) }}</td>
              </tr>
            }
            <tr>
              <th scope="row">Air at the start</th>
              <td class="r num">{{ round.startTempC.planned | qty: 'temperature' }}</td>
              <td class="r num">
                {{ round.startTempC.real === null ? 'not read' : (round.startTempC.real | qty: 'temperature') }}
              </td>
            </tr>
            @if (round.hottestC !== null) {
              <tr>
                <th scope="row">Hottest cup</th>
                <td></td>
                <td class="r num">{{ round.hottestC | qty: 'temperature' }}</td>
              </tr>
            }
            @if (round.worstMixPercent !== null) {
              <tr>
                <th scope="row">Worst pot on the job</th>
                <td></td>
                <td class="r num">{{ percent(round.worstMixPercent) }}</td>
              </tr>
            }
          </tbody>
        </table>
      </div>
      @if (round.bond; as bond) {
        <p [class.remark]="bond.kind === 'poor'">
          <b>{{ bondNames[bond.kind] }}.</b> {{ bond.text }}
        </p>
      }
    }
    @if (toCome(); as names) {
      <p class="quiet">To come: {{ names }}.</p>
    }
    @if (chart(); as options) {
      <h3>Temperature and cure</h3>
      @defer (on immediate) {
        <ash-chart [options]="options" [label]="said()" [height]="260" />
      } @placeholder {
        <div class="blank"></div>
      }
      <p class="quiet">
        Line: air as it was read, straight between. ● cup. Dashed: what went on first, on its way to where it can be
        sanded. Below: △ begun, ◇ pot, □ ply, ○ done.
      </p>
    } @else {
      <p class="quiet">Nothing is begun yet. What was planned is held against what is logged.</p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 10px;
    }
    .blank {
      height: 260px;
    }
  `,
})
export class LayUpEvaluationPanel extends Panel {
  readonly bondNames = BOND_NAMES;
  readonly evaluation = inject(LayUpDesk).evaluation;
  readonly begun = computed(() => this.evaluation().rounds.filter(({ begun }) => begun));
  readonly toCome = computed(() => {
    const names = this.evaluation().rounds.flatMap(({ begun, name }) => (begun ? [] : [name]));
    return this.begun().length > 0 && names.length > 0 ? names.join(', ') : null;
  });
  readonly said = computed(() => {
    const course = this.evaluation().course;
    if (!course) return '';
    const temps = course.air.map(({ tempC }) => this.inUnits(tempC, 'temperature'));
    const cure = course.cure.at(-1);
    return `From ${whenText(course.from)}, ${Math.round(course.hours)} hours: air ${temps.join(', ')}${course.pots.length > 0 ? `; cups ${course.pots.map(({ label, tempC }) => `${label} ${this.inUnits(tempC, 'temperature')}`).join(', ')}` : ''}${cure ? `; what went on first is ${Math.round(cure.percent)} % of the way to where it can be sanded` : ''}.`; // prettier-ignore
  });
  readonly chart = computed((): EChartsCoreOption | null => {
    const { course } = this.evaluation();
    if (!course) return null;
    const [first, last] = [course.air[0], course.air.at(-1)];
    const air = [...(first ? [[0, first.tempC]] : []), ...course.air.slice(1).map(({ hour, tempC }) => [hour, tempC]), ...(last ? [[course.hours, last.tempC]] : [])]; // prettier-ignore
    return {
      ...CHART_BASE,
      grid: { left: 44, right: 44, top: 30, bottom: 40 },
      tooltip: { trigger: 'item' },
      xAxis: { type: 'value', min: 0, max: course.hours, name: 'h', axisLabel: { color: CHART_QUIET, formatter: (hour: number) => String(Math.round(10 * hour) / 10) } }, // prettier-ignore
      yAxis: [
        { type: 'value', name: '°C', scale: true, axisLabel: { color: CHART_QUIET }, splitLine: { show: false } },
        {
          type: 'value',
          name: 'sandable %',
          min: 0,
          max: 100,
          axisLabel: { color: CHART_QUIET },
          splitLine: { show: false },
        },
      ],
      series: [
        {
          type: 'line',
          name: 'Air',
          step: 'end',
          data: air,
          symbol: 'none',
          lineStyle: { color: CHART_INK, width: 2 },
        },
        { type: 'scatter', name: 'Cup', data: course.pots.map(({ hour, tempC }) => [hour, tempC]), symbolSize: 11, itemStyle: { color: CHART_EMBER } }, // prettier-ignore
        { type: 'line', name: 'Cure', yAxisIndex: 1, data: course.cure.map(({ hour, percent }) => [hour, Math.round(10 * percent) / 10]), symbol: 'none', lineStyle: { color: CHART_EMBER, type: 'dashed', width: 2 } }, // prettier-ignore
        ...(['start', 'pot', 'ply', 'done'] as const).map((kind) => ({
          type: 'scatter',
          name: SYMBOL_NAMES[kind],
          yAxisIndex: 1,
          symbol: SYMBOLS[kind],
          symbolSize: 10,
          data: course.events.filter((event) => event.kind === kind).map(({ hour, text }) => ({ name: text, value: [hour, 2] })), // prettier-ignore
          itemStyle: { color: CHART_QUIET },
        })),
      ],
    };
  });

  minutes(min: number): string {
    return min < 1 ? 'under 1 min' : `${Math.round(min)} min`;
  }

  percent(value: number): string {
    return `${signed(value)} %`;
  }
}
