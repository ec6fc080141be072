import { wrap } from './wrap.js';

describe('a wrap', () => {
  it('round a 40 mm tube at 45° with 50 mm tape is the hand sum', () => {
    // C = 125.66, C cos 45° = 88.86; 88.86 / 40 = 2.22 → 3 strips; (200 + 35.36) / 0.7071 = 332.84 long.
    const found = wrap({ diameterMm: 40, damageMm: 100, stripMm: 50, angleDeg: 45 });
    expect(found.coveredMm).toBe(200);
    expect(found.stripsPerLayer).toBe(3);
    expect(found.stripLengthMm).toBeCloseTo(332.843, 3);
    expect(found.turns).toBeCloseTo((332.843 * Math.SQRT1_2) / 125.664, 3);
    expect(found.overlapAsLaidMm).toBeCloseTo(50 - 88.858 / 3, 3);
    expect(found.totalStripMm).toBeCloseTo(6 * 332.843, 2);
    expect(found.layers).toEqual([
      { sign: 1, strips: 3 },
      { sign: -1, strips: 3 },
    ]);
    expect(found.remarks).toEqual([]);
  });

  it('covers the tube: strips times their width round it, less the overlaps, are the distance round', () => {
    for (const angleDeg of [15, 30, 45, 60, 75]) {
      const found = wrap({ roundMm: 240, damageMm: 60, stripMm: 45, angleDeg, overlapMm: 8 });
      const round = (found.stripsPerLayer * (45 - found.overlapAsLaidMm)) / Math.cos((angleDeg * Math.PI) / 180);
      expect(round).toBeCloseTo(240, 6);
      expect(found.overlapAsLaidMm).toBeGreaterThanOrEqual(8 - 1e-9);
    }
  });

  it('says that an odd number of layers twists, and refuses what cannot be wound', () => {
    expect(wrap({ diameterMm: 40, damageMm: 100, stripMm: 50, angleDeg: 45, layers: 3 }).remarks[0]!.id).toBe(
      'wrap.unbalanced',
    );
    expect(() => wrap({ damageMm: 100, stripMm: 50, angleDeg: 45 })).toThrowMatching((e) => e.field === 'diameterMm');
    expect(() => wrap({ diameterMm: 40, damageMm: 100, stripMm: 50, angleDeg: 85 })).toThrowMatching(
      (e) => e.field === 'angleDeg',
    );
    expect(() => wrap({ diameterMm: 40, damageMm: 100, stripMm: 20, angleDeg: 45, overlapMm: 12 })).toThrowMatching(
      (e) => e.field === 'overlapMm',
    );
  });
});
