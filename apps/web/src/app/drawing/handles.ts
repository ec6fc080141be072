import { attempt } from '@ashstep/core/errors';
import { type Point, type Shape, checkShape, place } from '@ashstep/core/geometry';

type PointHandle = `point-${number}`;
/** What a finger can take hold of on the sheet besides the outline: a spot, an edge or fitting by an end or as a whole, a reading by its number. */
export type MovableId = `spot:${string}` | `near:${number}:${NearGrip}` | `reading:${number}`;
export type NearGrip = 'from' | 'to' | 'whole';
/** A grip of the outline itself, or of a run of places. */
export type OutlineHandle = 'move' | 'length' | 'width' | 'radius' | 'turn' | PointHandle;
export type HandleId = OutlineHandle | MovableId;
type Polygon = Extract<Shape, { kind: 'polygon' }>;

export interface Handle {
  id: HandleId;
  label: string;
  at: Point;
  value: number;
}

const sizes = (shape: Shape): { length: number; width: number } => {
  if (shape.kind === 'circle') return { length: shape.diameterMm, width: shape.diameterMm };
  if (shape.kind === 'polygon') return { length: 0, width: 0 };
  return { length: shape.lengthMm, width: shape.widthMm };
};

/** Grips of an outline: move it, pull its length and width, round its corners, turn it. `reachMm` puts the turning grip clear of the outline. */
export function handlesOf(shape: Shape, reachMm: number): Handle[] {
  if (shape.kind === 'polygon') return pointHandles(shape.points.map((point) => place(point, shape)));
  const { length, width } = sizes(shape);
  const at = (x: number, y: number): Point => place({ x, y }, shape);
  const handles: Handle[] = [
    { id: 'move', label: 'Move', at: at(0, 0), value: shape.centreXMm ?? 0 },
    { id: 'length', label: shape.kind === 'circle' ? 'Diameter' : 'Length', at: at(length / 2, 0), value: length },
  ];
  if (shape.kind === 'circle') return handles;
  handles.push(
    { id: 'width', label: 'Width', at: at(0, width / 2), value: width },
    { id: 'turn', label: 'Turn', at: at(length / 2 + reachMm, 0), value: shape.rotationDeg ?? 0 },
  );
  if (shape.kind === 'roundedRectangle')
    handles.push({
      id: 'radius',
      label: 'Corner radius',
      at: at(length / 2 - shape.cornerRadiusMm, width / 2),
      value: shape.cornerRadiusMm,
    });
  return handles;
}

/** A grip at every place of a run. */
export const pointHandles = (points: readonly Point[]): Handle[] =>
  points.map((at, i) => ({ id: `point-${i}`, label: `Point ${i + 1}`, at, value: Math.round(at.x) }));

const MIN_MM = 1;
const round = (value: number): number => Math.round(value * 2) / 2;
/** Sizes and places come to rest on whole steps, angles on the corners of a set square. */
const [SNAP_STEP_MM, SNAP_STEP_DEG, SNAP_DEG] = [5, 15, 2.5];

/** To half a millimetre, or to the whole step it is within reach of. */
export function resting(value: number, reachMm: number): number {
  const step = SNAP_STEP_MM * Math.round(value / SNAP_STEP_MM);
  return Math.abs(value - step) <= reachMm ? step : round(value);
}

function restingDeg(value: number, snaps: boolean): number {
  const step = SNAP_STEP_DEG * Math.round(value / SNAP_STEP_DEG);
  return snaps && Math.abs(value - step) <= SNAP_DEG ? step : Math.round(value);
}

