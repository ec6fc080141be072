import { CoreError, requireEntry, requireNumber } from '../errors.js';
import {
  type FabricLayer,
  type Lamina,
  type LaminateInput,
  type LaminateResult,
  type MatchResult,
  compare,
  laminae,
  laminate,
} from '../laminate/index.js';
import { type FabricRef, MATRICES, type Process, type ResinFamily } from '../material/index.js';
import { improve, orderCount, orders } from './orders.js';

/** A fabric the solver may lay. */
export interface StockFabric extends FabricRef {
  /** Price of a square metre; the cost of a stack is told only where every fabric in it has one. */
  costPerM2?: number;
  /** Most plies there is cloth for. */
  mostPlies?: number;
}

/** How much each miss counts; the score is the weighted sum of squared logarithms of patch over parent. */
export interface SolveWeights {
  /** Each of A11, A22, A66, D11, D22, D66. */
  stiffness: number;
  thickness: number;
  weight: number;
  /** For every ply. */
  count: number;
  /** For every 100 of cost a square metre. */
  cost: number;
}

export interface SolveStackInput {
  parent: LaminateInput;
  resin: ResinFamily;
  fabrics: readonly StockFabric[];
  process?: Process;
  /** Directions a ply may take, degrees; 0, 90 and ±45 when left out. */
  orientationsDeg?: readonly number[];
  /** 10 when left out. */
  maxPlies?: number;
  /** Level limit: the stack with its cover may not be thicker, mm. */
  maxThicknessMm?: number;
  /** Ply that closes the stack in any case, outermost. */
  cover?: FabricLayer;
  /** Only stacks whose plies at +θ are matched by as many at −θ; so when left out. */
  balanced?: boolean;
  weights?: Partial<SolveWeights>;
  /** How many of the best to give; 5 when left out. */
  keep?: number;
}

export interface StackSolution {
  /** Deepest first, without the cover. */
  layers: FabricLayer[];
  score: number;
  match: MatchResult;
  thicknessMm: number;
  massGsm: number;
  /** Of the fabric alone; null where one has no price. */
  costPerM2: number | null;
}

export interface SolveStackResult {
  best: StackSolution[];
  /** The best of every number of plies: what each further ply buys. */
  byCount: StackSolution[];
  /** Nothing better is left. */
  proven: boolean;
  /** No stack scores less. */
  lowerBound: number;
  /** Stacks worked through classical theory. */
  tried: number;
}

export interface SolveProgress {
  /** Rough share of the search done, 0…1. */
  share: number;
  tried: number;
  soFar: SolveStackResult;
}

export const USUAL_WEIGHTS: SolveWeights = { stiffness: 1, thickness: 1, weight: 0.25, count: 0.0005, cost: 0 };
const MAX_FABRICS = 40;
const MOST_PLIES = 16;
const USUAL_DIRECTIONS = [0, 90, 45, -45];
/** Progress is told after so many stacks. */
const BATCH = 20_000;
const TERMS = 3;
/** More orders than this of the same plies are not all looked at. */
const MOST_ORDERS = 60_000;

/** A fabric in one direction, as sheets of their own stiffness (N/mm²). */
interface Option {
  fabric: number;
  layer: FabricLayer;
  sheets: { t: number; q: readonly number[] }[];
  t: number;
  /** Σ q t, N/mm, of 11, 22, 66. */
  a: readonly number[];
  mass: number;
  cost: number | null;
  turned: number;
}

/** Thrown away by the caller to stop; its value is the result so far. */
export type SolveSearch = Generator<SolveProgress, SolveStackResult, 'stop' | undefined>;

/**
 * Finds the stack, from fabrics at hand, that comes closest to a parent in stiffness (in the plane and in bending, both directions and
 * shear), thickness, weight, number of plies and cost.
 *
 * Branch and bound over what is laid, then over the order it is laid in: sums of stiffness, thickness and weight only grow with a ply, which
 * cuts off all that is past the parent by more than the best found; what cannot reach it is cut off by the stiffest thing left. Run to its
 * end the answer is proved best; stopped before, `lowerBound` says how much better one could still be. Pass 'stop' to next() to stop.
 * @throws CoreError for no fabrics, more than 40, more than 16 plies, a parent that is no laminate, or where what is asked leaves no stack at all
 */
