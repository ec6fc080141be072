import { GEL_COAT } from '../resin/index.js';
import { expectedAir } from '../testing/inputs.js';
import { preparationChecks } from '../inspection/index.js';
import type { AlignmentReading } from '../taper/index.js';
import { planDrawing, sectionDrawing } from '../drawing/index.js';
import { batchError } from './batch-error.js';
import { NEW_REPAIR, type RepairInputs } from './inputs.js';
import { type RepairPlan, planRepair } from './plan.js';
import { stepsInputOf } from './steps.js';
import { usualRounds } from './usual-rounds.js';

type Sections = { [K in keyof RepairInputs]?: Partial<RepairInputs[K]> };

const inputsOf = (sections: Sections): RepairInputs => {
  const base: RepairInputs = {
    ...NEW_REPAIR,
    laminate: { ...NEW_REPAIR.laminate, clueIds: ['plate-polyester'] },
    air: expectedAir(20),
  };
  return Object.fromEntries(
    Object.entries(base).map(([name, section]) => [name, { ...section, ...sections[name as keyof Sections] }]),
  ) as unknown as RepairInputs;
};
const area = (lengthMm: number, widthMm: number) =>
  ({ kind: 'roundedRectangle', lengthMm, widthMm, cornerRadiusMm: 20, centreXMm: 0, centreYMm: 0, rotationDeg: 0 }) as const; // prettier-ignore
const DECK = inputsOf({
  damage: { shape: area(800, 400), depth: 'part', depthMm: 1 },
  laminate: { thicknessMm: 4, clueIds: ['plate-polyester'] },
  resin: { systemId: 'epoxy-slow' },
  taper: { kind: 'overlay' },
});
const names = (plan: RepairPlan): string[] => plan.rounds.map(({ id }) => id);

describe('an overlay', () => {
  const plan = planRepair(DECK);

  it('lies on the area as it is drawn, nothing cut out or ground, each ply short of the next', () => {
    expect([plan.damage!.cut.lengthMm, plan.taper!.footprint.groundVolumeMm3]).toEqual([800, 0]);
    // 25 mm past the area the uppermost, 15 mm less each one below it.
    const lengths = plan.patch!.faces[0]!.plies.filter(({ cover }) => !cover).map(({ lengthMm }) => lengthMm);
    expect(lengths.at(-1)).toBeCloseTo(850, 6);
    lengths.slice(1).forEach((length, i) => expect(length - lengths[i]!).toBeCloseTo(lengths[i] === 800 ? length - 800 : 30, 6)); // prettier-ignore
  });

  it('is primed all over, matched with nothing, and drawn without a hole', () => {
    const { abraded } = plan.taper!.footprint.faces[0]!;
    expect(plan.mix!.faces[0]!.quantity.primeG).toBeCloseTo((abraded.areaMm2 / 1e6) * 125, 6);
    expect(plan.match).toBeNull();
    expect(planDrawing(DECK, plan).cutOut).toBeNull();
    const section = sectionDrawing(DECK, plan)!;
    expect(section.laid.map(({ id }) => id)).not.toContain('filler');
    expect(section.ground.filter(({ layer }) => layer === 'parent').every(({ id }) => id.endsWith('under'))).toBeTrue();
  });

  it('has its usual rounds: edges feathered, sealed, and gel coat where there is some', () => {
    expect(usualRounds(DECK, plan).map(({ name }) => name)).toEqual(['Edges feathered', 'Sealing coat', 'Gel coat']);
    const painted = {
      ...DECK,
      resin: { ...DECK.resin, systemId: 'epoxy-medium', gelCoatWay: 'paint-instead' as const },
    };
    expect(usualRounds(painted, planRepair(painted)).map(({ name }) => name)).toEqual([
      'Edges feathered',
      'Sealing coat',
    ]);
  });
});

