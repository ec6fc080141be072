import { MASK_INNER_MM, MASK_OUTER_MM } from '../finish/index.js';
import { type Point, outlinePoints } from '../geometry/index.js';
import { type Construction, fabricOf } from '../material/index.js';
import {
  type GaugePlace,
  type RepairInputs,
  MAIN_SPOT,
  type RepairPlan,
  grindFound,
  isUncut,
  spotNames,
  topCoatOf,
} from '../repair/index.js';
import { type HalfWay, type MapMark, type TapReading, outlineOfMark, surveyed } from '../survey/index.js';
import { type Region, USUAL_INJECTION, regionOf } from '../taper/index.js';
import { plyKey } from '../stack/index.js';

/** Closed outlines of the plan view, plan millimetres, y up: the largest run, and any others that belong to it. */
export interface PlanOutline {
  id: string;
  points: Point[];
  more?: Point[][];
}

/** All runs of an outline: outer ones counter-clockwise, holes clockwise. */
export const runsOf = ({ points, more }: PlanOutline): Point[][] => [points, ...(more ?? [])];

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

/** A mark of the damage map: its outline, and the places it was set by. */
export interface PlanMark extends PlanOutline {
  kind: MapMark['kind'];
  name: string;
  run: readonly Point[];
  /** The cut-out does not take it in whole. */
  leftOut: boolean;
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
  /** Holes over a dry disbond: those that are filled, and the row left open as a vent. */
  injection: { holes: readonly Point[]; vents: readonly Point[]; holeMm: number } | null;
  abraded: PlanOutline | null;
  mask: PlanOutline | null;
  /** Tape round a gel coat, the inner to coat to and the outer to sand to; worked out when asked. */
  gelMasks: PlanOutline[];
  /** Further damage, cracks and earlier repairs. */
  marks: PlanMark[];
  /** Damage as it showed, where the mapped outline has been set larger from the readings. */
  visible: PlanOutline | null;
  /** What was expected before grinding, where the ground face has been mapped again. */
  expected: PlanOutline | null;
  /** Taps, and what they say of the extent when there are enough. */
  taps: readonly TapReading[];
  hidden: HalfWay | null;
  /** The ground taper as it was gauged. */
  gauged: readonly GaugePlace[];
  neighbours: { name: string; kind: string; from: Point; to: Point; clearMm: number | null }[];
  centre: Point;
  rotationDeg: number;
  /** Extent to fit on the sheet. */
  bounds: Bounds;
  /** The same with every tap on it. */
  surveyBounds: Bounds;
}

