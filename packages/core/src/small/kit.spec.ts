import { windows } from '../cure/index.js';
import { NEW_REPAIR, type RepairInputs, planRepair } from '../repair/index.js';
import { SYSTEMS } from '../resin/index.js';
import { type SmallFigures, smallInputs } from './figures.js';
import { type Kit, kitCheck } from './kit.js';

const DING: SmallFigures = { kind: 'ding', lengthMm: 40, widthMm: 30, depthMm: 12, more: [], skinBroken: true, thicknessMm: 0.8, coreId: 'eps', coreMm: 60, wet: false }; // prettier-ignore
const KIT: Kit = { clothM2: 0.2, resinG: 100, secondG: 30, filmM2: 0.1, fillerMl: 50, brushes: 1, tempC: 20 };
const epoxy = SYSTEMS.find(({ id }) => id === 'epoxy-slow')!;

function check(kit: Partial<Kit>, figures = DING, place: Partial<RepairInputs['place']> = {}) {
  const inputs = smallInputs({ ...NEW_REPAIR, place: { ...NEW_REPAIR.place, finish: 'paint', ...place } }, figures);
  return kitCheck(inputs, planRepair(inputs), { ...KIT, ...kit });
}
const line = (result: ReturnType<typeof check>, id: string) => result.lines.find((one) => one.id === id)!;
const ids = ({ remarks }: ReturnType<typeof check>): string[] => remarks.map(({ id }) => id);

describe('a kit in the field', () => {
  it('is held against what the job wants, thing by thing', () => {
    const result = check({});
    // Plies 140 × 130 and 160 × 150 mm: 0.0422 m², out of squares 4/π as much.
    expect(line(result, 'cloth').wanted).toBeCloseTo(0.0422 * (4 / Math.PI), 4);
    // The largest, 0.024 m² of ply, wants 0.0306 m² of cloth: six out of 0.2 m².
    expect(result.discs).toEqual({ wanted: 2, fromKit: 6 });
    expect(line(result, 'resin').wanted).toBeCloseTo(planRepair(smallInputs({ ...NEW_REPAIR, place: { ...NEW_REPAIR.place, finish: 'paint' } }, DING)).mix!.totalResinG, 6); // prettier-ignore
    expect(result.enough).toBeTrue();
    const short = check({ clothM2: 0.04, resinG: 20 });
    expect([line(short, 'cloth').enough, line(short, 'resin').enough, short.enough]).toEqual([false, false, false]);
    expect(short.discs!.fromKit).toBe(1);
  });

  it('goes into one cup whole where its parts belong together and most of it is wanted; else it is weighed', () => {
    const { wanted } = line(check({}), 'resin');
    if (epoxy.kind !== 'two-part') return fail();
    const secondG = (wanted * epoxy.hardenerPer100ByWeight) / 100;
    expect(check({ resinG: wanted, secondG }).mixing).toBe('all');
    expect(check({ resinG: 4 * wanted, secondG: 4 * secondG }).mixing).toBe('weighed');
    const off = check({ resinG: wanted, secondG: 1.3 * secondG });
    expect(off.mixing).toBe('weighed');
    expect(ids(off)).toContain('kit.ratio');
  });

  it('says what to do in the cold and in the heat, and when it is hard', () => {
    expect(ids(check({ tempC: 2 }))).toEqual(jasmine.arrayContaining(['kit.warm-bottles', 'kit.insulate']));
    expect(ids(check({ tempC: 45 }))).toContain('kit.too-hot');
    const hard = check({ tempC: 20 }).remarks.find(({ id }) => id === 'kit.hard-after')!;
    expect(hard.params!['hours']).toBeCloseTo(windows({ card: epoxy, airTempC: 20 }).sandableHour!, 6);
  });

  it('names what to improvise with, and what is done again at home', () => {
    expect(ids(check({}))).toEqual(jasmine.arrayContaining(['kit.film-and-weight', 'kit.again-at-home']));
    // A dent is borne by its fill and its core; a hole in a thin shell is borne by nothing.
    expect(ids(check({}))).not.toContain('kit.few-discs');
    expect(ids(check({}, { kind: 'hole', sizeMm: 40, thicknessMm: 1, bothFaces: false }))).toEqual(jasmine.arrayContaining(['kit.tape-dam', 'kit.few-discs'])); // prettier-ignore
    expect(ids(check({}, DING, { service: 'high' }))).toContain('kit.again-before-use');
    const gouge = check({}, { kind: 'gouge', lengthMm: 80, widthMm: 10, depthMm: 1, reachesFibre: false, colour: '', more: [] }, { finish: 'gelcoat' }); // prettier-ignore
    expect(gouge.discs).toBeNull();
    expect(ids(gouge)).not.toContain('kit.again-at-home');
    expect(() => check({ resinG: -1 })).toThrow();
  });
});
