import { COUNTS, LIMITS } from '../limits/index.js';
import Delaunator from 'delaunator';
import { CoreError, type Remark, requireNumber } from '../errors.js';
import { type Point, type Shape, checkShape, outlinePoints, signedArea, soundBoundary } from '../geometry/index.js';
import { mean, median } from '../statistics/index.js';

export type TapSound = 'sound' | 'dull' | 'doubtful';

export interface TapReading {
  xMm: number;
  yMm: number;
  sound: TapSound;
}

export interface ExtentInput {
  readings: readonly TapReading[];
  /** Visible damage; left out: only what the taps say. */
  outline?: Shape;
  /** Sound laminate taken beyond, mm; 10 when left out. */
  marginMm?: number;
  /** Sharp corners start cracks: the smallest radius of the boundary, mm; 25 when left out. */
  minCornerRadiusMm?: number;
}

export interface NextTap {
  xMm: number;
  yMm: number;
  /** Dull taps reach the edge of what was tapped, or the band of doubt is widest here. */
  why: 'open-edge' | 'widest-band';
  /** Area of doubt one tap here is expected to settle, mm²; null past an open edge, where it has no bound. */
  settlesMm2: number | null;
}

/** What the taps alone say. */
export interface HalfWay {
  /** Half-way line between dull and sound: closed runs, counter-clockwise round what is dull, clockwise round sound islands. */
  contours: Point[][];
  /** The smallest and the largest the dull area can be: through the last dull taps, and through the first sound ones. */
  inner: Point[][];
  outer: Point[][];
  dullAreaMm2: number;
  dullAreaLowMm2: number;
  dullAreaHighMm2: number;
  /** Usual distance between neighbouring taps, mm. */
  spacingMm: number;
  /** The half-way line is known to about this, mm: half the spacing. */
  uncertaintyMm: number;
  /** Dull taps lie on the edge of what was tapped: the damage may go on. */
  open: boolean;
  nextTap: NextTap | null;
  remarks: Remark[];
}

export interface ExtentResult extends HalfWay {
  /** Dull area and visible outline together, grown by the margin, corners rounded; empty when neither is there. */
  boundary: Point[][];
  boundaryAreaMm2: number;
  visibleAreaMm2: number | null;
  /** Dull area against the visible outline. */
  timesVisible: number | null;
}

const LEVEL: Record<TapSound, number> = { sound: 0, doubtful: 0.5, dull: 1 };
const HALF_WAY = 0.5;
/** Taps closer than this are the same place: the later one counts. */
const SAME_PLACE_MM = 0.01;

/**
 * Half-way line of a tap survey: sound counts 0, doubtful ½, dull 1; the half-way contour of their linear interpolation over the Delaunay
 * triangulation. Where it lies between two taps is not known better than those taps, which gives the inner and outer bounds.
 * @throws CoreError for fewer than three taps, taps all in one line, more than 5000, or places outside 20 m
 */
export function halfWay(readings: readonly TapReading[]): HalfWay {
  const taps = checkTaps(readings);
  const mesh = triangulate(
    taps.map((tap) => ({ x: tap.xMm, y: tap.yMm })),
    taps.map((tap) => LEVEL[tap.sound]),
  );
  if (mesh.triangles.length === 0)
    throw new CoreError(taps.length < 3 ? 'too-few-points' : 'inconsistent', 'readings', { min: 3, why: 'in-line' });
  const spacingMm = usualSpacing(mesh);
  const contours = runs(mesh, (a, b) => (HALF_WAY - a) / (b - a));
  const inner = runs(mesh, () => 0);
  const outer = runs(mesh, () => 1);
  const [dullAreaMm2, dullAreaLowMm2, dullAreaHighMm2] = [contours, inner, outer].map(areaOf) as [
    number,
    number,
    number,
  ];
  const open = openEdges(mesh).length > 0;
  return {
    contours,
    inner,
    outer,
    dullAreaMm2,
    dullAreaLowMm2,
    dullAreaHighMm2,
    spacingMm,
    uncertaintyMm: spacingMm / 2,
    open,
    nextTap: nextTap(mesh, spacingMm),
    remarks: remarksOn(taps, open, spacingMm),
  };
}

/**
 * Hidden extent of damage: the half-way line of the taps and the visible outline together, grown by the margin to a buildable boundary.
 * @throws CoreError as `halfWay`, and for a bad outline, margin or corner radius
 */
export function extent(input: ExtentInput): ExtentResult {
  const found = halfWay(input.readings);
  const visible = input.outline ? outlinePoints(checkShape(input.outline, 'outline'), 0, 180) : null;
  const marginMm = requireNumber(input.marginMm ?? 10, 'marginMm', LIMITS.damageMarginMm);
  const minCornerRadiusMm = requireNumber(input.minCornerRadiusMm ?? 25, 'minCornerRadiusMm', LIMITS.minCornerRadiusMm);
  const boundary = soundBoundary(
    [...(visible ? [visible] : []), ...found.contours.filter((run) => signedArea(run) > 0)],
    marginMm,
    minCornerRadiusMm,
  );
  const visibleAreaMm2 = visible ? Math.abs(signedArea(visible)) : null;
  return {
    ...found,
    boundary,
    boundaryAreaMm2: areaOf(boundary),
    visibleAreaMm2,
    timesVisible: visibleAreaMm2 ? found.dullAreaMm2 / visibleAreaMm2 : null,
  };
}

