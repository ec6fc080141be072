import { liesWithin, outlinePoints } from '../geometry/index.js';
import { injection } from './injection.js';

const plate = (lengthMm: number, widthMm: number) =>
  ({
    kind: 'roundedRectangle',
    lengthMm,
    widthMm,
    cornerRadiusMm: 0,
    centreXMm: 0,
    centreYMm: 0,
    rotationDeg: 0,
  }) as const;

describe('injection of a dry disbond', () => {
  it('takes area times gap and three tenths more: 200 × 100 mm half a millimetre apart takes 13 ml', () => {
    const { areaMm2, volumeMl } = injection({ shapes: [plate(200, 100)], spacingMm: 40, gapMm: 0.5, holeMm: 4 });
    expect(areaMm2).toBeCloseTo(20_000, 6);
    expect(volumeMl).toBeCloseTo((20_000 * 0.5 * 1.3) / 1000, 9);
  });

  it('has rows a spacing apart within the outline, the highest left open', () => {
    const shape = plate(200, 120);
    const { holes, vents } = injection({ shapes: [shape], spacingMm: 40, gapMm: 0.5, holeMm: 4 });
    // Three rows, at −40, 0 and 40, the middle one moved by half a spacing.
    expect([...new Set(holes.map(({ y }) => Math.round(y)))]).toEqual([-40, 0]);
    expect(vents.every(({ y }) => Math.round(y) === 40)).toBeTrue();
    expect(holes.filter(({ y }) => Math.round(y) === -40).map(({ x }) => x)).toEqual([-80, -40, 0, 40, 80]);
    expect(holes.filter(({ y }) => Math.round(y) === 0).map(({ x }) => x)).toEqual([-60, -20, 20, 60]);
    for (const at of [...holes, ...vents]) expect(liesWithin(at, [outlinePoints(shape)])).toBeTrue();
  });

  it('has one hole to fill and one to vent where it is smaller than the spacing, in every place', () => {
    const small = { kind: 'circle', diameterMm: 20, centreXMm: 300, centreYMm: 0 } as const;
    const { holes, vents } = injection({ shapes: [small, { ...small, centreXMm: 500 }], spacingMm: 50, gapMm: 0.3, holeMm: 3 }); // prettier-ignore
    expect([holes.length, vents.length]).toEqual([2, 2]);
  });

  it('refuses no place and holes by the thousand', () => {
    const set = { gapMm: 0.5, holeMm: 4 };
    expect(() => injection({ ...set, shapes: [], spacingMm: 40 })).toThrowError(/shapes/);
    expect(() => injection({ ...set, shapes: [plate(5000, 4000)], spacingMm: 25 })).toThrow(
      jasmine.objectContaining({ code: 'out-of-range', field: 'spacingMm' }),
    );
  });
});
