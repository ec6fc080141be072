import { liesWithin, signedArea } from '../geometry/index.js';
import { type RepairInputs, planRepair } from '../repair/index.js';
import { type SectionDrawing, type SectionRegion, sectionDrawing } from './section.js';
import { type InputsPatch, inputsWith } from '../testing/inputs.js';

const PLIES = ['mat-450', 'roving-500', 'mat-450', 'roving-500', 'mat-450', 'roving-600'].map((fabricId) => ({
  fabricId,
}));

const HULL: InputsPatch = {
  place: { access: 'both', service: 'high' },
  damage: { shape: { kind: 'circle', diameterMm: 100 } },
  laminate: {
    known: 'plies',
    thicknessMm: 6,
    finishThicknessMm: 0.6,
    plies: PLIES,
    clueIds: ['tint-green-blue', 'styrene-smell'],
  },
  resin: { systemId: 'epoxy-slow' },
  taper: { sides: 'one' },
};
const WAYS: [string, InputsPatch][] = [
  ['one-sided', {}],
  ['one-sided, largest first', { stack: { order: 'largest-first' } }],
  ['two-sided', { taper: { sides: 'two' } }],
  ['part of the depth', { damage: { shape: { kind: 'circle', diameterMm: 100 }, depth: 'part', depthMm: 3 } }],
  ['from inside', { taper: { sides: 'one', from: 'inside' } }],
  ['grown by a width of their own', { stack: { growMm: 14 } }],
  ['stepped', { taper: { kind: 'stepped', sides: 'one' } }],
];
const merged = (patch: InputsPatch): RepairInputs =>
  inputsWith(
    Object.fromEntries(
      Object.keys({ ...HULL, ...patch }).map((name) => [
        name,
        { ...HULL[name as keyof InputsPatch], ...patch[name as keyof InputsPatch] },
      ]),
    ) as InputsPatch,
  );

function drawn(patch: InputsPatch): {
  section: SectionDrawing;
  inputs: RepairInputs;
  plan: ReturnType<typeof planRepair>;
} {
  const inputs = merged(patch);
  const plan = planRepair(inputs);
  return { section: sectionDrawing(inputs, plan)!, inputs, plan };
}

/** Places over the whole section that lie on no line by chance. */
function places({ halfWidthMm, topMm, bottomMm }: SectionDrawing): { x: number; y: number }[] {
  const columns = Array.from({ length: 97 }, (_, i) => -halfWidthMm + ((i + 0.413) * 2 * halfWidthMm) / 97);
  const rows = Array.from({ length: 61 }, (_, i) => topMm + ((i + 0.377) * (bottomMm - topMm)) / 61);
  return columns.flatMap((x) => rows.map((y) => ({ x, y })));
}
const over = (regions: readonly SectionRegion[], place: { x: number; y: number }): SectionRegion[] =>
  regions.filter(({ points }) => liesWithin(place, [points]));

