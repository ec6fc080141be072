import { type Point, signedArea, simplified } from '@ashstep/core/geometry';

/** A closed outline found in a file, y upwards, in the file's own units. */
export interface FoundOutline {
  name: string;
  points: Point[];
}

export interface OutlineFile {
  outlines: FoundOutline[];
  /** Lines that do not come back to where they began. */
  open: number;
  /** Millimetres in one of its units, where the file says so. */
  mmPerUnit: number | null;
}

/** Why a file holds nothing that can be used. */
export class UnreadableOutline extends Error {}

export const UNITS: Readonly<Record<string, { label: string; mm: number }>> = {
  mm: { label: 'Millimetres', mm: 1 },
  cm: { label: 'Centimetres', mm: 10 },
  m: { label: 'Metres', mm: 1000 },
  in: { label: 'Inches', mm: 25.4 },
  px: { label: 'Pixels, 96 to the inch', mm: 25.4 / 96 },
};

/** Drawing exchange files number their units. */
const DXF_UNITS: Readonly<Record<number, number>> = { 1: 25.4, 2: 304.8, 4: 1, 5: 10, 6: 1000 };
const MOST_BYTES = 5e6;
/** Ends nearer to one another than this share of the drawing are one place. */
const JOIN_SHARE = 1e-4;
const ARC_STEP = Math.PI / 36;
const SAMPLES = 240;

/** Closed outlines of a DXF or SVG file. @throws UnreadableOutline with what is wrong and what to do */
export async function readOutlines(text: string, name: string): Promise<OutlineFile> {
  if (text.length > MOST_BYTES) throw new UnreadableOutline('The file is larger than 5 MB. Save the outline alone.');
  const file =
    /\.svg$/i.test(name) || /^\s*(<\?xml[^>]*>\s*)?(<!--.*?-->\s*)*(<!DOCTYPE[^>]*>\s*)?<svg/s.test(text)
      ? readSvg(text)
      : await readDxf(text);
  if (file.outlines.length > 0) return file;
  throw new UnreadableOutline(
    file.open > 0
      ? `There are ${file.open} open lines and no closed one. Close the outline where you drew it, and save it again.`
      : 'There is no outline in this file. Lines, arcs, circles and polylines are read; blocks and pictures are not.',
  );
}

/** An outline in plan millimetres, set about a place, with no more corners than a hand can edit. */
export function outlineOnPlan({ points }: FoundOutline, mmPerUnit: number, about: Point, most = 200): Point[] {
  const scaled = points.map(({ x, y }) => ({ x: x * mmPerUnit, y: y * mmPerUnit }));
  const { least, most: top } = bounds(scaled);
  const middle = { x: (least.x + top.x) / 2, y: (least.y + top.y) / 2 };
  let [kept, tolerance] = [scaled, 0.05];
  while (kept.length > most || tolerance === 0.05) {
    kept = simplified(scaled, tolerance);
    tolerance *= 1.6;
  }
  return kept.map(({ x, y }) => ({
    x: Math.round((x - middle.x + about.x) * 100) / 100,
    y: Math.round((y - middle.y + about.y) * 100) / 100,
  }));
}

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
  controlPoints?: Point[];
  fitPoints?: Point[];
  closed?: boolean;
}

