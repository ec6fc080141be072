import { LIMITS } from '../limits/index.js';
import { CoreError, requireNumber } from '../errors.js';
import {
  type OffsetMeasures,
  type Point,
  type Shape,
  alongSegment,
  broaden,
  checkShape,
  closedLength,
  closelySet,
  distanceToRun,
  growBy,
  isConvex,
  liesWithin,
  measureOffset,
  outlinePoints,
  segmentsMeet,
  signedArea,
  takeOut,
} from '../geometry/index.js';
import { type Form, type Laid, type LaidAt, formGround } from './form.js';

/** How a taper that runs into something is worked round it. */
export const WAYS_OUT = ['steeper', 'two-sided', 'wrap', 'remove'] as const;
export type WayOut = (typeof WAYS_OUT)[number];

/** What a taper must not run into: a line of two places or more, or a closed outline of three or more. */
export interface Obstacle {
  name: string;
  /** Beyond an edge there is nothing; a fitting or structure stands on the surface. */
  kind: 'edge' | 'fitting' | 'structure';
  points: readonly Point[];
  closed?: boolean;
  /** Room the abraded margin leaves to it, mm; none when left out. */
  clearanceMm?: number;
  /** The way out taken; it cuts the footprint while there is none. */
  way?: WayOut | null;
}

/** A ratio of its own towards one side, seen from the middle of the first cut-out; it fades into the rest over the spread. */
export interface LocalRatio {
  /** Direction, degrees counter-clockwise from the reference direction. */
  bearingDeg: number;
  ratio: number;
  /** Angle either side within which it fades, degrees; 60 when left out. */
  spreadDeg?: number;
}

export interface RegionInput {
  /** Cut-outs, the largest damage first; tapers that meet are one. */
  shapes: readonly Shape[];
  ratio: number;
  /** Depth of the taper, mm: what a steeper side is worked out from. */
  depthMm: number;
  marginMm: number;
  locals?: readonly LocalRatio[];
  obstacles?: readonly Obstacle[];
  /** Ground that does not follow the cut-out; locals and obstacles do not change it. */
  form?: Form;
}

/** The ground and everything laid in it: outlines and measures at any level of the taper. */
export interface Region {
  /** One shape, one ratio, nothing in the way: measures are exact. */
  plain: boolean;
  /**
   * Outlines at a level of the taper above the bottom of the cut-out, and so far beyond it, mm. Outer runs counter-clockwise, holes
   * clockwise, the largest first.
   */
  outlines(levelMm: number, beyondMm?: number): Point[][];
  measures(levelMm: number, beyondMm?: number): OffsetMeasures;
  /** A ply that ends at a level, and so far beyond it. */
  laid(at: LaidAt): Laid;
  /** Area alone, mm²: what the volume is summed from. */
  areaAt(levelMm: number): number;
  /** Ratio at a place on a cut-out's outline. */
  ratioAt(at: Point): number;
  /** Steepest ratio anywhere on the outlines. */
  steepest: number;
}

const MAX_SHAPES = 40;
const MAX_OBSTACLES = 60;
/** A side is never ground steeper than this, whatever is in the way. */
export const STEEPEST_RATIO = 3;
/** Share of the ratio over which two sides of an outline run into one another. */
const BLEND = 0.12;
const USUAL_SPREAD_DEG = 60;
const SEGMENTS = 144;
const OUTLINE_POINTS = 400;
/** How far past an edge the sheet is cut away, mm. */
const FAR_MM = 5000;
/** Half width of a line nobody gave a clearance, mm. */
const LINE_MM = 0.5;

/**
 * The ground round one cut-out or several, whose ratio may differ along the outline, with what is in the way taken out of it.
 *
 * At level z the outlines are those of the cut-outs, each place moved out by n z along its normal with round joins, joined where they
 * meet; edges and fittings without a way out cut them, and what is cut off from every cut-out falls away. Towards an obstacle that is met
 * by a steeper side n = (distance − clearance − margin)/d, blended into the rest by a smooth least.
 * @throws CoreError for bad shapes, ratios outside 1…100, more than 40 cut-outs or 60 obstacles, or damage that leaves nothing of the sheet between the edges
 */
