import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { LineChart, ScatterChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent, PolarComponent, TooltipComponent } from 'echarts/components';
import type { EChartsCoreOption } from 'echarts/core';
import * as echarts from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { NgxEchartsDirective, provideEchartsCore } from 'ngx-echarts';

echarts.use([LineChart, ScatterChart, GridComponent, PolarComponent, TooltipComponent, MarkLineComponent, SVGRenderer]);

/**
 * A chart with a sentence that says the same to those who cannot see it. Loaded with `@defer`: the library is large, so nothing but the
 * deferred block may import this file.
 */
@Component({
  selector: 'ash-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [NgxEchartsDirective],
  providers: [provideEchartsCore({ echarts })],
  template: `<div
    echarts
    role="img"
    [attr.aria-label]="label()"
    [options]="options()"
    [initOpts]="{ renderer: 'svg' }"
    [style.height.px]="height()"
  ></div>`,
})
export class Chart {
  readonly options = input.required<EChartsCoreOption>();
  readonly label = input.required<string>();
  readonly height = input(240);
}
