import { CoreError, type Remark, requireNumber } from '../errors.js';
import { LIMITS } from '../limits/index.js';
import { median } from '../statistics/index.js';
import { trianglesOf } from './mesh.js';
import { type Height, fairThrough } from './smooth.js';

/** A reading along a line: where on the plan, how high against the gauge (proud is more), and whether it stands on sound ground. */
export interface FairReading {
  xMm: number;
  yMm: number;
  zMm: number;
  sound: boolean;
}
export interface FairLine {
  name: string;
  readings: readonly FairReading[];
}

export interface FairnessInput {
  lines: readonly FairLine[];
  /** How far off fair is still fair, mm. */
  toleranceMm: number;
  /** What the gauge tells no finer than, mm; 0.05 when left out. Its rounding alone scatters by a twelfth of its square. */
  gaugeMm?: number;
  /** Length of the batten, mm; 500 when left out. */
  battenMm?: number;
}

/** A stretch of a line that stands too high, or lies too low. */
export interface Stretch {
  line: string;
  fromMm: number;
  toMm: number;
  /** Highest or lowest of it, mm off fair. */
  mostMm: number;
}

export interface FairnessResult {
  lines: {
    name: string;
    /** Along the line from its first reading, mm, with height, the fair curve and what stands off it. */
    readings: { sMm: number; xMm: number; yMm: number; zMm: number; fairMm: number; offMm: number; sound: boolean }[];
    highestMm: number;
    lowestMm: number;
    /** Between the line and the fair curve, below it and above, mm². */
    lowMm2: number;
    highMm2: number;
    /** Largest gap under a batten slid along it. */
    battenGapMm: number;
  }[];
  /** Scatter of the sound readings, by which the fair curve is as stiff as it is, mm. */
  scatterMm: number;
  straight: boolean;
  sand: Stretch[];
  fill: Stretch[];
  /** Filler up to fair, and what stands above it, ml; null on a single line. */
  fillMl: number | null;
  highMl: number | null;
  deepestMm: number;
  fair: boolean;
  /** Where one more reading would tell most, and how much it may change, ml (mm² on a single line). */
  next: { line: string; sMm: number; doubt: number } | null;
  remarks: Remark[];
}

const [USUAL_GAUGE_MM, USUAL_BATTEN_MM] = [0.05, 500];
const LIMIT_COUNTS = { lines: 60, readings: 400 } as const;
/** A reading may lie so far beside its line, mm, or this share of its length. */
const [BESIDE_MM, BESIDE_SHARE] = [5, 0.02];
const LEAST_SOUND = 2;

interface Placed extends FairReading {
  s: number;
}

/**
 * Readings of a repair against the fair curve through the sound ground round it (a curve, not a flat): stiffest smoothing cubic or thin plate that stays
 * within the scatter of the sound readings, what stands high and what lies low of it, filler volume by triangles between the lines, and the gap under a batten.
 * @throws CoreError for readings that are on no line, a line with no sound part, too few or too many, or a figure outside its range
 */
export function fairness(input: FairnessInput): FairnessResult {
  const tolerance = requireNumber(input.toleranceMm, 'toleranceMm', { min: 0.01, max: 20 });
  const gauge = requireNumber(input.gaugeMm ?? USUAL_GAUGE_MM, 'gaugeMm', { min: 0.001, max: 5 });
  const batten = requireNumber(input.battenMm ?? USUAL_BATTEN_MM, 'battenMm', { min: 20, max: 5000 });
  if (input.lines.length === 0) throw new CoreError('empty', 'lines');
  if (input.lines.length > LIMIT_COUNTS.lines) throw new CoreError('too-many', 'lines', { max: LIMIT_COUNTS.lines });
  const lines = input.lines.map((line, i) => ({ name: line.name, readings: alongLine(line.readings, `lines.${i}`) }));
  const count = lines.reduce((sum, { readings }) => sum + readings.length, 0);
  if (count > LIMIT_COUNTS.readings) throw new CoreError('too-many', 'lines', { max: LIMIT_COUNTS.readings });
  const single = lines.length === 1;
  const place = (one: Placed): Height => (single ? { x: one.s, y: 0, z: one.zMm } : { x: one.xMm, y: one.yMm, z: one.zMm }); // prettier-ignore
  const sound = lines.flatMap(({ readings }) => readings.filter((one) => one.sound).map(place));
  const scatterMm = Math.max(gauge / Math.sqrt(12), scatterOf(lines.map(({ readings }) => readings)));
  const surface = fairThrough(sound, scatterMm, single);
  const told = lines.map(({ name, readings }) => {
    const found = readings.map((one) => {
      const { x, y, z } = place(one);
      const fairMm = surface.at(x, y);
      return { sMm: one.s, xMm: one.xMm, yMm: one.yMm, zMm: z, fairMm, offMm: z - fairMm, sound: one.sound };
    });
    const repair = found.filter((one) => !one.sound).map(({ offMm }) => offMm);
    // What the sound ground stands off is its scatter, not a fault of the repair.
    const run = found.map(({ sMm, offMm, sound: ground }) => ({ s: sMm, off: ground ? 0 : offMm }));
    return {
      name,
      readings: found,
      highestMm: Math.max(0, ...repair),
      lowestMm: Math.min(0, ...repair),
      lowMm2: areaOf(run, -1),
      highMm2: areaOf(run, 1),
      battenGapMm: battenGap(found.map(({ sMm, offMm }) => ({ s: sMm, off: offMm })), batten), // prettier-ignore
      run,
    };
  });
  const sand = told.flatMap(({ name, run }) => stretches(name, run, tolerance, 1));
  const fill = told.flatMap(({ name, run }) => stretches(name, run, tolerance, -1));
  const field = single ? null : lines.flatMap(({ readings }, l) => readings.map((one, i) => ({ x: one.xMm, y: one.yMm, off: told[l]!.run[i]!.off }))); // prettier-ignore
  const volume = (sign: 1 | -1): number | null => field && volumeOf(field, sign) / 1000;
  const deepestMm = -Math.min(0, ...told.map(({ lowestMm }) => lowestMm));
  return {
    lines: told.map(({ run: _, ...line }) => line),
    scatterMm,
    straight: surface.straight,
    sand,
    fill,
    fillMl: volume(-1),
    highMl: volume(1),
    deepestMm,
    fair: sand.length === 0 && fill.length === 0,
    next: nextReading(told, spacingOf(lines, single)),
    remarks: [
      ...(scatterMm > tolerance ? [{ id: 'fairness.scatter', params: { scatterMm, toleranceMm: tolerance } }] : []),
      ...(sand.length > 0 && fill.length > 0 ? [{ id: 'fairness.sand-first' }] : []),
    ],
  };
}

