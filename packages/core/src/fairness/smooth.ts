import { CoreError } from '../errors.js';
import { solveRows } from '../statistics/index.js';

/** A reading of height at a place, mm; on a line the second figure of the place is nothing. */
export interface Height {
  x: number;
  y: number;
  z: number;
}

export interface FairSurface {
  at: (x: number, y: number) => number;
  /** Straight, or a plane: no bend is called for by the readings. */
  straight: boolean;
}

/** Softest and stiffest that is tried, as powers of ten, and how often the span between is halved. */
const [SOFT, STIFF, HALVINGS] = [-12, 6, 50];

/**
 * The stiffest fair curve or surface that stays within the scatter of its readings: a smoothing cubic along a line, a smoothing thin plate over a field,
 * f = a₀ + a₁x + a₂y + Σ wᵢφ(rᵢ), with φ = r³ on a line and r² ln r over a field, (K + λI)w + Pa = z and Pᵀw = 0. λ is the largest at which the squares of
 * what the readings stand off come to σ² for each that is free, λ²|w|² = σ²·λ tr(K + λI)⁻¹ beside the trend.
 * @throws CoreError too-few-points when the readings settle neither line nor plane
 */
export function fairThrough(readings: readonly Height[], scatterMm: number, alongLine: boolean): FairSurface {
  const terms = alongLine ? 2 : 3;
  const count = readings.length;
  if (count < terms) throw new CoreError('too-few-points', 'readings', { min: terms });
  const [cx, cy] = [middle(readings.map(({ x }) => x)), middle(readings.map(({ y }) => y))];
  const size = Math.max(1e-6, ...readings.map(({ x, y }) => Math.hypot(x - cx, y - cy)));
  const places = readings.map(({ x, y }) => ({ x: (x - cx) / size, y: (y - cy) / size }));
  const kernel = (r: number): number => (alongLine ? r ** 3 : r === 0 ? 0 : r * r * Math.log(r));
  const trend = (p: { x: number; y: number }): number[] => (alongLine ? [1, p.x] : [1, p.x, p.y]);
  const kernels = places.map((a) => Float64Array.from(places, (b) => kernel(Math.hypot(a.x - b.x, a.y - b.y))));
  const heights = readings.map(({ z }) => z);
  const reduced = reduce(kernels, places.map(trend), heights);
  if (!reduced) throw new CoreError('too-few-points', 'readings', { min: terms });
  const tooStiff = (power: number): boolean => {
    const { off, free } = reduced.at(10 ** power);
    return off > scatterMm * scatterMm * free;
  };
  let [low, high] = [SOFT, STIFF];
  const straight = !tooStiff(STIFF);
  if (straight) low = STIFF;
  else
    for (let i = 0; i < HALVINGS; i++) {
      const half = (low + high) / 2;
      if (tooStiff(half)) high = half;
      else low = half;
    }
  const lambda = 10 ** low;
  const weights = reduced.weights(lambda);
  const left = heights.map((z, i) => z - kernels[i]!.reduce((sum, k, j) => sum + k * weights[j]!, 0) - lambda * weights[i]!); // prettier-ignore
  const flat = leastSquares(places.map(trend), left)!;
  const at = (x: number, y: number): number => {
    const p = { x: (x - cx) / size, y: (y - cy) / size };
    const base = trend(p).reduce((sum, term, t) => sum + term * flat[t]!, 0);
    return places.reduce((sum, q, i) => sum + weights[i]! * kernel(Math.hypot(p.x - q.x, p.y - q.y)), base);
  };
  return { at, straight };
}

const middle = (values: readonly number[]): number => (Math.min(...values) + Math.max(...values)) / 2;

function leastSquares(rows: readonly number[][], values: readonly number[]): number[] | null {
  const terms = rows[0]!.length;
  return solveRows(
    Array.from({ length: terms }, (_, a) => [
      ...Array.from({ length: terms }, (_, b) => rows.reduce((sum, row) => sum + row[a]! * row[b]!, 0)),
      rows.reduce((sum, row, i) => sum + row[a]! * values[i]!, 0),
    ]),
  );
}

/** A reflection I − βvvᵀ that leaves what stands before `from` as it is. */
interface Reflection {
  from: number;
  v: Float64Array;
  beta: number;
}