export function* searchStacks(input: SolveStackInput): SolveSearch {
  const search = new Search(input);
  yield search.progress();
  for (const _ of search.run()) if ((yield search.progress()) === 'stop') break;
  const found = search.result();
  if (found.best.length === 0 && found.proven) throw new CoreError('inconsistent', 'fabrics', { why: 'no-stack' });
  return found;
}

/** The same to its end, or for so many stacks. @throws CoreError as `searchStacks` does */
export function solveStack(input: SolveStackInput & { mostTried?: number }): SolveStackResult {
  const most = requireNumber(input.mostTried ?? 3e6, 'mostTried', { min: 1, max: 1e9 });
  const search = searchStacks(input);
  for (let step = search.next(); ;) {
    if (step.done) return step.value;
    step = search.next(step.value.tried >= most ? 'stop' : undefined);
  }
}

class Search {
  private readonly parent: LaminateResult;
  private readonly options: Option[];
  private readonly weights: SolveWeights;
  private readonly targets: { a: number[]; d: number[]; t: number; mass: number };
  private readonly maxPlies: number;
  private readonly maxThicknessMm: number;
  private readonly keep: number;
  private readonly cover: { sheets: Option['sheets']; t: number; a: readonly number[]; mass: number };
  /** Stiffest per millimetre among the options from each on. */
  private readonly stiffest: number[][];
  private readonly found: StackSolution[] = [];
  private readonly foundByCount = new Map<number, StackSolution>();
  private readonly chosen: number[] = [];
  private finished = false;
  /** While something good to begin with is looked for, not every order is gone through. */
  private guessing = false;
  /** Every order was looked at wherever it mattered. */
  private exact = true;
  private leastOpen = Infinity;
  private tried = 0;
  private nodes = 0;
  private told = 0;
  private rootDone = 0;

  constructor(private readonly input: SolveStackInput) {
    if (!Array.isArray(input.fabrics) || input.fabrics.length === 0) throw new CoreError('empty', 'fabrics');
    if (input.fabrics.length > MAX_FABRICS) throw new CoreError('too-many', 'fabrics', { max: MAX_FABRICS });
    const resin = requireEntry(MATRICES, input.resin, 'resin').id;
    this.maxPlies = Math.round(requireNumber(input.maxPlies ?? 10, 'maxPlies', { min: 1, max: MOST_PLIES }));
    this.maxThicknessMm = requireNumber(input.maxThicknessMm ?? 1e3, 'maxThicknessMm', { above: 0, max: 1e3 });
    this.keep = Math.round(requireNumber(input.keep ?? 5, 'keep', { min: 1, max: 50 }));
    this.weights = { ...USUAL_WEIGHTS, ...input.weights };
    for (const [name, weight] of Object.entries(this.weights))
      requireNumber(weight, `weights.${name}`, { min: 0, max: 1000 });
    this.parent = laminate(input.parent, 'parent.');
    const diagonal = (matrix: LaminateResult['aNPerMm']): number[] => [matrix[0][0], matrix[1][1], matrix[2][2]];
    this.targets = {
      a: diagonal(this.parent.aNPerMm),
      d: diagonal(this.parent.dNMm),
      t: this.parent.thicknessMm,
      mass: this.parent.massGsm,
    };
    const directions = input.orientationsDeg ?? USUAL_DIRECTIONS;
    if (directions.length === 0) throw new CoreError('empty', 'orientationsDeg');
    this.options = distinct(
      input.fabrics.flatMap((fabric, i) => {
        requireNumber(fabric.costPerM2 ?? 0, `fabrics.${i}.costPerM2`, { min: 0, max: 1e6 });
        requireNumber(fabric.mostPlies ?? MOST_PLIES, `fabrics.${i}.mostPlies`, { min: 0, max: 1000 });
        return directions.map((orientationDeg) => optionOf(fabric, i, orientationDeg, resin, input.process ?? 'hand'));
      }),
    ).sort((a, b) => b.t - a.t);
    this.cover = input.cover
      ? optionOf(input.cover, -1, input.cover.orientationDeg ?? 0, resin, input.process ?? 'hand', 'cover')
      : { sheets: [], t: 0, a: [0, 0, 0], mass: 0 };
    this.stiffest = this.options.map((_, from) =>
      [0, 1, 2].map((k) => Math.max(...this.options.slice(from).map((option) => option.a[k]! / option.t))),
    );
  }