/** Readings in order along their line. @throws CoreError for what lies on no line, or has no sound part */
function alongLine(readings: readonly FairReading[], field: string): Placed[] {
  if (readings.length < 3) throw new CoreError('too-few-points', `${field}.readings`, { min: 3 });
  readings.forEach(({ xMm, yMm, zMm }, i) => {
    requireNumber(xMm, `${field}.readings.${i}.xMm`, LIMITS.placeMm);
    requireNumber(yMm, `${field}.readings.${i}.yMm`, LIMITS.placeMm);
    requireNumber(zMm, `${field}.readings.${i}.zMm`, { min: -500, max: 500 });
  });
  const far = (from: FairReading): FairReading => readings.reduce((a, b) => (distance(from, b) > distance(from, a) ? b : a)); // prettier-ignore
  const one = far(readings[0]!);
  const other = far(one);
  // It begins at the end its first reading is nearer to.
  const [start, end] = distance(readings[0]!, one) < distance(readings[0]!, other) ? [one, other] : [other, one];
  const length = distance(start, end);
  if (length < 1) throw new CoreError('inconsistent', `${field}.readings`, { lengthMm: length });
  const [ux, uy] = [(end.xMm - start.xMm) / length, (end.yMm - start.yMm) / length];
  const placed = readings.map((reading, i): Placed => {
    const [dx, dy] = [reading.xMm - start.xMm, reading.yMm - start.yMm];
    const beside = Math.abs(dx * uy - dy * ux);
    if (beside > Math.max(BESIDE_MM, BESIDE_SHARE * length)) throw new CoreError('inconsistent', `${field}.readings.${i}`, { besideMm: beside }); // prettier-ignore
    return { ...reading, s: dx * ux + dy * uy };
  });
  placed.sort((a, b) => a.s - b.s);
  const twice = placed.findIndex(({ s }, i) => i > 0 && s - placed[i - 1]!.s < 1e-6);
  if (twice > 0) throw new CoreError('inconsistent', `${field}.readings`, { atMm: placed[twice]!.s });
  if (placed.filter(({ sound }) => sound).length < LEAST_SOUND) throw new CoreError('too-few-points', `${field}.sound`, { min: LEAST_SOUND }); // prettier-ignore
  return placed;
}

const distance = (a: FairReading, b: FairReading): number => Math.hypot(a.xMm - b.xMm, a.yMm - b.yMm);

/** Scatter of sound readings, mm: each against the parabola through its neighbours, so that the curve of the ground itself does not count. */
function scatterOf(lines: readonly (readonly Placed[])[]): number {
  const squares = lines.flatMap((readings) =>
    readings.slice(3).flatMap((_, k) => {
      const four = readings.slice(k, k + 4);
      if (!four.every(({ sound }) => sound)) return [];
      const [a, b, c, d] = four as [Placed, Placed, Placed, Placed];
      const at = (p: Placed, q: Placed, r: Placed): number => ((c.s - q.s) * (c.s - r.s)) / ((p.s - q.s) * (p.s - r.s));
      const [wa, wb, wd] = [at(a, b, d), at(b, a, d), at(d, a, b)];
      const off = wa * a.zMm + wb * b.zMm + wd * d.zMm - c.zMm;
      return [(off * off) / (wa * wa + wb * wb + wd * wd + 1)];
    }),
  );
  return squares.length === 0 ? 0 : Math.sqrt(squares.reduce((sum, one) => sum + one, 0) / squares.length);
}