function checkTaps(readings: readonly TapReading[]): TapReading[] {
  if (!Array.isArray(readings) || readings.length < 3) throw new CoreError('too-few-points', 'readings', { min: 3 });
  if (readings.length > COUNTS.readings) throw new CoreError('too-many', 'readings', { max: COUNTS.readings });
  const places = new Map<string, TapReading>();
  readings.forEach((tap, i) => {
    const x = requireNumber(tap.xMm, `readings.${i}.xMm`, LIMITS.placeMm);
    const y = requireNumber(tap.yMm, `readings.${i}.yMm`, LIMITS.placeMm);
    if (!(tap.sound in LEVEL)) throw new CoreError('unknown-id', `readings.${i}.sound`, { id: String(tap.sound) });
    places.set(`${Math.round(x / SAME_PLACE_MM)} ${Math.round(y / SAME_PLACE_MM)}`, tap);
  });
  return [...places.values()];
}

interface Mesh {
  points: Point[];
  levels: number[];
  /** Three corners a triangle, counter-clockwise. */
  triangles: Uint32Array;
  /** For each half edge the one on the other side, −1 on the hull. */
  twins: Int32Array;
}

function triangulate(points: Point[], levels: number[]): Mesh {
  // The library turns its triangles clockwise with y up: mirrored in y they come out counter-clockwise.
  const mesh = Delaunator.from(
    points,
    (p) => p.x,
    (p) => -p.y,
  );
  return { points, levels, triangles: mesh.triangles, twins: mesh.halfedges };
}

const following = (edge: number): number => (edge % 3 === 2 ? edge - 2 : edge + 1);
const isDull = (mesh: Mesh, edge: number): boolean => mesh.levels[mesh.triangles[edge]!]! >= HALF_WAY;

function usualSpacing({ points, triangles }: Mesh): number {
  const nearest = new Map<number, number>();
  triangles.forEach((from, edge) => {
    const to = triangles[following(edge)]!;
    const length = Math.hypot(points[to]!.x - points[from]!.x, points[to]!.y - points[from]!.y);
    for (const end of [from, to]) nearest.set(end, Math.min(length, nearest.get(end) ?? Infinity));
  });
  return median([...nearest.values()]);
}

/**
 * Closed runs round the dull part, dull on the left. `cut` says where on the way from a dull to a sound tap the line crosses; on the
 * hull the run follows the edge of what was tapped.
 */
function runs(mesh: Mesh, cut: (dullLevel: number, soundLevel: number) => number): Point[][] {
  const { points, levels, triangles, twins } = mesh;
  const next = new Map<string, { key: string; at: Point }>();
  const corner = (edge: number): { key: string; at: Point } => ({
    key: `${triangles[edge]!}`,
    at: points[triangles[edge]!]!,
  });
  const crossing = (edge: number): { key: string; at: Point } => {
    const [a, b] = [triangles[edge]!, triangles[following(edge)]!];
    const [dull, sound] = levels[a]! >= HALF_WAY ? [a, b] : [b, a];
    const share = cut(levels[dull]!, levels[sound]!);
    const [from, to] = [points[dull]!, points[sound]!];
    return {
      key: a < b ? `${a}-${b}` : `${b}-${a}`,
      at: { x: from.x + share * (to.x - from.x), y: from.y + share * (to.y - from.y) },
    };
  };
  const link = (from: { key: string; at: Point }, to: { key: string; at: Point }): void => void next.set(from.key, to);
  for (let t = 0; t < triangles.length; t += 3) {
    const edges = [t, t + 1, t + 2];
    const leaving = edges.find((edge) => isDull(mesh, edge) && !isDull(mesh, following(edge)));
    const entering = edges.find((edge) => !isDull(mesh, edge) && isDull(mesh, following(edge)));
    if (leaving !== undefined && entering !== undefined) link(crossing(leaving), crossing(entering));
    for (const edge of edges) {
      if (twins[edge] !== -1) continue;
      const [here, there] = [isDull(mesh, edge), isDull(mesh, following(edge))];
      if (here && there) link(corner(edge), corner(following(edge)));
      else if (here) link(corner(edge), crossing(edge));
      else if (there) link(crossing(edge), corner(following(edge)));
    }
  }
  return chain(next);
}

