import type { Point } from '../geometry/index.js';
import { FABRICS, type Construction } from '../material/index.js';
import type { RepairInputs, RepairPlan } from '../repair/index.js';

/** What a region is made of; the interface gives each its hatch. */
export type SectionMaterial = Construction | 'core' | 'finish' | 'new-finish' | 'backing' | 'inner-skin';

/** A closed region of the section A–A: x along the outline's length from its centre, y depth from the laminate's face, mm, downwards. */
export interface SectionRegion {
  id: string;
  layer: 'parent' | 'core' | 'patch' | 'cover' | 'finish' | 'backing';
  material: SectionMaterial;
  carbon: boolean;
  aramid: boolean;
  points: Point[];
  /** Key of the patch ply, the same as in plan and table; null for parent and finish. */
  plyKey: string | null;
  label: string;
}

export interface SectionDrawing {
  /** As ground: the parent with its taper. */
  ground: SectionRegion[];
  /** As laid: patch plies and new finish, to be drawn over `ground`. */
  laid: SectionRegion[];
  halfCutMm: number;
  halfFootprintMm: number;
  halfAbradedMm: number;
  depthMm: number;
  thicknessMm: number;
  /** Drawn extent: half width, top (negative, above the face) and bottom. */
  halfWidthMm: number;
  topMm: number;
  bottomMm: number;
  /** Whether the core is drawn thinner than it is. */
  coreShortened: boolean;
  /** Vertical stretch at which a correct slope stands at 45°. */
  stretch: number;
}

/** A core is drawn at most this many skins thick, or the skins could not be seen. */
const CORE_SHOWN_SKINS = 2.5;

export const plyKey = (face: number, laid: number): string => `f${face}-p${laid}`;

/** Profile of a face as polyline heights (depth from the outer face) over u = |x| − half cut-out. */
type Heights = (u: number) => number;

/** Section A–A through the middle of the repair, along the cut-out's length; null until the taper is known. */
export function sectionDrawing(inputs: RepairInputs, plan: RepairPlan): SectionDrawing | null {
  const { damage, parent, taper, patch } = plan;
  if (!damage || !parent || !taper) return null;
  const half = damage.cut.lengthMm / 2;
  const [outer, inner] = taper.footprint.faces;
  const halfAbraded = half + outer!.taperWidthMm + inputs.taper.marginMm;
  const halfWidth = halfAbraded + inputs.taper.maskMm + 20;
  const core = inputs.laminate.core;
  const coreShownMm = core ? Math.min(core.thicknessMm, Math.max(1, CORE_SHOWN_SKINS * parent.thicknessMm)) : 0;
  const totalMm = parent.thicknessMm + (core ? coreShownMm + parent.thicknessMm : 0);
  const finishMm = inputs.laminate.finishThicknessMm;
  const slope: Heights = (u) => Math.max(0, outer!.depthMm - Math.max(0, u) / taper.ratio);
  const under: Heights = inner ? (u) => Math.max(0, inner.depthMm - Math.max(0, u) / taper.ratio) : () => 0;
  const frame: Frame = { half, halfWidth, ratio: taper.ratio, outerDepth: outer!.depthMm, innerDepth: inner?.depthMm ?? 0, through: inputs.damage.depth === 'through' || core !== null };
  const ground = [...parentRegions(parent, frame), ...(core ? coreRegions(coreShownMm, parent.thicknessMm, halfWidth) : []), ...finishRegions(finishMm, halfAbraded, halfWidth)];
  if (inputs.damage.depth === 'through' && !core && !inner) ground.push(backing(half, parent.thicknessMm));
  const laid: SectionRegion[] = [];
  patch?.faces.forEach((face, i) => {
    const base = i === 0 ? slope : under;
    const flip = i === 0 ? (y: number): number => y : (y: number): number => parent.thicknessMm - y;
    laid.push(...patchRegions(face, i, base, frame, inputs.stack.order, flip));
    if (i === 0 && finishMm > 0) laid.push(newFinish(face, frame, halfAbraded, finishMm));
  });
  return {
    ground,
    laid,
    halfCutMm: half,
    halfFootprintMm: half + outer!.taperWidthMm,
    halfAbradedMm: halfAbraded,
    depthMm: parent.depthMm,
    thicknessMm: parent.thicknessMm,
    halfWidthMm: halfWidth,
    topMm: -Math.max(finishMm, 1),
    bottomMm: totalMm + (core || inner ? 0 : 1.2),
    coreShortened: core !== null && coreShownMm < core.thicknessMm,
    stretch: taper.ratio,
  };
}

