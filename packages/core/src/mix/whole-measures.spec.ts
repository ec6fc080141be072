import { wholeMeasures } from './whole-measures.js';

describe('whole lines of a cup', () => {
  const of = (ratioByVolume: number, resinMl: number, lineMl = 1) =>
    wholeMeasures({ resinUnitMl: lineMl, secondUnitMl: lineMl, ratioByVolume, resinMl, tolerancePercent: 3 });

  it('of 5:1 go up until both parts come out: 12.6 ml of resin is 15 and 3', () => {
    // 13 to 3 is 15 % rich, 14 to 3 is 7 %.
    expect(of(0.2, 12.6)).toEqual({ resin: 15, second: 3, resinMl: 15, secondMl: 3, errorPercent: 0 });
  });

  it('of 2:1 are never rounded each for itself: 9.6 and 4.8 are 10 and 5, not 10 and 6', () => {
    expect([of(0.5, 9.6).resin, of(0.5, 9.6).second]).toEqual([10, 5]);
    expect([of(0.5, 10.2).resin, of(0.5, 10.2).second]).toEqual([12, 6]);
  });

  it('of an odd ratio leave no more than a third of the tolerance, and say it', () => {
    // 100:35.57 by volume. 14 and 5: 5/14/0.3557 − 1 = 0.41 %.
    const found = of(0.3557, 11);
    expect([found.resin, found.second]).toEqual([14, 5]);
    expect(found.errorPercent).toBeCloseTo(100 * (5 / 14 / 0.3557 - 1), 9);
  });

  it('are the nearest there are where none comes out, and no batch is made endlessly large', () => {
    // 50 ml lines, 100:2: one line of the second to 50 of the first; 30 ml wanted may be 13 lines at most.
    const found = of(0.02, 30, 50);
    expect(found.resin).toBe(13);
    expect(found.errorPercent).toBeCloseTo(100 * (1 / 13 / 0.02 - 1), 9);
  });

  it('are never fewer than wanted, nor off by more than the lines next to them (any ratio)', () => {
    for (let ratio = 0.1; ratio <= 1; ratio += 0.037)
      for (let ml = 8; ml < 300; ml += 17.3) {
        const found = of(ratio, ml);
        expect(found.resinMl).toBeGreaterThanOrEqual(ml - 1e-9);
        expect(found.resinMl).toBeLessThanOrEqual(Math.max(1.5 * ml + 2, ml + 13));
        expect(Math.abs(found.errorPercent)).toBeLessThanOrEqual(Math.max(1, 100 * Math.abs(Math.round(Math.ceil(ml) * ratio) / Math.ceil(ml) / ratio - 1)) + 1e-9); // prettier-ignore
      }
  });
});

describe('whole strokes of two pumps', () => {
  it('of unlike size hold the ratio together', () => {
    // 30 and 10 ml a stroke for 100:50 by volume: 2 strokes of 30 want 3 of 10.
    const found = wholeMeasures({ resinUnitMl: 30, secondUnitMl: 10, ratioByVolume: 0.5, resinMl: 20, tolerancePercent: 3 }); // prettier-ignore
    expect([found.resin, found.second, found.errorPercent]).toEqual([2, 3, 0]);
  });

  it('refuse what is no pump', () => {
    expect(() => wholeMeasures({ resinUnitMl: 0, secondUnitMl: 1, ratioByVolume: 1, resinMl: 1, tolerancePercent: 3 })).toThrow(jasmine.objectContaining({ field: 'resinUnitMl' })); // prettier-ignore
  });
});