export interface Bounds {
  minX: number;
  minY: number;
  maxX: number;
  maxY: number;
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
  const index = taper?.footprint.faces[faceIndex] ? faceIndex : 0;
  const ground = taper ? regionOf(taper.footprint.regions[index]!) : null;
  const grown = (id: string, beyondMm: number): PlanOutline | null =>
    ground && face ? outlined({ id }, () => ground.outlines(face.depthMm, beyondMm)) : null;
  const margin = inputs.taper.marginMm;
  const spots = spotMarks(inputs.damage);
  const drawing = {
    damage: damage ? { id: 'damage', points: outlinePoints(shape) } : null,
    cutOut:
      cutOut && !isUncut(inputs)
        ? {
            id: 'cut-out',
            ...runs(
              taper?.kind === 'edge'
                ? ground!.outlines(0)
                : [cutOut, ...damage!.others].map((each) => outlinePoints(each)),
            ),
          }
        : null,
    rings: ground && parent && face && !isUncut(inputs) ? rings(ground, parent, face.depthMm) : [],
    plies: ground && patch ? plies(ground, patch, index) : [],
    footprint: grown('footprint', 0),
    injection: plan.injected && {
      ...plan.injected,
      holeMm: inputs.taper.injection?.holeMm ?? USUAL_INJECTION.holeMm,
    },
    abraded: grown('abraded', margin),
    mask: grown('mask', margin + inputs.taper.maskMm),
    get gelMasks() {
      const of = (id: string, outMm: number): PlanOutline[] => [grown(id, margin + outMm) ?? []].flat();
      return topCoatOf(inputs, plan.resin?.card?.family ?? null) === 'gelcoat' ? [...of('mask-inner', MASK_INNER_MM), ...of('mask-outer', MASK_INNER_MM + MASK_OUTER_MM)] : []; // prettier-ignore
    },
    visible: inputs.survey.visible ? { id: 'visible', points: outlinePoints(inputs.survey.visible) } : null,
    expected: inputs.survey.expected ? { id: 'expected', points: outlinePoints(inputs.survey.expected.shape) } : null,
    marks: [...marksOf(inputs.survey.marks, damage?.leftOut ?? []), ...spots],
    ...surveyed(inputs.survey.readings),
    get gauged() {
      return grindFound(inputs, plan)?.places ?? [];
    },
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
  const widest: PlanOutline | null = drawing.mask ?? drawing.cutOut ?? drawing.damage;
  const main = bounds(widest && widest.points.length > 0 ? runsOf(widest).flat() : EMPTY_SHEET);
  const frame = spots.flatMap(({ points }) => points).reduce(withPoint, main);
  const near = drawing.neighbours.reduce((grown, line) => withNear(grown, line.from, line.to), frame);
  const mapped = [
    ...drawing.taps.map(({ xMm, yMm }) => ({ x: xMm, y: yMm })),
    ...drawing.marks.flatMap((mark) => mark.points),
  ];
  return Object.assign(drawing, { bounds: near, surveyBounds: mapped.reduce(withPoint, near) });
}

/** A mark that cannot be drawn as an outline, such as one that crosses itself, is shown by its places alone. */
function marksOf(marks: readonly MapMark[], leftOut: readonly MapMark[]): PlanMark[] {
  return marks.map((mark) => ({
    id: mark.id,
    kind: mark.kind,
    name: mark.name,
    run: mark.points,
    points: outlineOfMark(mark) ?? [...mark.points],
    leftOut: leftOut.includes(mark),
  }));
}

/** All spots of a job that has several as they show, the main one first, each with what it is called. */
function spotMarks({ shape, spots }: RepairInputs['damage']): PlanMark[] {
  if (spots.length === 0) return [];
  const names = spotNames(spots);
  return [{ id: MAIN_SPOT, shape }, ...spots].map((spot): PlanMark => ({
    id: spot.id,
    kind: 'damage',
    name: names.get(spot.id)!,
    run: [],
    points: outlinePoints(spot.shape),
    leftOut: false,
  }));
}

const runs = ([points, ...more]: Point[][]): Pick<PlanOutline, 'points' | 'more'> => ({
  points: points ?? [],
  ...(more.length > 0 ? { more } : {}),
});

/** An outline worked out when it is first looked at: many are asked for with every frame of a drag, and few are drawn. */
function outlined<T extends object>(own: T, make: () => Point[][]): T & Pick<PlanOutline, 'points' | 'more'> {
  let made: Pick<PlanOutline, 'points' | 'more'> | null = null;
  const known = (): Pick<PlanOutline, 'points' | 'more'> => (made ??= runs(make()));
  return Object.defineProperties(own, {
    points: { enumerable: true, get: () => known().points },
    more: { enumerable: true, get: () => known().more },
  }) as T & Pick<PlanOutline, 'points' | 'more'>;
}

function rings(ground: Region, parent: NonNullable<RepairPlan['parent']>, depthMm: number): PlanRing[] {
  const scale = parent.thicknessMm / parent.whole.thicknessMm;
  let z = 0;
  return parent.plies.flatMap((ply, i) => {
    const from = z;
    z += parent.whole.layerThicknessMm[i]! * scale;
    if (from >= depthMm - 1e-9) return [];
    const fabric = fabricOf(ply);
    return [
      outlined({ id: `ring-${i}`, material: fabric.parts[0]!.construction, label: fabric.name }, () =>
        ground.outlines(depthMm - from),
      ),
    ];
  });
}

function plies(ground: Region, patch: NonNullable<RepairPlan['patch']>, faceIndex: number): PlanPly[] {
  const face = patch.faces[faceIndex] ?? patch.faces[0]!;
  return [...face.plies]
    .sort((a, b) => Number(!!a.own) - Number(!!b.own) || b.offsetMm - a.offsetMm)
    .map((ply) => {
      const part = ply.fabric.parts[0]!;
      const key = plyKey(faceIndex, ply.laid);
      return outlined(
        {
          id: `plan-${key}`,
          plyKey: key,
          laid: ply.laid,
          cover: ply.cover,
          material: part.construction,
          carbon: part.fibre === 'carbon',
          aramid: part.fibre === 'aramid',
          orientationDeg: ply.orientationDeg,
          label: ply.fabric.name,
        },
        () => (ply.own ? [outlinePoints(ply.own)] : ground.laid(ply).outlines),
      );
    });
}

/** The extent of places, with room round them, mm. */
export function bounds(points: readonly Point[], m = VISIBLE_MARGIN_MM): Bounds {
  const xs = points.map((p) => p.x);
  const ys = points.map((p) => p.y);
  return { minX: Math.min(...xs) - m, minY: Math.min(...ys) - m, maxX: Math.max(...xs) + m, maxY: Math.max(...ys) + m };
}

/** An extent with a place and the room round it on it. */
export function withPoint(frame: Bounds, { x, y }: Point): Bounds {
  const m = VISIBLE_MARGIN_MM;
  return {
    minX: Math.min(frame.minX, x - m),
    minY: Math.min(frame.minY, y - m),
    maxX: Math.max(frame.maxX, x + m),
    maxY: Math.max(frame.maxY, y + m),
  };
}

/** The frame widened to the nearest point of a line, when that is not far off. */
function withNear(frame: Bounds, from: Point, to: Point): Bounds {
  const centre = { x: (frame.minX + frame.maxX) / 2, y: (frame.minY + frame.maxY) / 2 };
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const square = dx * dx + dy * dy;
  const t = square === 0 ? 0 : Math.min(1, Math.max(0, ((centre.x - from.x) * dx + (centre.y - from.y) * dy) / square));
  const near = { x: from.x + t * dx, y: from.y + t * dy };
  const grown = {
    minX: Math.min(frame.minX, near.x - 5),
    minY: Math.min(frame.minY, near.y - 5),
    maxX: Math.max(frame.maxX, near.x + 5),
    maxY: Math.max(frame.maxY, near.y + 5),
  };
  const far =
    frame.minX - grown.minX > NEAR_MM ||
    grown.maxX - frame.maxX > NEAR_MM ||
    frame.minY - grown.minY > NEAR_MM ||
    grown.maxY - frame.maxY > NEAR_MM;
  return far ? frame : grown;
}
