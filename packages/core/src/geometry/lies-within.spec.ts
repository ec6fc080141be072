import type { Point } from './shape.js';
import { liesWithin } from './vary.js';

describe('whether a point lies within an outline', () => {
  const isInside = (outline: readonly Point[], at: Point): boolean => liesWithin(at, [outline]);
  const square = [{ x: 0, y: 0 }, { x: 10, y: 0 }, { x: 10, y: 10 }, { x: 0, y: 10 }]; // prettier-ignore
  const bay = [{ x: 0, y: 0 }, { x: 10, y: 0 }, { x: 10, y: 10 }, { x: 5, y: 3 }, { x: 0, y: 10 }]; // prettier-ignore

  it('is told for a square, and for one with a bay in it, either way round', () => {
    expect([isInside(square, { x: 5, y: 5 }), isInside(square, { x: 11, y: 5 }), isInside(square, { x: -1, y: 5 })]).toEqual([true, false, false]); // prettier-ignore
    expect([isInside(bay, { x: 5, y: 8 }), isInside(bay, { x: 1, y: 5 }), isInside(bay, { x: 5, y: 2 })]).toEqual([false, true, true]); // prettier-ignore
    expect(isInside(bay.toReversed(), { x: 5, y: 8 })).toBeFalse();
  });
});
