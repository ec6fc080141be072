import { growShape } from './grow.js';
import { ellipsePerimeter, handOutline, measureOffset, outlinePoints } from './offset.js';
import { type Shape, checkShape, closedLength, signedArea } from './shape.js';

const SHAPES: Shape[] = [
  { kind: 'circle', diameterMm: 80 },
  { kind: 'ellipse', lengthMm: 120, widthMm: 60, rotationDeg: 30 },
  { kind: 'slot', lengthMm: 150, widthMm: 40, centreXMm: 20 },
  { kind: 'roundedRectangle', lengthMm: 140, widthMm: 90, cornerRadiusMm: 20 },
  {
    kind: 'polygon',
    points: [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
      { x: 80, y: 70 },
      { x: 0, y: 50 },
    ],
  },
];

describe('an outline for the hand', () => {
  it('has few corners, none twice, and keeps its size', () => {
    for (const shape of [
      { kind: 'circle', diameterMm: 80 },
      { kind: 'slot', lengthMm: 120, widthMm: 30 },
    ] as const) {
      const points = handOutline(outlinePoints(shape), 20);
      expect(points.length).toBeLessThanOrEqual(20);
      expect(() => checkShape({ kind: 'polygon', points })).not.toThrow();
      expect(signedArea(points) / measureOffset(shape, 0).areaMm2).toBeGreaterThan(0.93);
    }
  });

  it('leaves fewer corners out where it would cross itself', () => {
    // A comb: every second corner alone would fold the teeth over one another.
    const points = Array.from({ length: 24 }, (_, i) => ({ x: i < 12 ? i * 10 : (23 - i) * 10, y: i < 12 ? (i % 2) * 40 : (i % 2) * -2 - 5 }));
    const kept = handOutline(points, 8);
    expect(() => checkShape({ kind: 'polygon', points: kept })).not.toThrow();
  });
});

describe('offsets', () => {
  for (const shape of SHAPES) {
    it(`of a ${shape.kind} have the area and perimeter of the points drawn for them`, () => {
      for (const grow of [0, 12, 60]) {
        const measured = measureOffset(shape, grow);
        const points = outlinePoints(shape, grow, 2000);
        expect(signedArea(points) / measured.areaMm2).toBeCloseTo(1, 3);
        expect(closedLength(points) / measured.perimeterMm).toBeCloseTo(1, 3);
      }
    });
  }

  it('of an outline that is not convex stay inside the Steiner bound', () => {
    const bay: Shape = {
      kind: 'polygon',
      points: [
        { x: 0, y: 0 },
        { x: 100, y: 0 },
        { x: 100, y: 100 },
        { x: 50, y: 20 },
        { x: 0, y: 100 },
      ],
    };
    const base = measureOffset(bay, 0);
    const grown = measureOffset(bay, 20);
    expect(grown.areaMm2).toBeLessThan(base.areaMm2 + base.perimeterMm * 20 + Math.PI * 400);
    expect(grown.areaMm2).toBeGreaterThan(base.areaMm2);
  });

  it('use an exact ellipse perimeter: a 2:1 ellipse of half axes 2 and 1 measures 9.68845', () => {
    expect(ellipsePerimeter(2, 1)).toBeCloseTo(9.688448220547674, 12);
    expect(ellipsePerimeter(3, 3)).toBeCloseTo(6 * Math.PI, 12);
  });
});

describe('growing to sound material', () => {
  it('keeps the whole margin at the corners when they are rounded to a wider radius', () => {
    const grown = growShape({ kind: 'roundedRectangle', lengthMm: 100, widthMm: 60, cornerRadiusMm: 0 }, 10, 25);
    if (grown.kind !== 'roundedRectangle') throw new Error('kind changed');
    expect(grown.cornerRadiusMm).toBe(25);
    const centre = { x: grown.lengthMm / 2 - 25, y: grown.widthMm / 2 - 25 };
    const left = 25 - Math.hypot(50 - centre.x, 30 - centre.y);
    expect(left).toBeCloseTo(10, 9);
  });

  it('adds twice the margin to a circle and a slot', () => {
    expect(growShape({ kind: 'circle', diameterMm: 80 }, 10)).toEqual({ kind: 'circle', diameterMm: 100 });
    expect(growShape({ kind: 'slot', lengthMm: 90, widthMm: 30 }, 5)).toEqual({ kind: 'slot', lengthMm: 100, widthMm: 40 });
  });
});
