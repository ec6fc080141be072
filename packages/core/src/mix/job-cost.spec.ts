import { jobCost } from './job-cost.js';

describe('what a job costs', () => {
  it('by hand: 700 g from a kilo pack at 30, three hours at 40, a 2 kW heater for ten', () => {
    const cost = jobCost({
      materials: [{ name: 'Resin', amount: 700, packs: [{ size: 1000, price: 30 }] }],
      hours: 3,
      ratePerHour: 40,
      heating: { kw: 2, hours: 10, pricePerKwh: 0.3 },
    });
    expect([cost.usedTotal, cost.boughtTotal, cost.hands]).toEqual([21, 30, 120]);
    expect(cost.heating).toBeCloseTo(6, 9);
    expect([cost.total, cost.totalBought].map((x) => Math.round(x * 100) / 100)).toEqual([147, 156]);
  });

  it('is nothing for what is not used, and refuses a job of nothing', () => {
    expect(
      jobCost({ materials: [{ name: 'Resin', amount: 0, packs: [{ size: 5, price: 2 }] }], hours: 1, ratePerHour: 10 })
        .total,
    ).toBe(10);
    expect(() => jobCost({ materials: [] })).toThrow(jasmine.objectContaining({ code: 'empty' }));
    expect(() => jobCost({ materials: [{ name: 'Resin', amount: 5, packs: [] }] })).toThrow(
      jasmine.objectContaining({ field: 'materials.0.packs' }),
    );
  });
});

describe('heating alone', () => {
  it('has a cost, and nothing at all has none', () => {
    expect(jobCost({ materials: [], heating: { kw: 2, hours: 10, pricePerKwh: 0.35 } }).total).toBeCloseTo(7, 9);
    expect(() => jobCost({ materials: [] })).toThrow(jasmine.objectContaining({ field: 'materials' }));
  });
});
