import { sectionDrawing } from '../drawing/section.js';
import { jobSteps } from '../plan/index.js';
import { type InputsPatch, inputsWith } from '../testing/inputs.js';
import { planRepair } from './plan.js';
import { compareGelCoatWays } from './schools.js';
import { compareSides } from './sides.js';
import { stepsInputOf } from './steps.js';
import { usualRounds } from './usual-rounds.js';

/** A hole cut to 100 mm right through 4 mm, tapered 12:1. */
const HOLE: InputsPatch = {
  place: { access: 'both', finish: 'gelcoat' },
  damage: { shape: { kind: 'circle', diameterMm: 80, centreXMm: 0, centreYMm: 0 } },
  laminate: { thicknessMm: 4, finishThicknessMm: 0.6, clueIds: ['plate-epoxy'] },
  resin: { systemId: 'epoxy-slow' },
  taper: { ratio: 12, marginMm: 25 },
  days: { startAt: '2026-04-16T08:00' },
};
const of = (more: InputsPatch = {}) => inputsWith({ ...HOLE, ...more });
const inside = (more: InputsPatch = {}) => of({ ...more, taper: { ...HOLE.taper, from: 'inside', ...more.taper } });
const stepsOf = (inputs: ReturnType<typeof of>): string[] =>
  jobSteps(stepsInputOf(inputs, planRepair(inputs))!).map(({ key }) => key);

describe('a job worked from inside', () => {
  it('leaves the show face but the hole to be finished', () => {
    expect(planRepair(of()).taper!.shownMm2).toBeCloseTo((Math.PI / 4) * (100 + 2 * 48 + 50) ** 2, 0);
    expect(planRepair(inside()).taper!.shownMm2).toBeCloseTo((Math.PI / 4) * 100 ** 2, 0);
  });

  it('is the side that is told as taken', () => {
    const taken = (inputs: ReturnType<typeof of>) => compareSides(inputs).filter((side) => side.taken).map(({ side }) => side); // prettier-ignore
    expect([taken(of()), taken(inside()), taken(of({ taper: { ...HOLE.taper, sides: 'two' } }))]).toEqual([
      ['outside'],
      ['inside'],
      ['both'],
    ]);
  });

  it('has gel coat in the hole first, as thick as the finish round it, on a back-up on the show face', () => {
    const first = inside({ resin: { ...HOLE.resin, gelCoatWay: 'gel-coat-first' } });
    const plan = planRepair(first);
    const [coat, patch] = plan.rounds;
    // 78.5 cm² 0.6 mm thick, at 1.2 g/ml, and 15 % lost on the rim.
    expect(coat!.massG).toBeCloseTo(78.54 * 0.06 * 1.2 * 1.15, 1);
    expect([coat!.id, coat!.onto, coat!.closing]).toEqual(['gel-coat-first', 'ground', null]);
    expect([patch!.face, patch!.onto]).toEqual([0, 'abraded']);
    expect(plan.finish!.id).toBe('gel-coat-first');
    expect(usualRounds(first, plan).map(({ name }) => name)).not.toContain('Gel coat');
    const steps = stepsOf(first);
    expect(steps.indexOf('coat')).toBeLessThan(steps.indexOf('lay-up'));
    expect(steps).toContain('abrade-round');
  });

  it('in polyester lays the first ply on the tacky back of its gel coat, within its window', () => {
    const inputs = inside({
      laminate: { ...HOLE.laminate, clueIds: ['plate-polyester'] },
      resin: { systemId: 'polyester', gelCoatWay: 'gel-coat-first' },
    });
    const plan = planRepair(inputs);
    expect(plan.rounds.map(({ onto }) => onto).slice(0, 2)).toEqual(['ground', 'green']);
    const list = jobSteps(stepsInputOf(inputs, plan)!);
    const layUp = list.find(({ id }) => id === 'lay-up')!;
    expect(layUp.after).toContain({ key: 'coat', withinAgeHours: 24 });
    expect(list.slice(0, list.indexOf(layUp)).map(({ id }) => id)).not.toContain('abrade-round');
  });

  it('from outside gel coat cannot go in first: it says so and plans it after the cure', () => {
    const plan = planRepair(of({ resin: { ...HOLE.resin, gelCoatWay: 'gel-coat-first' } }));
    expect(plan.taper!.remarks.map(({ id }) => id)).toContain('taper.gel-coat-first-outside');
    expect(plan.finish!.id).toBe('gel-coat-after-full-cure');
    expect(plan.rounds[0]!.face).toBe(0);
  });

  it('counts depth from inside, on the plies that lie there', () => {
    const plies = ['twill-203', 'twill-203', 'biax45-400', 'biax45-400'].map((fabricId) => ({ fabricId, orientationDeg: 0 })); // prettier-ignore
    const part: InputsPatch = { damage: { ...HOLE.damage, depth: 'part', depthMm: 0.5 }, laminate: { ...HOLE.laminate, known: 'plies', plies, thicknessMm: null } }; // prettier-ignore
    const fabrics = (inputs: ReturnType<typeof of>) => planRepair(inputs).parent!.withinPlies.map(({ fabricId }) => fabricId); // prettier-ignore
    expect([fabrics(of(part)), fabrics(inside(part))]).toEqual([['twill-203', 'twill-203'], ['biax45-400']]);
  });

  it('asks for the back-up on the show face, and is drawn with that face below', () => {
    const plan = planRepair(inside());
    expect(plan.facts['keepsShowFace']).toBeTrue();
    const section = sectionDrawing(inside(), plan)!;
    const top = (id: string) => Math.min(...section.ground.find((region) => region.id === id)!.points.map(({ y }) => y)); // prettier-ignore
    expect([section.inside, top('finish-r'), top('backing')]).toEqual([true, 4, 4.6]);
    expect(section.laid.find(({ id }) => id === 'new-finish')!.points.map(({ x }) => Math.abs(x))).toEqual([50, 50, 50, 50]); // prettier-ignore
  });

  it('offers gel coat first only where it can be laid from inside', () => {
    const first = (more: InputsPatch) => compareGelCoatWays(of(more)).find(({ way }) => way === 'gel-coat-first')!;
    expect(first({}).possible).toBeTrue();
    expect(first({ place: { ...HOLE.place, access: 'one' } }).possible).toBeFalse();
    expect(first({ damage: { ...HOLE.damage, depth: 'part', depthMm: 2 } }).possible).toBeFalse();
  });
});

