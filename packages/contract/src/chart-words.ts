import type { Chart, ChartCell, ChartFigure, ChartHead, ChartId } from '@ashstep/core/charts';
import type { Say } from '@ashstep/core/units';

/** What a chart is called, what stands at the head of its rows and columns, and where its figures come from. */
export const CHART_WORDS: Readonly<
  Record<ChartId, { name: string; about: string; rows: string; columns: string; source: string }>
> = {
  // prettier-ignore
  catalyst: { name: 'Catalyst', about: 'ml, grams and drops by resin and per cent', rows: 'Resin', columns: 'Catalyst', source: 'The system’s own range; 1 % is 10 ml to the kilogram of resin' }, // prettier-ignore
  mix: { name: 'Resin and hardener', about: 'by scale, cup and pump', rows: 'Resin', columns: '', source: 'The system’s own ratio and densities' }, // prettier-ignore
  fabric: { name: 'Resin for fabric', about: 'what a cloth drinks, by area', rows: 'Fabric', columns: 'Area', source: 'Usual share of fibre by construction and process; priming, waste and the pot come on top' }, // prettier-ignore
  thickness: { name: 'Plies for a thickness', about: 'one ply, and how many for so many mm', rows: 'Fabric', columns: 'Thickness', source: 'Usual share of fibre by construction and process, no voids' }, // prettier-ignore
  times: { name: 'Times by temperature', about: 'working, tack, sanding, full cure', rows: 'Air', columns: '', source: 'The system’s card at 22 °C, by the cold law of its cure' }, // prettier-ignore
  taper: { name: 'Width of a taper', about: 'thickness times ratio', rows: 'Laminate', columns: 'Ratio', source: 'Width is thickness times ratio, on one face' }, // prettier-ignore
  discs: { name: 'Discs for a round hole', about: 'smallest, largest, and the step', rows: 'Hole, cut to sound', columns: 'Plies', source: 'The k-th of m discs reaches k/m of the taper past the hole' }, // prettier-ignore
  ounces: { name: 'Ounces', about: 'cloth by the yard, mat by the foot', rows: 'Ounces', columns: '', source: '1 oz/yd² is 33.906 g/m², 1 oz/ft² is 305.15 g/m²' }, // prettier-ignore
  grits: { name: 'Grits by finish', about: 'one after the other, none left out', rows: 'Finish', columns: 'Step', source: 'No step more than twice the grit before it' }, // prettier-ignore
};

const NAMES: Readonly<Record<string, string>> = {
  hardener: 'Hardener',
  'scale-both': 'Scale after both',
  'cup-lines': 'Cup: resin to, both to',
  pump: 'Pump: resin, hardener',
  'one-ply': 'One ply',
  working: 'Pot is good for',
  'green-from': 'Next ply from',
  'green-until': 'Next ply until',
  sand: 'Sand from',
  full: 'Fully cured',
  'cloth-by-yard': 'Cloth, roving: oz/yd²',
  'mat-by-foot': 'Chopped mat: oz/ft²',
};

const DAY_HOURS = 24;
/** Longer waits are told in days. */
const DAYS_FROM_HOURS = 72;

const hours = (value: number): string => (value >= DAYS_FROM_HOURS ? `${(value / DAY_HOURS).toFixed(1)} days` : `${value.toFixed(value < 10 ? 1 : 0)} h`); // prettier-ignore

export function chartFigureWords({ value, unit }: ChartFigure, say: Say): string {
  if (value === null) return unit === 'grit' ? '' : 'never: warm it';
  switch (unit) {
    case 'percent':
      return `${Number(value.toFixed(2))} %`;
    case 'drops':
    case 'strokes':
      return `${value} ${value === 1 ? unit.slice(0, -1) : unit}`;
    case 'hours':
      return hours(value);
    case 'minutes':
      return value >= 100 ? hours(value / 60) : `${value.toFixed(0)} min`;
    case 'count':
      return String(value);
    case 'area':
      return `${value} m²`;
    case 'grit':
      return `P${value}`;
    case 'inches':
      return `${value.toFixed(2)} in`;
    case 'ratio':
      return `${value}:1`;
    case 'plain':
      return String(value);
    case 'temperature':
      return say(value, unit, 0);
    case 'volume':
      return say(value, unit, value < 10 ? 1 : 0);
    case 'mass':
      return say(value, unit, value < 10 ? 1 : 0);
    case 'length':
      return say(value, unit, Number.isInteger(value) ? 0 : 1);
    default:
      return say(value, unit);
  }
}

export const chartHeadWords = (head: ChartHead, say: Say): string => ('name' in head ? (NAMES[head.name] ?? head.name) : chartFigureWords(head, say)); // prettier-ignore

/** What stands in a cell, a line for each figure; that it is refused is said, not only hatched. */
export const chartCellWords = ({ figures, refused }: ChartCell, say: Say): string[] => (refused ? ['not allowed'] : figures.map((one) => chartFigureWords(one, say))); // prettier-ignore

/** What a chart is made from, in a line. */
export const chartOfWords = ({ id, of }: Chart): string => [of, CHART_WORDS[id].source].filter((text) => text !== '').join('. '); // prettier-ignore
