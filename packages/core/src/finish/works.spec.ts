import { requireEntry } from '../errors.js';
import { SYSTEMS, type SystemCard } from '../resin/index.js';
import { type FinishKind, finishRoute } from './routes.js';
import { type FinishWork, type WorksFacts, finishWorks } from './works.js';

const card = (id: string): SystemCard => requireEntry(SYSTEMS, id, 'id');
const EPOXY = card('epoxy-medium');
const FACTS: WorksFacts = {
  card: EPOXY,
  areaMm2: 100_000,
  tempC: 22,
  inRounds: [],
  fillerId: 'hollow-spheres',
  fair: null,
  coat: { areaMm2: null, dryMm: null, way: 'brush', solidsPercent: null },
  paintEdge: null,
  nonSkid: false,
  putBack: '',
};
const works = (finish: FinishKind, facts: Partial<WorksFacts> = {}): FinishWork[] =>
  finishWorks(finishRoute((facts.card ?? EPOXY).family, finish, 'after-full-cure'), { ...FACTS, ...facts });
const ids = (all: readonly FinishWork[]): string[] => all.map(({ id }) => id);

describe('the works of a finish', () => {
  it('are every fill, coat and sanding by itself, each under an id of its own', () => {
    expect(ids(works('gelcoat'))).toEqual(['fair-neat', 'fair-fill-1', 'fair-sand-1', 'wash-blush', 'key-80', 'gel-coat-mask', 'gel-coat-1', 'gel-coat-2', 'polish-sand', 'polish-compound', 'polish-wax']); // prettier-ignore
    expect(ids(works('paint'))).toEqual(['wash-blush', 'fair-neat', 'fair-fill-1', 'fair-sand-1', 'seal', 'prime-1', 'prime-guide', 'prime-2', 'paint-mask', 'paint-1', 'paint-2']); // prettier-ignore
    expect(ids(works('bare'))).toEqual(['wash-blush', 'seal', 'uv-cover-1', 'uv-cover-2']);
    for (const finish of ['gelcoat', 'paint', 'bare'] as const) for (const own of [EPOXY, card('polyester')]) expect(new Set(ids(works(finish, { card: own }))).size).toBe(works(finish, { card: own }).length); // prettier-ignore
  });

  it('are not done again where a round of the job put them on: what it stands for goes, with what comes before; a fairing is still sanded and read', () => {
    expect(ids(works('gelcoat', { inRounds: ['fairing'] }))).toEqual(['fair-sand-1', 'wash-blush', 'key-80', 'gel-coat-mask', 'gel-coat-1', 'gel-coat-2', 'polish-sand', 'polish-compound', 'polish-wax']); // prettier-ignore
    expect(ids(works('gelcoat', { inRounds: ['fairing', 'gelcoat'] }))).toEqual(['polish-sand', 'polish-compound', 'polish-wax']); // prettier-ignore
    expect(ids(works('paint', { inRounds: ['resin'] }))[0]).toBe('prime-1');
    expect(ids(works('bare', { card: card('polyester'), inRounds: ['gelcoat'] }))).toEqual([]);
    // Read and still low: it is filled again by what was read.
    const low = { filled: 1, fillMl: 20, deepestMm: 1, fair: false };
    expect(ids(works('paint', { inRounds: ['fairing'], fair: low }))).toContain('fair-fill-2');
  });

  it('wait as the can says where it was read, as is usual else', () => {
    const waits = (more: Partial<WorksFacts['coat']>): (number | boolean)[][] => works('paint', { coat: { ...FACTS.coat, ...more } }).slice(-2).map(({ waitHours, byCan }) => [waitHours, byCan]); // prettier-ignore
    expect(waits({})).toEqual([[4, false], [12, false]]); // prettier-ignore
    expect(waits({ recoatHours: 6 })).toEqual([[6, true], [12, false]]); // prettier-ignore
    expect(waits({ recoatHours: 6, hardHours: 48 })).toEqual([[6, true], [48, true]]); // prettier-ignore
    expect(works('bare', { coat: { ...FACTS.coat, recoatHours: 3 } }).at(-2)!.waitHours).toBe(3);
  });

  it('take the hands as long as the steps they are the parts of', () => {
    for (const finish of ['gelcoat', 'paint', 'bare'] as const) {
      const route = finishRoute('epoxy', finish, 'after-full-cure');
      const minutes = (all: readonly { handsFloorMin: number }[]): number => all.reduce((sum, one) => sum + one.handsFloorMin, 0); // prettier-ignore
      expect(minutes(finishWorks(route, FACTS))).toBeCloseTo(minutes(route.steps), 9);
    }
  });

  it('fill as often as the reading wants it: none where it is fair, the fills done kept beside those to come', () => {
    const read = (filled: number, fillMl: number, deepestMm: number, fair: boolean): string[] =>
      ids(works('paint', { fair: { filled, fillMl, deepestMm, fair } })).filter((id) => id.startsWith('fair'));
    expect(read(0, 0, 0.1, true)).toEqual(['fair-look']);
    const highOnly = works('paint', { fair: { filled: 0, fillMl: 0, deepestMm: 0, fair: false } });
    expect(highOnly.find(({ id }) => id === 'fair-look')!.name).toBe('Sand the high places');
    expect(read(0, 12, 1.5, false)).toEqual(['fair-neat', 'fair-fill-1', 'fair-sand-1']);
    // Light epoxy paste goes on 10 mm thick at the most: 14 mm is two fills.
    expect(read(0, 140, 14, false)).toEqual(['fair-neat', 'fair-fill-1', 'fair-sand-1', 'fair-fill-2', 'fair-sand-2']);
    expect(read(1, 2, 0.6, false)).toEqual(['fair-neat', 'fair-fill-1', 'fair-sand-1', 'fair-fill-2', 'fair-sand-2']);
    expect(read(1, 0, 0.1, true)).toEqual(['fair-neat', 'fair-fill-1', 'fair-sand-1']);
  });

  it('say what each takes: a fill by its volume and what is to spare, a gel coat by its wet film', () => {
    const fill = works('paint', { fair: { filled: 0, fillMl: 40, deepestMm: 2, fair: false } }).find(({ id }) => id === 'fair-fill-1')!; // prettier-ignore
    // 2.2 heaps of 130 kg/m³, the bubbles 220, in resin of 1.15: 1/(1 + 1.3) of resin weighs 0.5, the bubbles 0.12435, so 0.62435 g/ml;
    // 40 ml are 24.97 g; 15 % to spare are 3.75 g.
    expect([fill.ml, fill.massG]).toEqual([jasmine.any(Number), jasmine.any(Number)]);
    expect(fill.massG!).toBeCloseTo(28.72, 2);
    const [first, last] = works('gelcoat').filter(({ medium }) => medium === 'gelcoat');
    // 0.5 mm dry are 0.5/0.94 = 0.532 mm wet, in two passes; 0.1 m² of 0.266 mm with 5 % on the brush are 28 ml, 33.6 g.
    expect(first!.wetMm!).toBeCloseTo(0.266, 3);
    expect([first!.ml!.toFixed(1), first!.massG!.toFixed(1)]).toEqual(['28.0', '33.6']);
    // The next while it is green, the last until it sands.
    expect([first!.waitHours, first!.untilHours, last!.waitHours, last!.untilHours]).toEqual([2, 24, 8, null]);
  });

  it('know what a paint takes only by its can', () => {
    const paint = (solidsPercent: number | null): FinishWork => works('paint', { coat: { ...FACTS.coat, way: 'roller', solidsPercent } }).find(({ id }) => id === 'paint-1')!; // prettier-ignore
    expect([paint(null).ml, paint(null).wetMm]).toEqual([null, null]);
    // 0.04 mm dry of 50 % solids are 0.08 mm wet; 0.1 m² of it are 8 ml, 8.9 ml with a tenth on the roller.
    expect(paint(50).wetMm!).toBeCloseTo(0.08, 9);
    expect(paint(50).ml!).toBeCloseTo(8.889, 3);
  });

  it('end with what goes back on: the pattern of a deck, and what was noted', () => {
    expect(ids(works('paint', { nonSkid: true, putBack: 'Two stripes, name on the bow' })).slice(-2)).toEqual(['put-back-skid', 'put-back-film']); // prettier-ignore
    expect(works('paint', { putBack: 'Two stripes' }).at(-1)!.text).toContain('Two stripes');
    expect(works('paint', { paintEdge: 'fade' }).find(({ id }) => id === 'paint-mask')!.text).toContain('fade');
    expect(works('paint', { paintEdge: 'hard' }).find(({ id }) => id === 'paint-mask')!.text).toContain('line');
  });
});
