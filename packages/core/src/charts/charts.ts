import { windows } from '../cure/index.js';
import { CoreError, requireNumber } from '../errors.js';
import { type FinishKind, type GelCoatWay, finishRoute } from '../finish/index.js';
import { laminate } from '../laminate/index.js';
import { LIMITS } from '../limits/index.js';
import { type Fabric, type Process, arealWeightOf } from '../material/index.js';
import {
  type MeasuringTool,
  USUAL_DROPS_PER_ML,
  catalystFor,
  mix,
  wholeMeasures,
  workingTimeMin,
} from '../mix/index.js';
import type { CatalysedCard, SystemCard, TwoPartCard } from '../resin/index.js';
import { GSM_PER_OUNCE_PER_SQUARE_FOOT, GSM_PER_OUNCE_PER_SQUARE_YARD, MM_PER_INCH } from '../units/index.js';
import { type Chart, type ChartCell, type ChartFigure, cell, figure, row } from './chart.js';

/** Resin in the cup of a chart of mixing, g. */
const CUPS_G = [50, 100, 150, 200, 300, 500, 750, 1000, 2000, 5000];
/** Catalyst is told in steps of a quarter per cent, one past either end of what the product allows: those are refused. */
const PERCENT_STEP = 0.25;

/**
 * Catalyst by resin and per cent: ml = kg · 10 · per cent, grams by its density, whole drops by the shop's own dropper. The column the present temperature
 * asks for is marked; what the product does not allow is refused.
 * @throws CoreError for drops nothing has
 */
export function catalystChart(card: CatalysedCard, options: { dropsPerMl?: number; tempC?: number } = {}): Chart {
  const drops = requireNumber(options.dropsPerMl ?? USUAL_DROPS_PER_ML, 'dropsPerMl', LIMITS.dropsPerMl);
  const { catalystMinPercent: min, catalystMaxPercent: max, catalystDensityGPerMl } = card;
  const first = Math.max(PERCENT_STEP, min - PERCENT_STEP);
  const percents = Array.from({ length: Math.round((max + PERCENT_STEP - first) / PERCENT_STEP) + 1 }, (_, i) => first + i * PERCENT_STEP); // prettier-ignore
  const wanted = options.tempC === undefined ? null : catalystFor(card, options.tempC);
  const allowed = percents.filter((percent) => percent >= min && percent <= max);
  const nearest = wanted === null ? null : allowed.reduce((a, b) => (Math.abs(b - wanted) < Math.abs(a - wanted) ? b : a)); // prettier-ignore
  return {
    id: 'catalyst',
    of: card.name,
    columns: percents.map((percent) => figure(percent, 'percent')),
    rows: CUPS_G.map((resinG) =>
      row(
        figure(resinG, 'mass'),
        percents.map((percent) => {
          const ml = (resinG / 1000) * 10 * percent;
          return cell([figure(ml, 'volume'), figure(ml * catalystDensityGPerMl, 'mass'), figure(Math.round(ml * drops), 'drops')], { refused: percent < min || percent > max, now: percent === nearest }); // prettier-ignore
        }),
      ),
    ),
  };
}

/** Resin and hardener of a two-part system: by weight and volume, what the scale shows after both, the line of a cup with equal lines, and strokes of the shop's pump. */
export function mixChart(card: TwoPartCard, options: { tools?: readonly MeasuringTool[] } = {}): Chart {
  const pump = options.tools?.find((tool) => tool.kind === 'pump');
  const strokes = (resinMl: number, per100ByVolume: number): ChartCell[] => {
    if (pump?.kind !== 'pump') return [];
    const { resin, second, errorPercent } = wholeMeasures({ resinUnitMl: pump.resinStrokeMl, secondUnitMl: pump.secondStrokeMl, ratioByVolume: per100ByVolume / 100, resinMl, tolerancePercent: card.tolerancePercent }); // prettier-ignore
    return [cell([figure(resin, 'strokes'), figure(second, 'strokes')], { refused: Math.abs(errorPercent) > card.tolerancePercent })]; // prettier-ignore
  };
  return {
    id: 'mix',
    of: card.name,
    columns: [{ name: 'hardener' }, { name: 'scale-both' }, { name: 'cup-lines' }, ...(pump ? [{ name: 'pump' }] : [])],
    rows: CUPS_G.map((resinG) => {
      const made = mix({ card, totalG: resinG * (1 + card.hardenerPer100ByWeight / 100) });
      return row(figure(resinG, 'mass'), [
        cell([figure(made.secondG, 'mass'), figure(made.secondMl, 'volume')]),
        cell([figure(made.resinG + made.secondG, 'mass')]),
        cell([figure(made.resinMl, 'volume'), figure(made.resinMl + made.secondMl, 'volume')]),
        ...strokes(made.resinMl, made.per100ByVolume),
      ]);
    }),
  };
}

