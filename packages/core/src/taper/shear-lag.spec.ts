import { joint } from './joint.js';
import { type JointStep, shearAlong } from './shear-lag.js';

const step = (lengthMm: number, parentNPerMm: number, patchNPerMm: number): JointStep => ({
  lengthMm,
  parentNPerMm,
  patchNPerMm,
});

describe('shear along a joint', () => {
  it('of one step between equal sheets is the single-lap closed form: peak over mean = (λL/2) coth(λL/2)', () => {
    // G/t = 1000/0.2 = 5000; λ² = 5000·(2/40 000) = 0.25, λL/2 = 10.
    const single = shearAlong({
      steps: [step(40, 40_000, 40_000)],
      bondShearModulusMPa: 1000,
      bondMm: 0.2,
      loadNPerMm: 200,
    });
    expect(single.meanMPa).toBeCloseTo(5, 9);
    expect(single.peakOverMean).toBeCloseTo(10 / Math.tanh(10), 9);
    expect(single.points[0]!.shearMPa).toBeCloseTo(single.points.at(-1)!.shearMPa, 9);
  });

  it('between unequal sheets peaks at the end of the softer by the closed form of Volkersen', () => {
    const [l, e1, e2] = [30, 20_000, 60_000];
    const lambda = Math.sqrt(5000 * (1 / e1 + 1 / e2));
    const at = (x: number): number =>
      (lambda / Math.sinh(lambda * l)) *
      ((e2 / (e1 + e2)) * Math.cosh(lambda * (l - x)) + (e1 / (e1 + e2)) * Math.cosh(lambda * x));
    const found = shearAlong({ steps: [step(l, e1, e2)], bondShearModulusMPa: 1000, bondMm: 0.2 });
    expect(found.points[0]!.shearMPa).toBeCloseTo(at(0), 9);
    expect(found.points.at(-1)!.shearMPa).toBeCloseTo(at(l), 9);
    expect(found.points[4]!.shearMPa).toBeCloseTo(at(l / 2), 9);
  });

  it('is the same cut into steps of like stiffness, and hands over all of the load', () => {
    const whole = shearAlong({ steps: [step(40, 40_000, 30_000)] });
    const cut = shearAlong({ steps: [step(10, 40_000, 30_000), step(25, 40_000, 30_000), step(5, 40_000, 30_000)] });
    expect(cut.peakMPa).toBeCloseTo(whole.peakMPa, 9);
    expect(cut.steps.reduce((sum, s) => sum + s.loadShare, 0)).toBeCloseTo(1, 9);
    expect(cut.points[8]!.shearMPa).toBeCloseTo(cut.points[9]!.shearMPa, 9);
  });

  it('evens out as a scarf is cut into more steps', () => {
    const scarf = (count: number) =>
      shearAlong({
        steps: Array.from({ length: count }, (_, i) =>
          step(120 / count, (40_000 * (count - i)) / count, (40_000 * (i + 1)) / count),
        ),
      }).peakOverMean;
    expect(scarf(4)).toBeLessThan(scarf(1));
    expect(scarf(16)).toBeLessThan(scarf(4));
    expect(scarf(16)).toBeGreaterThan(1);
  });

  it('does not overflow over long steps, and refuses what is no joint', () => {
    expect(shearAlong({ steps: [step(2000, 100, 100), step(2000, 100, 100)] }).steps[0]!.loadShare).toBeCloseTo(0.5, 6);
    expect(() => shearAlong({ steps: [] })).toThrowMatching((e) => e.field === 'stepped.steps');
    expect(() => shearAlong({ steps: [step(10, 0, 100)] })).toThrowMatching(
      (e) => e.field === 'stepped.steps.0.parentNPerMm',
    );
    expect(joint({ ratio: 12, resin: 'epoxy', parentStrengthMPa: 150 }).distribution).toBeNull();
    expect(
      joint({ ratio: 12, resin: 'epoxy', parentStrengthMPa: 150, stepped: { steps: [step(40, 40_000, 40_000)] } })
        .distribution!.steps.length,
    ).toBe(1);
  });
});
