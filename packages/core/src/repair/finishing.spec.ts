import { NEW_REPAIR, type RepairInputs } from './inputs.js';
import { fairFound, groundRoom, roomFound } from './fair-found.js';
import { everyRound } from './finishing.js';
import { jobMaterials } from './materials.js';
import { planRepair } from './plan.js';
import { stepsInputOf } from './steps.js';
import { fairingDensity } from '../mix/index.js';
import { jobSteps } from '../plan/index.js';

const HULL: RepairInputs = {
  ...NEW_REPAIR,
  laminate: { ...NEW_REPAIR.laminate, thicknessMm: 4, clueIds: ['plate-polyester'] },
  resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-medium' },
};
/** Three lines of nine readings, flat but for a low of so much under the middle. */
const lowOf = (mm: number, after: 'ground' | 'cured' | 'filled') => ({
  id: crypto.randomUUID(),
  after,
  instrument: '',
  by: 'A',
  at: null,
  lines: [-60, 0, 60].map((yMm, line) => ({
    name: 'ABC'[line]!,
    readings: [-200, -150, -100, -50, 0, 50, 100, 150, 200].map((xMm) => ({ xMm, yMm, zMm: Math.abs(xMm) < 75 ? -mm : 0, sound: Math.abs(xMm) > 75 })), // prettier-ignore
  })),
});

