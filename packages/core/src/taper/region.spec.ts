import { type Shape, distanceToRun, liesWithin, measureOffset, outlinePoints } from '../geometry/index.js';
import { seeded } from '../testing/seeded.js';
import { footprint } from './footprint.js';
import { type Obstacle, taperRegion } from './region.js';

const ROUND: Shape = { kind: 'circle', diameterMm: 100 };
const edgeAt = (x: number, patch: Partial<Obstacle> = {}): Obstacle => ({ name: 'Edge', kind: 'edge', points: [{ x, y: -1000 }, { x, y: 1000 }], ...patch }); // prettier-ignore
/** Area of a circle of radius r beyond a chord at distance d from its middle. */
const segment = (r: number, d: number): number => r * r * Math.acos(d / r) - d * Math.sqrt(r * r - d * d);

describe('the ground of a taper', () => {
  it('is exact where nothing is in the way, far obstacles or none', () => {
    const far = taperRegion({ shapes: [ROUND], ratio: 10, depthMm: 5, marginMm: 25, obstacles: [edgeAt(400)] });
    expect(far.plain).toBeTrue();
    expect(far.measures(5)).toEqual(measureOffset(ROUND, 50));
  });

  it('joins the tapers of two holes where they meet: two circles less the lens they share', () => {
    const other: Shape = { ...ROUND, centreXMm: 160 };
    const { measures, outlines } = taperRegion({ shapes: [ROUND, other], ratio: 10, depthMm: 5, marginMm: 0 });
    // Radius 100 each, middles 160 apart: the lens is two segments at 80.
    expect(measures(5).areaMm2 / (2 * Math.PI * 100 ** 2 - 2 * segment(100, 80))).toBeCloseTo(1, 3);
    expect(measures(5).lengthMm).toBeCloseTo(360, 1);
    expect([outlines(2).length, outlines(5).length]).toEqual([2, 1]);
  });

  it('is cut by an edge: the circle less the segment beyond it', () => {
    const { measures } = taperRegion({ shapes: [ROUND], ratio: 10, depthMm: 5, marginMm: 25, obstacles: [edgeAt(80)] });
    expect(measures(5).areaMm2 / (Math.PI * 100 ** 2 - segment(100, 80))).toBeCloseTo(1, 3);
    expect(measures(0).areaMm2 / (Math.PI * 50 ** 2)).toBeCloseTo(1, 2);
  });

  it('of damage that runs over an edge keeps what is on this side of it', () => {
    const over = { shapes: [ROUND], ratio: 10, depthMm: 5, marginMm: 25, obstacles: [edgeAt(30)] };
    const { measures } = taperRegion(over);
    expect(measures(0).areaMm2 / (Math.PI * 50 ** 2 - segment(50, 30))).toBeCloseTo(1, 2);
    expect(measures(5).areaMm2 / (Math.PI * 100 ** 2 - segment(100, 30))).toBeCloseTo(1, 2);
  });

  it('of damage larger than the piece it is on is refused with the reason, not made nothing of', () => {
    const sides: Obstacle[] = [[-40, -40, 40, -40], [40, -40, 40, 40], [40, 40, -40, 40], [-40, 40, -40, -40]].map(([a, b, c, d], i) => ({ name: `Side ${i}`, kind: 'edge', points: [{ x: a!, y: b! }, { x: c!, y: d! }] })); // prettier-ignore
    const larger: Shape = { kind: 'circle', diameterMm: 130 };
    expect(() => taperRegion({ shapes: [larger], ratio: 10, depthMm: 5, marginMm: 25, obstacles: sides })).toThrowError(/inconsistent at damage.shape/); // prettier-ignore
  });

  it('goes round a fitting with its clearance, and what is cut off from the hole falls away', () => {
    const bolt: Obstacle = {
      name: 'Bolt',
      kind: 'fitting',
      closed: true,
      clearanceMm: 5,
      points: outlinePoints({ kind: 'circle', diameterMm: 20, centreXMm: 75 }),
    };
    const { measures } = taperRegion({ shapes: [ROUND], ratio: 10, depthMm: 5, marginMm: 0, obstacles: [bolt] });
    expect(measures(5).areaMm2 / (Math.PI * (100 ** 2 - 15 ** 2))).toBeCloseTo(1, 3);
    const wall: Obstacle = { name: 'Bulkhead', kind: 'structure', points: [{ x: 70, y: -300 }, { x: 70, y: 300 }], clearanceMm: 2 }; // prettier-ignore
    const cut = taperRegion({ shapes: [ROUND], ratio: 10, depthMm: 5, marginMm: 0, obstacles: [wall] });
    expect(cut.measures(5).areaMm2 / (Math.PI * 100 ** 2 - segment(100, 68))).toBeCloseTo(1, 3);
  });

  it('leans back from an obstacle that is met steeper, never nearer than its clearance, and keeps its ratio elsewhere', () => {
    const obstacle = edgeAt(110, { clearanceMm: 5, way: 'steeper' });
    const region = taperRegion({ shapes: [ROUND], ratio: 12, depthMm: 5, marginMm: 20, obstacles: [obstacle] });
    const reach = Math.max(...region.outlines(5, 20)[0]!.map((p) => p.x));
    expect(reach).toBeLessThanOrEqual(105.03);
    expect(reach).toBeGreaterThan(98);
    expect(region.steepest).toBeLessThanOrEqual((110 - 50 - 5 - 20) / 5);
    expect(Math.min(...region.outlines(5)[0]!.map((p) => p.x))).toBeCloseTo(-110, 1);
  });

  it('takes a ratio of its own to one side and fades out of it: the width is n d there', () => {
    const region = taperRegion({
      shapes: [ROUND],
      ratio: 12,
      depthMm: 5,
      marginMm: 0,
      locals: [{ bearingDeg: 90, ratio: 8 }],
    });
    const [run] = region.outlines(5);
    expect(Math.max(...run!.map((p) => p.y))).toBeCloseTo(50 + 40, 0);
    expect(Math.max(...run!.map((p) => p.x))).toBeCloseTo(50 + 60, 0);
    expect(region.ratioAt({ x: 50 * Math.cos(Math.PI / 3), y: 50 * Math.sin(Math.PI / 3) })).toBeCloseTo(
      12 - 4 * 0.5,
      6,
    );
  });

  it('grows any outline as the convex closed form says, and every place keeps its distance (seeded)', () => {
    const random = seeded(41);
    for (let trial = 0; trial < 40; trial++) {
      const shape: Shape = {
        kind: 'roundedRectangle',
        lengthMm: 60 + 200 * random.between(0, 1),
        widthMm: 50 + 100 * random.between(0, 1),
        cornerRadiusMm: 5 + 15 * random.between(0, 1),
        rotationDeg: 360 * random.between(0, 1),
      };
      const [ratio, depthMm] = [6 + 12 * random.between(0, 1), 1 + 8 * random.between(0, 1)];
      // A lone second hole far off takes the general way through the clipping library.
      const region = taperRegion({
        shapes: [shape, { kind: 'circle', diameterMm: 20, centreXMm: 5000 }],
        ratio,
        depthMm,
        marginMm: 0,
      });
      const outlines = region.outlines(depthMm);
      const exact = measureOffset(shape, ratio * depthMm).areaMm2 + Math.PI * (10 + ratio * depthMm) ** 2;
      expect(Math.abs(region.measures(depthMm).areaMm2 / exact - 1)).toBeLessThan(2e-3);
      const cut = outlinePoints(shape, 0, 720);
      for (const p of outlines[0]!.filter((_, i) => i % 17 === 0))
        if (Math.abs(p.x) < 2000)
          expect(Math.abs(distanceToRun(p, [...cut, cut[0]!]) - ratio * depthMm)).toBeLessThan(0.15);
    }
  });

  it('keeps every level within the one above it, whatever is in the way (seeded)', () => {
    const random = seeded(42);
    for (let trial = 0; trial < 25; trial++) {
      const obstacles: Obstacle[] = [edgeAt(60 + 80 * random.between(0, 1), { way: random.between(0, 1) < 0.5 ? 'steeper' : null, clearanceMm: 10 * random.between(0, 1) }), { name: 'Stringer', kind: 'structure', points: [{ x: -150, y: 65 + 40 * random.between(0, 1) }, { x: 150, y: 70 + 40 * random.between(0, 1) }] }]; // prettier-ignore
      const region = taperRegion({
        shapes: [ROUND],
        ratio: 12,
        depthMm: 6,
        marginMm: 25,
        obstacles,
        locals: [{ bearingDeg: 360 * random.between(0, 1), ratio: 6 + 10 * random.between(0, 1) }],
      });
      for (const [low, high] of [[1, 2], [2, 4], [4, 6]] as const) for (const p of region.outlines(low).flat().filter((_, i) => i % 9 === 0)) expect(liesWithin(p, region.outlines(high)) || Math.min(...region.outlines(high).map((run) => distanceToRun(p, [...run, run[0]!]))) < 0.05).toBeTrue(); // prettier-ignore
    }
  });

  it('offsets and rings of a 400-point outline with 20 plies take under a frame', () => {
    const points = Array.from({ length: 400 }, (_, i) => ({
      x: (200 + 4 * Math.sin((10 * Math.PI * i) / 200)) * Math.cos((Math.PI * i) / 200),
      y: (140 + 4 * Math.sin((10 * Math.PI * i) / 200)) * Math.sin((Math.PI * i) / 200),
    }));
    const input = { shapes: [{ kind: 'polygon', points } as Shape], ratio: 12, depthMm: 10, marginMm: 25 };
    const run = (): number => {
      const region = taperRegion({ ...input });
      const begun = performance.now();
      for (let ply = 1; ply <= 20; ply++) region.measures(ply / 2);
      return performance.now() - begun;
    };
    run();
    expect(Math.min(...Array.from({ length: 20 }, run))).toBeLessThan(60); // 16 on an idle machine, by the bench
  });
});

