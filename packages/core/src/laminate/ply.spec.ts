import { FIBRES, MATRICES } from '../material/index.js';
import { matConstants, ply, unidirectionalConstants } from './ply.js';

describe('ply', () => {
  it('agrees with the scantling formula t = w/3.072 (2.56/ψ − 1.36) for glass and polyester', () => {
    for (const [arealWeightGsm, fibreMassFraction] of [
      [450, 0.3],
      [600, 0.45],
      [800, 0.5],
    ] as const) {
      const { thicknessMm } = ply({ arealWeightGsm, fibreMassFraction, fibre: 'e-glass', resin: 'polyester' });
      expect(thicknessMm).toBeCloseTo((arealWeightGsm / 1000 / 3.072) * (2.56 / fibreMassFraction - 1.36), 6);
    }
  });

  it('takes about 1.05 kg/m² of resin for a 450 mat', () => {
    expect(
      ply({ arealWeightGsm: 450, fibreMassFraction: 0.3, fibre: 'e-glass', resin: 'polyester' }).resinGsm,
    ).toBeCloseTo(1050, 6);
  });

  it('has the fibre volume of a hand sum: ψ 0.45, glass in epoxy → 0.2688', () => {
    expect(
      ply({ arealWeightGsm: 600, fibreMassFraction: 0.45, fibre: 'e-glass', resin: 'epoxy' }).fibreVolumeFraction,
    ).toBeCloseTo(0.2688, 4);
  });

  it('refuses what no ply can be', () => {
    const good = {
      arealWeightGsm: 450,
      fibreMassFraction: 0.3,
      fibre: 'e-glass' as const,
      resin: 'polyester' as const,
    };
    expect(() => ply({ ...good, fibreMassFraction: 1 })).toThrow(
      jasmine.objectContaining({ field: 'fibreMassFraction', code: 'out-of-range' }),
    );
    expect(() => ply({ ...good, arealWeightGsm: -1 })).toThrow(jasmine.objectContaining({ field: 'arealWeightGsm' }));
    expect(() => ply({ ...good, fibre: 'straw' as never })).toThrow(jasmine.objectContaining({ code: 'unknown-id' }));
  });
});

describe('unidirectional and mat constants', () => {
  it('follow the rule of mixtures and Halpin-Tsai by hand: glass in polyester at 30 % volume', () => {
    // E1 = .3·72 + .7·3.3 = 23.91; η = (21.818−1)/(21.818+2) = .87404; E2 = 3.3 (1+2·.87404·.3)/(1−.87404·.3) = 6.8186.
    const c = unidirectionalConstants(FIBRES[0]!, MATRICES[0]!, 0.3);
    expect(c.e1GPa).toBeCloseTo(23.91, 6);
    expect(c.e2GPa).toBeCloseTo(6.8186, 3);
    expect(c.nu12).toBeCloseTo(0.3 * 0.22 + 0.7 * 0.36, 9);
    const mat = matConstants(c);
    expect(mat.e1GPa).toBeCloseTo((3 / 8) * 23.91 + (5 / 8) * c.e2GPa, 9);
    expect(mat.nu12).toBeCloseTo(mat.e1GPa / (2 * mat.g12GPa) - 1, 9);
  });
});
