import { overlapOf, takeOut } from './clipping.js';
import { seeded } from '../testing/seeded.js';
import { outlinePoints } from './offset.js';
import { type Point, signedArea } from './shape.js';
import {
  alongSegment,
  broaden,
  closelySet,
  distanceToRun,
  distanceToSegment,
  growBy,
  liesWithin,
  shrinkOutline,
} from './vary.js';

const square = (half: number, x = 0, y = 0): Point[] => [{ x: x - half, y: y - half }, { x: x + half, y: y - half }, { x: x + half, y: y + half }, { x: x - half, y: y + half }]; // prettier-ignore
const area = (runs: readonly (readonly Point[])[]): number => runs.reduce((sum, run) => sum + signedArea(run), 0);
const reach = (runs: readonly (readonly Point[])[], key: 'x' | 'y'): [number, number] => [
  Math.min(...runs.flat().map((p) => p[key])),
  Math.max(...runs.flat().map((p) => p[key])),
];

describe('outlines grown by what differs along them', () => {
  it('grow a square by the same all round as by hand: A + P d + π d²', () => {
    expect(area(growBy([square(50)], () => 20)) / (100 * 100 + 400 * 20 + Math.PI * 400)).toBeCloseTo(1, 3);
  });

  it('grow further where more is asked for', () => {
    const outline = closelySet(outlinePoints({ kind: 'circle', diameterMm: 200 }), 3);
    const grown = growBy([outline], ({ x }) => 30 + (10 * x) / 100);
    const [left, right] = reach(grown, 'x');
    expect(right).toBeCloseTo(140, 0);
    expect(left).toBeCloseTo(-120, 0);
  });

  it('join where two meet, and stay apart where they do not', () => {
    const [near, far] = [[square(50, -70), square(50, 70)], [square(50, -90), square(50, 90)]]; // prettier-ignore
    expect(growBy(near, () => 25).length).toBe(1);
    expect(growBy(far, () => 25).length).toBe(2);
    expect(area(growBy(near, () => 25))).toBeLessThan(2 * area(growBy([near[0]!], () => 25)));
  });

  it('keep every place of the outline inside, and none further off than was asked', () => {
    const random = seeded(71);
    for (let trial = 0; trial < 20; trial++) {
      const [a, b] = [random.between(40, 120), random.between(30, 90)];
      const outline = outlinePoints({
        kind: 'ellipse',
        lengthMm: 2 * a,
        widthMm: 2 * b,
        rotationDeg: random.between(0, 180),
      });
      const by = random.between(5, 60);
      const [grown] = growBy([outline], () => by);
      for (const point of outline) expect(liesWithin(point, [grown!])).toBeTrue();
      for (const point of grown!) {
        const away = distanceToRun(point, [...outline, outline[0]!]);
        expect(away).toBeLessThan(by + 0.2);
        expect(away).toBeGreaterThan(by - 0.2);
      }
    }
  });

  it('close a hollow that is narrower than twice the growth', () => {
    const notched = [{ x: 0, y: 0 }, { x: 100, y: 0 }, { x: 100, y: 100 }, { x: 60, y: 100 }, { x: 60, y: 40 }, { x: 40, y: 40 }, { x: 40, y: 100 }, { x: 0, y: 100 }]; // prettier-ignore
    const grown = growBy([closelySet(notched, 5)], () => 15);
    expect(grown.filter((run) => signedArea(run) > 0).length).toBe(1);
    expect(liesWithin({ x: 50, y: 70 }, grown)).toBeTrue();
  });

  it('take an outline either way round', () => {
    expect(area(growBy([[...square(50)].reverse()], () => 10))).toBeCloseTo(area(growBy([square(50)], () => 10)), 6);
  });
});

describe('outlines with and without one another', () => {
  it('share what they share and leave the rest: areas add up', () => {
    const random = seeded(72);
    for (let trial = 0; trial < 20; trial++) {
      const [one, other] = [
        square(50),
        square(random.between(20, 60), random.between(-60, 60), random.between(-60, 60)),
      ];
      expect(area(overlapOf([one], [other])) + area(takeOut([one], [other]))).toBeCloseTo(area([one]), 1);
      expect(area(overlapOf([one], [other]))).toBeCloseTo(area(overlapOf([other], [one])), 1);
    }
  });

  it('leave a hole where the other lies inside', () => {
    const rest = takeOut([square(50)], [square(10)]);
    expect(rest.map((run) => Math.sign(signedArea(run))).sort()).toEqual([-1, 1]);
    expect(area(rest)).toBeCloseTo(10_000 - 400, 1);
    expect(liesWithin({ x: 0, y: 0 }, rest)).toBeFalse();
    expect(liesWithin({ x: 30, y: 0 }, rest)).toBeTrue();
  });

  it('leave nothing of what is covered', () => {
    expect(takeOut([square(10)], [square(50)])).toEqual([]);
  });
});

describe('runs of places', () => {
  it('given a width have round ends: length × width and a circle', () => {
    const run = broaden([{ x: 0, y: 0 }, { x: 100, y: 0 }], 5); // prettier-ignore
    expect(area(run) / (100 * 10 + Math.PI * 25)).toBeCloseTo(1, 2);
    expect(reach(run, 'x')[1]).toBeCloseTo(105, 1);
  });

  it('drawn in come back to the square they were, and to nothing where too narrow', () => {
    expect(area(shrinkOutline(square(50), 10))).toBeCloseTo(80 * 80, 0);
    expect(shrinkOutline(square(50), 51)).toEqual([]);
  });

  it('drawn in may fall apart, the largest part first', () => {
    const waisted = [{ x: -60, y: -30 }, { x: -10, y: -3 }, { x: 80, y: -50 }, { x: 80, y: 50 }, { x: -10, y: 3 }, { x: -60, y: 30 }]; // prettier-ignore
    const parts = shrinkOutline(waisted, 6).map((run) => Math.abs(signedArea(run)));
    expect(parts.length).toBe(2);
    expect(parts[0]!).toBeGreaterThan(parts[1]!);
  });

  it('have places no further apart than asked, the corners among them', () => {
    const set = closelySet(square(50), 7);
    set.forEach((p, i) =>
      expect(Math.hypot(set[(i + 1) % set.length]!.x - p.x, set[(i + 1) % set.length]!.y - p.y)).toBeLessThanOrEqual(
        7 + 1e-9,
      ),
    );
    for (const corner of square(50)) expect(set).toContain(corner);
    expect(area([set])).toBeCloseTo(10_000, 6);
  });

  it('are so far off as a ruler says: beside, past an end, at a single place', () => {
    const [a, b] = [{ x: 0, y: 0 }, { x: 10, y: 0 }]; // prettier-ignore
    expect([
      distanceToSegment({ x: 5, y: 3 }, a, b),
      distanceToSegment({ x: 13, y: 4 }, a, b),
      distanceToSegment({ x: -3, y: -4 }, a, b),
    ]).toEqual([3, 5, 5]);
    expect([alongSegment({ x: 5, y: 3 }, a, b), alongSegment({ x: 20, y: 0 }, a, b), alongSegment(a, b, b)]).toEqual([
      0.5, 2, 0,
    ]);
    expect(distanceToRun({ x: 10, y: 7 }, [a, b, { x: 10, y: 5 }])).toBe(2);
    expect(distanceToRun({ x: 3, y: 4 }, [a])).toBe(5);
  });
});
