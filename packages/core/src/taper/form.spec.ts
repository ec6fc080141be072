import { sectionDrawing } from '../drawing/index.js';
import { signedArea } from '../geometry/index.js';
import { cutPieces } from '../repair/cut.js';
import { NEW_REPAIR, type RepairInputs } from '../repair/inputs.js';
import { planRepair } from '../repair/plan.js';
import { broken } from './broken.js';
import { edge } from './edge.js';
import { wrap } from './wrap.js';

/** A 100 × 40 slot in a skin of two plies of 203 glass, over foam or not. */
const SKIN: RepairInputs = {
  ...NEW_REPAIR,
  damage: { ...NEW_REPAIR.damage, shape: { kind: 'slot', lengthMm: 100, widthMm: 40, rotationDeg: 0 }, marginMm: 0 },
  laminate: {
    ...NEW_REPAIR.laminate,
    known: 'plies',
    thicknessMm: 0.6,
    plies: [{ fabricId: 'plain-203' }, { fabricId: 'plain-203' }],
    clueIds: ['plate-epoxy'],
  },
  resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-medium' },
  stack: { ...NEW_REPAIR.stack, coverFabricId: null },
};
const foam = { coreId: 'eps', thicknessMm: 60, reachable: true };
const planned = (
  taper: Partial<RepairInputs['taper']>,
  core: RepairInputs['laminate']['core'] = null,
): RepairInputs => ({ ...SKIN, laminate: { ...SKIN.laminate, core }, taper: { ...SKIN.taper, ratio: 20, ...taper } });
const whole = { oversize: false, mirrored: false };

describe('a wrap as it is planned', () => {
  const set = { roundMm: 200, stripMm: 50, angleDeg: 45, overlapMm: 10, layers: 2, pastMm: 50 };
  const inputs = planned({ kind: 'wrap', wrap: set });
  const plan = planRepair(inputs);
  const result = wrap({ ...set, damageMm: 100 });

  it('is laid in strips, wound to either hand in turn, of the area the strips have', () => {
    const plies = plan.patch!.faces[0]!.plies;
    expect(plies.map(({ orientationDeg }) => orientationDeg)).toEqual([45, -45]);
    expect(plies.reduce((sum, ply) => sum + ply.areaMm2, 0)).toBeCloseTo(result.fabricAreaMm2, 3);
    expect(plan.taper!.footprint.taperVolumeMm3).toBe(0);
  });

  it('is cut strip by strip, square and straight', () => {
    const strips = cutPieces(inputs, plan, whole).filter(({ piece }) => piece.kind === 'ply');
    expect(strips.length).toBe(2 * result.stripsPerLayer);
    for (const { piece } of strips) {
      expect([piece.lengthMm, piece.widthMm].map(Math.round)).toEqual([Math.round(result.stripLengthMm), 50]);
      expect([piece.bias, piece.arrowDeg]).toEqual([false, 0]);
    }
  });

  it('covers the band it goes round, over a skin too thin for any ratio', () => {
    const drawn = plan.patch!.faces[0]!.plies[0]!;
    expect([drawn.lengthMm, drawn.widthMm]).toEqual([200, 200]);
    expect(planRepair(planned({ kind: 'wrap', wrap: { ...set, pastMm: 150 } })).problems).toEqual([]);
  });

  it('lies on the surface, what is lost filled flush first', () => {
    const section = sectionDrawing(inputs, plan)!;
    expect(section.ratio).toBeNull();
    expect(section.laid.find(({ id }) => id === 'filler')).toBeDefined();
    for (const region of section.laid.filter(({ plyKey }) => plyKey))
      expect(Math.max(...region.points.map((p) => p.y))).toBeLessThanOrEqual(1e-9);
  });
});

