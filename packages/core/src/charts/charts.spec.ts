import { windows } from '../cure/index.js';
import { FABRICS } from '../material/index.js';
import { GEL_COAT, SYSTEMS } from '../resin/index.js';
import { type Chart, chartHas } from './chart.js';
import { catalystChart, discsChart, fabricChart, gritsChart, mixChart, ouncesChart, taperChart, thicknessChart, timesChart } from './charts.js'; // prettier-ignore
import { fitsChart, makeChart } from './make.js';

const epoxy = SYSTEMS.find(({ id }) => id === 'epoxy-slow')!;
const polyester = SYSTEMS.find(({ id }) => id === 'polyester')!;

/** Figures of a cell by the heads of its row and column. */
function at(chart: Chart, row: number | string, column: number | string) {
  const is = (head: Chart['columns'][number], wanted: number | string): boolean => ('name' in head ? head.name === wanted : head.value === wanted); // prettier-ignore
  const found = chart.rows.find(({ head }) => is(head, row))!;
  return found.cells[chart.columns.findIndex((head) => is(head, column))]!;
}
const values = ({ figures }: { figures: { value: number | null }[] }): (number | null)[] => figures.map(({ value }) => value); // prettier-ignore

describe('charts for the wall', () => {
  it('of catalyst: 1 % is 10 ml to the kilogram, counted in the shop’s drops; past the range it is refused', () => {
    const chart = catalystChart(GEL_COAT, { dropsPerMl: 30, tempC: 15 });
    const [ml, grams, drops] = values(at(chart, 500, 1.5));
    expect(ml).toBeCloseTo(7.5, 9);
    expect(grams).toBeCloseTo(7.5 * GEL_COAT.catalystDensityGPerMl, 9);
    expect(drops).toBe(225);
    expect(at(chart, 500, 0.75).refused).toBeTrue();
    expect(at(chart, 500, 2.25).refused).toBeTrue();
    expect(at(chart, 500, 1).refused).toBeFalse();
    // At its coldest it wants its most.
    expect(at(chart, 500, 2).now).toBeTrue();
    expect(chart.rows.flatMap(({ cells }) => cells).filter(({ now }) => now).length).toBe(chart.rows.length);
    expect(() => catalystChart(GEL_COAT, { dropsPerMl: 0 })).toThrow();
  });

  it('of a two-part mix: hardener by weight and volume, the scale after both, cup lines, strokes that miss are refused', () => {
    if (epoxy.kind !== 'two-part') return fail();
    const pump = { kind: 'pump', name: 'pump', resinStrokeMl: 10, secondStrokeMl: 10, strokePercent: 2 } as const;
    const chart = mixChart(epoxy, { tools: [pump] });
    const hardener = epoxy.hardenerPer100ByWeight;
    expect(values(at(chart, 300, 'hardener'))[0]).toBeCloseTo(3 * hardener, 9);
    expect(values(at(chart, 300, 'scale-both'))[0]).toBeCloseTo(300 + 3 * hardener, 9);
    const [resinMl, bothMl] = values(at(chart, 300, 'cup-lines'));
    expect(resinMl).toBeCloseTo(300 / epoxy.resinDensityGPerMl, 6);
    expect(bothMl! - resinMl!).toBeCloseTo((3 * hardener) / epoxy.hardenerDensityGPerMl, 6);
    const [resin, second] = values(at(chart, 5000, 'pump'));
    const off = Math.abs((second! / resin!) / ((hardener * epoxy.resinDensityGPerMl) / (100 * epoxy.hardenerDensityGPerMl)) - 1); // prettier-ignore
    expect(at(chart, 5000, 'pump').refused).toBe(off * 100 > epoxy.tolerancePercent);
    expect(mixChart(epoxy).columns.length).toBe(3);
  });

  it('of fabric: w (1 − ψ)/ψ of resin, and as many plies as come up to a thickness', () => {
    const mat = FABRICS.find(({ id }) => id === 'mat-450')!;
    const resin = values(at(fabricChart([mat], 'polyester'), mat.name, 2))[0]!;
    expect(resin).toBeCloseTo(2 * values(at(fabricChart([mat], 'polyester'), mat.name, 1))[0]!, 9);
    // Mat drinks about twice its weight and a little over.
    expect(resin / 2 / 450).toBeGreaterThan(1.8);
    expect(resin / 2 / 450).toBeLessThan(2.6);
    const thick = thicknessChart([mat], 'polyester');
    const one = values(at(thick, mat.name, 'one-ply'))[0]!;
    expect(values(at(thick, mat.name, 4))[0]).toBe(Math.ceil(4 / one));
    expect(() => fabricChart([], 'epoxy')).toThrow();
  });

  it('of times: working time halves for ten degrees, cure by the card’s own cold law; too cold and too hot are refused', () => {
    const chart = timesChart(polyester, { tempC: 19.2 });
    expect(values(at(chart, 20, 'working'))[0]).toBeCloseTo(2 * values(at(chart, 30, 'working'))[0]!, 6);
    expect(values(at(chart, 20, 'sand'))[0]).toBeCloseTo(windows({ card: polyester, airTempC: 20 }).sandableHour!, 6);
    expect(at(chart, 5, 'sand').refused).toBe(5 < polyester.minTempC);
    expect(
      chart.rows.filter(({ cells }) => cells.every(({ now }) => now)).map(({ head }) => 'value' in head && head.value),
    ).toEqual([20]);
    expect(chartHas(timesChart(polyester, { tempC: 55 }), 'now')).toBeFalse();
  });

  it('of tapers, discs and ounces are sums anyone can check', () => {
    expect(values(at(taperChart(), 4, 12))).toEqual([48, 48 / 25.4]);
    // 4 mm at 12:1 is 48 mm: three discs step by 32 mm in diameter, 50 + 32 to 50 + 96.
    expect(values(at(discsChart(4, 12), 50, 3))).toEqual([82, 146, 32]);
    expect(values(at(ouncesChart(), 6, 'cloth-by-yard'))[0]).toBeCloseTo(203.4, 1);
    expect(values(at(ouncesChart(), 1.5, 'mat-by-foot'))[0]).toBeCloseTo(457.7, 1);
  });

  it('of grits leave none out that is more than twice the one before', () => {
    for (const { cells } of gritsChart().rows) {
      const ladder = cells.flatMap(({ figures }) => (figures[0]!.value === null ? [] : [figures[0]!.value]));
      ladder.slice(1).forEach((grit, i) => expect(grit / ladder[i]!).toBeLessThanOrEqual(2));
    }
  });

  it('are made by name, and a system has only those that are its', () => {
    expect(fitsChart('catalyst', epoxy)).toBeFalse();
    expect(fitsChart('mix', epoxy)).toBeTrue();
    expect(() => makeChart('catalyst', { card: epoxy, fabrics: FABRICS })).toThrow();
    expect(makeChart('times', { card: epoxy, fabrics: FABRICS, tempC: 18 }).of).toBe(epoxy.name);
  });
});