describe('what a taper runs into', () => {
  const input = { shape: ROUND, ratio: 12, depthMm: 6, joint: { resin: 'epoxy', parentStrengthMPa: 200 } } as const;

  it('is told with its distance and the ways out, each with ratio and efficiency, by hand', () => {
    // 90 to the edge, 40 of it beyond the hole; wanted 12 · 6 + 25 = 97. At 40 − 25 = 15 over 6 mm: 2.5 to 1, too steep.
    const near = footprint({ ...input, obstacles: [edgeAt(90)] }).conflicts[0]!;
    expect([near.distanceMm, near.wantedMm].map((mm) => Math.round(mm * 10) / 10)).toEqual([40, 97]);
    expect(near.ways.map(({ way, possible }) => [way, possible])).toEqual([['steeper', false], ['two-sided', false], ['wrap', true], ['remove', false]]); // prettier-ignore
    const wider = footprint({ ...input, obstacles: [edgeAt(120)] }).conflicts[0]!;
    const steeper = wider.ways[0]!;
    expect(steeper.ratio).toBeCloseTo(45 / 6, 2);
    expect(steeper.efficiency).toBeCloseTo((18 * (steeper.ratio ** 2 + 1)) / (steeper.ratio * 200), 6);
    expect(wider.ways[1]).toEqual(jasmine.objectContaining({ possible: true, efficiency: 1 }));
    expect(footprint({ ...input, obstacles: [edgeAt(200)] }).conflicts).toEqual([]);
  });

  it('offers to take off what can be taken off, and touches what the hole itself runs over', () => {
    const cleat: Obstacle = { name: 'Cleat', kind: 'fitting', points: [{ x: 30, y: 0 }, { x: 90, y: 0 }] }; // prettier-ignore
    const [conflict] = footprint({ ...input, obstacles: [cleat] }).conflicts;
    expect(conflict!.distanceMm).toBe(0);
    expect(conflict!.ways.filter((way) => way.possible).map(({ way }) => way)).toEqual(['remove']);
    const off = footprint({ ...input, obstacles: [{ ...cleat, way: 'remove' }] });
    expect(off.faces[0]!.footprint.areaMm2).toBeCloseTo(footprint(input).faces[0]!.footprint.areaMm2, 6);
  });

  it('is cut out of area and volume while there is no way out, and is back with one', () => {
    const whole = footprint(input);
    const cut = footprint({ ...input, obstacles: [edgeAt(90)] });
    const wrapped = footprint({ ...input, obstacles: [edgeAt(90, { way: 'wrap' })] });
    expect(cut.faces[0]!.footprint.areaMm2 / (Math.PI * 122 ** 2 - segment(122, 90))).toBeCloseTo(1, 3);
    expect(cut.taperVolumeMm3).toBeLessThan(whole.taperVolumeMm3);
    expect(wrapped.taperVolumeMm3).toBe(whole.taperVolumeMm3);
  });
});

