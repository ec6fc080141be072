import { potExotherm, throughCure } from '../cure/index.js';
import { type CatalysedCard, SYSTEMS, systemOf } from '../resin/systems.js';
import { batches, potLabel } from './batches.js';
import { mixError, smallestBatch } from './mix-error.js';
import { mix, ratioByWeight } from './mix.js';
import { resinQuantity } from './quantity.js';

const card = (id: string) => SYSTEMS.find((s) => s.id === id)!;

describe('mix', () => {
  it('weighs 175 g at 100:30 as 134.6 then 175.0 on the scale', () => {
    const result = mix({ systemId: 'epoxy-slow', totalG: 175 });
    expect(result.scaleG.map((g) => Math.round(g * 10) / 10)).toEqual([0, 134.6, 175]);
    expect(result.secondMinG).toBeCloseTo(39.17, 2);
    expect(result.secondMaxG).toBeCloseTo(41.6, 2);
  });

  it('keeps weight and volume apart: by weight = by volume × ρ hardener/ρ resin', () => {
    const result = mix({ systemId: 'epoxy-slow', totalG: 130 });
    expect(result.per100ByWeight).toBeCloseTo(30, 9);
    expect(result.per100ByVolume).toBeCloseTo((30 * 1.15) / 0.97, 9);
    expect(ratioByWeight(result.per100ByVolume, 1.15, 0.97)).toBeCloseTo(30, 9);
  });

  it('takes a product’s own ratio by volume: 2:1 by volume at 1.15 and 0.95 g/ml is 100:41.3 by weight', () => {
    const result = mix({
      systemId: 'epoxy-slow',
      totalG: 100,
      hardenerPer100ByVolume: 50,
      resinDensityGPerMl: 1.15,
      hardenerDensityGPerMl: 0.95,
    });
    expect(result.per100ByWeight).toBeCloseTo(41.304, 3);
    expect(result.resinMl / result.secondMl).toBeCloseTo(2, 9);
    expect(() =>
      mix({ systemId: 'epoxy-slow', totalG: 100, hardenerPer100ByVolume: 50, hardenerPer100ByWeight: 30 }),
    ).toThrow(jasmine.objectContaining({ code: 'inconsistent' }));
    expect(() => mix({ systemId: 'polyester', totalG: 100, hardenerPer100ByWeight: 30 })).toThrow(
      jasmine.objectContaining({ field: 'hardenerPer100ByWeight' }),
    );
  });

  it('counts catalyst as the workshop does: 2 % of 300 g is 6 ml', () => {
    const result = mix({ systemId: 'polyester', totalG: 300, catalystPercent: 2 });
    expect(result.secondMl).toBeCloseTo(6, 12);
    expect(mix({ systemId: 'polyester', totalG: 50, catalystPercent: 2, dropsPerMl: 32 }).drops).toBe(32);
  });

  it('weighs peroxide at 1.12 g/ml: 1 % of 1 kg is 10 ml and 11.2 g, 10.08 to 12.32 allowed', () => {
    const result = mix({ systemId: 'polyester', totalG: 1000, catalystPercent: 1 });
    expect(
      [result.secondMl, result.secondG, result.secondMinG, result.secondMaxG].map((x) => Number(x.toFixed(9))),
    ).toEqual([10, 11.2, 10.08, 12.32]);
    expect(result.scaleG[2]).toBeCloseTo(1011.2, 9);
    const light = mix({
      card: { ...systemOf('polyester', undefined), catalystDensityGPerMl: 0.9 } as CatalysedCard,
      totalG: 1000,
      catalystPercent: 1,
    });
    expect(light.remarks.map(({ id }) => id)).toContain('mix.catalyst-density');
  });

  it('never counts no drops, and says when whole drops miss the range, the tolerance or are hardly a measure', () => {
    const small = (totalG: number, catalystPercent: number) => {
      const { drops, dropsPercent, remarks } = mix({ systemId: 'polyester', totalG, catalystPercent });
      return {
        drops,
        dropsPercent,
        remark: remarks.find(({ id }) => id.startsWith('mix.drops') || id === 'mix.few-drops'),
      };
    };
    // 1.5 g at 1 %: 0.015 ml are 0.48 drops of 1/32 ml; one is 2.083 %.
    expect(small(1.5, 1).drops).toBe(1);
    expect(small(1.5, 1).dropsPercent).toBeCloseTo(100 / 32 / 1.5, 9);
    expect(small(1.5, 1).remark!.id).toBe('mix.drops-off');
    // 1 g at 3 %: one drop is 3.125 %, past the product's 3; five drops at 3 % want 5.208 g.
    const outside = small(1, 3);
    expect(outside.remark!.id).toBe('mix.drops-outside');
    expect(outside.remark!.params!['batchG']).toBeCloseTo(500 / 96, 9);
    expect(small(Number(outside.remark!.params!['batchG']), 3)).toEqual({
      drops: 5,
      dropsPercent: jasmine.any(Number) as unknown as number,
      remark: undefined,
    });
    expect(small(4.7, 2).remark!.id).toBe('mix.few-drops');
    expect(small(50, 2).remark).toBeUndefined();
  });

  it('refuses what a system has no use for', () => {
    expect(() => mix({ systemId: 'epoxy-slow', totalG: 100, catalystPercent: 2 })).toThrow(
      jasmine.objectContaining({ field: 'catalystPercent', code: 'not-used' }),
    );
    expect(() => mix({ systemId: 'polyester', totalG: 100, hardenerPer100ByWeight: 30 })).toThrow(
      jasmine.objectContaining({ field: 'hardenerPer100ByWeight', code: 'not-used' }),
    );
    for (const work of [
      () => potExotherm({ cardId: 'epoxy-slow', massG: 50, airTempC: 20, catalystPercent: 2 }),
      () =>
        throughCure({
          cardId: 'epoxy-slow',
          plies: [{ thicknessMm: 1, fibreMassFraction: 0.5 }],
          airTempC: 20,
          catalystPercent: 2,
        }),
    ])
      expect(work).toThrow(jasmine.objectContaining({ code: 'not-used' }));
  });

  it('refuses catalyst outside the product’s range', () => {
    for (const catalystPercent of [0.5, 4])
      expect(() => mix({ systemId: 'polyester', totalG: 300, catalystPercent })).toThrow(
        jasmine.objectContaining({ field: 'catalystPercent', code: 'out-of-range' }),
      );
  });

  it('warns of a pot that may run away', () => {
    expect(mix({ systemId: 'epoxy-fast', totalG: 600 }).remarks.map((r) => r.id)).toContain('mix.pot-too-big');
  });
});

