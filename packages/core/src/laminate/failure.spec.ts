import { failure, pulledMPa, strengths } from './failure.js';

/** Published graphite/epoxy with its strengths. */
const GRAPHITE = {
  e1GPa: 181,
  e2GPa: 10.3,
  g12GPa: 7.17,
  nu12: 0.28,
  strengths: { xtMPa: 1500, xcMPa: 1500, ytMPa: 40, ycMPa: 246, sMPa: 68 },
};
const plies = (thicknessMm: number, ...turns: number[]) =>
  turns.map((orientationDeg) => ({ ...GRAPHITE, thicknessMm, orientationDeg }));

function near(actual: number, expected: number, share = 0.001): void {
  expect(Math.abs(actual / expected - 1))
    .withContext(`${actual} against ${expected}`)
    .toBeLessThan(share);
}

describe('strains and stresses of a laminate', () => {
  it('agree with the textbook [0/30/−45] under 1000 N/m each way', () => {
    const { midStrain, curvaturePerMm, sheets } = failure({
      layers: plies(5, 0, 30, -45),
      loads: { nxNPerMm: 1, nyNPerMm: 1 },
    });
    [3.123e-7, 3.492e-6, -7.598e-7].forEach((value, i) => near(midStrain[i]!, value));
    // Published in 1/m: 2.971e-5, −3.285e-4, 4.101e-4.
    [2.971e-8, -3.285e-7, 4.101e-7].forEach((value, i) => near(curvaturePerMm[i]!, value));
    // Top of the 0° ply, published in Pa: 3.351e4, 6.188e4, −2.750e4.
    [0.03351, 0.06188, -0.0275].forEach((value, i) => near(sheets[0]!.stressMPa[i]!, value));
  });

  it('find the reserve of a 60° ply as published: 16.33 by maximum strain, 22.39 by Tsai-Wu', () => {
    const { firstPly, tsaiWu } = failure({ layers: plies(1, 60), loads: { nxNPerMm: 2, nyNPerMm: -3, nxyNPerMm: 4 } });
    near(firstPly!.factor, 16.33);
    expect(firstPly!.mode).toBe('shear');
    near(tsaiWu!.factor, 22.39);
  });

  it('find what fails first in bending and pull together, as worked out apart from this', () => {
    // Full stiffness solved by matrix algebra in double precision, sheet by sheet.
    const { firstPly, tsaiWu, sheets } = failure({
      layers: plies(0.125, 0, 45, -45, 90, 90, -45, 45, 0),
      loads: { nxNPerMm: 100, nxyNPerMm: 30, mxN: 5, myN: 2, mxyN: 1 },
    });
    expect(sheets.length).toBe(16);
    near(firstPly!.factor, 2.61815);
    expect([firstPly!.layer, firstPly!.mode]).toEqual([4, 'across-tension']);
    near(tsaiWu!.factor, 2.468127);
  });

  it('stay flat where the laminate is held, and bend where it is not', () => {
    const layers = [{ fabricId: 'mat-450' }, { fabricId: 'ud-600' }];
    const loads = { nxNPerMm: 10 };
    expect(failure({ layers, loads, heldFlat: true }).curvaturePerMm).toEqual([0, 0, 0]);
    expect(Math.abs(failure({ layers, loads }).curvaturePerMm[0])).toBeGreaterThan(1e-6);
  });

  it('ask for layers and loads that can be', () => {
    expect(() => failure({ layers: [], loads: {} })).toThrow(jasmine.objectContaining({ field: 'layers' }));
    expect(() => failure({ layers: plies(1, 0), loads: { nxNPerMm: Number.NaN } })).toThrow(
      jasmine.objectContaining({ field: 'loads.nxNPerMm' }),
    );
    expect(() =>
      failure({ layers: [{ ...GRAPHITE, thicknessMm: 1, strengths: { ...GRAPHITE.strengths, sMPa: 0 } }], loads: {} }),
    ).toThrow(jasmine.objectContaining({ field: 'layers.0.strengths.sMPa' }));
  });
});