export function taperRegion(input: RegionInput): Region {
  const { shapes, locals = [], obstacles = [] } = input;
  if (shapes.length === 0) throw new CoreError('empty', 'shapes');
  if (shapes.length > MAX_SHAPES) throw new CoreError('too-many', 'shapes', { max: MAX_SHAPES });
  if (obstacles.length > MAX_OBSTACLES) throw new CoreError('too-many', 'obstacles', { max: MAX_OBSTACLES });
  shapes.forEach((shape, i) => checkShape(shape, `shapes.${i}`));
  requireNumber(input.ratio, 'ratio', { above: 0, max: LIMITS.widthRatio.max });
  locals.forEach((local, i) => {
    requireNumber(local.bearingDeg, `locals.${i}.bearingDeg`, LIMITS.angleDeg);
    requireNumber(local.ratio, `locals.${i}.ratio`, LIMITS.ratio);
    requireNumber(local.spreadDeg ?? USUAL_SPREAD_DEG, `locals.${i}.spreadDeg`, LIMITS.spreadDeg);
  });
  obstacles.forEach(checkObstacle);
  const [shape] = shapes;
  if (input.form) return formRegion(input.form, shape!, input.ratio, input.depthMm);
  const steeper = obstacles.filter(({ way }) => way === 'steeper');
  const reachMm = Math.max(input.ratio, ...locals.map(({ ratio }) => ratio)) * input.depthMm + input.marginMm;
  const inTheWay = obstacles.filter(({ way }) => !way || way === 'two-sided');
  const drawn = shapes.map((each) => outlinePoints(each, 0, SEGMENTS));
  const varies = locals.length > 0 || steeper.length > 0;
  const outlines = varies ? drawn.map((points) => closelySet(points, closedLength(points) / OUTLINE_POINTS)) : drawn;
  const near = inTheWay.filter(
    (obstacle) => distanceBetween(outlines, obstacle) < reachMm + (obstacle.clearanceMm ?? 0),
  );
  const exact = shapes.length === 1 && (shape!.kind !== 'polygon' || isConvex(shape!.points));
  if (exact && !varies && near.length === 0) return plainRegion(shape!, input.ratio);
  const ratioAt = ratioField(input, outlines, steeper);
  const forbidden = near.flatMap((obstacle) => forbiddenOf(obstacle, outlines[0]!));
  const steepest = Math.min(...outlines.flat().map(ratioAt));
  const seeds = outlines.flatMap((outline) => onSheet(outline, forbidden));
  const kept = new Map<string, Point[][]>();
  const at = (levelMm: number, beyondMm = 0): Point[][] => {
    const key = `${levelMm} ${beyondMm}`;
    const known = kept.get(key);
    if (known) return known;
    const grown =
      levelMm === 0 && beyondMm === 0
        ? growBy(outlines, () => 0)
        : growBy(outlines, (p) => ratioAt(p) * levelMm + beyondMm);
    const made = forbidden.length === 0 ? grown : reached(takeOut(grown, forbidden), seeds);
    made.sort((a, b) => Math.abs(signedArea(b)) - Math.abs(signedArea(a)));
    kept.set(key, made);
    return made;
  };
  if (forbidden.length > 0 && areaOf(at(input.depthMm)) - areaOf(at(0)) <= NOTHING_LEFT * areaOf(at(0)))
    throw new CoreError('inconsistent', 'damage.shape', { why: 'past-every-edge' });
  const measures = (levelMm: number, beyondMm?: number): OffsetMeasures =>
    measuresOf(at(levelMm, beyondMm), shapes.length === 1 ? (shape!.rotationDeg ?? 0) : 0);
  return {
    plain: false,
    ratioAt,
    steepest,
    outlines: at,
    areaAt: (levelMm) => areaOf(at(levelMm)),
    measures,
    laid: (ply) => ({
      outlines: at(ply.levelMm, ply.beyondMm),
      strips: null,
      measures: measures(ply.levelMm, ply.beyondMm),
    }),
  };
}

/** Ground no larger than the cut-out by more than this share of it is none. */
const NOTHING_LEFT = 0.001;

/** A place on the part of a cut-out that is on the sheet: of damage that runs over an edge, the larger part; none where nothing is. */
function onSheet(outline: readonly Point[], forbidden: readonly Point[][]): Point[] {
  if (forbidden.length === 0) return [outline[0]!];
  const parts = takeOut(growBy([outline], () => 0), forbidden).filter((run) => signedArea(run) > 0); // prettier-ignore
  const largest = parts.sort((a, b) => signedArea(b) - signedArea(a))[0];
  return largest ? [largest[0]!] : [];
}

