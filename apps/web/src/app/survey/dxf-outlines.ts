import type { Point } from '@ashstep/core/geometry';
import { type Run, bySize, joinRuns } from './join-runs';
import { type FoundOutline, type OutlineFile, UnreadableOutline } from './outline';
import { type Spline, SplineReader, splinePoints } from './spline';

/** Drawing exchange files number their units. */
const DXF_UNITS: Readonly<Record<number, number>> = { 1: 25.4, 2: 304.8, 4: 1, 5: 10, 6: 1000 };
const ARC_STEP = Math.PI / 36;

interface DxfEntity {
  type: string;
  layer?: string;
  vertices?: { x: number; y: number; bulge?: number }[];
  shape?: boolean;
  center?: Point;
  radius?: number;
  startAngle?: number;
  endAngle?: number;
  majorAxisEndPoint?: Point;
  axisRatio?: number;
  spline?: Spline;
}

/** Closed outlines of a drawing exchange file in text. @throws UnreadableOutline */
export async function readDxf(text: string): Promise<OutlineFile> {
  const { default: DxfParser } = await import('dxf-parser');
  let entities: DxfEntity[];
  let units: unknown;
  try {
    const parser = new DxfParser();
    // Its type asks for every field a drawing program may want.
    parser.registerEntityHandler(SplineReader as never);
    const drawing = parser.parseSync(text);
    entities = (drawing?.entities ?? []) as unknown as DxfEntity[];
    units = drawing?.header?.['$INSUNITS'];
  } catch {
    throw new UnreadableOutline('This is no DXF in text. Save it as DXF, ASCII, release 12 or later, or as SVG.');
  }
  const closed: FoundOutline[] = [];
  const open: Run[] = [];
  for (const entity of entities) {
    const made = runOf(entity);
    if (!made) continue;
    (made.closed ? closed : open).push({
      name: entity.layer && entity.layer !== '0' ? entity.layer : 'Outline',
      points: made.points,
    });
  }
  const joined = joinRuns(open);
  return {
    outlines: bySize([...closed, ...joined.closed]),
    open: joined.open,
    mmPerUnit: typeof units === 'number' ? (DXF_UNITS[units] ?? null) : null,
  };
}

/** Places along an entity, and whether it closes. */
function runOf(entity: DxfEntity): { points: Point[]; closed: boolean } | null {
  switch (entity.type) {
    case 'LINE':
      return { points: plain(entity.vertices ?? []), closed: false };
    case 'LWPOLYLINE':
    case 'POLYLINE':
      return bulged(entity.vertices ?? [], entity.shape ?? false);
    case 'CIRCLE':
      return { points: turned(entity.center!, { x: entity.radius!, y: 0 }, 1, 0, 2 * Math.PI), closed: true };
    case 'ARC':
      return {
        points: turned(entity.center!, { x: entity.radius!, y: 0 }, 1, entity.startAngle!, entity.endAngle!),
        closed: false,
      };
    case 'ELLIPSE': {
      const whole =
        Math.abs(Math.abs(entity.endAngle! - entity.startAngle!) - 2 * Math.PI) < 1e-6 ||
        entity.startAngle === entity.endAngle;
      return {
        points: turned(
          entity.center!,
          entity.majorAxisEndPoint!,
          entity.axisRatio!,
          entity.startAngle!,
          whole ? entity.startAngle! + 2 * Math.PI : entity.endAngle!,
        ),
        closed: whole,
      };
    }
    case 'SPLINE':
      return entity.spline ? { points: splinePoints(entity.spline), closed: entity.spline.closed } : null;
    default:
      return null;
  }
}

const plain = (points: readonly Point[]): Point[] => points.map(({ x, y }) => ({ x, y }));

/** Straight pieces and arcs: a bulge is the tangent of a quarter of the arc's angle. */
function bulged(
  vertices: readonly { x: number; y: number; bulge?: number }[],
  closed: boolean,
): { points: Point[]; closed: boolean } {
  const points = vertices.flatMap((a, i) => {
    const b = vertices[(i + 1) % vertices.length]!;
    if (!a.bulge || (!closed && i === vertices.length - 1)) return [{ x: a.x, y: a.y }];
    const angle = 4 * Math.atan(a.bulge);
    const steps = Math.max(2, Math.ceil(Math.abs(angle) / ARC_STEP));
    const lift = (1 - a.bulge * a.bulge) / (4 * a.bulge);
    const centre = { x: (a.x + b.x) / 2 - (b.y - a.y) * lift, y: (a.y + b.y) / 2 + (b.x - a.x) * lift };
    const [radius, from] = [Math.hypot(a.x - centre.x, a.y - centre.y), Math.atan2(a.y - centre.y, a.x - centre.x)];
    return Array.from({ length: steps }, (_, k) => ({
      x: centre.x + radius * Math.cos(from + (angle * k) / steps),
      y: centre.y + radius * Math.sin(from + (angle * k) / steps),
    }));
  });
  const [first, last] = [points[0], points.at(-1)];
  const meets = !!first && !!last && points.length > 3 && Math.hypot(first.x - last.x, first.y - last.y) < 1e-9;
  return { points: meets ? points.slice(0, -1) : points, closed: closed || meets };
}

/** An arc of an ellipse from its long axis, angles in radians. */
function turned(centre: Point, axis: Point, ratio: number, from: number, to: number): Point[] {
  const sweep = to > from ? to - from : to - from + 2 * Math.PI;
  const steps = Math.max(4, Math.ceil(sweep / ARC_STEP));
  const whole = Math.abs(sweep - 2 * Math.PI) < 1e-9;
  return Array.from({ length: whole ? steps : steps + 1 }, (_, k) => {
    const t = from + (sweep * k) / steps;
    return {
      x: centre.x + axis.x * Math.cos(t) - axis.y * ratio * Math.sin(t),
      y: centre.y + axis.y * Math.cos(t) + axis.x * ratio * Math.sin(t),
    };
  });
}