const LAID: Readonly<Record<Process, string>> = {
  hand: 'laid by hand',
  film: 'wetted on film',
  vacuum: 'under vacuum',
};
const ofFabric = (family: SystemCard['family'], process: Process): string => `${family.charAt(0).toUpperCase()}${family.slice(1)}, ${LAID[process]}`; // prettier-ignore
const AREAS_M2 = [0.1, 0.25, 0.5, 1, 2, 5];

/** One ply of a fabric as jobs lay it. */
function wetted(
  fabric: Fabric,
  family: SystemCard['family'],
  process: Process,
): { resinGsm: number; thicknessMm: number } {
  // prettier-ignore
  const { massGsm, thicknessMm } = laminate({ layers: [{ fabricId: fabric.id, own: fabric, process }], resin: family });
  return { resinGsm: massGsm - arealWeightOf(fabric), thicknessMm };
}

/** Resin that a fabric drinks, by area: w (1 − ψ)/ψ of each of its layers. Nothing for priming, waste and what stays in the pot. */
export function fabricChart(
  fabrics: readonly Fabric[],
  family: SystemCard['family'],
  process: Process = 'hand',
): Chart {
  if (fabrics.length === 0) throw new CoreError('empty', 'fabrics');
  return {
    id: 'fabric',
    of: ofFabric(family, process),
    columns: AREAS_M2.map((areaM2) => figure(areaM2, 'area')),
    rows: fabrics.map((fabric) => {
      const { resinGsm } = wetted(fabric, family, process);
      return row({ name: fabric.name }, AREAS_M2.map((areaM2) => cell([figure(resinGsm * areaM2, 'mass')]))); // prettier-ignore
    }),
  };
}

const THICK_MM = [2, 3, 4, 5, 6, 8, 10];

/** Thickness of one ply as it is laid, and how many of it come up to a thickness. */
export function thicknessChart(
  fabrics: readonly Fabric[],
  family: SystemCard['family'],
  process: Process = 'hand',
): Chart {
  if (fabrics.length === 0) throw new CoreError('empty', 'fabrics');
  return {
    id: 'thickness',
    of: ofFabric(family, process),
    columns: [{ name: 'one-ply' }, ...THICK_MM.map((mm) => figure(mm, 'length'))],
    rows: fabrics.map((fabric) => {
      const { thicknessMm } = wetted(fabric, family, process);
      return row({ name: fabric.name }, [
        cell([figure(thicknessMm, 'thickness')]),
        ...THICK_MM.map((mm) => cell([figure(Math.ceil(mm / thicknessMm - 1e-9), 'count')])),
      ]);
    }),
  };
}

const TEMPS_C = [5, 10, 15, 18, 20, 22, 25, 30, 35];
/** Two temperatures a chart tells apart are so far from one another at the most, °C. */
const NEAR_C = 3;

/** Working time of a pot, and hours until the next ply bonds of itself, until it sands and until it is fully cured, by temperature. What the system may not be used at is refused; the row nearest to the air there is is marked. */
export function timesChart(card: SystemCard, options: { tempC?: number } = {}): Chart {
  const { tempC: now } = options;
  const nearest = now === undefined ? null : TEMPS_C.reduce((a, b) => (Math.abs(b - now) < Math.abs(a - now) ? b : a));
  return {
    id: 'times',
    of: card.name,
    columns: ['working', 'green-from', 'green-until', 'sand', 'full'].map((name) => ({ name })),
    rows: TEMPS_C.map((tempC) => {
      const { fromHour, untilHour, sandableHour, fullHour } = windows({ card, airTempC: tempC });
      const refused = tempC < card.minTempC || tempC > card.maxTempC;
      const marked = tempC === nearest && Math.abs(tempC - now!) <= NEAR_C;
      const of = (found: ChartFigure): ChartCell => cell([found], { refused, now: marked });
      return row(figure(tempC, 'temperature'), [
        of(figure(workingTimeMin(card, tempC), 'minutes')),
        ...[fromHour, untilHour, sandableHour, fullHour].map((hour) => of(figure(hour, 'hours'))),
      ]);
    }),
  };
}