describe('both faces', () => {
  const two = (more: InputsPatch['taper'] = {}) => of({ laminate: { ...HOLE.laminate, thicknessMm: 8 }, taper: { ...HOLE.taper, sides: 'two', ...more } }); // prettier-ignore

  it('share the depth as it is set', () => {
    const [outer, inner] = planRepair(two({ firstShare: 0.75 })).taper!.footprint.faces;
    expect([outer!.depthMm, inner!.depthMm]).toEqual([6, 2]);
  });

  it('laid wet in one go are ground first, with nothing cured or ground between them', () => {
    const inputs = two({ oneGo: true });
    const plan = planRepair(inputs);
    expect(plan.rounds.find(({ face, go }) => face === 1 && go === 0)!.onto).toBe('green');
    const steps = stepsOf(inputs);
    expect(steps).not.toContain('grind-back.f2');
    expect(steps.indexOf('grind.f2')).toBeLessThan(steps.indexOf('cut-plies.f1'));
    const from = steps.findIndex((key) => key.startsWith('lay-up.f1'));
    const to = steps.findIndex((key) => key.startsWith('lay-up.f2'));
    expect(steps.slice(from, to).filter((key) => key.startsWith('cure-to-sand'))).toEqual([]);
  });

  it('laid wet in one go heat as one: their thickness counts together', () => {
    const remarks = (oneGo: boolean) => planRepair(of({ laminate: { ...HOLE.laminate, thicknessMm: 12 }, stack: { goes: 1 }, taper: { ...HOLE.taper, sides: 'two', oneGo } })).mix!.remarks.map(({ id }) => id); // prettier-ignore
    expect(remarks(false)).not.toContain('mix.too-thick-at-once');
    expect(remarks(true)).toContain('mix.too-thick-at-once');
  });
});
