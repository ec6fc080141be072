import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { attempt } from '@ashstep/core/errors';
import { jointSteps } from '@ashstep/core/repair';
import { shearAlong } from '@ashstep/core/taper';
import type { EChartsCoreOption } from 'echarts/core';
import { Chart } from '../../../parts/chart';
import { CHART_BASE, CHART_EMBER, CHART_INK, CHART_QUIET } from '../../../parts/chart-look';
import { Panel } from '../stage-panel';

/** Shear along the taper, ply by ply, when the parent is pulled to where it first fails. */
@Component({
  selector: 'ash-joint-chart',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chart],
  template: `
    @if (found().length > 0) {
      <p>{{ said() }}</p>
      @defer (on viewport) {
        <ash-chart [options]="options()" [label]="said()" [height]="220" />
      } @placeholder {
        <div class="blank"></div>
      }
      <p class="quiet">
        MPa of shear from the outer edge inwards, the parent at its first failure. Dashed: the mean, which the strength
        above goes by. Worked out as if the resin never gave way: it shows where the joint starts to go, not its
        strength.
      </p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: 8px;
    }
    .blank {
      height: 220px;
    }
  `,
})
export class JointChart extends Panel {
  readonly found = computed(() => {
    const faces = jointSteps(this.plan()).map((stepped) => attempt(() => shearAlong(stepped)).result);
    return faces.every((face) => face !== null) ? faces : [];
  });

  readonly said = computed(() => {
    const faces = this.found();
    return faces
      .map(({ steps, peakMPa, peakOverMean, meanMPa }, i) => {
        const worst = steps.findIndex((step) => step.peakMPa === peakMPa);
        const of = faces.length === 2 ? (i === 0 ? 'First face: peak' : 'Second face, dotted: peak') : 'Peak';
        return `${of} ${peakMPa.toFixed(1)} MPa at ply ${worst + 1} from its outside, ${peakOverMean.toFixed(1)} times the mean of ${meanMPa.toFixed(1)}.`;
      })
      .join(' ');
  });

  readonly options = computed<EChartsCoreOption>(() => {
    const faces = this.found();
    const axis = { axisLabel: { color: CHART_INK, fontSize: 12 }, splitLine: { show: false } };
    return {
      ...CHART_BASE,
      grid: { left: 44, right: 14, top: 12, bottom: 28 },
      xAxis: {
        type: 'value',
        min: 0,
        max: Math.round(Math.max(0, ...faces.map(({ points }) => points.at(-1)?.xMm ?? 0))),
        ...axis,
      },
      yAxis: { type: 'value', min: 0, ...axis },
      series: faces.map(({ points, meanMPa }, i) => ({
        type: 'line',
        showSymbol: false,
        data: points.map(({ xMm, shearMPa }) => [Math.round(10 * xMm) / 10, Math.round(100 * shearMPa) / 100]),
        lineStyle: { color: i === 0 ? CHART_EMBER : CHART_INK, width: 2.5, type: i === 0 ? 'solid' : 'dotted' },
        ...(i === 0
          ? {
              markLine: {
                silent: true,
                symbol: 'none',
                label: { show: false },
                lineStyle: { color: CHART_QUIET, type: 'dashed' },
                data: [{ yAxis: meanMPa }],
              },
            }
          : {}),
      })),
    };
  });
}