describe('a new panel', () => {
  const PANEL = inputsOf({
    damage: { shape: area(600, 400) },
    laminate: { known: 'plies', plies: [{ fabricId: 'biax45-400' }, { fabricId: 'biax090-400' }, { fabricId: 'biax45-400' }] }, // prettier-ignore
    resin: { systemId: 'epoxy-slow' },
    taper: { kind: 'panel' },
    stack: { coverFabricId: null },
    days: { startAt: '2026-06-15T08:00' },
  });
  const plan = planRepair(PANEL);

  it('is laid a little larger all round and trimmed, every ply alike, with nothing primed, washed or ground', () => {
    for (const ply of plan.patch!.faces[0]!.plies)
      expect([ply.lengthMm, ply.widthMm].map(Math.round)).toEqual([630, 430]);
    expect(plan.mix!.faces[0]!.quantity.primeG).toBe(0);
    expect(plan.days!.tasks.map(({ id }) => id)).not.toContain('wash');
    expect(plan.days!.tasks.map(({ id }) => id)).not.toContain('grind');
    expect(preparationChecks(plan.facts).map(({ id }) => id)).toEqual(['former', 'dry-clean', 'dry-fit']);
    expect(plan.inspection.map(({ id }) => id)).not.toContain('tight');
  });

  it('may have a second face, laid green on the first, of the same plies', () => {
    const second = usualRounds(PANEL, plan).find(({ name }) => name === 'Second face')!;
    expect(second.onto).toBe('green');
    const both = planRepair({ ...PANEL, rounds: { ...PANEL.rounds, added: [{ ...second, id: 'second' }] } });
    expect(names(both)).toEqual(['f0.g0', 'second']);
    const [first, other] = both.rounds;
    expect([other!.plies.length, other!.onto]).toEqual([first!.plies.length, 'green']);
  });
});

describe('an injection', () => {
  const DRY = inputsOf({
    damage: { shape: area(200, 100) },
    resin: { systemId: 'epoxy-slow' },
    taper: { kind: 'injection' },
    days: { startAt: '2026-06-15T08:00' },
  });
  const plan = planRepair(DRY);

  it('needs no thickness and no plies: one round of resin, 1.3 times area and gap with what stays in the cup', () => {
    expect([plan.taper, plan.patch, plan.problems.filter(({ stage }) => stage === 'mix')]).toEqual([null, null, []]);
    expect(names(plan)).toEqual(['inject']);
    const { areaMm2, volumeMl } = plan.injected!;
    expect(volumeMl).toBeCloseTo((areaMm2 * 0.5 * 1.3) / 1000, 9);
    // A tenth to spare, and 3 ml at the least.
    const spare = Math.max(3, 0.1 * volumeMl);
    const card = plan.resin!.card!;
    expect(plan.rounds[0]!.massG).toBeCloseTo((volumeMl + spare) * card.resinDensityGPerMl, 3);
    expect(plan.rounds[0]!.pots.every(({ fillerG }) => fillerG === 0)).toBeTrue();
  });

  it('is prepared and judged as what it is: dry within, weighted, tapped again', () => {
    const prepared = preparationChecks(plan.facts).map(({ id }) => id);
    expect(prepared).toEqual(['washed', 'dry-within', 'weights', 'dry-clean']);
    const judged = plan.inspection.map(({ id }) => id);
    expect(judged).toContain('taps');
    for (const id of ['taper', 'plies', 'thickness', 'hardness-d', 'stiffness']) expect(judged).not.toContain(id);
  });

  it('is dated, and its holes are drawn', () => {
    expect(plan.days!.tasks.map(({ id }) => id)).toContain('paste-injection');
    expect(planDrawing(DRY, plan).injection!.holes.length).toBe(plan.injected!.holes.length);
  });
});

