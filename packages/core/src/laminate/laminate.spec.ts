import { laminate } from './laminate.js';
import { compare, match, matchBand } from './match.js';

const GRAPHITE = { e1GPa: 181, e2GPa: 10.3, g12GPa: 7.17, nu12: 0.28 };

/** Expects agreement to 0.1 %. */
function near(actual: number, expected: number): void {
  expect(Math.abs(actual / expected - 1))
    .withContext(`${actual} against ${expected}`)
    .toBeLessThan(0.001);
}

describe('laminate', () => {
  it('agrees with the textbook [0/30/−45] graphite/epoxy laminate of 5 mm plies', () => {
    // Published worked example: A in 10⁹ N/m, B in 10⁶ N, D in 10³ N·m.
    const {
      aNPerMm: a,
      bN: b,
      dNMm: d,
    } = laminate({ layers: [0, 30, -45].map((orientationDeg) => ({ ...GRAPHITE, thicknessMm: 5, orientationDeg })) });
    near(a[0][0], 1.7392e6);
    near(a[0][1], 3.884e5);
    near(a[1][1], 4.5325e5);
    near(a[0][2], 5.663e4);
    near(a[1][2], -1.1406e5);
    near(a[2][2], 4.5248e5);
    near(b[0][0], -3.1288e6);
    near(b[0][1], 9.855e5);
    near(b[1][2], -1.0717e6);
    near(d[0][0], 3.3432e7);
    near(d[0][1], 6.461e6);
    near(d[0][2], -5.2403e6);
    near(d[2][2], 7.663e6);
  });

  it('is the closed form for an isotropic sheet: A = Eh/(1−ν²), D = Eh³/12(1−ν²)', () => {
    const e = { e1GPa: 70, e2GPa: 70, g12GPa: 70 / 2.6, nu12: 0.3 };
    const result = laminate({
      layers: [
        { ...e, thicknessMm: 1 },
        { ...e, thicknessMm: 1, orientationDeg: 37 },
      ],
    });
    near(result.aNPerMm[0][0], (70_000 * 2) / 0.91);
    near(result.dNMm[0][0], (70_000 * 8) / 12 / 0.91);
    near(result.inPlane.exGPa, 70);
    near(result.flexural.exGPa, 70);
    near(result.inPlane.nuxy, 0.3);
  });

  it('is the hand-worked cross-ply [0/90]s: A₁₁ = (Q₁₁+Q₂₂)h/2, D₁₁ = h³/12 (7Q₁₁+Q₂₂)/8, no coupling', () => {
    const nu21 = (0.28 * 10.3) / 181;
    const [q11, q22] = [181_000 / (1 - 0.28 * nu21), 10_300 / (1 - 0.28 * nu21)];
    const result = laminate({
      layers: [0, 90, 90, 0].map((orientationDeg) => ({ ...GRAPHITE, thicknessMm: 0.25, orientationDeg })),
    });
    near(result.aNPerMm[0][0], (q11 + q22) / 2);
    near(result.dNMm[0][0], ((7 * q11 + q22) / 8) * (1 / 12));
    expect(Math.abs(result.bN[0][0])).toBeLessThan(1e-6);
  });

  it('is isotropic in its plane for [0/60/−60]: A₆₆ = (A₁₁ − A₁₂)/2', () => {
    const { aNPerMm: a } = laminate({
      layers: [0, 60, -60].map((orientationDeg) => ({ ...GRAPHITE, thicknessMm: 1, orientationDeg })),
    });
    near(a[0][0], a[1][1]);
    near(a[2][2], (a[0][0] - a[0][1]) / 2);
  });

  it('releases coupling in the engineering constants: two unlike isotropic sheets bend about their neutral axis', () => {
    // Bimetal strip by hand: E 200 over E 100, 1 mm each, ν = 0: neutral axis 0.8333 mm from the stiff face, EI = 200(1/12 + 0.1111) + 100(1/12 + 0.4444) = 91 667 N·mm.
    const strip = (e: number) => ({ e1GPa: e, e2GPa: e, g12GPa: e / 2, nu12: 0, thicknessMm: 1 });
    const result = laminate({ layers: [strip(200), strip(100)] });
    near(result.bendingNMm.x, 91_666.67);
    near(result.flexural.exGPa * 1000 * (8 / 12), 91_666.67);
  });

  it('turns a mat without effect and a unidirectional ply with the fourth power', () => {
    const at = (fabricId: string, orientationDeg: number) =>
      laminate({ resin: 'polyester', layers: [{ fabricId, orientationDeg }] }).inPlane.exGPa;
    near(at('mat-450', 0), at('mat-450', 33));
    expect(at('ud-300', 0)).toBeGreaterThan(at('ud-300', 45));
    near(
      laminate({ layers: [{ fabricId: 'biax45-600' }] }).inPlane.exGPa,
      laminate({ layers: [{ fabricId: 'biax45-600', orientationDeg: 90 }] }).inPlane.exGPa,
    );
  });

  it('sums weight and thickness, core included', () => {
    const result = laminate({
      resin: 'epoxy',
      layers: [{ fabricId: 'twill-203' }, { coreId: 'pvc-80', thicknessMm: 10 }, { fabricId: 'twill-203' }],
    });
    near(result.massGsm, 2 * (203 / 0.45) + 800);
    near(result.thicknessMm, 10 + 2 * (203 / 2560 + (203 * 0.55) / 0.45 / 1150));
  });

  it('names the field when a layer is impossible', () => {
    expect(() => laminate({ layers: [] })).toThrow(jasmine.objectContaining({ code: 'empty', field: 'layers' }));
    expect(() => laminate({ layers: [{ fabricId: 'no-such' }] })).toThrow(
      jasmine.objectContaining({ code: 'unknown-id', field: 'layers.0.fabricId' }),
    );
    expect(() => laminate({ layers: [{ ...GRAPHITE, thicknessMm: Number.NaN }] })).toThrow(
      jasmine.objectContaining({ code: 'not-a-number' }),
    );
    expect(() => laminate({ layers: [{ ...GRAPHITE, nu12: 5, thicknessMm: 1 }] })).toThrow(
      jasmine.objectContaining({ field: 'layers.0.nu12' }),
    );
    expect(() => laminate({ layers: Array.from({ length: 900 }, () => ({ fabricId: 'mat-450' })) })).toThrow(
      jasmine.objectContaining({ code: 'too-many' }),
    );
  });
});

describe('match', () => {
  it('finds a laminate equal to itself in every direction', () => {
    const parent = { layers: [{ fabricId: 'mat-450' }, { fabricId: 'roving-600' }], resin: 'polyester' as const };
    const { ratios, weightRatio, worst } = match({ parent, patch: parent });
    ratios.forEach((r) => near(r.ratio, 1));
    near(weightRatio!, 1);
    expect(worst).toBe('match');
  });

  it('gives twice the stretch and eight times the bending for twice the thickness', () => {
    const once = laminate({ layers: [{ ...GRAPHITE, thicknessMm: 1 }] });
    const twice = laminate({ layers: [{ ...GRAPHITE, thicknessMm: 2 }] });
    const ratio = (d: string) => compare(once, twice).ratios.find((r) => r.direction === d)!.ratio;
    near(ratio('a11'), 2);
    near(ratio('d11'), 8);
    expect(compare(once, twice).worst).toBe('hard');
  });

  it('draws its bands at 0.90, 1.15 and 1.25', () => {
    expect([0.899, 0.9, 1.15, 1.2, 1.25, 1.251].map(matchBand)).toEqual([
      'soft',
      'match',
      'match',
      'note',
      'note',
      'hard',
    ]);
  });
});