/** The reflection that takes a column, from a row on, onto its first entry; null where nothing is to be taken. */
function reflectionOf(column: Float64Array, from: number): Reflection | null {
  let norm = 0;
  for (let i = from; i < column.length; i++) norm += column[i]! ** 2;
  norm = Math.sqrt(norm);
  if (norm < 1e-300) return null;
  const v = new Float64Array(column.length);
  for (let i = from; i < column.length; i++) v[i] = column[i]!;
  v[from]! += column[from]! >= 0 ? norm : -norm;
  let square = 0;
  for (let i = from; i < column.length; i++) square += v[i]! ** 2;
  return { from, v, beta: 2 / square };
}

function reflect({ from, v, beta }: Reflection, values: Float64Array): void {
  let dot = 0;
  for (let i = from; i < v.length; i++) dot += v[i]! * values[i]!;
  for (let i = from; i < v.length; i++) values[i]! -= beta * dot * v[i]!;
}

/** The same from both sides of a symmetric matrix: A − vwᵀ − wvᵀ. */
function reflectBoth({ from, v, beta }: Reflection, a: readonly Float64Array[]): void {
  const n = v.length;
  const w = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const row = a[i]!;
    let sum = 0;
    for (let j = from; j < n; j++) sum += row[j]! * v[j]!;
    w[i] = beta * sum;
  }
  let dot = 0;
  for (let i = from; i < n; i++) dot += w[i]! * v[i]!;
  for (let i = from; i < n; i++) w[i]! -= (beta / 2) * dot * v[i]!;
  for (let i = 0; i < n; i++) {
    const row = a[i]!;
    const [vi, wi] = [v[i]!, w[i]!];
    for (let j = 0; j < n; j++) row[j]! -= vi * w[j]! + wi * v[j]!;
  }
}

/**
 * Takes the trend out of the kernel and brings what is left to three diagonals, once: after that every stiffness costs no more than a walk along them.
 * Source: Householder reflections; the trace of an inverse by its pivots from both ends.
 */
function reduce(kernels: readonly Float64Array[], trends: readonly number[][], heights: readonly number[]) {
  const [n, terms] = [heights.length, trends[0]!.length];
  const a = kernels.map((row) => Float64Array.from(row));
  const z = Float64Array.from(heights);
  const done: Reflection[] = [];
  const apply = (one: Reflection): void => {
    reflectBoth(one, a);
    reflect(one, z);
    done.push(one);
  };
  const columns = Array.from({ length: terms }, (_, t) => Float64Array.from(trends, (row) => row[t]!));
  for (let t = 0; t < terms; t++) {
    const one = reflectionOf(columns[t]!, t);
    if (!one) return null;
    columns.forEach((column) => reflect(one, column));
    if (Math.abs(columns[t]![t]!) < 1e-9) return null;
    apply(one);
  }
  for (let k = terms; k < n - 2; k++) {
    const one = reflectionOf(
      Float64Array.from(a, (row) => row[k]!),
      k + 1,
    );
    if (one) apply(one);
  }
  const free = n - terms;
  const diagonal = Float64Array.from({ length: free }, (_, i) => a[terms + i]![terms + i]!);
  const beside = Float64Array.from({ length: Math.max(0, free - 1) }, (_, i) => a[terms + i + 1]![terms + i]!);
  const solve = (lambda: number): { u: Float64Array; trace: number } => {
    const [down, up] = [new Float64Array(free), new Float64Array(free)];
    for (let i = 0; i < free; i++) down[i] = diagonal[i]! + lambda - (i > 0 ? beside[i - 1]! ** 2 / down[i - 1]! : 0);
    for (let i = free - 1; i >= 0; i--) up[i] = diagonal[i]! + lambda - (i < free - 1 ? beside[i]! ** 2 / up[i + 1]! : 0); // prettier-ignore
    const u = Float64Array.from({ length: free }, (_, i) => z[terms + i]!);
    for (let i = 1; i < free; i++) u[i]! -= (beside[i - 1]! / down[i - 1]!) * u[i - 1]!;
    for (let i = free - 1; i >= 0; i--) u[i] = (u[i]! - (i < free - 1 ? beside[i]! * u[i + 1]! : 0)) / down[i]!;
    let trace = 0;
    for (let i = 0; i < free; i++) trace += 1 / (down[i]! + up[i]! - diagonal[i]! - lambda);
    return { u, trace };
  };
  return {
    /** Squares of what the readings stand off, and how many of them are free. */
    at: (lambda: number): { off: number; free: number } => {
      const { u, trace } = solve(lambda);
      return { off: lambda * lambda * u.reduce((sum, one) => sum + one * one, 0), free: lambda * trace };
    },
    weights: (lambda: number): Float64Array => {
      const weights = new Float64Array(n);
      weights.set(solve(lambda).u, terms);
      for (const one of done.toReversed()) reflect(one, weights);
      return weights;
    },
  };
}
