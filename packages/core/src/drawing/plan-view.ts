import { type Point, type Shape, outlinePoints } from '../geometry/index.js';
import { FABRICS, type Construction } from '../material/index.js';
import type { RepairInputs, RepairPlan } from '../repair/index.js';
import { plyKey } from './section.js';

/** A closed outline of the plan view, plan millimetres, y up. */
export interface PlanOutline {
  id: string;
  points: Point[];
}

export interface PlanRing extends PlanOutline {
  /** Ply of the parent seen in this ring of the ground taper. */
  material: Construction;
  label: string;
}

export interface PlanPly extends PlanOutline {
  plyKey: string;
  laid: number;
  cover: boolean;
  material: Construction;
  carbon: boolean;
  aramid: boolean;
  orientationDeg: number;
  label: string;
}

export interface PlanDrawing {
  /** Visible damage as mapped. */
  damage: PlanOutline | null;
  cutOut: PlanOutline | null;
  /** Parent rings of the ground taper, largest first so that each is drawn over the one before. */
  rings: PlanRing[];
  /** Patch plies, largest first, of the face shown. */
  plies: PlanPly[];
  footprint: PlanOutline | null;
  abraded: PlanOutline | null;
  mask: PlanOutline | null;
  neighbours: { name: string; kind: string; from: Point; to: Point; clearMm: number | null }[];
  centre: Point;
  rotationDeg: number;
  /** Extent to fit on the sheet. */
  bounds: { minX: number; minY: number; maxX: number; maxY: number };
}

const VISIBLE_MARGIN_MM = 15;
/** A line near by is taken onto the sheet when it comes this close to the mask. */
const NEAR_MM = 60;
const EMPTY_SHEET: readonly Point[] = [
  { x: -100, y: -100 },
  { x: 100, y: 100 },
];

/** Plan view of a repair, from the damage outline outwards; what is not worked out yet is left out. */
export function planDrawing(inputs: RepairInputs, plan: RepairPlan, faceIndex = 0): PlanDrawing {
  const { damage, parent, taper, patch } = plan;
  const cutOut = damage?.cutOut ?? null;
  const shape = inputs.damage.shape;
  const face = taper?.footprint.faces[faceIndex] ?? taper?.footprint.faces[0];
  const grown = (id: string, growMm: number): PlanOutline | null => (cutOut && face ? { id, points: outlinePoints(cutOut, growMm) } : null);
  const margin = inputs.taper.marginMm;
  const drawing = {
    damage: damage ? { id: 'damage', points: outlinePoints(shape) } : null,
    cutOut: cutOut ? { id: 'cut-out', points: outlinePoints(cutOut) } : null,
    rings: cutOut && parent && taper && face ? rings(cutOut, parent, taper.ratio, face.depthMm) : [],
    plies: cutOut && patch ? plies(cutOut, patch, faceIndex) : [],
    footprint: face ? grown('footprint', face.taperWidthMm) : null,
    abraded: face ? grown('abraded', face.taperWidthMm + margin) : null,
    mask: face ? grown('mask', face.taperWidthMm + margin + inputs.taper.maskMm) : null,
    neighbours: inputs.damage.neighbours.map((n, i) => ({
      name: n.name,
      kind: n.kind,
      from: { x: n.fromXMm, y: n.fromYMm },
      to: { x: n.toXMm, y: n.toYMm },
      clearMm: taper?.clearances[i]?.mm ?? null,
    })),
    centre: { x: shape.centreXMm ?? 0, y: shape.centreYMm ?? 0 },
    rotationDeg: shape.rotationDeg ?? 0,
  };
  const widest = drawing.mask ?? drawing.cutOut ?? drawing.damage;
  const frame = bounds(widest?.points ?? EMPTY_SHEET);
  return { ...drawing, bounds: drawing.neighbours.reduce((grown, line) => withNear(grown, line.from, line.to), frame) };
}

function rings(cutOut: Shape, parent: NonNullable<RepairPlan['parent']>, ratio: number, depthMm: number): PlanRing[] {
  const scale = parent.thicknessMm / parent.whole.thicknessMm;
  let z = 0;
  return parent.plies.flatMap((ply, i) => {
    const from = z;
    z += parent.whole.layerThicknessMm[i]! * scale;
    if (from >= depthMm - 1e-9) return [];
    const fabric = FABRICS.find((f) => f.id === ply.fabricId);
    return [{ id: `ring-${i}`, points: outlinePoints(cutOut, ratio * (depthMm - from)), material: fabric?.parts[0]?.construction ?? 'mat', label: fabric?.name ?? ply.fabricId }];
  });
}

function plies(cutOut: Shape, patch: NonNullable<RepairPlan['patch']>, faceIndex: number): PlanPly[] {
  const face = patch.faces[faceIndex] ?? patch.faces[0]!;
  return [...face.plies]
    .sort((a, b) => b.offsetMm - a.offsetMm)
    .map((ply) => {
      const fabric = FABRICS.find((f) => f.id === ply.fabricId);
      const part = fabric?.parts[0];
      const key = plyKey(faceIndex, ply.laid);
      return {
        id: `plan-${key}`,
        plyKey: key,
        laid: ply.laid,
        cover: ply.cover,
        points: outlinePoints(cutOut, ply.offsetMm),
        material: part?.construction ?? 'mat',
        carbon: part?.fibre === 'carbon',
        aramid: part?.fibre === 'aramid',
        orientationDeg: ply.orientationDeg,
        label: fabric?.name ?? ply.fabricId,
      };
    });
}

function bounds(points: readonly Point[]): PlanDrawing['bounds'] {
  const xs = points.map((p) => p.x);
  const ys = points.map((p) => p.y);
  const m = VISIBLE_MARGIN_MM;
  return { minX: Math.min(...xs) - m, minY: Math.min(...ys) - m, maxX: Math.max(...xs) + m, maxY: Math.max(...ys) + m };
}

/** The frame widened to the nearest point of a line, when that is not far off. */
function withNear(frame: PlanDrawing['bounds'], from: Point, to: Point): PlanDrawing['bounds'] {
  const centre = { x: (frame.minX + frame.maxX) / 2, y: (frame.minY + frame.maxY) / 2 };
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const square = dx * dx + dy * dy;
  const t = square === 0 ? 0 : Math.min(1, Math.max(0, ((centre.x - from.x) * dx + (centre.y - from.y) * dy) / square));
  const near = { x: from.x + t * dx, y: from.y + t * dy };
  const grown = { minX: Math.min(frame.minX, near.x - 5), minY: Math.min(frame.minY, near.y - 5), maxX: Math.max(frame.maxX, near.x + 5), maxY: Math.max(frame.maxY, near.y + 5) };
  const far = frame.minX - grown.minX > NEAR_MM || grown.maxX - frame.maxX > NEAR_MM || frame.minY - grown.minY > NEAR_MM || grown.maxY - frame.maxY > NEAR_MM;
  return far ? frame : grown;
}
