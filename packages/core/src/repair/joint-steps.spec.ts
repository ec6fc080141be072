import { pulledMPa } from '../laminate/index.js';
import { joint } from '../taper/index.js';
import { jointSteps } from './joint-steps.js';
import { NEW_REPAIR, type RepairInputs } from './inputs.js';
import { planRepair } from './plan.js';
import { compareSides } from './sides.js';

const INPUTS: RepairInputs = {
  ...NEW_REPAIR,
  place: { ...NEW_REPAIR.place, access: 'both' },
  laminate: {
    ...NEW_REPAIR.laminate,
    known: 'plies',
    plies: ['mat-450', 'roving-500', 'mat-450', 'roving-500'].map((fabricId) => ({ fabricId })),
    clueIds: ['plate-polyester'],
  },
  resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-slow' },
};

describe('a planned taper as a stepped joint', () => {
  const plan = planRepair(INPUTS);
  const stepped = jointSteps(plan)[0]!;

  it('has a step a ply whose lengths are the taper, the parent getting thinner and the patch thicker', () => {
    expect(stepped.steps.length).toBe(4);
    expect(stepped.steps.reduce((sum, { lengthMm }) => sum + lengthMm, 0)).toBeCloseTo(
      plan.taper!.footprint.faces[0]!.taperWidthMm,
      6,
    );
    const [first, last] = [stepped.steps[0]!, stepped.steps.at(-1)!];
    expect(first.parentNPerMm).toBeCloseTo(plan.parent!.within.aNPerMm[0][0], 3);
    expect(first.patchNPerMm).toBeLessThan(last.patchNPerMm);
    expect(last.parentNPerMm).toBeLessThan(first.parentNPerMm);
  });

  it('hands the parent’s failure load over whole, by the joint’s own sum', () => {
    const { distribution } = joint({
      ratio: plan.taper!.ratio,
      resin: 'epoxy',
      parentStrengthMPa: pulledMPa(plan.parent!.strength)!,
      stepped,
    });
    const width = plan.taper!.footprint.faces[0]!.taperWidthMm;
    expect(distribution!.meanMPa).toBeCloseTo((pulledMPa(plan.parent!.strength)! * plan.parent!.depthMm) / width, 9);
    expect(distribution!.peakOverMean).toBeGreaterThan(1);
  });

  it('is told of each face of a shared taper: half the width each, and together the whole load', () => {
    const both = planRepair({ ...INPUTS, taper: { ...INPUTS.taper, sides: 'two' } });
    const joints = jointSteps(both);
    expect(joints.length).toBe(2);
    for (const [i, { steps }] of joints.entries())
      expect(steps.reduce((sum, { lengthMm }) => sum + lengthMm, 0)).toBeCloseTo(
        both.taper!.footprint.faces[i]!.taperWidthMm,
        6,
      );
    const load = joints.reduce((sum, { loadNPerMm }) => sum + loadNPerMm!, 0);
    expect(load).toBeCloseTo(stepped.loadNPerMm!, 6);
  });

  it('is not told before there is a patch, nor of plies that lie on the surface', () => {
    expect(jointSteps(planRepair(NEW_REPAIR))).toEqual([]);
    expect(jointSteps(planRepair({ ...INPUTS, taper: { ...INPUTS.taper, kind: 'lap' } }))).toEqual([]);
  });
});

describe('the job by sides', () => {
  it('takes less resin and less ground from both faces, and marks what is taken', () => {
    const [outside, inside, both] = compareSides(INPUTS);
    expect(inside!.resinG).toBe(outside!.resinG);
    expect(both!.groundVolumeMm3).toBeLessThan(outside!.groundVolumeMm3);
    expect([outside!.taken, inside!.taken, both!.taken]).toEqual([true, false, false]);
    expect(compareSides({ ...INPUTS, taper: { ...INPUTS.taper, sides: 'two' } }).map(({ taken }) => taken)).toEqual([
      false,
      false,
      true,
    ]);
    expect(compareSides(NEW_REPAIR)).toEqual([]);
  });
});
