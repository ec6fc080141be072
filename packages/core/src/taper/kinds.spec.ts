import { measureOffset, signedArea } from '../geometry/index.js';
import { NEW_REPAIR, type RepairInputs } from '../repair/inputs.js';
import { planRepair } from '../repair/plan.js';
import { sectionDrawing } from '../drawing/index.js';
import { alignment, broken } from './broken.js';
import { dish } from './dish.js';
import { edge } from './edge.js';
import { plug } from './plug.js';

const THIN: RepairInputs = {
  ...NEW_REPAIR,
  damage: { ...NEW_REPAIR.damage, shape: { kind: 'circle', diameterMm: 60 }, marginMm: 10 },
  laminate: {
    ...NEW_REPAIR.laminate,
    known: 'plies',
    plies: [{ fabricId: 'twill-203' }, { fabricId: 'carbon-twill-200' }, { fabricId: 'twill-203' }],
    clueIds: ['plate-epoxy'],
  },
  resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-medium' },
  stack: { ...NEW_REPAIR.stack, coverFabricId: null },
};
const planned = (taper: Partial<RepairInputs['taper']>): RepairInputs => ({
  ...THIN,
  taper: { ...THIN.taper, ...taper },
});

describe('a stepped taper', () => {
  const inputs = planned({ kind: 'stepped', stepMm: 12 });
  const plan = planRepair(inputs);

  it('has one step a ply of the width set: three of 12 round an 80 mm cut-out', () => {
    const [face] = plan.taper!.footprint.faces;
    expect(face!.taperWidthMm).toBeCloseTo(36, 9);
    expect(face!.footprint.lengthMm).toBeCloseTo(152, 9);
    expect(plan.patch!.faces[0]!.plies.map((ply) => Math.round(ply.lengthMm))).toEqual([104, 128, 152]);
  });

  it('grinds ring by ring, each down to the ply that lies bare: worked by hand from the rings', () => {
    const rings = [52, 64, 76].map((r, i) => Math.PI * (r ** 2 - [40, 52, 64][i]! ** 2));
    const { whole, withinPlies } = plan.parent!;
    const bottomUp = withinPlies.map((_, i) => whole.layerThicknessMm[i]!).reverse();
    const volume = rings[0]! * (bottomUp[1]! + bottomUp[2]!) + rings[1]! * bottomUp[2]!;
    expect(plan.taper!.footprint.faces[0]!.taperVolumeMm3).toBeCloseTo(volume, 3);
  });

  it('is drawn with upright steps: parent plies end 0, 12 and 24 mm past the cut-out', () => {
    const section = sectionDrawing(inputs, plan)!;
    const ends = section.ground
      .filter((region) => /^parent-\d-r$/.test(region.id))
      .map((region) => Math.min(...region.points.map((p) => p.x)) - section.halfCutMm);
    expect(ends.map((mm) => Math.round(mm))).toEqual([24, 12, 0]);
  });
});

describe('a lap patch', () => {
  const inputs = planned({ kind: 'lap', lapMm: 60, staggerMm: 10 });
  const plan = planRepair(inputs);

  it('takes nothing off, reaches past the damage, and staggers its plies', () => {
    expect(plan.taper!.footprint.taperVolumeMm3).toBe(0);
    expect(plan.patch!.faces[0]!.plies.map((ply) => Math.round(ply.lengthMm))).toEqual([160, 180, 200]);
    expect(plan.patch!.remarks.map(({ id }) => id)).toEqual(['stack.on-surface', 'stack.few-discs']);
  });

  it('is drawn on the surface, the parent square-edged', () => {
    const section = sectionDrawing(inputs, plan)!;
    for (const region of section.laid.filter((one) => one.layer === 'patch'))
      expect(Math.max(...region.points.map((p) => p.y))).toBeLessThanOrEqual(1e-9);
    for (const region of section.ground.filter((one) => one.id.endsWith('-r') && one.layer === 'parent'))
      expect(Math.min(...region.points.map((p) => p.x))).toBeCloseTo(section.halfCutMm, 9);
  });
});