describe('what would help where no way out does', () => {
  /** A structure so far from the rim of a hole of 100 mm, the taper 12:1 over 6 mm with 25 mm of margin. */
  const changesAt = (mm: number, marginMm = 25) =>
    footprint({ shape: ROUND, ratio: 12, depthMm: 6, marginMm, obstacles: [edgeAt(50 + mm, { kind: 'structure' })] })
      .conflicts[0]!;

  it('is a narrower margin where the steepest slope and one of 5 mm or more find room', () => {
    // 3:1 over 6 mm is 18 mm: of 40 mm, 22 are left for a margin.
    expect(changesAt(40).changes).toEqual([
      { change: 'margin', marginMm: 22 },
      { change: 'both-and-steeper', ratio: 5 },
      { change: 'room', moreMm: 3 },
    ]);
  });

  it('is so much more room, where neither that nor half the depth is enough', () => {
    expect(changesAt(20).changes).toEqual([{ change: 'room', moreMm: 23 }]);
  });

  it('is to call it part of the repair where the damage itself reaches it, and nothing where a way is open', () => {
    expect(changesAt(-10).changes).toEqual([{ change: 'crosses' }]);
    expect(changesAt(60).changes).toEqual([]);
  });
});

describe('edges that only one face or one side runs over', () => {
  const disc: Shape = { kind: 'circle', diameterMm: 100 };
  const edge = (y: number): Obstacle => ({ name: 'Edge', kind: 'edge', points: [{ x: -500, y }, { x: 500, y }] }); // prettier-ignore

  it('are found by the deeper face: nine tenths of 10 mm at 12:1 reach 108 mm', () => {
    const at = (y: number, firstShare: number) =>
      footprint({ shape: disc, ratio: 12, depthMm: 10, sides: 'two', firstShare, marginMm: 0, obstacles: [edge(y)] })
        .conflicts;
    expect(at(50 + 107, 0.9)[0]).toEqual(
      jasmine.objectContaining({ wantedMm: 108, distanceMm: jasmine.any(Number) as unknown as number }),
    );
    expect(at(50 + 107, 0.1)).toHaveSize(1);
    expect(at(50 + 109, 0.9)).toEqual([]);
    expect(at(50 + 61, 0.5)).toEqual([]);
  });

  it('are found by the ratio of their own side, longer or steeper', () => {
    const toward = (ratio: number, y: number) =>
      footprint({
        shape: disc,
        ratio: 12,
        depthMm: 5,
        marginMm: 0,
        locals: [{ bearingDeg: 90, ratio }],
        obstacles: [edge(y)],
      }).conflicts;
    // 12:1 reaches 60 mm; 20:1 towards the edge 100.
    expect(toward(20, 50 + 80)).toHaveSize(1);
    expect(toward(20, 50 + 80)[0]!.wantedMm).toBeCloseTo(100, 1);
    expect(toward(20, 50 + 101)).toEqual([]);
    expect(toward(6, 50 + 50)).toEqual([]);
    expect(toward(6, 50 + 20)).toHaveSize(1);
    expect(toward(20, -(50 + 80))).toEqual([]);
  });
});

describe('two sides with a ratio of their own that overlap', () => {
  it('are as steep between them as either, not twice as steep', () => {
    const region = taperRegion({ shapes: [{ kind: 'circle', diameterMm: 100 }], ratio: 12, depthMm: 5, marginMm: 0, locals: [{ bearingDeg: 80, ratio: 6 }, { bearingDeg: 100, ratio: 6 }] }); // prettier-ignore
    expect(region.ratioAt({ x: 0, y: 50 })).toBeCloseTo(6, 9);
    expect(region.steepest).toBeGreaterThan(5.99);
  });
});
