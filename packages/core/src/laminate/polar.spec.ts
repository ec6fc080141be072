import { laminate } from './laminate.js';
import { polar } from './polar.js';

const UD = { e1GPa: 40, e2GPa: 9, g12GPa: 3.5, nu12: 0.28, thicknessMm: 1 };

describe('stiffness by direction', () => {
  it('follows the closed form of one ply turned', () => {
    const { points } = polar({ layers: [UD], stepDeg: 15 });
    expect(points.length).toBe(12);
    for (const { angleDeg, eGPa, flexuralGPa } of points) {
      const [m, n] = [Math.cos((angleDeg * Math.PI) / 180), Math.sin((angleDeg * Math.PI) / 180)];
      const compliance =
        m ** 4 / UD.e1GPa + n ** 4 / UD.e2GPa + m * m * n * n * (1 / UD.g12GPa - (2 * UD.nu12) / UD.e1GPa);
      expect(eGPa).toBeCloseTo(1 / compliance, 8);
      expect(flexuralGPa).toBeCloseTo(1 / compliance, 8);
    }
  });

  it('is a circle for chopped mat', () => {
    const { stiffest, softest } = polar({ layers: [{ fabricId: 'mat-450' }], resin: 'polyester' });
    expect(stiffest.eGPa).toBeCloseTo(softest.eGPa, 9);
  });

  it('agrees with the laminate along and across, and names the stiffest way', () => {
    const layers = [{ fabricId: 'ud-600', orientationDeg: 30 }, { fabricId: 'roving-500' }];
    const whole = laminate({ layers, resin: 'epoxy' });
    const { points, stiffest } = polar({ layers, resin: 'epoxy', stepDeg: 10 });
    expect(points[0]!.eGPa).toBeCloseTo(whole.inPlane.exGPa, 9);
    expect(points[9]!.eGPa).toBeCloseTo(whole.inPlane.eyGPa, 9);
    expect(points[9]!.flexuralGPa).toBeCloseTo(whole.flexural.eyGPa, 9);
    expect([20, 30]).toContain(stiffest.angleDeg);
  });

  it('refuses a step that 180 degrees is no multiple of', () => {
    expect(() => polar({ layers: [UD], stepDeg: 7 })).toThrowMatching((e) => e.field === 'stepDeg');
  });
});

describe('a step that does not go into half a turn', () => {
  it('is answered with one that does', () => {
    expect(() => polar({ resin: 'epoxy', layers: [{ fabricId: 'ud-300' }], stepDeg: 7 })).toThrow(
      jasmine.objectContaining({
        code: 'inconsistent',
        params: jasmine.objectContaining({ why: 'no-divisor', near: 180 / 26 }),
      }),
    );
  });
});
