import type { EChartsCoreOption } from 'echarts/core';

/** Ink of the sheet, for lines and letters of charts. */
export const CHART_INK = '#16191a';
export const CHART_QUIET = '#4b5553';
export const CHART_EMBER = '#b32d05';
export const CHART_AMBER = 'rgba(214, 152, 38, 0.28)';

/** What every chart starts from. */
export const CHART_BASE: EChartsCoreOption = {
  animation: false,
  textStyle: { fontFamily: 'Atkinson Hyperlegible Next, system-ui, sans-serif' },
};
