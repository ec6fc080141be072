import { burnOff } from './burn-off.js';
import { fibreFraction } from './fibre-fraction.js';
import { ply } from './ply.js';

describe('a burn-off coupon', () => {
  it('turns the ply formula round', () => {
    // 50 × 50 mm of two 450 g/m² mats at 30 %: 2.25 g of glass in 7.5 g.
    const one = ply({ arealWeightGsm: 450, fibreMassFraction: 0.3, fibre: 'e-glass', resin: 'polyester' });
    const found = burnOff({ beforeG: 7.5, afterG: 2.25, areaMm2: 2500, thicknessMm: 2 * one.thicknessMm });
    expect(found.fibreMassFraction).toBeCloseTo(0.3, 12);
    expect(found.arealWeightGsm).toBeCloseTo(900, 9);
    expect(found.laminateGsm).toBeCloseTo(3000, 9);
    expect(found.fibreVolumeFraction).toBeCloseTo(one.fibreVolumeFraction, 9);
    expect(found.solidThicknessMm).toBeCloseTo(2 * one.thicknessMm, 9);
    expect(found.voidPercent).toBeCloseTo(0, 9);
  });

  it('shows voids as thickness that weighs nothing', () => {
    expect(burnOff({ beforeG: 7.5, afterG: 2.25, areaMm2: 2500, thicknessMm: 2.4 }).voidPercent).toBeCloseTo(
      100 * (1 - (2.25 / 2.56 + 5.25 / 1.2) / 2.5 / 2.4),
      6,
    );
  });

  it('gives the fraction alone without a size', () => {
    expect(burnOff({ beforeG: 4, afterG: 2 })).toEqual(
      jasmine.objectContaining({
        fibreMassFraction: 0.5,
        arealWeightGsm: null,
        solidThicknessMm: null,
        voidPercent: null,
      }),
    );
  });

  it('refuses more left than there was, and fibres that burn', () => {
    expect(() => burnOff({ beforeG: 2, afterG: 2 })).toThrowMatching((e) => e.field === 'afterG');
    expect(() => burnOff({ beforeG: 2, afterG: 1, fibre: 'aramid' })).toThrowMatching((e) => e.field === 'fibre');
  });
});

describe('a coupon that cannot be as it was measured', () => {
  it('is told: thinner than its own fibre and resin, or mostly air', () => {
    const coupon = { beforeG: 7.5, afterG: 2.25, areaMm2: 2500 };
    const ids = (thicknessMm: number): string[] => burnOff({ ...coupon, thicknessMm }).remarks.map(({ id }) => id);
    // Free of voids it is 2.1 mm: at 1 mm that is −110 % of air.
    expect(burnOff({ ...coupon, thicknessMm: 1 }).voidPercent).toBeCloseTo(-110.2, 1);
    expect(ids(1)).toEqual(['burn-off.thinner-than-solid']);
    expect(ids(2.1)).toEqual([]);
    expect(ids(3)).toEqual(['burn-off.many-voids']);
    expect(burnOff(coupon).remarks).toEqual([]);
  });
});

describe('fibre fraction by measured thickness', () => {
  it('gives back what a ply was made with', () => {
    for (const fibreMassFraction of [0.3, 0.45, 0.6]) {
      const made = ply({ arealWeightGsm: 600, fibreMassFraction, fibre: 'e-glass', resin: 'epoxy' });
      const found = fibreFraction({
        thicknessMm: made.thicknessMm,
        arealWeightGsm: 600,
        fibre: 'e-glass',
        resin: 'epoxy',
      });
      expect(found.fibreMassFraction).toBeCloseTo(fibreMassFraction, 9);
      expect(found.fibreVolumeFraction).toBeCloseTo(made.fibreVolumeFraction, 9);
      expect(found.resinGsm).toBeCloseTo(made.resinGsm, 6);
    }
  });

  it('refuses a thickness the fibre alone fills, saying the least there could be', () => {
    expect(() => fibreFraction({ thicknessMm: 0.2, arealWeightGsm: 600, fibre: 'e-glass', resin: 'epoxy' })).toThrow(
      jasmine.objectContaining({ field: 'thicknessMm', params: jasmine.objectContaining({ above: 600 / 2560 }) }),
    );
    expect(
      fibreFraction({ thicknessMm: 3, arealWeightGsm: 600, fibre: 'e-glass', resin: 'epoxy' }).remarks[0]!.id,
    ).toBe('fibre-fraction.rich');
  });
});
