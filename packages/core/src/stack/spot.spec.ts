import { laminate } from '../laminate/index.js';
import { sessions } from './sessions.js';
import { spotOf } from './spot.js';

describe('a hard or soft spot', () => {
  const parent = laminate({ layers: [{ fabricId: 'twill-290' }, { fabricId: 'twill-290' }], resin: 'epoxy' });

  it('is told with the ply that makes it: one of carbon among glass', () => {
    const spot = spotOf(parent, [{ fabricId: 'twill-290' }, { fabricId: 'carbon-twill-280' }], null, 'epoxy')!;
    expect([spot.kind, spot.ply]).toEqual(['hard', 1]);
    expect(spot.ratio).toBeGreaterThan(1.25);
    expect(spot.ratioThen).toBeLessThan(spot.ratio);
  });

  it('is soft by half the thickness, which is no one ply’s doing', () => {
    const spot = spotOf(parent, [{ fabricId: 'twill-290' }], null, 'epoxy')!;
    expect([spot.kind, spot.ply]).toEqual(['soft', null]);
    expect(spot.direction.startsWith('d')).toBeTrue();
    expect(spot.ratio).toBeCloseTo(1 / 8, 6);
  });

  it('is none where the patch is the parent again', () => {
    expect(spotOf(parent, [{ fabricId: 'twill-290' }, { fabricId: 'twill-290' }], null, 'epoxy')).toBeNull();
  });
});

describe('plies in one go', () => {
  const goes = (mm: number[], limit: number): number[][] =>
    sessions(mm, limit).map(({ from, to }) => [from + 1, to + 1]);

  it('are as few goes as the limit allows, evenly shared', () => {
    expect(goes(Array<number>(10).fill(1), 4)).toEqual([[1, 3], [4, 6], [7, 10]]); // prettier-ignore
    expect(goes([1, 1, 1], 4)).toEqual([[1, 3]]);
    for (const { thicknessMm } of sessions([0.9, 0.4, 1.2, 0.9, 0.9, 0.4], 2))
      expect(thicknessMm).toBeLessThanOrEqual(2);
  });

  it('leave a ply thicker than the limit alone, and refuse nonsense', () => {
    expect(goes([3, 1, 1], 2)).toEqual([[1, 1], [2, 3]]); // prettier-ignore
    expect(() => sessions([], 2)).toThrow(jasmine.objectContaining({ code: 'empty' }));
    expect(() => sessions([1], 0)).toThrow(jasmine.objectContaining({ field: 'limitMm' }));
  });
});

describe('plies that stretch sideways more than they are pulled', () => {
  // ±25° carbon: ν of the pair is over one.
  const steep = [{ fabricId: 'carbon-ud-200', orientationDeg: 25 }, { fabricId: 'carbon-ud-200', orientationDeg: -25 }, { fabricId: 'carbon-ud-200', orientationDeg: -25 }, { fabricId: 'carbon-ud-200', orientationDeg: 25 }]; // prettier-ignore

  it('are a parent like any other', () => {
    const parent = laminate({ resin: 'epoxy', layers: steep });
    expect(parent.inPlane.nuxy).toBeGreaterThan(1);
    expect(() =>
      spotOf(parent, [{ fabricId: 'biax45-600' }, { fabricId: 'biax090-600' }], null, 'epoxy'),
    ).not.toThrow();
    const { exGPa, eyGPa, gxyGPa, nuxy } = parent.inPlane;
    const again = laminate({
      layers: [{ e1GPa: exGPa, e2GPa: eyGPa, g12GPa: gxyGPa, nu12: nuxy, thicknessMm: parent.thicknessMm }],
    });
    expect(again.inPlane.nuxy).toBeCloseTo(nuxy, 9);
    expect(() => laminate({ layers: [{ e1GPa: 10, e2GPa: 10, g12GPa: 4, nu12: 1.01, thicknessMm: 1 }] })).toThrow(
      jasmine.objectContaining({ code: 'inconsistent', params: jasmine.objectContaining({ why: 'poisson', most: 1 }) }),
    );
  });
});