async function readDxf(text: string): Promise<OutlineFile> {
  const { default: DxfParser } = await import('dxf-parser');
  let entities: DxfEntity[];
  let units: unknown;
  try {
    const drawing = new DxfParser().parseSync(text);
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
    case 'SPLINE': {
      const through = entity.fitPoints?.length ? entity.fitPoints : entity.controlPoints;
      return through ? { points: plain(through), closed: entity.closed ?? false } : null;
    }
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

/** The corners of what points take up; however many there are. */
function bounds(points: readonly Point[]): { least: Point; most: Point } {
  const least = { x: Infinity, y: Infinity };
  const most = { x: -Infinity, y: -Infinity };
  for (const { x, y } of points) {
    [least.x, least.y] = [Math.min(least.x, x), Math.min(least.y, y)];
    [most.x, most.y] = [Math.max(most.x, x), Math.max(most.y, y)];
  }
  return { least, most };
}

interface Run {
  name: string;
  points: Point[];
}

/** Open runs put end to end where they meet, the nearest first; what comes back to its beginning is closed. */
function joinRuns(runs: readonly Run[]): { closed: FoundOutline[]; open: number } {
  const left = runs.filter(({ points }) => points.length >= 2);
  const { least, most } = bounds(left.flatMap(({ points }) => points));
  const reach = Math.max(1e-9, (most.x - least.x + most.y - least.y) * JOIN_SHARE) || 1e-9;
  const ends = new Ends(reach);
  for (const run of left) ends.add(run);
  const closed: FoundOutline[] = [];
  let open = 0;
  for (const begun of left) {
    if (!ends.take(begun)) continue;
    const points = [...begun.points];
    const back = (): number => (points.length > 3 ? apart(points[0]!, points.at(-1)!) : Infinity);
    for (let next = ends.nearest(points.at(-1)!); next && next.off < back(); next = ends.nearest(points.at(-1)!)) {
      ends.take(next.run);
      const more = next.fromEnd ? [...next.run.points].reverse() : next.run.points;
      for (const point of more.slice(1)) points.push(point);
    }
    if (back() <= reach) closed.push({ name: begun.name, points: points.slice(0, -1) });
    else open++;
  }
  return { closed, open };
}

const apart = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y);

/** The ends of runs that are not joined yet, by where they lie. */
class Ends {
  private readonly cells = new Map<string, { run: Run; fromEnd: boolean }[]>();
  private readonly free = new Set<Run>();

  constructor(private readonly reach: number) {}

  add(run: Run): void {
    this.free.add(run);
    for (const fromEnd of [false, true]) {
      const key = this.key(this.end(run, fromEnd), 0, 0);
      const cell = this.cells.get(key);
      if (cell) cell.push({ run, fromEnd });
      else this.cells.set(key, [{ run, fromEnd }]);
    }
  }

  /** Takes a run out; whether it was in. */
  take(run: Run): boolean {
    return this.free.delete(run);
  }

  /** The free end next to a place, within reach. */
  nearest(place: Point): { run: Run; fromEnd: boolean; off: number } | null {
    let best: { run: Run; fromEnd: boolean; off: number } | null = null;
    for (let i = -1; i <= 1; i++)
      for (let j = -1; j <= 1; j++)
        for (const { run, fromEnd } of this.cells.get(this.key(place, i, j)) ?? []) {
          const off = apart(this.end(run, fromEnd), place);
          if (this.free.has(run) && off <= this.reach && off < (best?.off ?? Infinity)) best = { run, fromEnd, off };
        }
    return best;
  }

  private end({ points }: Run, fromEnd: boolean): Point {
    return fromEnd ? points.at(-1)! : points[0]!;
  }

  private key({ x, y }: Point, i: number, j: number): string {
    return `${Math.floor(x / this.reach) + i} ${Math.floor(y / this.reach) + j}`;
  }
}

const bySize = (outlines: FoundOutline[]): FoundOutline[] =>
  outlines
    .filter(({ points }) => points.length >= 3 && Math.abs(signedArea(points)) > 0)
    .sort((a, b) => Math.abs(signedArea(b.points)) - Math.abs(signedArea(a.points)));

function readSvg(text: string): OutlineFile {
  const drawn = new DOMParser().parseFromString(text, 'image/svg+xml');
  const root = drawn.documentElement;
  if (drawn.querySelector('parsererror') || root.localName !== 'svg')
    throw new UnreadableOutline('This SVG is damaged. Save it again, as plain SVG.');
  // Only in a page does the browser work out paths; nothing of the file but its geometry is taken into it.
  const stage = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
  stage.setAttribute('style', 'position:absolute;width:0;height:0;visibility:hidden');
  document.body.append(stage);
  try {
    const outlines: FoundOutline[] = [];
    let open = 0;
    for (const shape of drawn.querySelectorAll('path, polygon, polyline, rect, circle, ellipse, line')) {
      for (const { points, closed } of runsOfShape(shape, stage)) {
        if (closed) outlines.push({ name: shape.id || shape.closest('g[id]')?.id || 'Outline', points });
        else open++;
      }
    }
    return { outlines: bySize(outlines), open, mmPerUnit: svgScale(root) };
  } finally {
    stage.remove();
  }
}

const GEOMETRY = ['d', 'points', 'x', 'y', 'width', 'height', 'rx', 'ry', 'cx', 'cy', 'r', 'x1', 'y1', 'x2', 'y2'];

/** Runs of a shape, as it stands in the drawing with all the moves round it. */
function runsOfShape(shape: Element, stage: SVGSVGElement): { points: Point[]; closed: boolean }[] {
  const moves: string[] = [];
  for (let at: Element | null = shape; at && at.localName !== 'svg'; at = at.parentElement)
    if (at.getAttribute('transform')) moves.unshift(at.getAttribute('transform')!);
  const holder = document.createElementNS(stage.namespaceURI, 'g') as SVGGElement;
  holder.setAttribute('transform', moves.join(' '));
  stage.append(holder);
  const matrix = holder.transform.baseVal.consolidate()?.matrix ?? stage.createSVGMatrix();
  const pieces = shape.localName === 'path' ? subpaths(shape.getAttribute('d') ?? '') : [null];
  return pieces.flatMap((d) => {
    const copy = document.createElementNS(stage.namespaceURI, shape.localName) as SVGGeometryElement;
    for (const name of GEOMETRY)
      if (shape.getAttribute(name) !== null) copy.setAttribute(name, shape.getAttribute(name)!);
    if (d !== null) copy.setAttribute('d', d);
    stage.append(copy);
    const length = copy.getTotalLength();
    if (!(length > 0)) return [];
    const at = (mm: number): Point => {
      const p = copy.getPointAtLength(mm).matrixTransform(matrix);
      return { x: p.x, y: -p.y };
    };
    const points = Array.from({ length: SAMPLES }, (_, k) => at((length * k) / SAMPLES));
    const ends = Math.hypot(at(0).x - at(length).x, at(0).y - at(length).y);
    const closed =
      ['polygon', 'rect', 'circle', 'ellipse'].includes(shape.localName) ||
      /z\s*$/i.test(d ?? '') ||
      ends < length * JOIN_SHARE;
    return [{ points: withCorners(copy, points, matrix), closed }];
  });
}

/** A polygon's own corners; anything else as it was sampled. */
function withCorners(copy: SVGGeometryElement, points: Point[], matrix: DOMMatrix): Point[] {
  if (!(copy instanceof SVGPolygonElement || copy instanceof SVGPolylineElement)) return points;
  return [...copy.points].map((corner) => {
    const p = corner.matrixTransform(matrix);
    return { x: p.x, y: -p.y };
  });
}

/** Runs of a path that begin with a move of their own; a relative move goes on from where the run before it ended, so the path is kept whole up to it. */
const subpaths = (d: string): string[] => (/m/.test(d.slice(1)) ? [d] : (d.match(/M[^M]*/g) ?? [d]));

function svgScale(root: Element): number | null {
  const [, size, unit] = /^\s*([\d.]+)\s*(mm|cm|in)\s*$/.exec(root.getAttribute('width') ?? '') ?? [];
  const box = root.getAttribute('viewBox')?.trim().split(/[\s,]+/).map(Number); // prettier-ignore
  if (!size || !unit || !box?.[2]) return null;
  return (Number(size) * UNITS[unit]!.mm) / box[2];
}
