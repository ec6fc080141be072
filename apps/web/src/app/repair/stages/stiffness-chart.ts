import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { attempt } from '@ashstep/core/errors';
import { type PolarPoint, type PolarResult, polar } from '@ashstep/core/laminate';
import type { EChartsCoreOption } from 'echarts/core';
import { Chart } from '../../parts/chart';
import { CHART_EMBER, CHART_INK, CHART_BASE, CHART_QUIET } from '../../parts/chart-look';
import { Panel } from './stage-panel';

const STEP_DEG = 5;

/** Stiffness by direction, in the plane and in bending: of the parent, or of the patch laid over it. */
@Component({
  selector: 'ash-stiffness-chart',
  host: { class: 'block' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chart],
  template: `
    @if (result(); as r) {
      <p>{{ said() }}</p>
      @defer (on viewport) {
        <ash-chart [options]="options()" [label]="said()" [height]="260" />
      } @placeholder {
        <div class="blank"></div>
      }
      <p class="quiet">
        {{
          of() === 'patch'
            ? 'Filled: the patch pulled in its plane. Thin: the parent. Dashed: both bent.'
            : 'Solid: pulled in its plane. Dashed: bent.'
        }}
        GPa, 0° forward.
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
      height: 260px;
    }
  `,
})
export class StiffnessChart extends Panel {
  readonly of = input<'parent' | 'patch'>('parent');
  private readonly parent = computed(() => {
    const { parent } = this.plan();
    if (this.of() === 'patch')
      return (
        parent && attempt(() => polar({ layers: parent.withinPlies, resin: parent.resin, stepDeg: STEP_DEG })).result
      );
    return parent && parent.plies.length > 0
      ? attempt(() => polar({ layers: parent.plies, resin: parent.resin, stepDeg: STEP_DEG })).result
      : null;
  });

  private readonly patch = computed(() => {
    const { patch, resin } = this.plan();
    return this.of() === 'patch' && patch && resin?.card
      ? attempt(() => polar({ layers: patch.outward, resin: resin.card!.family, stepDeg: STEP_DEG })).result
      : null;
  });
  /** What the chart is about. */
  readonly result = computed(() => (this.of() === 'patch' ? this.patch() : this.parent()));

  readonly said = computed(() => {
    const r = this.result();
    if (!r) return '';
    const parent = this.parent();
    if (this.of() === 'patch' && parent) {
      const ratios = r.points.map((point, i) => ({
        angleDeg: point.angleDeg,
        ratio: point.eGPa / parent.points[i]!.eGPa,
      }));
      const [least, most] = [
        ratios.reduce((a, b) => (b.ratio < a.ratio ? b : a)),
        ratios.reduce((a, b) => (b.ratio > a.ratio ? b : a)),
      ];
      return `Patch against parent, GPa for GPa: least ${least.ratio.toFixed(2)} along ${least.angleDeg}°, most ${most.ratio.toFixed(2)} along ${most.angleDeg}°.`;
    }
    if (r.stiffest.eGPa - r.softest.eGPa < 0.05 * r.stiffest.eGPa)
      return `About ${r.stiffest.eGPa.toFixed(1)} GPa whichever way it is pulled.`;
    return `Stiffest along ${r.stiffest.angleDeg}°, ${r.stiffest.eGPa.toFixed(1)} GPa; softest along ${r.softest.angleDeg}°, ${r.softest.eGPa.toFixed(1)} GPa.`;
  });

  readonly options = computed<EChartsCoreOption>(() => {
    const line = (result: PolarResult | null, value: (p: PolarPoint) => number) => {
      const points = result?.points ?? [];
      const round = [
        ...points,
        ...points.map((point) => ({ ...point, angleDeg: point.angleDeg + 180 })),
        ...points.slice(0, 1),
      ];
      return round.map((p, i) => [value(p), i === round.length - 1 ? 360 : p.angleDeg]);
    };
    const base = { type: 'line', coordinateSystem: 'polar', showSymbol: false } as const;
    const under = this.of() === 'patch' ? this.parent() : null;
    return {
      ...CHART_BASE,
      polar: { radius: '82%' },
      angleAxis: {
        type: 'value',
        min: 0,
        max: 360,
        startAngle: 0,
        clockwise: false,
        interval: 45,
        axisLabel: { color: CHART_INK, fontSize: 13, formatter: (deg: number) => (deg === 360 ? '' : `${deg}°`) },
        splitLine: { lineStyle: { color: '#d4d9d4' } },
      },
      radiusAxis: {
        min: 0,
        axisLabel: { color: CHART_INK, fontSize: 12 },
        splitLine: { lineStyle: { color: '#d4d9d4' } },
      },
      series: [
        {
          ...base,
          data: line(this.result(), (p) => p.eGPa),
          lineStyle: { color: CHART_EMBER, width: 2.5 },
          ...(under ? { areaStyle: { color: 'rgba(179, 45, 5, 0.12)' } } : {}),
        },
        {
          ...base,
          data: line(this.result(), (p) => p.flexuralGPa),
          lineStyle: { color: under ? CHART_EMBER : CHART_QUIET, width: 1.5, type: 'dashed' },
        },
        ...(under
          ? [
              { ...base, data: line(under, (p) => p.eGPa), lineStyle: { color: CHART_INK, width: 1.5 } },
              {
                ...base,
                data: line(under, (p) => p.flexuralGPa),
                lineStyle: { color: CHART_INK, width: 1.5, type: 'dashed' },
              },
            ]
          : []),
      ],
    };
  });
}