describe('mix error', () => {
  it('is +1.1 % for 41.0 g of hardener in 135.2 g at 100:30', () => {
    expect(mixError({ per100ByWeight: 30, resinG: 135.2, secondG: 41 }).errorPercent).toBeCloseTo(
      100 * (41 / 135.2 / 0.3 - 1),
      9,
    );
    expect(mixError({ per100ByWeight: 30, resinG: 100, secondG: 30.9 }).within).toBeTrue();
    expect(mixError({ per100ByWeight: 30, resinG: 100, secondG: 30.91 }).within).toBeFalse();
  });

  it('takes the two parts off in opposite directions for the worst case, the second of two on one tare twice as far', () => {
    const { worstPercent } = mixError({ per100ByWeight: 50, resinG: 10, secondG: 5, readingErrorG: 0.5 });
    expect(worstPercent).toBeCloseTo(100 * (6 / 9.5 / 0.5 - 1), 9);
    const rezeroed = mixError({
      per100ByWeight: 50,
      resinG: 10,
      secondG: 5,
      readingErrorG: 0.5,
      weighing: 're-zeroed',
    });
    expect(rezeroed.worstPercent).toBeCloseTo(100 * (5.5 / 9.5 / 0.5 - 1), 9);
  });

  it('meets the tolerance exactly at the smallest batch', () => {
    const total = smallestBatch(0.3, 0.03, 0.5, 2);
    // 0.5 (2 + 0.309) / (0.03 · 0.3/1.3) = 166.76 on one tare; 0.5 (1 + 0.309) / … = 94.54 re-zeroed.
    expect(total).toBeCloseTo(166.76, 1);
    expect(smallestBatch(0.3, 0.03, 0.5, 1)).toBeCloseTo(94.54, 2);
    const resinG = total / 1.3;
    expect(
      mixError({ per100ByWeight: 30, resinG, secondG: total - resinG, readingErrorG: 0.5 }).worstPercent,
    ).toBeCloseTo(3, 9);
  });

  it('finds a small 5:1 batch with a coarse cup worse than a 2:1', () => {
    expect(smallestBatch(0.2, 0.03, 0.5, 2)).toBeGreaterThan(smallestBatch(0.5, 0.03, 0.5, 2));
  });
});