  progress(): SolveProgress {
    return {
      share: this.finished ? 1 : Math.min(0.99, this.rootDone / this.options.length),
      tried: this.tried,
      soFar: this.result(),
    };
  }

  result(): SolveStackResult {
    const bestScore = this.found[0]?.score ?? Infinity;
    return {
      best: [...this.found],
      byCount: [...this.foundByCount].sort(([a], [b]) => a - b).map(([, solution]) => solution),
      proven: this.finished && this.exact,
      lowerBound: this.boundOf(bestScore),
      tried: this.tried,
    };
  }

  /** Where nothing was found and nothing is known to be open, nothing is all that is known. */
  private boundOf(bestScore: number): number {
    const bound = this.finished && this.exact ? bestScore : Math.min(bestScore, this.leastOpen);
    return Number.isFinite(bound) ? bound : 0;
  }

  *run(): Generator<void> {
    const start = { t: this.cover.t, a: [...this.cover.a], mass: this.cover.mass, cost: 0, count: 0 };
    this.leastOpen = this.bound(start, 0);
    this.guessing = true;
    this.firstGuesses(start);
    this.guessing = false;
    yield* this.extend(start, 0);
    this.finished = true;
  }

  /** Something good to measure the rest by: each thing alone, then improved ply by ply as long as that helps. */
  private firstGuesses(start: Sums): void {
    for (let first = 0; first < this.options.length; first++) {
      let sums = start;
      this.chosen.length = 0;
      for (let n = 0; n < this.maxPlies; n++) {
        const next = n === 0 ? [first] : this.options.map((_, i) => i);
        const scored = next
          .map((i) => ({ i, sums: this.with(sums, this.options[i]!) }))
          .filter(({ i, sums: after }) => this.fits(after) && this.inStock(i));
        const better = scored
          .map((one) => ({ ...one, misfit: this.past(one.sums, true) }))
          .sort((a, b) => a.misfit - b.misfit)[0];
        if (!better || (n > 0 && better.misfit > this.past(sums, true))) break;
        this.chosen.push(better.i);
        sums = better.sums;
        this.consider(sums, Infinity);
      }
    }
    this.chosen.length = 0;
  }

  private *extend(sums: Sums, from: number): Generator<void> {
    if (sums.count >= this.maxPlies) return;
    for (let i = from; i < this.options.length; i++) {
      if (sums.count === 0) {
        this.rootDone = i;
        this.leastOpen = this.bound(sums, i);
      }
      if (!this.inStock(i)) continue;
      const after = this.with(sums, this.options[i]!);
      if (!this.fits(after) || this.past(after, false) >= this.limit()) continue;
      this.chosen.push(i);
      this.consider(after, this.limit());
      if (this.bound(after, i) < this.limit()) yield* this.extend(after, i);
      this.chosen.pop();
      if (++this.nodes % BATCH === 0 || this.tried - this.told > BATCH) {
        this.told = this.tried;
        yield;
      }
    }
  }

  private with(sums: Sums, option: Option): Sums {
    return {
      t: sums.t + option.t,
      a: sums.a.map((a, k) => a + option.a[k]!),
      mass: sums.mass + option.mass,
      cost: sums.cost + (option.cost ?? 0),
      count: sums.count + 1,
    };
  }

  private fits(sums: Sums): boolean {
    return sums.t <= this.maxThicknessMm + 1e-9 && sums.count <= this.maxPlies;
  }

  private inStock(i: number): boolean {
    const { fabric } = this.options[i]!;
    const most = this.input.fabrics[fabric]!.mostPlies;
    return most === undefined || this.chosen.filter((c) => this.options[c]!.fabric === fabric).length < most;
  }

  /** Score to be beaten: the last of those kept. */
  private limit(): number {
    return this.found.length < this.keep ? Infinity : this.found.at(-1)!.score;
  }