describe('the section', () => {
  for (const [name, patch] of WAYS)
    describe(name, () => {
      const { section, plan, inputs } = drawn(patch);
      const plies = section.laid.filter(({ layer }) => layer === 'patch' || layer === 'cover');

      it('has every ply of the patch once, by the key it has in plan and table', () => {
        const keys = plan.patch!.faces.flatMap((face, f) => face.plies.map(({ laid }) => `f${f}-p${laid}`));
        expect(plies.map(({ plyKey }) => plyKey).sort()).toEqual(keys.sort());
      });

      it('has no two plies in one place, and no ply where the parent was left', () => {
        const parent = section.ground.filter(({ layer }) => layer === 'parent');
        for (const place of places(section)) {
          const laid = over(plies, place);
          expect(laid.length).withContext(JSON.stringify([place, laid.map(({ id }) => id)])).toBeLessThanOrEqual(1); // prettier-ignore
          if (laid.length > 0) expect(over(parent, place).map(({ id }) => id)).withContext(JSON.stringify(place)).toEqual([]); // prettier-ignore
        }
      });

      it('is the same to the left as to the right', () => {
        for (const place of places(section).filter(({ x }) => x > 0))
          expect(over(section.laid, place).map(({ plyKey, material }) => plyKey ?? material)).toEqual(
            over(section.laid, { x: -place.x, y: place.y }).map(({ plyKey, material }) => plyKey ?? material),
          );
      });

      it('fills what was ground away but for what is said of the level', () => {
        const parent = section.ground.filter(({ layer }) => layer === 'parent');
        const open = places(section).filter(
          (place) => place.y > 0 && place.y < section.depthMm && over(parent, place).length === 0,
        );
        const filled = open.filter((place) => over(section.laid, place).length > 0);
        const thick = plan.patch!.faces.reduce(
          (sum, face) => sum + face.plies.filter(({ cover }) => !cover).reduce((all, ply) => all + ply.thicknessMm, 0),
          0,
        );
        expect(filled.length / open.length).toBeGreaterThan(Math.min(1, thick / section.depthMm) - 0.08);
      });

      it('says its ratio as the taper has it, and stretches a slope to 45°', () => {
        const stepped = plan.taper!.kind === 'stepped';
        expect(section.ratio === null).toBe(stepped);
        if (!stepped) expect(section.stretch).toBeCloseTo(plan.taper!.ratio, 9);
        expect(section.halfFootprintMm - section.halfCutMm).toBeCloseTo(
          plan.taper!.footprint.faces[0]!.taperWidthMm,
          6,
        );
        expect(section.halfAbradedMm - section.halfFootprintMm).toBeCloseTo(inputs.taper.marginMm, 9);
      });
    });

  it('lays smallest first as slabs whose ends follow the slope: areas by hand', () => {
    const { section, plan } = drawn({});
    const { ratio } = plan.taper!;
    let level = 0;
    for (const ply of plan.patch!.faces[0]!.plies.filter(({ cover }) => !cover)) {
      const region = section.laid.find(({ plyKey }) => plyKey === `f0-p${ply.laid}`)!;
      // A trapezoid of the ply's thickness on the 120 mm cut out, 10 mm past the damage, and the slope to either side.
      const byHand = ply.thicknessMm * (120 + 2 * ratio * (level + ply.thicknessMm / 2));
      expect(Math.abs(signedArea(region.points)) / byHand).toBeCloseTo(1, 6);
      level += ply.thicknessMm;
    }
  });

  it('lets the first of largest first lie on the whole slope, as long as its own size', () => {
    const { section, plan } = drawn({ stack: { order: 'largest-first' } });
    const [first] = plan.patch!.faces[0]!.plies;
    const region = section.laid.find(({ plyKey }) => plyKey === 'f0-p1')!;
    expect(Math.max(...region.points.map(({ x }) => x))).toBeCloseTo(first!.lengthMm / 2, 6);
    // Down in the cut-out and up at the rim.
    expect(Math.max(...region.points.map(({ y }) => y))).toBeCloseTo(section.depthMm, 6);
    expect(Math.min(...region.points.map(({ y }) => y))).toBeLessThan(0.5 * section.depthMm);
  });

  it('lets the plies of a stepped repair down onto the floor of the cut-out, and over each step', () => {
    for (const order of ['smallest-first', 'largest-first'] as const) {
      const { section, plan } = drawn({ taper: { kind: 'stepped', sides: 'one' }, stack: { order } });
      let under = section.depthMm;
      for (const ply of plan.patch!.faces[0]!.plies) {
        const { points } = section.laid.find(({ plyKey }) => plyKey === `f0-p${ply.laid}`)!;
        expect(Math.max(...points.map(({ y }) => y)))
          .withContext(`${order}, ply ${ply.laid}`)
          .toBeCloseTo(under, 6);
        under -= ply.thicknessMm;
      }
    }
  });

  it('draws the far face of a two-sided repair from the other side', () => {
    const { section } = drawn({ taper: { sides: 'two' } });
    const deepest = (face: number): number =>
      Math.max(
        ...section.laid
          .filter(({ plyKey }) => plyKey?.startsWith(`f${face}-`))
          .flatMap(({ points }) => points.map(({ y }) => y)),
      );
    expect(deepest(0)).toBeLessThan(deepest(1));
    expect(section.ground.some(({ layer }) => layer === 'backing')).toBeFalse();
  });

  it('backs a hole that goes through, worked from one face, and nothing that stops short', () => {
    const backed = (patch: InputsPatch): boolean =>
      drawn(patch).section.ground.some(({ layer }) => layer === 'backing');
    expect(backed({})).toBeTrue();
    expect(backed({ damage: { shape: { kind: 'circle', diameterMm: 100 }, depth: 'part', depthMm: 3 } })).toBeFalse();
  });

  it('draws a thick core thinner than it is and says so, with the skin under it whole', () => {
    const { section, inputs } = drawn({
      laminate: { ...HULL.laminate, core: { coreId: 'pvc-80', thicknessMm: 40, reachable: true } },
      damage: { shape: { kind: 'circle', diameterMm: 100 }, depth: 'part', depthMm: 3 },
    });
    const core = section.ground.find(({ layer }) => layer === 'core')!;
    const ys = core.points.map(({ y }) => y);
    expect(section.coreShortened).toBeTrue();
    expect(Math.max(...ys) - Math.min(...ys)).toBeLessThan(inputs.laminate.core!.thicknessMm);
    expect(section.ground.map(({ material }) => material)).toContain('inner-skin');
  });

  it('is not there before the taper is', () => {
    const inputs = inputsWith({});
    expect(sectionDrawing(inputs, planRepair(inputs))).toBeNull();
  });
});