describe('resin quantity', () => {
  it('is the hand sum for a tenth of a square metre of 450 mat with primer and waste', () => {
    const result = resinQuantity({
      plies: [{ areaMm2: 100_000, arealWeightGsm: 450, fibreMassFraction: 0.3 }],
      primeAreaMm2: 100_000,
      primeGsm: 125,
      wastePercent: 12,
      potFloorG: 0,
    });
    expect(result.plies[0]).toEqual({ fabricG: 45, resinG: jasmine.any(Number) as never });
    expect(result.pliesResinG).toBeCloseTo(105, 9);
    expect(result.totalResinG).toBeCloseTo((105 + 12.5) * 1.12, 9);
  });

  it('charges every pot its floor when that is more', () => {
    expect(
      resinQuantity({ plies: [{ areaMm2: 1000, arealWeightGsm: 200, fibreMassFraction: 0.5 }], pots: 3 }).wasteG,
    ).toBe(75);
  });
});

describe('batches', () => {
  it('loses and adds nothing, and keeps every pot under the limit', () => {
    const pliesG = [16, 20, 25, 30, 36, 43, 50, 57, 65, 73, 33];
    const result = batches({ card: card('epoxy-slow'), pliesG, extraG: 77 });
    expect(result.batches.reduce((sum, b) => sum + b.massG, 0)).toBeCloseTo(448 + 77, 6);
    expect(Math.max(...result.batches.map((b) => b.massG))).toBeLessThanOrEqual(result.limitG + 1e-6);
    expect(result.batches.flatMap((b) => b.plies)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11]);
  });

  it('halves the working time for ten degrees more', () => {
    const at = (tempC: number) =>
      batches({ card: card('epoxy-medium'), pliesG: [10], extraG: 0, tempC }).workingTimeMin;
    expect(at(32) / at(22)).toBeCloseTo(0.5, 9);
  });

  it('splits a ply that no pot can wet and refuses the absurd', () => {
    const { batches: pots, limitG } = batches({ card: card('epoxy-fast'), pliesG: [400], extraG: 0 });
    expect(pots.length).toBe(Math.ceil(400 / limitG));
    expect(() => batches({ card: card('epoxy-fast'), pliesG: [1e6], extraG: 0 })).toThrow(
      jasmine.objectContaining({ code: 'too-many-pots', field: 'pliesG' }),
    );
  });

  it('goes on after Z', () => expect([0, 25, 26, 27].map(potLabel)).toEqual(['A', 'Z', 'AA', 'AB']));
});

describe('pots of plies that take nothing', () => {
  it('still hold the primer and the waste', () => {
    const mass = (pliesG: number[], extraG: number): number =>
      batches({ card: card('epoxy-slow'), pliesG, extraG }).batches.reduce((sum, { massG }) => sum + massG, 0);
    expect(mass([0, 0, 0], 90)).toBeCloseTo(90, 9);
    expect(mass([], 90)).toBeCloseTo(90, 9);
    expect(mass([0, 60], 30)).toBeCloseTo(90, 9);
    expect(batches({ card: card('epoxy-slow'), pliesG: [0, 0], extraG: 0 }).batches).toEqual([]);
  });

  it('blames what makes them too many', () => {
    const blamed = (input: Partial<Parameters<typeof batches>[0]>): string => {
      try {
        batches({ card: card('epoxy-slow'), pliesG: [100], extraG: 0, ...input });
      } catch (error) {
        return (error as { field: string }).field;
      }
      return 'nothing';
    };
    expect(blamed({ pliesG: [5000], layingRateGPerMin: 0.1 })).toBe('layingRateGPerMin');
    expect(blamed({ pliesG: [5000], limitG: 1 })).toBe('limitG');
    expect(blamed({ extraG: 1e6 })).toBe('extraG');
    expect(blamed({ pliesG: [9e5] })).toBe('pliesG');
  });
});