  /** What stiffness in the plane, thickness, weight, count and cost add to the score; without `all`, only what is past the parent and will not come back. */
  private past(sums: Sums, all: boolean): number {
    const { weights: w, targets } = this;
    const miss = (value: number, target: number): number => {
      const log = Math.log(value / target);
      return all || log > 0 ? log * log : 0;
    };
    let score =
      w.count * sums.count +
      (w.cost * sums.cost) / 100 +
      w.thickness * miss(sums.t, targets.t) +
      w.weight * miss(sums.mass, targets.mass);
    for (let k = 0; k < TERMS; k++) score += w.stiffness * miss(sums.a[k]!, targets.a[k]!);
    return score;
  }

  /** Least score of anything that goes on from these sums with the options from one on. */
  private bound(sums: Sums, from: number): number {
    const { weights: w, targets } = this;
    let score = this.past(sums, false);
    const least = w.thickness > 0 ? Math.sqrt(Math.max(0, this.limit() - score) / w.thickness) : Infinity;
    const room = Math.max(0, Math.min(this.maxThicknessMm, targets.t * Math.exp(least)) - sums.t);
    for (let k = 0; k < TERMS; k++) {
      const most = sums.a[k]! + room * this.stiffest[from]![k]!;
      if (most < targets.a[k]!) score += w.stiffness * Math.log(most / targets.a[k]!) ** 2;
    }
    return score;
  }

  /** Works through the orders of what is chosen, where it could beat the limit at all. */
  private consider(sums: Sums, limit: number): void {
    if (this.input.balanced !== false && !balanced(this.chosen.map((i) => this.options[i]!))) return;
    const plane = this.past(sums, true);
    const ofCount = this.foundByCount.get(sums.count)?.score ?? Infinity;
    if (plane >= Math.max(limit, ofCount)) return;
    const best: { order: number[] | null; score: number } = { order: null, score: Math.max(limit, ofCount) };
    const bend = (order: readonly number[]): number => {
      this.tried++;
      const score = plane + this.bending(order, sums.t / 2);
      if (score < best.score - 1e-12) Object.assign(best, { order: [...order], score });
      return score;
    };
    const sorted = [...this.chosen].sort((a, b) => a - b);
    const few = orderCount(sorted) <= MOST_ORDERS;
    const contends = plane + this.leastBending(sorted, sums.t / 2) < limit;
    if (contends && !few) this.exact = false;
    if (contends && few && !this.guessing) orders(sorted, bend);
    else improve(sorted, bend);
    if (best.order) this.take(best.order, best.score, sums);
  }

  /** No order of these bends with a lesser miss: the stiffest sheets outermost, and the softest, are the ends of what an order can do. */
  private leastBending(chosen: readonly number[], half: number): number {
    const sheets = [...chosen.flatMap((i) => this.options[i]!.sheets), ...this.cover.sheets];
    let score = 0;
    for (let k = 0; k < TERMS; k++) {
      const inward = [...sheets].sort((a, b) => b.q[k]! - a.q[k]!);
      const target = this.targets.d[k]!;
      const [most, least] = [bent(inward, k, half), bent(inward.reverse(), k, half)];
      if (most < target) score += Math.log(most / target) ** 2;
      else if (least > target) score += Math.log(least / target) ** 2;
    }
    return this.weights.stiffness * score;
  }

  private bending(order: readonly number[], half: number): number {
    let z = -half;
    let [d11, d22, d66] = [0, 0, 0];
    // The innermost loop of all: nothing is made in it.
    for (let p = 0; p <= order.length; p++) {
      const { sheets } = p < order.length ? this.options[order[p]!]! : this.cover;
      for (let s = 0; s < sheets.length; s++) {
        const { t, q } = sheets[s]!;
        const next = z + t;
        const third = (next * next * next - z * z * z) / 3;
        d11 += q[0]! * third;
        d22 += q[1]! * third;
        d66 += q[2]! * third;
        z = next;
      }
    }
    const { d } = this.targets;
    return (
      this.weights.stiffness * (Math.log(d11 / d[0]!) ** 2 + Math.log(d22 / d[1]!) ** 2 + Math.log(d66 / d[2]!) ** 2)
    );
  }

