import { FABRICS, SYSTEMS } from '@ashstep/core';
import { type Lot, SHIPPED, isOwn, libraryBody, pricesOf, searchLibrary } from './library.js';

describe('the library', () => {
  it('ships entries that are fit to be entered by hand, each id once in its kind, none like an own one', () => {
    for (const { kind, entry } of SHIPPED) expect(libraryBody.safeParse({ kind, entry }).success).withContext(entry.id).toBeTrue();
    expect(new Set(SHIPPED.map(({ kind, entry }) => `${kind} ${entry.id}`)).size).toBe(SHIPPED.length);
    expect(SHIPPED.some(({ entry }) => isOwn(entry.id))).toBeFalse();
  });

  it('finds by words in any order, figures anywhere, accents or none', () => {
    const names = (text: string): string[] => searchLibrary(FABRICS, text).map((fabric) => fabric.name);
    expect(names('45 biax 600')).toEqual(jasmine.arrayContaining(['Biaxial ±45 600']));
    expect(names('twill carbon')).toEqual(['Carbon twill 200', 'Carbon twill 280']);
    expect(names('arbon')).toEqual([]);
    expect(names('  ').length).toBe(FABRICS.length);
    expect(searchLibrary([{ name: 'Gelée bleue' }], 'GELEE').length).toBe(1);
  });

  it('prices by the newest lot that has one, by weight, a can sold by volume by its density', () => {
    const lot = (patch: Partial<Lot>): Lot => ({ id: 'x', kind: 'system', entryId: 'epoxy-slow', part: 'resin', code: '1', receivedOn: '2026-01-01', expiresOn: null, packSize: 1000, unit: 'g', packs: 1, price: 20, usedUp: true, ...patch });
    const lots = [
      lot({ receivedOn: '2026-03-01', price: 25 }),
      lot({}),
      lot({ receivedOn: '2026-04-01', price: null }),
      lot({ part: 'hardener', unit: 'ml', price: 9.7 }),
      lot({ kind: 'fabric', entryId: 'mat-450', part: 'whole', unit: 'm2', packSize: 60, price: 118 }),
    ];
    const prices = pricesOf(lots, SYSTEMS);
    expect(prices.resinPerG['epoxy-slow']).toBeCloseTo(0.025, 9);
    expect(prices.secondPerG['epoxy-slow']).toBeCloseTo(0.01, 9); // 9.70 for 1000 ml of 0.97 g/ml
    expect(prices.fabricPerM2['mat-450']).toBeCloseTo(118 / 60, 9);
    expect(pricesOf([lot({ kind: 'hardener', entryId: 'hardener-fast', part: 'whole', unit: 'ml', price: 19.4 })], SYSTEMS).secondPerG['hardener-fast']).toBeCloseTo(0.02, 9);
  });

  it('searches 5,000 entries at once, the first time too', () => {
    const many = Array.from({ length: 5000 }, (_, i) => ({ name: `${FABRICS[i % FABRICS.length]!.name} batch ${i}` }));
    const begun = performance.now();
    expect(searchLibrary(many, 'carb twill').length).toBeGreaterThan(0);
    expect(performance.now() - begun).toBeLessThan(250); // 50 on an idle machine, by the bench
  });
});
