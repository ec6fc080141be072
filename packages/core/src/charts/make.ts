import { CoreError } from '../errors.js';
import type { Fabric, Process } from '../material/index.js';
import type { MeasuringTool } from '../mix/index.js';
import type { SystemCard } from '../resin/index.js';
import type { Chart, ChartId } from './chart.js';
import { catalystChart, discsChart, fabricChart, gritsChart, mixChart, ouncesChart, taperChart, thicknessChart, timesChart } from './charts.js'; // prettier-ignore

/** What a chart is made from: the shop's own system, tools and drop, and the air there is. */
export interface ChartFrom {
  card: SystemCard;
  tools?: readonly MeasuringTool[];
  dropsPerMl?: number;
  tempC?: number;
  fabrics: readonly Fabric[];
  process?: Process;
  thicknessMm?: number;
  ratio?: number;
}

/** A laminate and a taper that discs are told for where nobody says otherwise. */
const [USUAL_MM, USUAL_RATIO] = [4, 12];

/** Which charts a system has: catalyst where it is catalysed, the mix where it has a hardener. */
export const fitsChart = (id: ChartId, { kind }: Pick<SystemCard, 'kind'>): boolean => (id === 'catalyst' ? kind === 'catalysed' : id !== 'mix' || kind === 'two-part'); // prettier-ignore

/** @throws CoreError `not-used` for a chart the system has none of, or figures outside their range */
export function makeChart(id: ChartId, from: ChartFrom): Chart {
  const { card, fabrics, process = 'hand' } = from;
  switch (id) {
    case 'catalyst':
      if (card.kind !== 'catalysed') throw new CoreError('not-used', 'chart', { with: card.name });
      return catalystChart(card, from);
    case 'mix':
      if (card.kind !== 'two-part') throw new CoreError('not-used', 'chart', { with: card.name });
      return mixChart(card, from);
    case 'fabric':
      return fabricChart(fabrics, card.family, process);
    case 'thickness':
      return thicknessChart(fabrics, card.family, process);
    case 'times':
      return timesChart(card, from);
    case 'taper':
      return taperChart();
    case 'discs':
      return discsChart(from.thicknessMm ?? USUAL_MM, from.ratio ?? USUAL_RATIO);
    case 'ounces':
      return ouncesChart();
    case 'grits':
      return gritsChart();
  }
}

/** Fabrics of a chart where the shelf has none. */
const USUAL_FABRICS: readonly string[] = ['mat-225', 'mat-300', 'mat-450', 'mat-600', 'plain-163', 'twill-203', 'roving-500', 'roving-600', 'biax45-400', 'biax45-600', 'biax090-600', 'ud-300']; // prettier-ignore
/** As many as go on a page that is read from a step away. */
const MOST_FABRICS = 14;

/** The fabrics a shop's charts tell: those on its shelf, by id; where there are none, the usual. */
export const chartFabrics = (all: readonly Fabric[], onShelf: ReadonlySet<string>): Fabric[] => all.filter(({ id }) => (onShelf.size > 0 ? onShelf.has(id) : USUAL_FABRICS.includes(id))).slice(0, MOST_FABRICS); // prettier-ignore
