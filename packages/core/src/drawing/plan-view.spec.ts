import { liesWithin, signedArea } from '../geometry/index.js';
import { planRepair } from '../repair/index.js';
import { type PlanDrawing, type PlanOutline, planDrawing, runsOf } from './plan-view.js';
import { type InputsPatch, inputsWith } from '../testing/inputs.js';

const HULL: InputsPatch = {
  place: { access: 'both', service: 'high' },
  damage: { shape: { kind: 'ellipse', lengthMm: 160, widthMm: 90, centreXMm: 40, centreYMm: -25, rotationDeg: 30 } },
  laminate: {
    known: 'plies',
    thicknessMm: 5,
    plies: ['mat-450', 'roving-600', 'mat-450', 'roving-600'].map((fabricId) => ({ fabricId })),
    clueIds: ['tint-green-blue', 'styrene-smell'],
  },
  resin: { systemId: 'epoxy-slow' },
};
const drawn = (patch: InputsPatch = {}): PlanDrawing => {
  const inputs = inputsWith({ ...HULL, ...patch });
  return planDrawing(inputs, planRepair(inputs));
};
const area = (outline: PlanOutline): number => runsOf(outline).reduce((sum, run) => sum + signedArea(run), 0);
const within = (inner: PlanOutline, outer: PlanOutline): boolean =>
  inner.points.every(
    (point) =>
      liesWithin(point, [outer.points]) ||
      outer.points.some((edge) => Math.hypot(edge.x - point.x, edge.y - point.y) < 1),
  );

describe('the plan view', () => {
  it('has its outlines one within the other: damage, cut-out, footprint, abraded, mask', () => {
    const { damage, cutOut, footprint, abraded, mask } = drawn();
    const chain = [damage!, cutOut!, footprint!, abraded!, mask!];
    for (let i = 1; i < chain.length; i++) {
      expect(area(chain[i]!)).toBeGreaterThanOrEqual(area(chain[i - 1]!) - 1e-6);
      expect(within(chain[i - 1]!, chain[i]!)).withContext(`${chain[i - 1]!.id} in ${chain[i]!.id}`).toBeTrue(); // prettier-ignore
    }
  });

  it('has a ring for every ply of the parent, largest first, the first the footprint', () => {
    const { rings, footprint } = drawn();
    const areas = rings.map(area);
    expect(rings.length).toBe(4);
    expect(areas).toEqual([...areas].sort((a, b) => b - a));
    expect(areas[0]! / area(footprint!)).toBeCloseTo(1, 3);
  });

  it('has the plies largest first, so that none is hidden, with the keys of the section', () => {
    const { plies } = drawn();
    const areas = plies.map(area);
    expect(areas).toEqual([...areas].sort((a, b) => b - a));
    expect(new Set(plies.map(({ plyKey }) => plyKey)).size).toBe(plies.length);
    expect(plies.every(({ plyKey, laid }) => plyKey === `f0-p${laid}`)).toBeTrue();
  });

  it('turns and moves with the damage, and keeps all areas', () => {
    const [moved, plain] = [drawn(), drawn({ damage: { shape: { kind: 'ellipse', lengthMm: 160, widthMm: 90 } } })];
    expect([moved.centre, moved.rotationDeg]).toEqual([{ x: 40, y: -25 }, 30]); // prettier-ignore
    for (const part of ['cutOut', 'footprint', 'mask'] as const)
      expect(area(moved[part]!) / area(plain[part]!)).toBeCloseTo(1, 3);
  });

  it('fits everything on the sheet, and a fitting near by but none far off', () => {
    const neighbour = (fromXMm: number) => ({
      name: 'Stringer',
      kind: 'fitting' as const,
      fromXMm,
      fromYMm: -200,
      toXMm: fromXMm,
      toYMm: 200,
    });
    const alone = drawn();
    for (const { x, y } of alone.mask!.points)
      expect(
        x >= alone.bounds.minX && x <= alone.bounds.maxX && y >= alone.bounds.minY && y <= alone.bounds.maxY,
      ).toBeTrue();
    const close = drawn({ damage: { ...HULL.damage, neighbours: [neighbour(alone.bounds.maxX + 30)] } });
    const far = drawn({ damage: { ...HULL.damage, neighbours: [neighbour(alone.bounds.maxX + 900)] } });
    expect(close.bounds.maxX).toBeGreaterThan(alone.bounds.maxX);
    expect(far.bounds.maxX).toBe(alone.bounds.maxX);
    expect(far.neighbours.length).toBe(1);
  });

  it('takes every tap onto the sheet of the survey, and leaves the sheet of the plan as it is', () => {
    const plain = drawn();
    const tapped = drawn({
      survey: {
        readings: [
          {
            kind: 'tap',
            sound: 'dull',
            xMm: 900,
            yMm: 0,
            at: '2026-04-16T08:00',
            by: 'Ilse Varga',
            instrument: 'Hammer',
          },
        ],
      },
    });
    expect(tapped.bounds).toEqual(plain.bounds);
    expect(tapped.surveyBounds.maxX).toBeGreaterThan(plain.surveyBounds.maxX);
  });

  it('draws the other face where it is asked for, and a blank sheet where nothing is known', () => {
    const inputs = inputsWith({ ...HULL, taper: { sides: 'two' } });
    const plan = planRepair(inputs);
    expect(planDrawing(inputs, plan, 1).plies.every(({ plyKey }) => plyKey.startsWith('f1-'))).toBeTrue();
    const nothing = inputsWith({ damage: { shape: { kind: 'circle', diameterMm: 40_000 } } });
    const blank = planDrawing(nothing, planRepair(nothing));
    expect([blank.cutOut, blank.footprint, blank.rings, blank.plies]).toEqual([null, null, [], []]);
    expect(blank.bounds.maxX).toBeGreaterThan(blank.bounds.minX);
  });
});