function chain(next: Map<string, { key: string; at: Point }>): Point[][] {
  const closed: Point[][] = [];
  while (next.size > 0) {
    const run: Point[] = [];
    let key = next.keys().next().value!;
    for (let step = next.get(key); step; step = next.get(key)) {
      next.delete(key);
      const last = run.at(-1);
      if (!last || Math.hypot(step.at.x - last.x, step.at.y - last.y) > 1e-9) run.push(step.at);
      key = step.key;
    }
    if (run.length >= 3 && Math.abs(signedArea(run)) > 1e-6) closed.push(run);
  }
  return closed.sort((a, b) => Math.abs(signedArea(b)) - Math.abs(signedArea(a)));
}

const areaOf = (closed: readonly Point[][]): number => Math.abs(closed.reduce((sum, run) => sum + signedArea(run), 0));

/** Half edges of the hull with a dull end. */
function openEdges(mesh: Mesh): number[] {
  const open: number[] = [];
  mesh.twins.forEach((twin, edge) => {
    if (twin === -1 && (isDull(mesh, edge) || isDull(mesh, following(edge)))) open.push(edge);
  });
  return open;
}

/** This many places are tried out in full. */
const PLACES_TRIED = 8;
/** How much of the survey round a place is triangulated again for it, in lengths of the edge it halves. */
const ROUND_ABOUT = 4;

/**
 * Past an open edge first, one spacing outwards from the middle of its longest dull edge. Else half-way along an edge between a dull and a
 * sound tap: those whose two triangles hold the most doubt are tried out, sounding dull and sounding sound, and the one that settles most on
 * average is taken.
 */
function nextTap(mesh: Mesh, spacingMm: number): NextTap | null {
  const { points, triangles } = mesh;
  const ends = (edge: number): [Point, Point] => [points[triangles[edge]!]!, points[triangles[following(edge)]!]!];
  const length = (edge: number): number =>
    Math.hypot(ends(edge)[1].x - ends(edge)[0].x, ends(edge)[1].y - ends(edge)[0].y);
  const longest = openEdges(mesh).reduce<number | null>(
    (best, edge) => (best === null || length(edge) > length(best) ? edge : best),
    null,
  );
  if (longest !== null) {
    const [a, b] = ends(longest);
    const size = length(longest);
    return {
      xMm: (a.x + b.x) / 2 + ((b.y - a.y) / size) * spacingMm,
      yMm: (a.y + b.y) / 2 - ((b.x - a.x) / size) * spacingMm,
      why: 'open-edge',
      settlesMm2: null,
    };
  }
  const crossings = [...triangles.keys()].filter((edge) => isDull(mesh, edge) && !isDull(mesh, following(edge)));
  const doubtBeside = new Map(crossings.map((edge) => [edge, doubtOf(mesh, edge) + doubtOf(mesh, mesh.twins[edge]!)]));
  const tried = crossings.sort((a, b) => doubtBeside.get(b)! - doubtBeside.get(a)!).slice(0, PLACES_TRIED);
  return tried
    .map((edge): NextTap => {
      const [a, b] = ends(edge);
      const at = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
      return { xMm: at.x, yMm: at.y, why: 'widest-band', settlesMm2: settledBy(mesh, at, ROUND_ABOUT * length(edge)) };
    })
    .reduce<NextTap | null>(
      (best, tap) => (best === null || tap.settlesMm2! > best.settlesMm2! + 1e-9 ? tap : best),
      null,
    );
}

/** Area of the triangle a half edge belongs to, when it lies between dull and sound. */
function doubtOf({ points, levels, triangles }: Mesh, edge: number): number {
  if (edge === -1) return 0;
  const corners = [0, 1, 2].map((i) => triangles[edge - (edge % 3) + i]!);
  const dull = corners.filter((corner) => levels[corner]! >= HALF_WAY).length;
  return dull === 0 || dull === 3 ? 0 : Math.abs(signedArea(corners.map((corner) => points[corner]!)));
}

const allDoubt = (mesh: Mesh): number =>
  Array.from({ length: mesh.triangles.length / 3 }, (_, t) => doubtOf(mesh, 3 * t)).reduce(
    (sum, area) => sum + area,
    0,
  );

/** Doubt that goes when one more tap is made, mean of both ways it may sound. */
function settledBy(mesh: Mesh, at: Point, reachMm: number): number {
  const near = [...mesh.points.keys()].filter(
    (i) => Math.hypot(mesh.points[i]!.x - at.x, mesh.points[i]!.y - at.y) <= reachMm,
  );
  const around = { points: near.map((i) => mesh.points[i]!), levels: near.map((i) => mesh.levels[i]!) };
  const after = [0, 1].map((level) => allDoubt(triangulate([...around.points, at], [...around.levels, level])));
  return allDoubt(triangulate(around.points, around.levels)) - mean(after);
}

function remarksOn(taps: readonly TapReading[], open: boolean, spacingMm: number): Remark[] {
  const remarks: Remark[] = [];
  if (open) remarks.push({ id: 'extent.open' });
  if (taps.filter((tap) => tap.sound !== 'sound').length === 1) remarks.push({ id: 'extent.one-tap' });
  if (taps.every((tap) => tap.sound === 'sound')) remarks.push({ id: 'extent.all-sound', params: { spacingMm } });
  return remarks;
}