function formRegion(form: Form, shape: Shape, ratio: number, depthMm: number): Region {
  const ground = formGround(form, shape, ratio, depthMm);
  const at = (levelMm: number, beyondMm = 0): Point[][] => ground.outlines(levelMm, beyondMm);
  return {
    plain: false,
    ratioAt: () => ratio,
    steepest: ratio,
    outlines: at,
    areaAt: (levelMm) => areaOf(at(levelMm)),
    measures: (levelMm, beyondMm) => measuresOf(at(levelMm, beyondMm), shape.rotationDeg ?? 0),
    laid: (ply) => ground.laid(ply),
  };
}

function checkObstacle(obstacle: Obstacle, i: number): void {
  const field = `obstacles.${i}`;
  if (obstacle.points.length < (obstacle.closed ? 3 : 2))
    throw new CoreError('too-few-points', `${field}.points`, { min: obstacle.closed ? 3 : 2 });
  obstacle.points.forEach(({ x, y }, k) => {
    requireNumber(x, `${field}.points.${k}.x`, LIMITS.placeMm);
    requireNumber(y, `${field}.points.${k}.y`, LIMITS.placeMm);
  });
  requireNumber(obstacle.clearanceMm ?? 0, `${field}.clearanceMm`, LIMITS.clearanceMm);
}

const plainRegion = (shape: Shape, ratio: number): Region => ({
  plain: true,
  ratioAt: () => ratio,
  steepest: ratio,
  outlines: (levelMm, beyondMm = 0) => [outlinePoints(shape, ratio * levelMm + beyondMm)],
  measures: (levelMm, beyondMm = 0) => measureOffset(shape, ratio * levelMm + beyondMm),
  areaAt: (levelMm) => measureOffset(shape, ratio * levelMm).areaMm2,
  // Measures are asked for with every frame of a drag, outlines only of what is drawn.
  laid: ({ levelMm, beyondMm }) => ({
    get outlines() {
      return [outlinePoints(shape, ratio * levelMm + beyondMm)];
    },
    strips: null,
    measures: measureOffset(shape, ratio * levelMm + beyondMm),
  }),
});

/** The ratio at a place of the outlines with nothing in the way: the general one, or what a side has of its own. */
export function freeRatio(
  { ratio, locals = [] }: Pick<RegionInput, 'ratio' | 'locals'>,
  outlines: readonly Point[][],
): (at: Point) => number {
  const centre = middleOf(outlines[0]!);
  return (at) => {
    const bearing = (Math.atan2(at.y - centre.y, at.x - centre.x) * 180) / Math.PI;
    const shares = locals.map((local) => fading(bearing - local.bearingDeg, local.spreadDeg ?? USUAL_SPREAD_DEG));
    // Sides that overlap share the place between them: together they move it no further than one of them would.
    const whole = Math.max(1, shares.reduce((sum, share) => sum + share, 0)); // prettier-ignore
    return locals.reduce((n, local, i) => n + ((local.ratio - ratio) * shares[i]!) / whole, ratio);
  };
}

function ratioField(
  input: RegionInput,
  outlines: readonly Point[][],
  steeper: readonly Obstacle[],
): (at: Point) => number {
  const { ratio, depthMm, marginMm } = input;
  const free = freeRatio(input, outlines);
  return (at) => {
    const own = free(at);
    const fitting = steeper.map((obstacle) =>
      Math.max(STEEPEST_RATIO, (distanceTo(at, obstacle) - (obstacle.clearanceMm ?? 0) - marginMm) / depthMm),
    );
    return Math.max(
      LIMITS.ratio.min,
      fitting.reduce((n, fit) => smoothLeast(n, fit, BLEND * ratio), own),
    );
  };
}

/** 1 in the direction itself, falling to nothing at the spread either side, without a corner. */
function fading(turnDeg: number, spreadDeg: number): number {
  const away = Math.abs(((turnDeg + 540) % 360) - 180);
  return away >= spreadDeg ? 0 : 0.5 * (1 + Math.cos((Math.PI * away) / spreadDeg));
}

/** The lesser of two, rounded off where they are within k of one another; never more than either. */
function smoothLeast(a: number, b: number, k: number): number {
  const h = Math.max(k - Math.abs(a - b), 0) / k;
  return Math.min(a, b) - (h * h * k) / 4;
}

const KNOWN = new WeakMap<RegionInput, Region>();

/** The region of an input, worked out once however often it is asked for. @throws CoreError as `taperRegion` does */
export function regionOf(input: RegionInput): Region {
  const known = KNOWN.get(input);
  if (known) return known;
  const made = taperRegion(input);
  KNOWN.set(input, made);
  return made;
}

export function middleOf(points: readonly Point[]): Point {
  const sum = points.reduce((total, p) => ({ x: total.x + p.x, y: total.y + p.y }), { x: 0, y: 0 });
  return { x: sum.x / points.length, y: sum.y / points.length };
}