describe('other kinds of repair', () => {
  it('dish: a 45° countersink of a 20 mm hole 6 deep is a frustum', () => {
    const { mouth, cap, fillerMm3 } = dish({ shape: { kind: 'circle', diameterMm: 20 }, depthMm: 6 });
    expect([mouth.lengthMm, cap.lengthMm]).toEqual([32, 82]);
    expect(fillerMm3).toBeCloseTo((Math.PI * 6 * (10 ** 2 + 10 * 16 + 16 ** 2)) / 3, 6);
  });

  it('broken in two: the area of its parabola, no straight edge across, rails doubled', () => {
    const result = broken({ widthMm: 480, skinMm: 1.2, ratio: 40, bulgeMm: 60, railMm: 80, plies: 3 });
    expect([result.atRailsMm, result.atMiddleMm]).toEqual([48, 108]);
    expect(Math.abs(signedArea(result.outline)) / result.sandedMm2).toBeCloseTo(1, 3);
    expect(result.sandedMm2).toBeCloseTo(2 * 480 * (48 + 40), 6);
    expect(result.plies.map((ply) => [ply.atRailsMm, ply.atMiddleMm].map(Math.round))).toEqual([[16, 36], [32, 72], [48, 108]]); // prettier-ignore
    expect([result.railStrips, result.railStripMm]).toEqual([4, 146]);
  });

  it('broken in two: not bonded before string, twist and rocker are read and true', () => {
    const read = (what: 'string' | 'twist' | 'rocker', mm: number) => ({
      what,
      mm,
      limitMm: 2,
      by: 'A',
      at: '2026-01-01',
    });
    expect(alignment([read('string', 1)]).missing).toEqual(['twist', 'rocker']);
    expect(alignment([read('string', 3), read('twist', 1), read('rocker', 0)]).off.length).toBe(1);
    expect(alignment([read('string', 3), read('twist', 1), read('rocker', 0), read('string', -1.5)]).ready).toBeTrue();
  });

  it('edge: tapered by half the thickness a face, plies from both sides past the edge', () => {
    const result = edge({ alongMm: 100, inMm: 40, thicknessMm: 4, ratio: 12, plies: 4, trimMm: 10 });
    expect(result.taperMm).toBe(24);
    expect(result.groundMm2).toBe(2 * (148 * 64 - 100 * 40));
    expect(result.plies.map(({ face, lengthMm, depthMm }) => [face, lengthMm, depthMm])).toEqual([['first', 124, 62], ['second', 124, 62], ['first', 148, 74], ['second', 148, 74]]); // prettier-ignore
  });

  it('core plug: paste under it and round it by hand, for a 100 mm hole in 20 mm core', () => {
    const result = plug({
      shape: { kind: 'circle', diameterMm: 100 },
      coreMm: 20,
      gapMm: 2,
      beddingMm: 2,
      pasteGPerMl: 0.8,
    });
    const [hole, core] = [Math.PI * 50 ** 2, Math.PI * 48 ** 2];
    expect(result.plug.lengthMm).toBe(96);
    expect(result.beddingMl / ((hole * 2) / 1000)).toBeCloseTo(1, 6);
    expect(result.gapMl / (((hole - core) * 18) / 1000)).toBeCloseTo(1, 2);
    expect(result.pasteG).toBeCloseTo(0.8 * (result.beddingMl + result.gapMl), 9);
    expect(() =>
      plug({ shape: { kind: 'circle', diameterMm: 10 }, coreMm: 20, gapMm: 6, beddingMm: 2, pasteGPerMl: 1 }),
    ).toThrow(jasmine.objectContaining({ field: 'gapMm' }));
    expect(measureOffset({ kind: 'circle', diameterMm: 96 }, 0).areaMm2 / result.plug.areaMm2).toBeCloseTo(1, 2);
  });

  it('core plug: of a thick core only as deep as it is crushed, by hand for 15 of 60 mm', () => {
    const input = { shape: { kind: 'circle', diameterMm: 100 }, coreMm: 60, gapMm: 2, beddingMm: 2, pasteGPerMl: 0.8 } as const; // prettier-ignore
    const [hole, core] = [Math.PI * 50 ** 2, Math.PI * 48 ** 2];
    const part = plug({ ...input, depthMm: 15 });
    expect(part.plugThicknessMm).toBe(13);
    expect(part.gapMl / (((hole - core) * 13) / 1000)).toBeCloseTo(1, 2);
    expect(part.beddingMl).toBe(plug(input).beddingMl);
    expect(part.sealedMm2 / (2 * core + 2 * Math.PI * 48 * 13 + hole + 2 * Math.PI * 50 * 15)).toBeCloseTo(1, 3);
    expect(plug({ ...input, depthMm: 60 })).toEqual(plug(input));
    expect(() => plug({ ...input, depthMm: 61 })).toThrow(jasmine.objectContaining({ field: 'depthMm' }));
    expect(() => plug({ ...input, depthMm: 2 })).toThrow(jasmine.objectContaining({ field: 'beddingMm' }));
  });
});
