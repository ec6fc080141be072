import { seeded } from '../testing/seeded.js';
import { growShape } from './grow.js';
import { ellipsePerimeter, handOutline, measureOffset, outlinePoints } from './offset.js';
import { type Point, type Shape, checkShape, closedLength, signedArea } from './shape.js';
import { distanceToRun } from './vary.js';

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
    const points = Array.from({ length: 24 }, (_, i) => ({
      x: i < 12 ? i * 10 : (23 - i) * 10,
      y: i < 12 ? (i % 2) * 40 : (i % 2) * -2 - 5,
    }));
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

  it('rounds a slot at its ends, whichever way it is the longer', () => {
    const [along, across] = [measureOffset({ kind: 'slot', lengthMm: 150, widthMm: 40 }, 10), measureOffset({ kind: 'slot', lengthMm: 40, widthMm: 150 }, 10)]; // prettier-ignore
    expect([across.areaMm2, across.perimeterMm]).toEqual([along.areaMm2, along.perimeterMm]);
    expect([across.lengthMm, across.widthMm]).toEqual([60, 170]);
    const points = outlinePoints({ kind: 'slot', lengthMm: 40, widthMm: 150 });
    expect(Math.max(...points.map(({ y }) => y))).toBeCloseTo(75, 6);
    expect(Math.max(...points.map(({ x }) => x))).toBeCloseTo(20, 6);
  });

  it('adds twice the margin to a circle and a slot', () => {
    expect(growShape({ kind: 'circle', diameterMm: 80 }, 10)).toEqual({ kind: 'circle', diameterMm: 100 });
    expect(growShape({ kind: 'slot', lengthMm: 90, widthMm: 30 }, 5)).toEqual({
      kind: 'slot',
      lengthMm: 100,
      widthMm: 40,
    });
  });
});