interface Frame {
  half: number;
  halfWidth: number;
  ratio: number;
  outerDepth: number;
  innerDepth: number;
  through: boolean;
}

function describe(fabricId: string): Pick<SectionRegion, 'material' | 'carbon' | 'aramid' | 'label'> {
  const fabric = FABRICS.find((f) => f.id === fabricId);
  const part = fabric?.parts[0];
  return { material: part?.construction ?? 'mat', carbon: part?.fibre === 'carbon', aramid: part?.fibre === 'aramid', label: fabric?.name ?? fabricId };
}

const plain = { carbon: false, aramid: false, plyKey: null } as const;

/** Parent layers left and right of the ground taper; below a part-depth floor they run right across. */
function parentRegions(parent: NonNullable<RepairPlan['parent']>, frame: Frame): SectionRegion[] {
  const scale = parent.thicknessMm / parent.whole.thicknessMm;
  const depth = frame.outerDepth + frame.innerDepth;
  let z = 0;
  return parent.plies.flatMap((ply, i) => {
    const [z0, z1] = [z, z + parent.whole.layerThicknessMm[i]! * scale];
    z = z1;
    const cut = Math.min(z1, depth);
    const pieces: SectionRegion[] = [];
    const base = { layer: 'parent' as const, ...describe(ply.fabricId), plyKey: null };
    if (z0 < cut - 1e-9) {
      const levels = [z0, ...(frame.outerDepth > z0 && frame.outerDepth < cut ? [frame.outerDepth] : []), cut];
      const edge = levels.map((level) => ({ x: frame.half + slopeReach(level, frame), y: level }));
      const right = [...edge, { x: frame.halfWidth, y: cut }, { x: frame.halfWidth, y: z0 }];
      pieces.push({ ...base, id: `parent-${i}-r`, points: right }, { ...base, id: `parent-${i}-l`, points: right.map((p) => ({ x: -p.x, y: p.y })) });
    }
    if (z1 > depth + 1e-9) pieces.push({ ...base, id: `parent-${i}-under`, points: rectangle(-frame.halfWidth, Math.max(z0, depth), frame.halfWidth, z1) });
    return pieces;
  });
}

/** How far the slope stands from the cut-out edge at a depth below the outer face. */
function slopeReach(level: number, frame: Frame): number {
  return level <= frame.outerDepth ? frame.ratio * (frame.outerDepth - level) : frame.ratio * (level - frame.outerDepth);
}

function coreRegions(coreShownMm: number, skinMm: number, halfWidth: number): SectionRegion[] {
  const bottom = skinMm + coreShownMm;
  return [
    { ...plain, id: 'core', layer: 'core', material: 'core', label: 'Core', points: rectangle(-halfWidth, skinMm, halfWidth, bottom) },
    { ...plain, id: 'inner-skin', layer: 'parent', material: 'inner-skin', label: 'Inner skin', points: rectangle(-halfWidth, bottom, halfWidth, bottom + skinMm) },
  ];
}

function finishRegions(finishMm: number, from: number, to: number): SectionRegion[] {
  if (finishMm <= 0) return [];
  const base = { ...plain, layer: 'finish' as const, material: 'finish' as const, label: 'Finish' };
  return [
    { ...base, id: 'finish-r', points: rectangle(from, -finishMm, to, 0) },
    { ...base, id: 'finish-l', points: rectangle(-to, -finishMm, -from, 0) },
  ];
}

function backing(half: number, thicknessMm: number): SectionRegion {
  return { ...plain, id: 'backing', layer: 'backing', material: 'backing', label: 'Backing, not to scale', points: rectangle(-half * 1.5, thicknessMm, half * 1.5, thicknessMm + 1) };
}

const rectangle = (x0: number, y0: number, x1: number, y1: number): Point[] => [
  { x: x0, y: y0 },
  { x: x1, y: y0 },
  { x: x1, y: y1 },
  { x: x0, y: y1 },
];

type Face = NonNullable<RepairPlan['patch']>['faces'][number];

