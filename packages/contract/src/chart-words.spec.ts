import { CHART_IDS, makeChart } from '@ashstep/core/charts';
import { FABRICS } from '@ashstep/core/material';
import { GEL_COAT, SYSTEMS } from '@ashstep/core/resin';
import { sayIn } from '@ashstep/core/units';
import { CHART_WORDS, chartCellWords, chartFigureWords, chartHeadWords, chartOfWords } from './chart-words.js';

const say = sayIn('metric');

describe('charts in words', () => {
  it('name every chart, its heads and its source', () => {
    for (const id of CHART_IDS) {
      const card = id === 'mix' ? SYSTEMS.find(({ kind }) => kind === 'two-part')! : GEL_COAT;
      const chart = makeChart(id, { card, fabrics: FABRICS.slice(0, 3) });
      expect(CHART_WORDS[id].name).not.toBe('');
      for (const head of [...chart.columns, ...chart.rows.map((row) => row.head)]) expect(chartHeadWords(head, say)).not.toMatch(/^$|^[a-z]+-[a-z-]+$/); // prettier-ignore
      expect(chartOfWords(chart)).toContain(CHART_WORDS[id].source);
    }
  });

  it('say each figure in its unit, and never one that is refused', () => {
    expect(chartFigureWords({ value: 1, unit: 'drops' }, say)).toBe('1 drop');
    expect(chartFigureWords({ value: 168, unit: 'hours' }, say)).toBe('7.0 days');
    expect(chartFigureWords({ value: null, unit: 'hours' }, say)).toBe('never: warm it');
    expect(chartFigureWords({ value: 12, unit: 'ratio' }, say)).toBe('12:1');
    expect(chartCellWords({ figures: [{ value: 5, unit: 'volume' }], refused: true, now: false }, say)).toEqual(['not allowed']); // prettier-ignore
  });
});