const TAPER_RATIOS = [8, 10, 12, 15, 20, 30, 40];
const TAPER_MM = [1, 1.5, 2, 3, 4, 5, 6, 8, 10, 12];

/** Width of a taper on one face: thickness times ratio, in mm and inches. */
export function taperChart(): Chart {
  return {
    id: 'taper',
    of: '',
    columns: TAPER_RATIOS.map((ratio) => figure(ratio, 'ratio')),
    rows: TAPER_MM.map((mm) => row(figure(mm, 'length'), TAPER_RATIOS.map((ratio) => cell([figure(mm * ratio, 'length'), figure((mm * ratio) / MM_PER_INCH, 'inches')])))), // prettier-ignore
  };
}

const HOLES_MM = [20, 30, 40, 50, 60, 80, 100];
const DISC_PLIES = [2, 3, 4, 5, 6, 8];

/** Discs of a round hole: of m plies over a taper so wide, the k-th reaches k/m of it past the hole; told are the smallest and the largest, and the step from one to the next in diameter. @throws CoreError for a thickness or ratio outside its range */
export function discsChart(thicknessMm: number, ratio: number): Chart {
  requireNumber(thicknessMm, 'thicknessMm', LIMITS.thicknessMm);
  requireNumber(ratio, 'ratio', LIMITS.ratio);
  const wide = thicknessMm * ratio;
  return {
    id: 'discs',
    of: `${thicknessMm} mm, ${ratio}:1`,
    columns: DISC_PLIES.map((plies) => figure(plies, 'count')),
    rows: HOLES_MM.map((hole) =>
      row(
        figure(hole, 'length'),
        DISC_PLIES.map((plies) => {
          const step = (2 * wide) / plies;
          return cell([figure(hole + step, 'length'), figure(hole + 2 * wide, 'length'), figure(step, 'length')]);
        }),
      ),
    ),
  };
}

const OUNCES = [0.75, 1, 1.5, 2, 3, 4, 6, 8, 10, 12, 18, 24];

/** An ounce is by the square yard of cloth and by the square foot of chopped mat: both in g/m². */
export function ouncesChart(): Chart {
  return {
    id: 'ounces',
    of: '',
    columns: [{ name: 'cloth-by-yard' }, { name: 'mat-by-foot' }],
    rows: OUNCES.map((ounces) =>
      row(figure(ounces, 'plain'), [
        cell([figure(ounces * GSM_PER_OUNCE_PER_SQUARE_YARD, 'arealWeight')]),
        cell([figure(ounces * GSM_PER_OUNCE_PER_SQUARE_FOOT, 'arealWeight')]),
      ]),
    ),
  };
}

/** The routes a chart of grits tells: resin, surface and way. */
const GRIT_ROUTES: readonly [SystemCard['family'], FinishKind, GelCoatWay][] = [
  ['polyester', 'gelcoat', 'after-full-cure'],
  ['epoxy', 'gelcoat', 'after-full-cure'],
  ['epoxy', 'paint', 'paint-instead'],
  ['polyester', 'paint', 'paint-instead'],
  ['epoxy', 'bare', 'after-full-cure'],
  ['polyester', 'bare', 'after-full-cure'],
];

/** Grits one after another by finish, none left out. */
export function gritsChart(): Chart {
  const routes = [finishRoute('polyester', 'gelcoat', 'after-full-cure', { gelCoatOnly: true }), ...GRIT_ROUTES.map(([family, finish, way]) => finishRoute(family, finish, way))]; // prettier-ignore
  const most = Math.max(...routes.map(({ ladder }) => ladder.length));
  return {
    id: 'grits',
    of: '',
    columns: Array.from({ length: most }, (_, i) => figure(i + 1, 'count')),
    rows: routes.map(({ name, ladder }) => row({ name }, Array.from({ length: most }, (_, i) => cell([figure(ladder[i] ?? null, 'grit')])))), // prettier-ignore
  };
}