describe('a finish that is mended where no fibre is broken', () => {
  const nick = (more: Sections = {}): RepairInputs =>
    inputsOf({
      damage: { kind: 'gouge', depth: 'finish', depthMm: 1.2, shape: { kind: 'slot', lengthMm: 80, widthMm: 10, centreXMm: 0, centreYMm: 0, rotationDeg: 0 } }, // prettier-ignore
      days: { startAt: '2026-06-15T08:00' },
      ...more,
    });
  const NICK = nick();
  const plan = planRepair(NICK);

  it('is filled with gel coat in two goes, by its own catalyst, kept from the air', () => {
    expect(names(plan)).toEqual(['fill.1', 'fill.2']);
    const [first, second] = plan.rounds;
    // π/4 · 80 · 10 · 1.2 = 754 mm³, half of it in each go, 2.5 ml to spare, at 1.2 g/ml.
    expect(first!.massG).toBeCloseTo(1.2 * (0.754 / 2 + 2.5), 2);
    expect([first!.medium, first!.closing, second!.closing]).toEqual(['gelcoat', 'film', 'film']);
    const [pot] = first!.pots;
    expect(pot!.mix.catalystPercent).toBeGreaterThanOrEqual(GEL_COAT.catalystMinPercent);
    expect(pot!.mix.drops).toBeGreaterThan(0);
  });

  it('mends gel coat that alone is hurt with gel coat and in hours, whatever the parent may be; not below the waterline', () => {
    const gouge = (waterline: 'above' | 'below'): RepairInputs => ({
      ...NEW_REPAIR,
      place: { ...NEW_REPAIR.place, waterline },
      damage: { ...NEW_REPAIR.damage, kind: 'gouge', depth: 'finish', depthMm: 1.2, shape: { kind: 'slot', lengthMm: 80, widthMm: 10, centreXMm: 0, centreYMm: 0, rotationDeg: 0 } }, // prettier-ignore
      days: { ...NEW_REPAIR.days, startAt: '2026-04-16T08:00' },
    });
    const above = planRepair(gouge('above'));
    expect([above.resin!.card!.id, above.resin!.chosen, above.finish!.id]).toEqual(['gel-coat', true, 'gel-coat-mended']); // prettier-ignore
    // Two fills, each hard the same day, and a polish after the weekend: not a week of cure.
    expect(above.days!.finishAt < '2026-04-21').toBeTrue();
    expect(above.days!.handsMin).toBeLessThan(300);
    expect(above.days!.tasks.some(({ id }) => id === 'cure-full')).toBeFalse();
    expect(above.rounds.every(({ medium }) => medium === 'gelcoat')).toBeTrue();
    const below = planRepair(gouge('below'));
    expect([below.resin!.card!.family, below.resin!.chosen]).toEqual(['epoxy', false]);
    expect(below.finish!.id).not.toBe('gel-coat-mended');
    // Who takes another resin takes it.
    const own = planRepair({ ...gouge('above'), resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-slow', overrideReason: 'reaches fibre' } }); // prettier-ignore
    expect(own.resin!.card!.id).toBe('epoxy-slow');
  });

  it('judges a pot of it by its catalyst, not by the hardener of the laminate’s resin', () => {
    const [pot] = plan.rounds[0]!.pots;
    const { resinG, secondG } = pot!.mix;
    expect(Math.abs(batchError(NICK, plan, { resinG, secondG, round: 'fill.1' })!.errorPercent)).toBeLessThan(5);
    expect(batchError(NICK, plan, { resinG, secondG: 2 * secondG, round: 'fill.1' })!.within).toBeFalse();
  });

  it('is filled with paste under paint, and not at all before its depth is known', () => {
    const painted = planRepair(nick({ place: { finish: 'paint' }, resin: { systemId: 'epoxy-fast' } }));
    expect([names(painted), painted.rounds[0]!.use]).toEqual([['fill'], 'fairing']);
    const unknown = nick();
    expect(names(planRepair({ ...unknown, damage: { ...unknown.damage, depthMm: null } }))).toEqual([]);
  });

  it('has a short list of checks, and days of its own', () => {
    expect(plan.inspection.map(({ id }) => id)).toEqual(['identity', 'mix-catalyst', 'solvent-wipe', 'fairness', 'colour']); // prettier-ignore
    expect(preparationChecks(plan.facts).map(({ id }) => id)).toEqual(['washed', 'opened', 'dry-clean']);
    expect(plan.days!.tasks.filter(({ id }) => id === 'coat').length).toBe(2);
    expect(stepsInputOf(NICK, plan)!.faces).toEqual([]);
  });

  it('counts every place of several', () => {
    const spots = [{ id: 'b', name: '', kind: 'ding', depthMm: 2, shape: { kind: 'circle', diameterMm: 20, centreXMm: 90, centreYMm: 0 } }] as const; // prettier-ignore
    const two = planRepair({ ...NICK, damage: { ...NICK.damage, spots } });
    expect(names(two)).toEqual(['fill.1', 'fill.2', 'fill.3']);
    expect(new Set(two.rounds[0]!.spotIds)).toEqual(new Set(['main', 'b']));
  });
});

describe('a board in two', () => {
  const board = (alignment: AlignmentReading[]) =>
    inputsOf({ laminate: { thicknessMm: 1, core: { coreId: 'eps', thicknessMm: 60, reachable: true } }, taper: { kind: 'broken', alignment } }); // prettier-ignore
  const read = (mm: number): AlignmentReading[] =>
    (['string', 'twist', 'rocker'] as const).map((what) => ({ what, mm, limitMm: 2, by: 'Spec', at: '2026-04-16T08:00' })); // prettier-ignore

  it('is joined by a millimetre of paste over the whole section, as wide as a board usually is until it is measured', () => {
    const joined = (taper: object): number => {
      const inputs = { ...board([]), taper: { ...board([]).taper, broken: undefined, ...taper } } as RepairInputs;
      const plan = planRepair(inputs);
      const { work } = usualRounds(inputs, plan)[0]!;
      const throughMm = inputs.laminate.core!.thicknessMm + 2 * plan.parent!.thicknessMm;
      return (1000 * (work as { volumeMl: number }).volumeMl) / throughMm;
    };
    expect(joined({}) / 480).toBeCloseTo(1, 1);
    expect(joined({ broken: { widthMm: 600, bulgeMm: 60, railMm: 80 } }) / 600).toBeCloseTo(1, 1);
  });

  it('is signed for as lined up, but where the readings say so by themselves', () => {
    const asks = (alignment: AlignmentReading[]) => preparationChecks(planRepair(board(alignment)).facts).some(({ id }) => id === 'lined-up'); // prettier-ignore
    expect([asks([]), asks(read(5)), asks(read(1))]).toEqual([true, true, false]);
  });
});

describe('coats', () => {
  const coat = (medium: 'gelcoat' | 'resin' | 'paint'): RepairPlan =>
    planRepair({
      ...DECK,
      rounds: {
        added: [{ id: 'c', name: 'Coat', when: 'after', onto: 'abraded', spotIds: [], work: { kind: 'coat', medium, thicknessMm: 0.5, areaMm2: 100_000, densityGPerMl: 1.2 } }], // prettier-ignore
        closing: 'gelcoat-wax',
      },
    });
  const last = (plan: RepairPlan) => plan.rounds.at(-1)!;

  it('are mixed by what they are of: gel coat with catalyst, resin with the job’s hardener, paint as its can says', () => {
    // 0.1 m² at 0.5 mm and 1.2 g/ml.
    expect(last(coat('gelcoat')).massG).toBeCloseTo(60, 9);
    expect(last(coat('gelcoat')).pots[0]!.mix.kind).toBe('catalysed');
    expect(last(coat('resin')).pots[0]!.mix.kind).toBe('two-part');
    expect(last(coat('paint')).pots).toEqual([]);
  });

  it('of gel coat are kept from the air with wax of their own, whatever closes the plies; epoxy needs none', () => {
    expect([last(coat('gelcoat')).closing, last(coat('resin')).closing]).toEqual(['wax', null]);
  });

  it('of the job’s resin are bought with it, of gel coat by themselves', () => {
    expect(coat('resin').mix!.totalG).toBeGreaterThan(coat('gelcoat').mix!.totalG);
  });
});
