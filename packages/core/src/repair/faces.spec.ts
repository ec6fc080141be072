import { NEW_REPAIR, type RepairInputs } from './inputs.js';
import { planRepair } from './plan.js';
import { stepsInputOf } from './steps.js';
import { jobSteps } from '../plan/index.js';

type Sections = { [K in keyof RepairInputs]?: Partial<RepairInputs[K]> };
const job = (sections: Sections): RepairInputs =>
  Object.fromEntries(
    Object.entries({ ...NEW_REPAIR, laminate: { ...NEW_REPAIR.laminate, clueIds: ['plate-epoxy'] }, resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-slow' } }).map(([name, section]) => [name, { ...section, ...sections[name as keyof Sections] }]), // prettier-ignore
  ) as unknown as RepairInputs;
const steps = (inputs: RepairInputs): string[] =>
  jobSteps(stepsInputOf(inputs, planRepair(inputs))!).map(({ id }) => id);

describe('a second face', () => {
  it('of a solid laminate is ground back into the first: a secondary bond', () => {
    const solid = job({
      place: { access: 'both' },
      laminate: { thicknessMm: 8 },
      taper: { sides: 'two' },
    });
    expect(planRepair(solid).rounds.filter(({ go }) => go === 0).map(({ onto }) => onto)).toEqual(['ground', 'abraded']); // prettier-ignore
    expect(steps(solid)).toContain('grind-back');
  });

  it('that is a skin of its own over a core is ground by itself and bonds to fresh ground', () => {
    const board = job({
      laminate: { thicknessMm: 1, core: { coreId: 'eps', thicknessMm: 60, reachable: true } },
      taper: { kind: 'broken' },
    });
    const plan = planRepair(board);
    expect(plan.problems).toEqual([]);
    expect(plan.rounds.filter(({ go }) => go === 0).map(({ onto }) => onto)).toEqual(['ground', 'ground']);
    expect(steps(board)).not.toContain('grind-back');
    expect(steps(board).filter((id) => id === 'grind').length).toBe(2);
  });
});

describe('a wrap', () => {
  const tube = (across: boolean): ReturnType<typeof planRepair> =>
    planRepair(
      job({
        damage: { shape: { kind: 'slot', lengthMm: 60, widthMm: 12, centreXMm: 0, centreYMm: 0, rotationDeg: 0 } },
        laminate: { thicknessMm: 1.5 },
        taper: { kind: 'wrap', wrap: { roundMm: 110, stripMm: 40, angleDeg: 45, overlapMm: 10, layers: 2, pastMm: 20, across } }, // prettier-ignore
      }),
    );
  const coveredOf = (plan: ReturnType<typeof planRepair>): number => {
    const { profile } = plan.taper!;
    return profile.kind === 'form' && profile.form.kind === 'band' ? profile.form.wrap.coveredMm : 0;
  };

  it('covers the damage along the tube, and not its extent round it', () => {
    // 60 mm along and 20 past either end; of a crack that runs round it only its 12 mm.
    expect([coveredOf(tube(false)), coveredOf(tube(true))]).toEqual([100, 52]);
  });

  it('lies along the tube, whichever way the outline was drawn', () => {
    const sizeOf = (plan: ReturnType<typeof planRepair>) => {
      const [run] = plan.taper!.footprint.outlines;
      const [xs, ys] = [run!.map(({ x }) => x), run!.map(({ y }) => y)];
      return [Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)].map(Math.round);
    };
    expect(sizeOf(tube(false))).toEqual([100, 110]);
    expect(sizeOf(tube(true))).toEqual([110, 52]);
  });
});

describe('a carbon laminate nobody has counted', () => {
  const carbon = planRepair(job({ laminate: { thicknessMm: 1.2, fibre: 'carbon' } }));

  it('is guessed as carbon and mended with carbon, in turns of 45°', () => {
    expect(carbon.parent!.plies.every(({ fabricId }) => fabricId === 'carbon-twill-200')).toBeTrue();
    expect(carbon.parent!.whole.thicknessMm).toBeGreaterThan(0.9);
    expect(carbon.parent!.whole.thicknessMm).toBeLessThan(1.5);
    expect(carbon.patch!.chosen.every(({ fabricId }) => fabricId.startsWith('carbon'))).toBeTrue();
    expect(carbon.facts['fibres']).toEqual(['carbon']);
  });

  it('as glass would have been far too soft a parent', () => {
    const glass = planRepair(job({ laminate: { thicknessMm: 1.2 } }));
    expect(carbon.parent!.within.aNPerMm[0][0]).toBeGreaterThan(2 * glass.parent!.within.aNPerMm[0][0]);
  });
});

describe('a large area', () => {
  const large = { kind: 'roundedRectangle', lengthMm: 2000, widthMm: 900, cornerRadiusMm: 50, centreXMm: 0, centreYMm: 0, rotationDeg: 0 } as const; // prettier-ignore

  it('goes before an engineer where it is cut out, not where a skin is laid over it', () => {
    const of = (kind: 'taper' | 'overlay') => planRepair(job({ damage: { shape: large, depth: 'part', depthMm: 1 }, laminate: { thicknessMm: 4 }, taper: { kind } })).severity.proposed; // prettier-ignore
    expect([of('taper'), of('overlay')]).toEqual(['beyond', 'part']);
  });
});