describe('strength of a laminate', () => {
  it('of one ply is its own', () => {
    const { xTension, yTension, yCompression, shear } = strengths({ layers: plies(1, 0) });
    near(xTension.firstPlyMPa!, 1500);
    near(yTension.firstPlyMPa!, 40);
    near(yTension.tsaiWuMPa!, 40);
    near(yCompression.firstPlyMPa!, 246);
    near(shear.carryingMPa!, 68);
  });

  it('of a cross-ply by hand: the 90° ply cracks long before the fibres go', () => {
    // ν small: ε = 40/10300 = 0.388 % times a mean modulus of about 96 GPa; then half the section at 1500 MPa.
    const { xTension } = strengths({ layers: plies(1, 0, 90, 0, 90) });
    near(xTension.firstPlyMPa!, 0.003883 * 96_000, 0.01);
    near(xTension.carryingMPa!, 1500 / 2, 0.01);
  });

  it('across fibres that all lie one way ends with the first crack', () => {
    const { yTension } = strengths({ layers: plies(1, 0, 0) });
    near(yTension.carryingMPa!, yTension.firstPlyMPa!);
  });

  it('of a mat is the same whichever way it is turned, pulled or sheared at 45°', () => {
    const at = (orientationDeg: number) =>
      strengths({ resin: 'polyester', layers: [{ fabricId: 'mat-450', orientationDeg }] });
    expect(at(33)).toEqual(at(0));
    const turned = failure({
      resin: 'polyester',
      layers: [{ fabricId: 'mat-450' }],
      loads: { nxNPerMm: 50, nyNPerMm: 50, nxyNPerMm: 50 },
    });
    const straight = failure({ resin: 'polyester', layers: [{ fabricId: 'mat-450' }], loads: { nxNPerMm: 100 } });
    near(turned.tsaiWu!.factor, straight.tsaiWu!.factor);
    near(turned.firstPly!.factor, straight.firstPly!.factor);
  });

  it('is unknown where nothing is known to fail, and the stronger direction is what a joint is held against', () => {
    const { strengths: _, ...bare } = GRAPHITE;
    expect(strengths({ layers: [{ ...bare, thicknessMm: 1 }] }).xTension).toEqual({
      firstPlyMPa: null,
      carryingMPa: null,
      tsaiWuMPa: null,
    });
    expect(pulledMPa(strengths({ layers: [{ ...bare, thicknessMm: 1 }] }))).toBeNull();
    const across = strengths({
      resin: 'epoxy',
      layers: [{ fabricId: 'ud-600', orientationDeg: 90 }, { fabricId: 'mat-450' }],
    });
    expect(pulledMPa(across)).toBe(across.yTension.carryingMPa);
    expect(across.yTension.carryingMPa!).toBeGreaterThan(across.xTension.carryingMPa!);
  });
});

describe('strength in shear', () => {
  it('differs with its sign on plies across, and the smaller is taken', () => {
    const ud = {
      e1GPa: 40,
      e2GPa: 10,
      g12GPa: 4,
      nu12: 0.28,
      thicknessMm: 1,
      orientationDeg: 45,
      strengths: { xtMPa: 800, xcMPa: 500, ytMPa: 30, ycMPa: 110, sMPa: 60 },
    };
    const found = strengths({ layers: [ud] });
    const [plus, minus] = [found.shearPositive.firstPlyMPa!, found.shearNegative.firstPlyMPa!];
    // At 45° a shear τ pulls with τ along one diagonal and pushes with τ along the other: the fibres' own, or across them.
    expect(Math.max(plus, minus) / Math.min(plus, minus)).toBeGreaterThan(2);
    expect(found.shear.firstPlyMPa).toBe(Math.min(plus, minus));
    expect(found.shear.tsaiWuMPa).toBe(Math.min(found.shearPositive.tsaiWuMPa!, found.shearNegative.tsaiWuMPa!));
    const turned = strengths({ layers: [{ ...ud, orientationDeg: -45 }] });
    expect(
      [turned.shearPositive.firstPlyMPa!, turned.shearNegative.firstPlyMPa!].map((mpa) => Number(mpa.toFixed(6))),
    ).toEqual([minus, plus].map((mpa) => Number(mpa.toFixed(6))));
  });

  it('is the same both ways along the fibres and in a mat', () => {
    for (const layers of [[{ fabricId: 'ud-300' }], [{ fabricId: 'mat-450' }]]) {
      const { shearPositive, shearNegative } = strengths({ resin: 'epoxy', layers });
      expect(shearPositive.firstPlyMPa!).toBeCloseTo(shearNegative.firstPlyMPa!, 9);
    }
  });
});