/**
 * The plies as they really lie. Smallest first, each is a slab between two levels whose ends follow the slope. Largest first,
 * each drapes over what is below it, so the first lies on the whole slope and later ones end in steps. The cover drapes over all.
 */
function patchRegions(face: Face, faceIndex: number, base: Heights, frame: Frame, order: string, flip: (y: number) => number): SectionRegion[] {
  let surface: Heights = base;
  const regions: SectionRegion[] = [];
  const breaks = [0, ...face.plies.map((p) => p.offsetMm), base === undefined ? 0 : (faceIndex === 0 ? frame.outerDepth : frame.innerDepth) * frame.ratio];
  for (const ply of face.plies) {
    const below = surface;
    const slab = order === 'smallest-first' && !ply.cover;
    const lift: Heights = slab ? levelled(below, ply.thicknessMm, base) : (u) => below(u) - ply.thicknessMm;
    const polygon = slab ? slabPolygon(ply, face, frame, base) : drapePolygon(below, lift, ply.offsetMm, breaks, frame);
    surface = (u) => (u <= ply.offsetMm + 1e-9 ? lift(u) : below(u));
    regions.push({
      id: plyKey(faceIndex, ply.laid),
      plyKey: plyKey(faceIndex, ply.laid),
      layer: ply.cover ? 'cover' : 'patch',
      ...describe(ply.fabricId),
      points: polygon.map((p) => ({ x: p.x, y: flip(p.y) })),
    });
  }
  return regions;
}

/** Surface after a flat slab: one thickness above the level below, or the slope itself where that is already higher. */
function levelled(below: Heights, thicknessMm: number, base: Heights): Heights {
  return (u) => Math.min(base(u), below(0) - thicknessMm);
}

function slabPolygon(ply: Face['plies'][number], face: Face, frame: Frame, base: Heights): Point[] {
  const under = face.plies.filter((p) => !p.cover && p.sizeIndex < ply.sizeIndex).reduce((sum, p) => sum + p.thicknessMm, 0);
  const floor = base(0);
  const [bottom, top] = [floor - under, floor - under - ply.thicknessMm];
  const inner = frame.half + frame.ratio * under;
  const outer = frame.half + ply.offsetMm;
  return [
    { x: -inner, y: bottom },
    { x: inner, y: bottom },
    { x: outer, y: top },
    { x: -outer, y: top },
  ];
}

function drapePolygon(below: Heights, above: Heights, reach: number, breaks: readonly number[], frame: Frame): Point[] {
  const step = 1e-6;
  const stops = [...new Set([0, ...breaks.flatMap((b) => [b - step, b + step]), reach].filter((u) => u >= 0 && u <= reach))].sort((a, b) => a - b);
  const right = (heights: Heights): Point[] => stops.map((u) => ({ x: frame.half + u, y: heights(u) }));
  const mirror = (points: Point[]): Point[] => [...points].reverse().map((p) => ({ x: -p.x, y: p.y }));
  const lower = right(below);
  const upper = right(above);
  return [...mirror(lower), ...lower, ...[...upper].reverse(), ...upper.map((p) => ({ x: -p.x, y: p.y }))];
}

function newFinish(face: Face, frame: Frame, halfAbraded: number, finishMm: number): SectionRegion {
  const top = frame.outerDepth - face.stack.totalMm;
  const cover = face.plies.find((p) => p.cover);
  const reach = frame.half + (cover ? Math.min(cover.offsetMm, halfAbraded - frame.half) : frame.outerDepth * frame.ratio);
  const edgeLift = cover ? -cover.thicknessMm : 0;
  const last = frame.half + Math.max(...face.plies.filter((p) => !p.cover).map((p) => p.offsetMm));
  const lower = [
    { x: last, y: top },
    { x: Math.max(last, frame.half + frame.outerDepth * frame.ratio), y: edgeLift },
    { x: reach, y: edgeLift },
    { x: halfAbraded, y: 0 },
    { x: halfAbraded, y: -finishMm },
  ];
  const surface = Math.min(-finishMm, top);
  const right = [...lower.slice(0, 4), { x: halfAbraded, y: surface }];
  return { ...plain, id: 'new-finish', layer: 'finish', material: 'new-finish', label: 'Fairing and finish', points: [...right, ...right.map((p) => ({ x: -p.x, y: p.y })).reverse()] };
}
