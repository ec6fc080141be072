import { putRight } from './put-right.js';

describe('a pot that is out of its ratio', () => {
  it('takes more resin where there is too much hardener', () => {
    // 100 : 30, 3 %. 134 g and 44 g are +9.5 %: 44 / 0.3 = 146.7 g of resin, 12.7 g more; within from 44 / 0.309 = 142.4 g to 44 / 0.291 = 151.2 g.
    const found = putRight({ per100ByWeight: 30, resinG: 134, secondG: 44 });
    expect(found.add).toBe('resin');
    expect(found.errorPercent).toBeCloseTo(9.453, 3);
    expect(found.addG).toBeCloseTo(12.667, 3);
    expect(found.leastG).toBeCloseTo(8.395, 3);
    expect(found.mostG).toBeCloseTo(17.203, 3);
  });

  it('takes more hardener where there is too little', () => {
    // 0.3 × 134 = 40.2 g; 36 g are there.
    const found = putRight({ per100ByWeight: 30, resinG: 134, secondG: 36 });
    expect(found.add).toBe('second');
    expect(found.addG).toBeCloseTo(4.2, 9);
    expect(found.leastG).toBeCloseTo(0.97 * 40.2 - 36, 9);
    expect(found.mostG).toBeCloseTo(1.03 * 40.2 - 36, 9);
  });

  it('is left alone within, and thrown away where it would grow past what a pot may hold', () => {
    expect(putRight({ per100ByWeight: 30, resinG: 134, secondG: 40.5 }).add).toBeNull();
    const big = putRight({ per100ByWeight: 30, resinG: 134, secondG: 60, maxPotG: 200 });
    expect([big.add, big.tooBig]).toEqual([null, true]);
  });

  it('is within after the least and after the most of it', () => {
    for (const [resinG, secondG] of [
      [200, 80],
      [200, 44],
      [50, 30],
    ] as const) {
      const { add, leastG, mostG } = putRight({ per100ByWeight: 30, resinG, secondG });
      for (const g of [leastG, mostG]) {
        const now = add === 'resin' ? { resinG: resinG + g, secondG } : { resinG, secondG: secondG + g };
        expect(Math.abs(now.secondG / now.resinG / 0.3 - 1)).toBeCloseTo(0.03, 9);
      }
    }
  });
});