const runOf = ({ points, closed }: Obstacle): readonly Point[] => (closed ? [...points, points[0]!] : points);

/** Distance from a place to an obstacle, mm; nothing within a closed one. */
export const distanceTo = (at: Point, obstacle: Obstacle): number =>
  obstacle.closed && liesWithin(at, [obstacle.points]) ? 0 : distanceToRun(at, runOf(obstacle));

/** Least distance between outlines and an obstacle, mm; 0 where they touch. */
export function distanceBetween(outlines: readonly (readonly Point[])[], obstacle: Obstacle): number {
  const run = runOf(obstacle);
  const closed = outlines.map((outline) => [...outline, outline[0]!]);
  if (run.some((p) => liesWithin(p, outlines)) || closed.some((outline) => runsCross(run, outline))) return 0;
  const out = closed.flat().map((p) => distanceTo(p, obstacle));
  const back = run.flatMap((p) => closed.map((outline) => distanceToRun(p, outline)));
  return Math.min(...out, ...back);
}

/** Whether two lines of pieces go through one another. */
const runsCross = (a: readonly Point[], b: readonly Point[]): boolean =>
  a.slice(1).some((to, i) => b.slice(1).some((end, k) => segmentsMeet([a[i]!, to], [b[k]!, end])));

/** What an obstacle takes out of the sheet: all that lies beyond an edge, or itself with its clearance. */
function forbiddenOf(obstacle: Obstacle, home: readonly Point[]): Point[][] {
  const width = Math.max(obstacle.clearanceMm ?? 0, LINE_MM);
  const around = broaden(runOf(obstacle), obstacle.kind === 'edge' ? Math.max(obstacle.clearanceMm ?? 0, 0.01) : width);
  if (obstacle.kind !== 'edge') return obstacle.closed ? [...around, [...obstacle.points]] : around;
  const centre = middleOf(home);
  const { points } = obstacle;
  return [...around, ...points.slice(1).map((b, i) => beyond(points[i]!, b, centre))];
}

/** The strip beyond a straight piece of an edge, seen from home. */
function beyond(a: Point, b: Point, home: Point): Point[] {
  const length = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  const side = (b.x - a.x) * (home.y - a.y) - (b.y - a.y) * (home.x - a.x) >= 0 ? 1 : -1;
  const away = { x: (side * (b.y - a.y) * FAR_MM) / length, y: (-side * (b.x - a.x) * FAR_MM) / length };
  const strip = [a, b, { x: b.x + away.x, y: b.y + away.y }, { x: a.x + away.x, y: a.y + away.y }];
  return signedArea(strip) >= 0 ? strip : strip.reverse();
}

/** Outlines that hold a cut-out still, with the holes in them. */
function reached(runs: Point[][], seeds: readonly Point[]): Point[][] {
  const outer = runs.filter((run) => signedArea(run) > 0);
  const holding = outer.filter((run) =>
    seeds.some((seed) => liesWithin(seed, [run]) || distanceToRun(seed, [...run, run[0]!]) < 0.01),
  );
  return [
    ...holding,
    ...runs.filter((run) => signedArea(run) < 0 && holding.some((held) => liesWithin(run[0]!, [held]))),
  ];
}

const areaOf = (runs: readonly (readonly Point[])[]): number => runs.reduce((sum, run) => sum + signedArea(run), 0);

function measuresOf(runs: readonly (readonly Point[])[], rotationDeg: number): OffsetMeasures {
  const angle = (-rotationDeg * Math.PI) / 180;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const size = { minX: Infinity, maxX: -Infinity, minY: Infinity, maxY: -Infinity };
  for (const { x, y } of runs.flat()) {
    const [u, v] = [x * cos - y * sin, x * sin + y * cos];
    size.minX = Math.min(size.minX, u);
    size.maxX = Math.max(size.maxX, u);
    size.minY = Math.min(size.minY, v);
    size.maxY = Math.max(size.maxY, v);
  }
  return {
    areaMm2: areaOf(runs),
    perimeterMm: runs.reduce((sum, run) => sum + closedLength(run), 0),
    lengthMm: runs.length === 0 ? 0 : size.maxX - size.minX,
    widthMm: runs.length === 0 ? 0 : size.maxY - size.minY,
  };
}

/** Whether a place on the surface lies alongside a line, between its ends. */
export const alongside = (at: Point, a: Point, b: Point): boolean => {
  const t = alongSegment(at, a, b);
  return t >= 0 && t <= 1;
};