describe('the margin of a cut-out', () => {
  const closed = (points: readonly Point[]): Point[] => [...points, points[0]!];
  const least = (shape: Shape, cut: Shape): number => {
    const run = closed(outlinePoints(cut, 0, 1440));
    return Math.min(...outlinePoints(shape, 0, 720).map((p) => distanceToRun(p, run)));
  };
  /** Sharpest outward bend of a run, by the circle through points about so far apart along it. */
  const sharpest = (points: readonly Point[], apartMm: number): number => {
    const run = closed(points).flatMap((a, i, all) => {
      const b = all[i + 1];
      const pieces = b ? Math.max(1, Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / 0.5)) : 0;
      return Array.from({ length: pieces }, (_, k) => ({
        x: a.x + ((b!.x - a.x) * k) / pieces,
        y: a.y + ((b!.y - a.y) * k) / pieces,
      }));
    });
    const step = Math.max(1, Math.round(apartMm / 0.5));
    return Math.min(
      ...run.map((b, i) => {
        const [a, c] = [run[(i + run.length - step) % run.length]!, run[(i + step) % run.length]!];
        const cross = (b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x);
        return cross <= 1e-9
          ? Infinity
          : (Math.hypot(b.x - a.x, b.y - a.y) * Math.hypot(c.x - b.x, c.y - b.y) * Math.hypot(c.x - a.x, c.y - a.y)) /
              (2 * cross);
      }),
    );
  };

  it('is kept all round an ellipse 200 × 20, its ends no sharper than 25 mm', () => {
    const cut = growShape({ kind: 'ellipse', lengthMm: 200, widthMm: 20 }, 10, 25);
    // Both tips of 110 mm lie on discs of 25 mm, and the flanks within them: a slot.
    expect(cut).toEqual(jasmine.objectContaining({ kind: 'slot', lengthMm: 220, widthMm: 50 }));
    expect(least({ kind: 'ellipse', lengthMm: 200, widthMm: 20 }, cut)).toBeGreaterThan(9.99);
  });

  it('is kept round ellipses of every shape and turn, with no more taken than that asks', () => {
    const random = seeded(12);
    for (let i = 0; i < 40; i++) {
      const shape: Shape = {
        kind: 'ellipse',
        lengthMm: random.between(20, 300),
        widthMm: random.between(10, 200),
        rotationDeg: random.between(-180, 180),
        centreXMm: 30,
      };
      const [margin, radius] = [random.between(0, 20), random.between(0, 40)];
      const cut = growShape(shape, margin, radius);
      expect(least(shape, cut))
        .withContext(JSON.stringify(shape))
        .toBeGreaterThan(margin - 0.02);
      const own = measureOffset(shape, margin);
      expect(measureOffset(cut, 0).areaMm2).toBeGreaterThanOrEqual(own.areaMm2 - 0.5);
      if (cut.kind === 'polygon')
        expect(sharpest(outlinePoints(cut), 6))
          .withContext(JSON.stringify([shape, margin, radius]))
          .toBeGreaterThan(0.9 * Math.min(radius, Math.min(own.lengthMm, own.widthMm) / 2));
    }
  });

  it('round a 100 mm square is that of the rounded rectangle: 16,049 mm², worked by hand', () => {
    // Corners of 25 mm hold those of the margin at 10 + 15 (1 − 1/√2) = 14.393 mm of growth: 128.787² − (4 − π) 25².
    const cut = growShape({ kind: 'polygon', points: [{ x: 0, y: 0 }, { x: 100, y: 0 }, { x: 100, y: 100 }, { x: 0, y: 100 }] }, 10, 25); // prettier-ignore
    expect(Math.abs(measureOffset(cut, 0).areaMm2 / 16_049.5 - 1)).toBeLessThan(0.001);
    const rectangle = growShape({ kind: 'roundedRectangle', lengthMm: 100, widthMm: 100, cornerRadiusMm: 0 }, 10, 25);
    expect(measureOffset(rectangle, 0).areaMm2).toBeCloseTo(16_049.5, 0);
  });

  it('is kept round outlines of any kind, hollow ones too, and no corner of them is sharper than asked where they are wide enough', () => {
    const random = seeded(5);
    for (let i = 0; i < 16; i++) {
      const count = 5 + Math.floor(random.between(0, 12));
      const points = Array.from({ length: count }, (_, k) => {
        const [turn, r] = [(2 * Math.PI * k) / count, random.between(60, 140)];
        return { x: r * Math.cos(turn), y: r * Math.sin(turn) };
      });
      const shape: Shape = { kind: 'polygon', points };
      const cut = growShape(shape, 10, 25);
      expect(least(shape, cut)).withContext(`${i}`).toBeGreaterThan(9.98);
      expect(sharpest(outlinePoints(cut), 5))
        .withContext(`${i}`)
        .toBeGreaterThan(23);
    }
  });

  it('leaves a smooth traced outline as it is, grown', () => {
    const points = Array.from({ length: 200 }, (_, k) => ({
      x: 90 * Math.cos((Math.PI * k) / 100),
      y: 60 * Math.sin((Math.PI * k) / 100),
    }));
    const shape: Shape = { kind: 'polygon', points };
    expect(
      Math.abs(measureOffset(growShape(shape, 10, 25), 0).areaMm2 / measureOffset(shape, 10).areaMm2 - 1),
    ).toBeLessThan(0.002);
  });

  it('takes an outline whose last place repeats its first, and refuses one that truly crosses itself', () => {
    const ring = [{ x: 0, y: 0 }, { x: 50, y: 0 }, { x: 50, y: 40 }, { x: 0, y: 40 }, { x: 0, y: 0 }]; // prettier-ignore
    expect(measureOffset({ kind: 'polygon', points: ring }, 5).areaMm2).toBeCloseTo(2000 + 180 * 5 + 25 * Math.PI, 6);
    expect(() => checkShape({ kind: 'polygon', points: [{ x: 0, y: 0 }, { x: 50, y: 40 }, { x: 50, y: 0 }, { x: 0, y: 40 }] })).toThrow(jasmine.objectContaining({ code: 'self-crossing' })); // prettier-ignore
  });
});

describe('points of a grown ellipse', () => {
  it('are nowhere more than a tenth of a millimetre short, however flat it is and however far it is grown', () => {
    for (const [lengthMm, widthMm, grow] of [
      [200, 20, 100],
      [200, 20, 300],
      [300, 10, 50],
      [140, 90, 54],
    ] as const) {
      // prettier-ignore
      const shape: Shape = { kind: 'ellipse', lengthMm, widthMm };
      const run = outlinePoints(shape, grow, 180);
      const area = Math.abs(signedArea(run));
      const exact = measureOffset(shape, grow);
      expect((exact.areaMm2 - area) / exact.perimeterMm).toBeLessThan(0.1);
      const base = [...outlinePoints(shape, 0, 1440)];
      const middles = run.map((p, i) => ({
        x: (p.x + run[(i + 1) % run.length]!.x) / 2,
        y: (p.y + run[(i + 1) % run.length]!.y) / 2,
      }));
      for (const p of middles) expect(distanceToRun(p, [...base, base[0]!])).toBeGreaterThan(grow - 0.15);
    }
  });
});