describe('an edge as it is planned', () => {
  const set = { alongMm: 120, inMm: 50, trimMm: 10 };
  const at = (yMm: number): RepairInputs => {
    const inputs = planned({ kind: 'edge', edge: set });
    return {
      ...inputs,
      damage: {
        ...inputs.damage,
        neighbours: [{ name: 'edge', kind: 'edge', fromXMm: -200, fromYMm: yMm, toXMm: 200, toYMm: yMm }],
      },
    };
  };

  it('has the plies of its own sum, half on each face, trimmed past the edge', () => {
    const plan = planRepair(at(25));
    const result = edge({ ...set, thicknessMm: plan.parent!.depthMm, ratio: 20, plies: 2 });
    const plies = plan.patch!.faces.flatMap((face) => face.plies);
    expect(plies.map(({ lengthMm, widthMm }) => [lengthMm, widthMm])).toEqual(
      result.plies.map(({ lengthMm, depthMm }) => [lengthMm, depthMm]),
    );
    expect(plies.reduce((sum, ply) => sum + ply.areaMm2, 0)).toBeCloseTo(
      result.plies.reduce((sum, ply) => sum + ply.areaMm2, 0),
      6,
    );
  });

  it('faces the edge near by, whichever side that lies', () => {
    const highest = (inputs: RepairInputs): number =>
      Math.max(...cutPieces(inputs, planRepair(inputs), whole)[0]!.piece.points.map(({ y }) => y));
    expect(highest(at(25))).toBeCloseTo(35, 6);
    expect(highest(at(-25))).toBeCloseTo(25 + planRepair(at(-25)).taper!.footprint.faces[0]!.taperWidthMm, 6);
  });

  it('turns with the damage', () => {
    const inputs = at(25);
    const turned = {
      ...inputs,
      damage: { ...inputs.damage, shape: { ...inputs.damage.shape, rotationDeg: 90 } as typeof inputs.damage.shape },
    };
    const { piece } = cutPieces(turned, planRepair(turned), whole)[0]!;
    expect(piece.widthMm).toBeGreaterThan(piece.lengthMm);
  });
});

describe('a board in two as it is planned', () => {
  const set = { widthMm: 400, bulgeMm: 60, railMm: 80 };
  const inputs = planned({ kind: 'broken', broken: set }, foam);
  const plan = planRepair(inputs);
  const result = broken({ ...set, skinMm: plan.parent!.depthMm, ratio: 20, plies: 2 });

  it('takes every ply on both faces, each as large as its own sum, and doubles the rails', () => {
    const faces = plan.patch!.faces.map(({ plies }) => plies);
    for (const plies of faces) {
      const [stack, rails] = [plies.filter(({ use }) => use === 'stack'), plies.filter(({ use }) => use === 'local')];
      stack.forEach((ply, i) => expect(Math.abs(ply.areaMm2 / result.plies[i]!.areaMm2 - 1)).toBeLessThan(0.001));
      expect(rails.map(({ lengthMm, widthMm }) => [lengthMm, widthMm])).toEqual([[result.railStripMm, 80], [result.railStripMm, 80]]); // prettier-ignore
    }
    expect(cutPieces(inputs, plan, whole).filter(({ piece }) => piece.kind === 'ply').length).toBe(8);
  });

  it('is drawn with both skins tapered to the break', () => {
    const section = sectionDrawing(inputs, plan)!;
    expect(section.halfCutMm).toBe(0);
    const inner = section.ground.find(({ id }) => id === 'inner-skin-r')!;
    expect(Math.min(...inner.points.map((p) => p.x))).toBe(0);
    expect(section.laid.filter(({ plyKey }) => plyKey?.startsWith('f1')).length).toBeGreaterThan(1);
  });

  it('is told when the taper is a hinge', () => {
    expect(
      planRepair(planned({ kind: 'broken', broken: set, ratio: 8 }, foam)).taper!.footprint.remarks.map(({ id }) => id),
    ).toEqual(['taper.hinge']);
    expect(plan.taper!.footprint.remarks).toEqual([]);
  });

  it('shares the depth between the faces where there is no core', () => {
    expect(
      planRepair(planned({ kind: 'broken', broken: set })).taper!.footprint.faces.map(({ depthMm }) => depthMm),
    ).toEqual([0.3, 0.3]);
  });
});