type Run = readonly { s: number; off: number }[];

/** Area of a line's high or low part, mm², straight from reading to reading. */
function areaOf(run: Run, sign: 1 | -1): number {
  return run.slice(1).reduce((sum, b, i) => {
    const [from, to] = [sign * run[i]!.off, sign * b.off];
    const width = b.s - run[i]!.s;
    if (from >= 0 && to >= 0) return sum + (width * (from + to)) / 2;
    if (from <= 0 && to <= 0) return sum;
    const most = Math.max(from, to);
    return sum + (width * most * most) / (2 * Math.abs(from - to));
  }, 0);
}

/** Volume of the high or low part over the triangles between readings, mm³. */
function volumeOf(points: readonly { x: number; y: number; off: number }[], sign: 1 | -1): number {
  let sum = 0;
  for (const [a, b, c] of trianglesOf(points)) {
    const area = Math.abs((b.x - a.x) * (c.y - a.y) - (c.x - a.x) * (b.y - a.y)) / 2;
    sum += area * positivePart([sign * a.off, sign * b.off, sign * c.off]);
  }
  return sum;
}

/** Mean over a triangle of what is above nothing, of a height that is linear between its corners. */
function positivePart(heights: readonly [number, number, number]): number {
  const [low, mid, high] = heights.toSorted((a, b) => a - b) as [number, number, number];
  const mean = (low + mid + high) / 3;
  if (low >= 0) return mean;
  if (high <= 0) return 0;
  if (mid <= 0) return high ** 3 / (3 * (high - mid) * (high - low));
  return mean + (-low) ** 3 / (3 * (mid - low) * (high - low));
}

/** Largest gap under a batten of a length, slid along: it rests on the highest points within its reach. */
function battenGap(run: Run, lengthMm: number): number {
  let most = 0;
  run.forEach(({ s: from }, first) => {
    const hull: { s: number; off: number }[] = [];
    const within = run.slice(first).filter(({ s }) => s - from <= lengthMm);
    for (const p of within) {
      while (hull.length >= 2 && cross(hull.at(-2)!, hull.at(-1)!, p) >= 0) hull.pop();
      hull.push(p);
    }
    for (const p of within) {
      const next = hull.findIndex(({ s }) => s >= p.s);
      const [a, b] = [hull[Math.max(0, next - 1)]!, hull[next]!];
      const on = a.s === b.s ? b.off : a.off + ((b.off - a.off) * (p.s - a.s)) / (b.s - a.s);
      most = Math.max(most, on - p.off);
    }
  });
  return most;
}
const cross = (o: Run[number], a: Run[number], b: Run[number]): number => (a.s - o.s) * (b.off - o.off) - (a.off - o.off) * (b.s - o.s); // prettier-ignore

function stretches(line: string, run: Run, tolerance: number, sign: 1 | -1): Stretch[] {
  const found: Stretch[] = [];
  let open: Stretch | null = null;
  for (const { s, off } of run) {
    if (sign * off <= tolerance) open = null;
    else if (open) Object.assign(open, { toMm: s, mostMm: sign * Math.max(sign * open.mostMm, sign * off) });
    else found.push((open = { line, fromMm: s, toMm: s, mostMm: off }));
  }
  return found;
}

/** How far lines lie apart, mm: for what a reading on one stands for. */
function spacingOf(lines: readonly { readings: readonly Placed[] }[], single: boolean): number {
  if (single) return 1;
  const middles = lines.map(({ readings }) => ({ x: median(readings.map(({ xMm }) => xMm)), y: median(readings.map(({ yMm }) => yMm)) })); // prettier-ignore
  const nearest = middles.map((a, i) => Math.min(...middles.flatMap((b, k) => (k === i ? [] : [Math.hypot(a.x - b.x, a.y - b.y)])))); // prettier-ignore
  return median(nearest) / 1000;
}

/** The middle of the gap whose bend leaves most in doubt: h³/12 times how much the slope changes over it. */
function nextReading(
  lines: readonly { name: string; run: Run; readings: readonly { sound: boolean }[] }[],
  each: number,
): FairnessResult['next'] {
  // prettier-ignore
  let best: FairnessResult['next'] = null;
  for (const { name, run, readings } of lines)
    run.slice(1).forEach((b, i) => {
      const a = run[i]!;
      if (readings[i]!.sound && readings[i + 1]!.sound) return;
      const width = b.s - a.s;
      const slope = (p: Run[number] | undefined, q: Run[number] | undefined): number | null => (p && q ? (q.off - p.off) / (q.s - p.s) : null); // prettier-ignore
      const [before, here, after] = [slope(run[i - 1], a), slope(a, b), slope(b, run[i + 2])];
      const bend = Math.max(Math.abs((before ?? here!) - here!), Math.abs((after ?? here!) - here!)) / width;
      const doubt = ((bend * width ** 3) / 12) * each;
      if (!best || doubt > best.doubt) best = { line: name, sMm: (a.s + b.s) / 2, doubt };
    });
  return best;
}