/** The shape after a grip has been taken to a point of the plan; kept possible at every moment of the drag. Within `snapMm` of a whole step it comes to rest there; nowhere at nothing. */
export function dragHandle(shape: Shape, handle: OutlineHandle, to: Point, snapMm = 0): Shape {
  if (shape.kind === 'polygon') return movePoint(shape, pointIndex(handle), () => ({ x: round(to.x), y: round(to.y) }));
  if (handle === 'move') return { ...shape, centreXMm: resting(to.x, snapMm), centreYMm: resting(to.y, snapMm) };
  const [dx, dy] = [to.x - (shape.centreXMm ?? 0), to.y - (shape.centreYMm ?? 0)];
  if (handle === 'turn') return { ...shape, rotationDeg: restingDeg((Math.atan2(dy, dx) * 180) / Math.PI, snapMm > 0) };
  const angle = ((shape.rotationDeg ?? 0) * Math.PI) / 180;
  const x = dx * Math.cos(angle) + dy * Math.sin(angle);
  const y = dy * Math.cos(angle) - dx * Math.sin(angle);
  if (shape.kind === 'circle') return { ...shape, diameterMm: Math.max(MIN_MM, resting(2 * Math.hypot(x, y), snapMm)) };
  if (handle === 'radius' && shape.kind === 'roundedRectangle')
    return possible({ ...shape, cornerRadiusMm: round(shape.lengthMm / 2 - x) });
  return possible(
    handle === 'length'
      ? { ...shape, lengthMm: Math.max(MIN_MM, resting(2 * Math.abs(x), snapMm)) }
      : { ...shape, widthMm: Math.max(MIN_MM, resting(2 * Math.abs(y), snapMm)) },
  );
}

/** The shape after a nudge of a grip by keyboard, in millimetres (degrees for turning). */
export function nudgeHandle(shape: Shape, handle: OutlineHandle, dx: number, dy: number): Shape {
  const step = dx + dy;
  if (shape.kind === 'polygon') return movePoint(shape, pointIndex(handle), ({ x, y }) => ({ x: x + dx, y: y + dy }));
  if (handle === 'move')
    return { ...shape, centreXMm: (shape.centreXMm ?? 0) + dx, centreYMm: (shape.centreYMm ?? 0) + dy };
  if (handle === 'turn') return { ...shape, rotationDeg: (((shape.rotationDeg ?? 0) + step + 540) % 360) - 180 };
  if (shape.kind === 'circle') return { ...shape, diameterMm: Math.max(MIN_MM, shape.diameterMm + step) };
  if (handle === 'radius' && shape.kind === 'roundedRectangle')
    return possible({ ...shape, cornerRadiusMm: shape.cornerRadiusMm + step });
  return possible(
    handle === 'length'
      ? { ...shape, lengthMm: Math.max(MIN_MM, shape.lengthMm + step) }
      : { ...shape, widthMm: Math.max(MIN_MM, shape.widthMm + step) },
  );
}

export const pointIndex = (handle: OutlineHandle): number => Number(handle.slice('point-'.length));

/** A free outline with one point elsewhere, unless it would then cross itself. */
export function movePoint(shape: Polygon, index: number, move: (point: Point) => Point): Polygon {
  return unlessCrossed(shape, {
    ...shape,
    points: shape.points.map((point, i) => (i === index ? move(point) : point)),
  });
}

/** A further point half-way to the next. */
export function addPoint(shape: Polygon, after: number): Polygon {
  const [a, b] = [shape.points[after]!, shape.points[(after + 1) % shape.points.length]!];
  return {
    ...shape,
    points: [
      ...shape.points.slice(0, after + 1),
      { x: round((a.x + b.x) / 2), y: round((a.y + b.y) / 2) },
      ...shape.points.slice(after + 1),
    ],
  };
}

/** A free outline without one of its points, unless it would then cross itself or have fewer than three. */
export function dropPoint(shape: Polygon, index: number): Polygon {
  return unlessCrossed(shape, { ...shape, points: shape.points.filter((_, i) => i !== index) });
}

function unlessCrossed(before: Polygon, after: Polygon): Polygon {
  return attempt(() => checkShape(after)).error ? before : after;
}

/** Keeps corners within half the shorter side and a slot longer than wide. */
export function possible<S extends Shape>(shape: S): S {
  if (shape.kind === 'roundedRectangle')
    return {
      ...shape,
      cornerRadiusMm: Math.max(0, Math.min(shape.cornerRadiusMm, shape.lengthMm / 2, shape.widthMm / 2)),
    };
  if (shape.kind === 'slot' && shape.widthMm > shape.lengthMm) return { ...shape, widthMm: shape.lengthMm };
  return shape;
}