describe('a dish and a core as they are planned', () => {
  it('a dish is a bevel with a cap past its mouth', () => {
    const inputs = planned({ kind: 'dish', dishRatio: 2 });
    const plan = planRepair(inputs);
    expect(plan.taper!.footprint.faces[0]!.footprint.lengthMm).toBeCloseTo(100 + 4 * plan.parent!.depthMm, 9);
    expect(plan.patch!.faces[0]!.plies.map(({ lengthMm }) => lengthMm)).toEqual([100 + 4 * plan.parent!.depthMm + 50]);
    const { roundId } = sectionDrawing(inputs, plan)!.laid.find(({ id }) => id === 'filler')!;
    expect(plan.rounds.map(({ id }) => id)).toContain(roundId!);
  });

  it('a core has its plug cut with the plies, smaller by the gap all round', () => {
    const inputs = planned({ kind: 'core', plug: { gapMm: 2, beddingMm: 3, pasteGPerMl: 0.9 } }, foam);
    const plan = planRepair(inputs);
    const plug = cutPieces(inputs, plan, whole).find(({ mark }) => mark === 'Plug')!.piece;
    expect([plug.kind, plug.material, plug.lengthMm, plug.widthMm]).toEqual(['core', 'EPS foam', 96, 36]);
    expect(Math.abs(signedArea(plug.points)) / plug.areaMm2).toBeCloseTo(1, 6);
    expect(sectionDrawing(inputs, plan)!.laid.map(({ id }) => id)).toEqual(
      jasmine.arrayContaining(['bedding', 'plug']),
    );
    expect(sectionDrawing(inputs, plan)!.laid.find(({ id }) => id === 'plug')!.roundId).toBe(plan.rounds[0]!.id);
  });

  it('a core taken out in part keeps what is sound under the plug', () => {
    const plug = { gapMm: 2, beddingMm: 3, pasteGPerMl: 0.9 };
    const shown = (depthMm: number): ReturnType<typeof sectionDrawing> => {
      const inputs = planned({ kind: 'core', plug: { ...plug, depthMm } }, foam);
      return sectionDrawing(inputs, planRepair(inputs));
    };
    const coreMm = foam.thicknessMm;
    const depths = (regions: readonly { id: string; points: readonly { y: number }[] }[], id: string): number[] =>
      [...new Set(regions.find((region) => region.id === id)!.points.map(({ y }) => y))].sort((a, b) => a - b);
    const part = shown(coreMm / 4)!;
    const [top, floor, bottom] = depths(part.ground, 'core');
    expect((floor! - top!) / (bottom! - top!)).toBeCloseTo(0.25, 9);
    expect(depths(part.laid, 'bedding')).toEqual([top!, floor!]);
    expect(shown(coreMm)!.ground.map(({ id }) => id)).toEqual(jasmine.arrayContaining(['core-l', 'core-r']));
    const tooDeep = planned({ kind: 'core', plug: { ...plug, depthMm: coreMm + 1 } }, foam);
    expect(planRepair(tooDeep).problems.map(({ field }) => field)).toContain('taper.plug.depthMm');
  });
});

describe('plies beside the stack', () => {
  const extra = {
    id: 'x',
    fabricId: 'mat-225',
    orientationDeg: 0,
    face: 'first',
    shape: { kind: 'circle', diameterMm: 60 },
  } as const;
  const inputs: RepairInputs = { ...planned({}), stack: { ...SKIN.stack, sanding: { fabricId: 'plain-80' }, extras: [{ ...extra, use: 'filler', after: 0 }, { ...extra, id: 'y', use: 'local', after: 1 }] } }; // prettier-ignore
  const plan = planRepair(inputs);

  it('are laid where they are said to go, and numbered with the rest', () => {
    expect(plan.patch!.faces[0]!.plies.map(({ laid, use }) => `${laid} ${use}`)).toEqual([
      '1 filler',
      '2 stack',
      '3 local',
      '4 stack',
      '5 sanding',
    ]);
  });

  it('take resin and are cut by their own outline, and do not count in the match', () => {
    const bare = planRepair({ ...inputs, stack: { ...inputs.stack, extras: [] } });
    expect(plan.mix!.faces[0]!.quantity.plies.length).toBe(5);
    expect(plan.match!.ratios.map(({ ratio }) => ratio)).toEqual(bare.match!.ratios.map(({ ratio }) => ratio));
    expect(cutPieces(inputs, plan, whole).filter(({ piece }) => piece.kind === 'ply').map(({ piece }) => Math.round(piece.lengthMm))[0]).toBe(60); // prettier-ignore
  });

  it('a layer to be sanded is as large as what it covers, and takes its room', () => {
    const plies = plan.patch!.faces[0]!.plies;
    expect(plies.at(-1)!.lengthMm).toBe(Math.max(...plies.map(({ lengthMm }) => lengthMm)));
    const without = planRepair({ ...inputs, stack: { ...SKIN.stack } }).patch!.faces[0]!.stack;
    expect(without.roomMm - plan.patch!.faces[0]!.stack.roomMm).toBeCloseTo(plies.at(-1)!.thicknessMm, 9);
  });
});
