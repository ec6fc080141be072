import { type Point, type Shape, outlinePoints } from '../geometry/index.js';
import { seeded } from '../testing/seeded.js';
import { type Enclosing, enclose } from './enclose.js';

const round = (shape: Shape): Point[] => outlinePoints(shape, 0, 360);
const of = (shapes: readonly Enclosing[], kind: Shape['kind']): Enclosing =>
  shapes.find((found) => found.shape.kind === kind)!;

/** Independent of the search: the point in the shape's own axes against the shape's equation. */
function liesIn(shape: Shape, p: Point): boolean {
  const angle = (-(shape.rotationDeg ?? 0) * Math.PI) / 180;
  const [dx, dy] = [p.x - (shape.centreXMm ?? 0), p.y - (shape.centreYMm ?? 0)];
  const [x, y] = [
    Math.abs(dx * Math.cos(angle) - dy * Math.sin(angle)),
    Math.abs(dx * Math.sin(angle) + dy * Math.cos(angle)),
  ];
  const slack = 1e-4;
  switch (shape.kind) {
    case 'circle':
      return Math.hypot(x, y) <= shape.diameterMm / 2 + slack;
    case 'ellipse':
      return Math.hypot(x / (shape.lengthMm / 2), y / (shape.widthMm / 2)) <= 1 + slack;
    case 'slot':
      return Math.hypot(Math.max(0, x - (shape.lengthMm - shape.widthMm) / 2), y) <= shape.widthMm / 2 + slack;
    case 'roundedRectangle': {
      const r = shape.cornerRadiusMm;
      return Math.hypot(Math.max(0, x - shape.lengthMm / 2 + r), Math.max(0, y - shape.widthMm / 2 + r)) <= r + slack;
    }
    default:
      return false;
  }
}

describe('the best shape round an outline', () => {
  it('finds each shape again from its own outline, wherever it lies and however it is turned', () => {
    const placed = { centreXMm: 30, centreYMm: -20, rotationDeg: 27 };
    const shapes: Shape[] = [
      { kind: 'circle', diameterMm: 90, ...placed },
      { kind: 'ellipse', lengthMm: 160, widthMm: 70, ...placed },
      { kind: 'slot', lengthMm: 150, widthMm: 50, ...placed },
      { kind: 'roundedRectangle', lengthMm: 140, widthMm: 90, cornerRadiusMm: 30, ...placed },
    ];
    for (const shape of shapes) {
      const found = of(enclose({ points: round(shape) }).shapes, shape.kind);
      expect(found.extraPercent).withContext(shape.kind).toBeLessThan(0.1);
      expect(found.shape.centreXMm).toBeCloseTo(30, 1);
      expect(found.shape.centreYMm).toBeCloseTo(-20, 1);
    }
  });

  it('of an outline that is one of them, takes that one', () => {
    for (const [kind, size] of [
      ['ellipse', { lengthMm: 160, widthMm: 70 }],
      ['slot', { lengthMm: 200, widthMm: 40 }],
      ['roundedRectangle', { lengthMm: 150, widthMm: 120, cornerRadiusMm: 25 }],
    ] as const)
      // prettier-ignore
      expect(enclose({ points: round({ kind, rotationDeg: 61, ...size } as Shape) }).shapes[0]!.shape.kind).toBe(kind);
  });

  it('circles an equilateral triangle by its corners, and its least ellipse is that circle', () => {
    const points = [90, 210, 330].map((deg) => ({
      x: 50 * Math.cos((deg * Math.PI) / 180),
      y: 50 * Math.sin((deg * Math.PI) / 180),
    }));
    const { shapes } = enclose({ points });
    expect((of(shapes, 'circle').shape as { diameterMm: number }).diameterMm).toBeCloseTo(100, 6);
    expect(of(shapes, 'ellipse').areaMm2).toBeCloseTo(Math.PI * 2500, 1);
  });

  it('bounds a rectangle by the ellipse √2 times its size', () => {
    const points: Point[] = [{ x: -60, y: -20 }, { x: 60, y: -20 }, { x: 60, y: 20 }, { x: -60, y: 20 }]; // prettier-ignore
    expect(of(enclose({ points }).shapes, 'ellipse').areaMm2).toBeCloseTo((Math.PI / 2) * 120 * 40, 1);
  });

  it('keeps the corner radius of the rectangle and grows it instead', () => {
    const points: Point[] = [{ x: -60, y: -40 }, { x: 60, y: -40 }, { x: 60, y: 40 }, { x: -60, y: 40 }]; // prettier-ignore
    const shape = of(enclose({ points, minCornerRadiusMm: 25 }).shapes, 'roundedRectangle').shape as Extract<
      Shape,
      { kind: 'roundedRectangle' }
    >;
    expect(shape.cornerRadiusMm).toBe(25);
    // The corner (60, 40) lies on the arc: grow g with √2 (25 − g) = 25.
    expect(shape.lengthMm).toBeCloseTo(120 + 2 * (25 - 25 / Math.SQRT2), 3);
  });

  it('contains every point of any outline, with the least first', () => {
    const random = seeded(5);
    for (let trial = 0; trial < 40; trial++) {
      const points = Array.from({ length: 12 }, (_, i) => {
        const [angle, reach] = [(2 * Math.PI * (i + random.between(0, 0.8))) / 12, random.between(20, 120)];
        return { x: 2 * reach * Math.cos(angle), y: reach * Math.sin(angle) };
      });
      const { shapes, areaMm2 } = enclose({ points });
      for (const { shape, areaMm2: area, extraMm2 } of shapes) {
        expect(points.every((p) => liesIn(shape, p)))
          .withContext(`${shape.kind}, trial ${trial}`)
          .toBeTrue();
        expect(extraMm2).toBeCloseTo(area - areaMm2, 6);
        expect(extraMm2).toBeGreaterThan(0);
      }
      expect(shapes.map((found) => found.areaMm2)).toEqual(
        [...shapes.map((found) => found.areaMm2)].sort((a, b) => a - b),
      );
    }
  });

  it('counts what two outlines share once', () => {
    const square = (x: number): Point[] => [{ x, y: 0 }, { x: x + 100, y: 0 }, { x: x + 100, y: 100 }, { x, y: 100 }]; // prettier-ignore
    expect(enclose({ outlines: [square(0), square(50)] }).areaMm2).toBeCloseTo(15_000, 0);
  });

  it('refuses points in one line', () => {
    expect(() => enclose({ points: [{ x: 0, y: 0 }, { x: 1, y: 1 }, { x: 2, y: 2 }] })).toThrowMatching((e) => e.code === 'inconsistent'); // prettier-ignore
    expect(() => enclose({})).toThrowMatching((e) => e.code === 'too-few-points');
  });
});

describe('a crack finer than a shape can be', () => {
  it('is enclosed: 100 × 0.3 mm', () => {
    const { shapes } = enclose({ points: [{ x: 0, y: 0 }, { x: 100, y: 0 }, { x: 100, y: 0.3 }, { x: 0, y: 0.3 }], minCornerRadiusMm: 0 }); // prettier-ignore
    expect(shapes.map(({ shape }) => shape.kind).sort()).toEqual(['circle', 'ellipse', 'roundedRectangle', 'slot']);
    for (const { shape } of shapes)
      if (shape.kind !== 'circle' && shape.kind !== 'polygon') expect(shape.widthMm).toBeGreaterThanOrEqual(0.5);
  });
});