  private take(order: readonly number[], score: number, sums: Sums): void {
    const options = order.map((i) => this.options[i]!);
    const layers = options.map(({ layer }) => layer);
    const { cover } = this.input;
    const made = laminate({
      layers: [
        ...(cover ? [{ ...cover, process: cover.process ?? this.input.process ?? 'hand' }] : []),
        ...[...layers].reverse(),
      ],
      resin: this.input.resin,
    });
    const priced = options.every(({ cost }) => cost !== null);
    const solution: StackSolution = {
      layers,
      score,
      match: compare(this.parent, made),
      thicknessMm: made.thicknessMm,
      massGsm: made.massGsm,
      costPerM2: priced ? sums.cost : null,
    };
    if (score < (this.foundByCount.get(sums.count)?.score ?? Infinity)) this.foundByCount.set(sums.count, solution);
    const key = keyOf(layers);
    if (this.found.some((other) => keyOf(other.layers) === key)) return;
    this.found.push(solution);
    this.found.sort((a, b) => a.score - b.score);
    this.found.length = Math.min(this.found.length, this.keep);
  }
}

interface Sums {
  t: number;
  a: number[];
  mass: number;
  cost: number;
  count: number;
}

/** Stacks of the same plies are one answer, whatever their order and which way each is turned over: the best of them. */
const keyOf = (layers: readonly FabricLayer[]): string =>
  layers
    .map(({ fabricId, orientationDeg }) => `${fabricId} ${Math.abs(orientationDeg ?? 0) % 90}`)
    .sort()
    .join();

function optionOf(
  fabric: StockFabric,
  index: number,
  orientationDeg: number,
  resin: ResinFamily,
  process: Process,
  field = `fabrics.${index}`,
): Option {
  const { fabricId, own } = fabric;
  const layer: FabricLayer = { fabricId, ...(own ? { own } : {}), orientationDeg };
  const sheets: Lamina[] = laminae({ ...layer, process }, resin, field);
  // Laminae run from the face inwards; a stack is laid from the bottom up.
  const q = (sheet: Lamina): number[] => [sheet.qbar[0][0] * 1000, sheet.qbar[1][1] * 1000, sheet.qbar[2][2] * 1000];
  const upwards = [...sheets].reverse().map((sheet) => ({ t: sheet.thicknessMm, q: q(sheet) }));
  return {
    fabric: index,
    layer,
    sheets: upwards,
    t: upwards.reduce((sum, { t }) => sum + t, 0),
    a: [0, 1, 2].map((k) => upwards.reduce((sum, sheet) => sum + sheet.q[k]! * sheet.t, 0)),
    mass: sheets.reduce((sum, sheet) => sum + sheet.massGsm, 0),
    cost: fabric.costPerM2 ?? null,
    turned: sheets.reduce((sum, sheet) => sum + sheet.qbar[0][2] * sheet.thicknessMm, 0),
  };
}

/** A fabric turned into itself is one option: the same in stiffness, and no more turned to one side. */
function distinct(options: Option[]): Option[] {
  const near = (a: number, b: number): boolean => Math.abs(a - b) <= 1e-9 * Math.max(1, Math.abs(a), Math.abs(b));
  return options.filter(
    (option, i) =>
      !options
        .slice(0, i)
        .some(
          (other) =>
            other.fabric === option.fabric &&
            near(other.turned, option.turned) &&
            other.sheets.every((sheet, k) => sheet.q.every((q, n) => near(q, option.sheets[k]!.q[n]!))),
        ),
  );
}

/** Nothing pulls to one side: A16 is nothing but rounding. */
function balanced(options: readonly Option[]): boolean {
  const size = options.reduce((sum, option) => sum + Math.abs(option.turned), 0);
  return Math.abs(options.reduce((sum, option) => sum + option.turned, 0)) <= 1e-6 * Math.max(1e-6, size);
}

/** Bending stiffness with sheets shared out evenly above and below the middle, the first of them outermost. */
function bent(sheets: Option['sheets'], k: number, half: number): number {
  let [z, d] = [half, 0];
  for (const { t, q } of sheets) {
    const inner = z - t / 2;
    d += (q[k]! * 2 * (z * z * z - inner * inner * inner)) / 3;
    z = inner;
  }
  return d;
}