describe('the finish of a job', () => {
  it('is faired without hollow spheres under gel coat that stands in the sun, and with them below the water and under paint', () => {
    const planned = (place: Partial<RepairInputs['place']>, resin: Partial<RepairInputs['resin']> = {}) => {
      const plan = planRepair({ ...HULL, place: { ...HULL.place, ...place }, resin: { ...HULL.resin, ...resin } });
      const fill = plan.finish!.works.find(({ id }) => id === 'fair-fill-1')!;
      const round = plan.finish!.rounds.find(({ id }) => id === 'fair-fill-1')!;
      return { text: fill.text, name: round.fillerName, bought: jobMaterials(plan).flatMap(({ kind, entryId }) => (kind === 'filler' ? [entryId] : [])) }; // prettier-ignore
    };
    const sun = planned({ finish: 'gelcoat', waterline: 'above' });
    expect([sun.text, sun.name, sun.bought]).toEqual(['Fair with epoxy and silica, no hollow spheres', 'Fumed silica', ['silica']]); // prettier-ignore
    const under = planned({ finish: 'gelcoat', waterline: 'below' });
    expect([under.text, under.name, under.bought]).toEqual(['Fair with epoxy and light filler', 'Hollow glass spheres', ['hollow-spheres']]); // prettier-ignore
    expect(planned({ finish: 'paint', waterline: 'above' }).name).toBe('Hollow glass spheres');
    const instead = planned({ finish: 'gelcoat', waterline: 'above' }, { gelCoatWay: 'paint-instead' });
    expect([instead.text, instead.name]).toEqual(['Fair with epoxy and light filler', 'Hollow glass spheres']);
    // 2.5 heaps of 50 kg/m³, its grains 2200, in resin of 1.15: 0.9462 of resin weighs 1.0881, the silica 0.1183.
    expect(fairingDensity('silica', 1.15)).toBeCloseTo(1.2064, 4);
  });

  it('tells of light filler that somebody put down over the plies under gel coat in the sun, and of none elsewhere', () => {
    const told = (fillerId: string, when: 'before' | 'after' = 'after', place: Partial<RepairInputs['place']> = {}) =>
      planRepair({
        ...HULL,
        place: { ...HULL.place, finish: 'gelcoat', waterline: 'above', ...place },
        rounds: { ...HULL.rounds, added: [{ id: 'f', name: 'Fairing', when, onto: 'abraded', spotIds: [], work: { kind: 'paste', use: 'fairing', volumeMl: 60, fillerId } }] },
      }).mix!.pastes.find(({ id }) => id === 'f')!.paste.remarks.map(({ id }) => id); // prettier-ignore
    expect(told('hollow-spheres')).toEqual(['paste.spheres-under-gelcoat']);
    expect([told('silica'), told('hollow-spheres', 'before'), told('hollow-spheres', 'after', { waterline: 'below' }), told('hollow-spheres', 'after', { finish: 'paint' })]).toEqual([[], [], [], []]); // prettier-ignore
  });

  it('has a round for everything that is put on: paste with its filler, gel coat with its catalyst, paint out of its can', () => {
    const { works, rounds } = planRepair(HULL).finish!;
    expect(rounds.map(({ id }) => id)).toEqual(works.flatMap(({ id, medium }) => (medium === null ? [] : [id])));
    const of = (id: string) => rounds.find((one) => one.id === id)!;
    expect(of('fair-fill-1').pots[0]!.fillerG).toBeGreaterThan(0);
    expect([of('gel-coat-1').medium, of('gel-coat-1').pots[0]!.mix.kind]).toEqual(['gelcoat', 'catalysed']);
    expect([of('gel-coat-1').onto, of('gel-coat-2').onto]).toEqual(['abraded', 'green']);
    expect([of('gel-coat-1').closing, of('gel-coat-2').closing]).toEqual([null, HULL.rounds.closing]);
    const paint = planRepair({ ...HULL, place: { ...HULL.place, finish: 'paint' } }).finish!.rounds.find(({ id }) => id === 'paint-1')!; // prettier-ignore
    expect([paint.medium, paint.pots]).toEqual(['paint', []]);
    const plan = planRepair(HULL);
    expect(new Set(everyRound(plan).map(({ id }) => id)).size).toBe(plan.rounds.length + rounds.length);
  });

  it('follows what was read: a low wants its fill, and what is fair after it wants none', () => {
    const fills = (...fair: ReturnType<typeof lowOf>[]): (number | null)[] =>
      planRepair({ ...HULL, finish: { ...HULL.finish, fair } }).finish!.works.flatMap(({ id, ml }) => (id.startsWith('fair-fill') ? [ml] : [])); // prettier-ignore
    const [wanted] = fills(lowOf(2, 'cured'));
    // Two millimetres deep, 100 to 200 mm wide, over 120 mm between the lines: some 24 to 48 ml.
    expect(wanted!).toBeGreaterThan(24);
    expect(wanted!).toBeLessThan(48);
    expect(fills(lowOf(2, 'cured'), lowOf(0, 'filled'))).toEqual([null]);
    expect(fills(lowOf(2, 'cured'), lowOf(0.9, 'filled')).length).toBe(2);
    expect(fills(lowOf(0, 'cured'))).toEqual([]);
  });

  it('has no round for what is left out, and keeps why', () => {
    const whole = planRepair(HULL).finish!;
    const { works, leftOut, rounds } = planRepair({ ...HULL, finish: { ...HULL.finish, leftOut: [{ workId: 'gel-coat-2', why: 'One pass is asked' }, { workId: 'no-such-work', why: 'Once it was' }] } }).finish!; // prettier-ignore
    expect(works.map(({ id }) => id)).toEqual(whole.works.flatMap(({ id }) => (id === 'gel-coat-2' ? [] : [id])));
    expect(leftOut.map(({ work, why }) => [work.id, why])).toEqual([['gel-coat-2', 'One pass is asked']]);
    expect(rounds.length).toBe(whole.rounds.length - 1);
  });

  it('has room by what was read of the cured patch: for the finish alone it is tight, level it is none', () => {
    const plan = planRepair(HULL);
    const verdict = (mm: number) => roomFound(fairFound(lowOf(mm, 'cured'), 0.2).result!, plan.finish!)!.verdict;
    expect([verdict(1.05), verdict(0.55), verdict(0)]).toEqual(['room', 'tight', 'none']);
  });

  it('has room in the ground for plies, fairing and finish by what was read within the cut-out before anything is laid; that is no fairness', () => {
    const plan = planRepair(HULL);
    const { totalMm } = plan.patch!.faces[0]!.stack;
    const room = (mm: number) => groundRoom(fairFound(lowOf(mm, 'ground'), 0.2).result!, { cutOut: plan.damage!.cutOut, patchMm: totalMm, finish: plan.finish! })!; // prettier-ignore
    // Plies, 0.5 of fairing, 0.5 of gel coat.
    expect(room(9).wantedMm).toBeCloseTo(totalMm + 1, 6);
    expect([room(totalMm + 1).verdict, room(totalMm + 0.6).verdict, room(totalMm).verdict]).toEqual(['room', 'tight', 'none']); // prettier-ignore
    const works = (...fair: ReturnType<typeof lowOf>[]) => planRepair({ ...HULL, finish: { ...HULL.finish, fair } }).finish!.works.map(({ id }) => id); // prettier-ignore
    expect(works(lowOf(4, 'ground'))).toEqual(works());
  });

  it('is dated work by work: each with its tick, gel coat within its window, nothing of it over epoxy before its full cure', () => {
    const plan = planRepair(HULL);
    const steps = jobSteps(stepsInputOf(HULL, plan)!);
    const at = (key: string) => steps.find((step) => step.key === key)!;
    for (const { id } of plan.finish!.works) expect(at(id).checkId).toBe(`finish-${id}`);
    expect(at('gel-coat-2').after).toContain({ key: 'gel-coat-1', withinAgeHours: 24 });
    expect(at('full-cure').after).toEqual([{ key: 'fair-fill-1' }]);
    expect(at('wash-blush').after).toContain({ key: 'full-cure' });
    expect(at('fair-fill-1-wait').stage).toBe('sandable');
  });
});
