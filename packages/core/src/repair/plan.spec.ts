import { sectionDrawing } from '../drawing/index.js';
import { planDrawing } from '../drawing/plan-view.js';
import { signedArea } from '../geometry/index.js';
import { NEW_REPAIR, type RepairInputs } from './inputs.js';
import { planRepair } from './plan.js';
import { type InputsPatch, expectedAir, inputsWith } from '../testing/inputs.js';

const LAUNCH = inputsWith({
  place: { waterline: 'below', service: 'high', access: 'both' },
  damage: { shape: { kind: 'roundedRectangle', lengthMm: 140, widthMm: 90, cornerRadiusMm: 30 } },
  laminate: {
    known: 'plies',
    thicknessMm: 9,
    finishThicknessMm: 0.6,
    clueIds: ['tint-green-blue', 'styrene-smell'],
    plies: [
      'mat-450',
      'roving-500',
      'mat-450',
      'roving-500',
      'mat-450',
      'roving-600',
      'mat-450',
      'roving-600',
      'mat-450',
      'roving-500',
    ].map((fabricId) => ({ fabricId })),
  },
  resin: { systemId: 'epoxy-slow' },
  days: { startAt: '2026-04-16T08:00' },
});

describe('the whole chain', () => {
  it('plans the patrol launch: epoxy, 12:1, 376 × 326, eight plies and a cover that fit and match', () => {
    const plan = planRepair(LAUNCH);
    expect(plan.problems).toEqual([]);
    expect(plan.resin!.verdicts.recommended).toBe('epoxy');
    expect(plan.taper!.footprint.faces[0]!.footprint.lengthMm).toBe(376);
    expect(plan.patch!.faces[0]!.plies.length).toBe(9);
    expect(plan.patch!.faces[0]!.stack.level).toBe('fits');
    expect(plan.match!.ratios.every((r) => r.band === 'match' || r.band === 'note')).toBeTrue();
    expect(plan.inspection.map((c) => c.id)).toContain('tight');
    expect(plan.days!.finishAt > '2026-04-23').toBeTrue();
  });

  it('names what is missing and works out the rest', () => {
    const plan = planRepair(NEW_REPAIR);
    expect(plan.damage!.cut.lengthMm).toBe(100);
    expect(plan.parent).toBeNull();
    expect(plan.problems).toEqual([
      jasmine.objectContaining({ stage: 'laminate', code: 'empty', field: 'laminate.thicknessMm' }),
    ]);
  });

  it('reports an absurd figure at its field and does not throw', () => {
    const plan = planRepair(inputsWith({ ...LAUNCH, damage: { shape: { kind: 'circle', diameterMm: 40_000 } } }));
    expect(plan.problems[0]).toEqual(jasmine.objectContaining({ stage: 'look', field: 'damage.shape.diameterMm' }));
    expect(plan.taper).toBeNull();
  });

  it('has nothing to taper or lay when only the finish is damaged', () => {
    const plan = planRepair(
      inputsWith({
        damage: { depth: 'finish' },
        laminate: { thicknessMm: 5, clueIds: ['styrene-smell', 'moulded-gel-coat'] },
        days: { startAt: '2026-04-16T08:00' },
      }),
    );
    expect([plan.taper, plan.patch, plan.rounds]).toEqual([null, null, []]);
    expect(plan.days!.tasks.map((t) => t.id)).not.toContain('lay-up');
    expect(plan.problems).toEqual([]);
  });

  it('takes only the plies within a part depth', () => {
    const plan = planRepair(inputsWith({ ...LAUNCH, damage: { depth: 'part', depthMm: 3 } }));
    expect(plan.parent!.withinPlies.length).toBe(3);
    expect(plan.taper!.footprint.faces[0]!.taperWidthMm).toBe(36);
  });

  it('shares the plies between two faces without losing one', () => {
    const plan = planRepair(inputsWith({ ...LAUNCH, taper: { sides: 'two' } }));
    const [first, second] = plan.patch!.faces;
    const structural = (face: typeof first) => face!.plies.filter((p) => !p.cover).length;
    expect(structural(first) + structural(second)).toBe(plan.patch!.layers.length);
    expect(plan.taper!.footprint.faces.map((f) => f.taperWidthMm)).toEqual([54, 54]);
    expect(plan.mix!.faces.length).toBe(2);
  });

  it('asks for a reason when the choice goes against the school or the verdict', () => {
    expect(planRepair(LAUNCH).resin!.needsReason).toBeFalse();
    expect(planRepair(inputsWith({ ...LAUNCH, resin: { systemId: 'polyester' } })).resin!.needsReason).toBeTrue();
  });

  it('measures clearance to a line near by, and says when it is run over', () => {
    const line = (y: number) =>
      inputsWith({
        ...LAUNCH,
        damage: {
          ...LAUNCH.damage,
          neighbours: [{ name: 'chine', kind: 'edge', fromXMm: -400, fromYMm: y, toXMm: 400, toYMm: y }],
        },
      });
    // abraded edge at 55 + 108 + 25 = 188 mm from the centre line
    expect(planRepair(line(-245)).taper!.clearances[0]!.mm).toBeCloseTo(57, 1);
    expect(planRepair(line(-150)).taper!.clearances[0]!.mm).toBeCloseTo(-38, 1);
  });

  it('warns of more thickness at once than the system takes, and of heat above its range', () => {
    const ids = (patch: InputsPatch) => {
      const plan = planRepair(inputsWith({ ...LAUNCH, ...patch }));
      return [...plan.mix!.remarks, ...plan.resin!.remarks].map((remark) => remark.id);
    };
    expect(ids({})).not.toContain('mix.too-thick-at-once');
    // Laid in as many goes as the card takes unless a person says otherwise.
    expect(ids({ resin: { systemId: 'polyester' } })).not.toContain('mix.too-thick-at-once');
    expect(ids({ resin: { systemId: 'polyester' }, stack: { goes: 1 } })).toContain('mix.too-thick-at-once');
    expect(ids({ resin: { systemId: 'epoxy-fast' }, air: expectedAir(28) })).toContain('resin.too-hot');
  });

  it('primes the ground face and margin but not the hole', () => {
    // 426 × 376 abraded with its corners, less the 160 × 110 R40 cut-out: (134 485 − 16 227) mm² at 125 g/m² = 14.78 g
    expect(planRepair(LAUNCH).mix!.faces[0]!.quantity.primeG).toBeCloseTo(14.78, 2);
    const part = planRepair(inputsWith({ ...LAUNCH, damage: { ...LAUNCH.damage, depth: 'part', depthMm: 9 } }));
    expect(part.mix!.faces[0]!.quantity.primeG).toBeCloseTo(16.81, 2);
  });

  it('refuses catalyst out of range as a problem of the mix', () => {
    const plan = planRepair(inputsWith({ ...LAUNCH, resin: { systemId: 'polyester' }, mix: { catalystPercent: 6 } }));
    expect(plan.mix).toBeNull();
    expect(plan.problems).toContain(jasmine.objectContaining({ stage: 'mix', field: 'catalystPercent' }));
  });
});

