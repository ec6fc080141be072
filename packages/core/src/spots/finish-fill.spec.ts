import { finishFillMl, finishFills } from './finish-fill.js';

const at = { centreXMm: 0, centreYMm: 0 };

describe('fills of the finish', () => {
  it('take half of length, width and depth for a crack, a dish for a chip, π/4 of them for a gouge', () => {
    const gouge = { kind: 'slot', lengthMm: 80, widthMm: 10, rotationDeg: 0, ...at } as const;
    // 0.5 · 80 · 10 · 1 = 400 mm³, π/4 · 800 = 628.3 mm³.
    expect(finishFillMl({ kind: 'crack', shape: gouge, depthMm: 1 })).toBeCloseTo(0.4, 9);
    expect(finishFillMl({ kind: 'gouge', shape: gouge, depthMm: 1 })).toBeCloseTo(0.6283, 4);
    // A cap of a = 10, h = 2: π · 2 (300 + 4)/6 = 318.3 mm³.
    expect(finishFillMl({ kind: 'ding', shape: { kind: 'circle', diameterMm: 20, ...at }, depthMm: 2 })).toBeCloseTo(0.3183, 4); // prettier-ignore
  });

  it('are as many as shrinkage and the thickest fill ask for, the larger of the two', () => {
    // 0.5 mm of gel coat leaves 0.03 mm of a dip; 0.9 leaves 0.054, so a second fill; 2 mm goes on in three.
    expect([0.5, 0.9, 1.2, 2].map((depth) => finishFills(depth, 'gelcoat'))).toEqual([1, 2, 2, 3]);
    expect([1, 3, 7].map((depth) => finishFills(depth, 'polyester'))).toEqual([1, 2, 3]);
    expect([3, 10, 12].map((depth) => finishFills(depth, 'epoxy'))).toEqual([1, 2, 2]);
    expect(finishFills(0.03, 'gelcoat')).toBe(1);
  });
});
