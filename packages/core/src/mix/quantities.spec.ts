import { seeded } from '../testing/seeded.js';
import { packsFor, quantities } from './quantities.js';

describe('everything a job takes', () => {
  it('by hand: a 450 mat on a tenth of a square metre, primed, with a fillet and a top coat', () => {
    const job = quantities({
      plies: [{ areaMm2: 100_000, arealWeightGsm: 450, fibreMassFraction: 0.3 }],
      primes: [{ surface: 'laminate', areaMm2: 200_000 }, { surface: 'open-foam', areaMm2: 50_000 }], // prettier-ignore
      pastes: [{ name: 'Fillet', volumeMl: 100, fillerId: 'silica', heapToResin: 2 }],
      coats: [{ name: 'Gel coat', areaMm2: 1_000_000, thicknessMm: 0.5 }],
      per100ByWeight: 30,
    });
    const pasteResin = (100 / (1 + (2 * 50) / 2200)) * 1.1;
    const used = 105 + 25 + 15 + pasteResin;
    expect(job.pliesG[0]).toBeCloseTo(105, 9);
    expect(job.primesG).toEqual([25, 15]);
    expect(job.pastesG[0]).toBeCloseTo(pasteResin, 9);
    // Half a millimetre on a square metre is 0.5 to 0.6 kg.
    expect(job.coatsG[0]).toBeCloseTo(575, 9);
    expect(job.wasteG).toBeCloseTo(Math.max(0.12 * used, 25), 9);
    expect(job.resinG! + job.secondG!).toBeCloseTo(job.mixedG, 9);
    expect(job.secondG! / job.resinG!).toBeCloseTo(0.3, 9);
  });

  it('wastes at least the floor of every pot', () => {
    expect(quantities({ primes: [{ surface: 'laminate', areaMm2: 100_000 }], pots: 3 }).wasteG).toBe(75);
    expect(() => quantities({})).toThrow(jasmine.objectContaining({ code: 'empty' }));
    expect(() => quantities({ primes: [{ surface: 'ice' as never, areaMm2: 1 }] })).toThrow(
      jasmine.objectContaining({ field: 'primes.0.surface' }),
    );
  });
});

describe('packs to buy', () => {
  it('takes the cheapest that hold enough, a dearer size left alone', () => {
    const packs = [{ size: 1000, price: 30 }, { size: 5000, price: 110 }, { size: 250, price: 12 }]; // prettier-ignore
    expect(packsFor(1200, packs)).toEqual({ packs: [{ size: 1000, count: 1 }, { size: 250, count: 1 }], amount: 1200, price: 42, left: 50 }); // prettier-ignore
    expect(packsFor(4200, packs).packs).toEqual([{ size: 5000, count: 1 }]);
    expect(packsFor(0, packs).price).toBe(0);
  });

  it('answers at once however unlike the sizes are', () => {
    const sizes = [1e-6, 1, 7, 250, 1000, 5000];
    for (const price of [0, 3]) {
      const begun = performance.now();
      const bought = packsFor(1_234_567, sizes.map((size) => ({ size, price: price * size ** 0.9 }))); // prettier-ignore
      expect(performance.now() - begun).toBeLessThan(1000);
      expect(bought.packs.reduce((sum, { size, count }) => sum + size * count, 0)).toBeGreaterThanOrEqual(
        1_234_567 - 1e-6,
      );
    }
  });

  it('never costs more than any other way of covering it', () => {
    const random = seeded(5);
    for (let i = 0; i < 40; i++) {
      const packs = [1, 2, 3].map(() => ({
        size: Math.round(random.between(2, 40)),
        price: Math.round(random.between(1, 30)),
      }));
      const amount = Math.round(random.between(1, 120));
      const least: number[] = [0];
      for (let x = 1; x <= amount; x++)
        least[x] = Math.min(...packs.map(({ size, price }) => (least[Math.max(0, x - size)] ?? 0) + price));
      expect(packsFor(amount, packs).price).toBe(least[amount]!);
    }
  });
});