describe('the drawing', () => {
  const plan = planRepair(LAUNCH);

  it('stacks the section’s plies without gap or overlap, smallest first', () => {
    const section = sectionDrawing(LAUNCH, plan)!;
    const patch = section.laid.filter((r) => r.layer === 'patch');
    const top = (i: number) => Math.min(...patch[i]!.points.map((p) => p.y));
    const bottom = (i: number) => Math.max(...patch[i]!.points.map((p) => p.y));
    expect(bottom(0)).toBeCloseTo(9, 9);
    for (let i = 1; i < patch.length; i++) expect(bottom(i)).toBeCloseTo(top(i - 1), 9);
  });

  it('gives both orders the same amount of material', () => {
    const area = (order: RepairInputs['stack']['order']) => {
      const inputs = inputsWith({ ...LAUNCH, stack: { order, coverFabricId: null } });
      const regions = sectionDrawing(inputs, planRepair(inputs))!.laid.filter((r) => r.layer === 'patch');
      return regions.reduce((sum, r) => sum + Math.abs(signedArea(r.points)), 0);
    };
    // A draped ply is as wide as its outline throughout; a slab follows the slope, so it is narrower by half a step at each end.
    expect(area('largest-first') / area('smallest-first')).toBeCloseTo(1, 1);
    expect(area('largest-first')).toBeGreaterThan(area('smallest-first'));
  });

  it('draws every ply of the table in the plan and in the section under one key', () => {
    const keys = plan.patch!.faces[0]!.plies.map((p) => `f0-p${p.laid}`).sort();
    expect(
      planDrawing(LAUNCH, plan)
        .plies.map((p) => p.plyKey)
        .sort(),
    ).toEqual(keys);
    expect(
      sectionDrawing(LAUNCH, plan)!
        .laid.flatMap((r) => (r.plyKey ? [r.plyKey] : []))
        .sort(),
    ).toEqual(keys);
  });

  it('shows one parent ring a ply, the outermost as large as the footprint', () => {
    const view = planDrawing(LAUNCH, plan);
    expect(view.rings.length).toBe(10);
    expect(Math.max(...view.rings[0]!.points.map((p) => p.x))).toBeCloseTo(188, 6);
  });
});
