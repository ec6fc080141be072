import { CoreError, requireEntry, requireNumber } from '../errors.js';
import { type FabricLayer, type LaminateResult, compare, laminate } from '../laminate/index.js';
import { chances } from '../statistics/index.js';
import { MATRICES } from '../material/index.js';
import { nearStacks } from './near.js';
import { Objective, type Sums } from './objective.js';
import { type Option, balanced, distinct, optionOf } from './options.js';
import { orderCount, orders } from './orders.js';
import {
  type SolveProgress,
  type SolveStackInput,
  type SolveStackResult,
  type StackSolution,
  USUAL_WEIGHTS,
} from './solving.js';

const MAX_FABRICS = 40;
const MOST_PLIES = 16;
const USUAL_DIRECTIONS = [0, 90, 45, -45];
/** Progress is told after so many stacks. */
const BATCH = 20_000;
/** The bound by shares is worked out where so few plies are down: deeper it costs more than it saves. */
const SHARED_TO = 3;
/** That share of the best is proved first, before every better one is looked for. */
const PROVED = 0.91;
/** A good stack is shaken by changing each of its plies with this chance; so many shakes in a row that bring nothing are enough. */
const [SHAKEN, IDLE, GOOD] = [0.5, 40, 3];
/** More orders than this of the same plies are not all looked at. */
const MOST_ORDERS = 60_000;

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
  private readonly maxPlies: number;
  private readonly maxThicknessMm: number;
  private readonly keep: number;
  private readonly objective: Objective;
  private readonly found: StackSolution[] = [];
  private readonly foundByCount = new Map<number, StackSolution>();
  /** What the best of every number of plies is made of. */
  private readonly madeOf = new Map<number, number[]>();
  private readonly chosen: number[] = [];
  private finished = false;
  /** While something good to begin with is looked for, not every order is gone through. */
  private guessing = false;
  /** Every order was looked at wherever it mattered. */
  private exact = true;
  /** While it is proved that nothing is better by much: what is better by less is of no interest. */
  private proving = Infinity;
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
    const weights = { ...USUAL_WEIGHTS, ...input.weights };
    for (const [name, weight] of Object.entries(weights))
      requireNumber(weight, `weights.${name}`, { min: 0, max: 1000 });
    this.parent = laminate(input.parent, 'parent.');
    const diagonal = (matrix: LaminateResult['aNPerMm']): number[] => [matrix[0][0], matrix[1][1], matrix[2][2]];
    const targets = {
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
    const cover = input.cover
      ? optionOf(input.cover, -1, input.cover.orientationDeg ?? 0, resin, input.process ?? 'hand', 'cover')
      : { sheets: [], t: 0, a: [0, 0, 0], mass: 0 };
    this.objective = new Objective(this.options, weights, targets, cover, this.maxPlies, this.maxThicknessMm);
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
    const { t, a, mass } = this.objective.cover;
    const start = { t, a: [...a], mass, cost: 0, count: 0 };
    this.leastOpen = this.objective.bound(start, 0, this.limit());
    this.guessing = true;
    this.firstGuesses(start);
    yield;
    for (const made of this.goodOnes()) {
      this.climb(start, made);
      yield;
    }
    this.leastOpen = Math.max(this.leastOpen, this.objective.shared(start, 0, this.limit()));
    yield* this.wander(start);
    this.guessing = false;
    yield* this.proveNear(start);
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
          .map((i) => ({ i, sums: this.objective.with(sums, this.options[i]!) }))
          .filter(({ i, sums: after }) => this.fits(after) && this.inStock(i));
        const better = scored
          .map((one) => ({ ...one, misfit: this.objective.plane(one.sums) }))
          .sort((a, b) => a.misfit - b.misfit)[0];
        if (!better || (n > 0 && better.misfit > this.objective.plane(sums))) break;
        this.chosen.push(better.i);
        sums = better.sums;
        this.consider(sums, Infinity);
      }
    }
    this.chosen.length = 0;
  }

  /** Goes through all that could be better than the best by more than a share of it: where nothing is, no stack scores less than that. */
  private *proveNear(start: Sums): Generator<void> {
    const best = this.found[0]?.score;
    if (best === undefined || this.leastOpen >= PROVED * best) return;
    this.proving = PROVED * best;
    yield* this.extend(start, 0);
    // Where not every order was looked at, one of those left out might be better.
    if (this.exact && this.found[0]!.score >= best) this.leastOpen = Math.max(this.leastOpen, this.proving);
    this.proving = Infinity;
  }

  private *extend(sums: Sums, from: number): Generator<void> {
    if (sums.count >= this.maxPlies) return;
    for (let i = from; i < this.options.length; i++) {
      if (sums.count === 0 && this.proving === Infinity) {
        this.rootDone = i;
        // What was gone through is done with only where every order of it was looked at.
        if (this.exact)
          this.leastOpen = Math.max(
            this.leastOpen,
            this.objective.bound(sums, i, this.limit()),
            this.objective.shared(sums, i, this.limit()),
          );
      }
      if (!this.inStock(i)) continue;
      const after = this.objective.with(sums, this.options[i]!);
      if (!this.fits(after) || this.objective.past(after) >= this.limit()) continue;
      this.chosen.push(i);
      this.consider(after, this.limit());
      if (
        this.objective.bound(after, i, this.limit()) < this.limit() &&
        ((after.count > SHARED_TO && this.proving === Infinity) ||
          this.objective.shared(after, i, this.limit()) < this.limit())
      )
        yield* this.extend(after, i);
      this.chosen.pop();
      if (++this.nodes % BATCH === 0 || this.tried - this.told > BATCH) {
        this.told = this.tried;
        yield;
      }
    }
  }

  /** From stacks made by chance out of the best to the best near them, until so many in a row bring nothing. */
  private *wander(start: Sums): Generator<void> {
    const chance = chances(1);
    const any = (): number => Math.floor(chance() * this.options.length);
    for (let idle = 0; idle < IDLE && this.madeOf.size > 0; idle++) {
      const before = this.found[0]?.score ?? Infinity;
      const made = this.goodOnes();
      const from = made[Math.floor(chance() * made.length)]!;
      this.climb(
        start,
        from.map((i) => (chance() < SHAKEN ? any() : i)),
      );
      if ((this.found[0]?.score ?? Infinity) < before) {
        idle = 0;
        this.leastOpen = Math.max(this.leastOpen, this.objective.shared(start, 0, this.limit()));
      }
      yield;
    }
  }

  /** What the best of the best numbers of plies are made of. */
  private goodOnes(): number[][] {
    return [...this.foundByCount]
      .sort(([, a], [, b]) => a.score - b.score)
      .slice(0, GOOD)
      .map(([count]) => this.madeOf.get(count)!);
  }

  /** From a stack to the best near it, one or two plies another, one more or one less, as long as that helps. */
  private climb(start: Sums, made: readonly number[]): void {
    let [now, score] = [made, Infinity];
    for (;;) {
      const best = { score: Infinity, made: now };
      for (const { chosen, plane } of nearStacks(this.objective, start, now)) {
        // The best in the plane come first, and bending only adds.
        if (plane >= Math.min(score, best.score)) break;
        this.chosen.splice(0, this.chosen.length, ...chosen);
        const sums = chosen.reduce((so, i) => this.objective.with(so, this.options[i]!), start);
        if (!this.fits(sums) || !chosen.every((i) => this.inStock(i))) continue;
        const found = this.consider(sums, Math.min(score, best.score));
        if (found < best.score) Object.assign(best, { score: found, made: chosen });
      }
      if (best.score >= score - 1e-12) break;
      [now, score] = [best.made, best.score];
    }
    this.chosen.length = 0;
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
    return Math.min(this.proving, this.found.length < this.keep ? Infinity : this.found.at(-1)!.score);
  }

  /** Works through the orders of what is chosen, where it could beat the limit at all; the best score of those looked at. */
  private consider(sums: Sums, limit: number): number {
    if (this.input.balanced !== false && !balanced(this.chosen.map((i) => this.options[i]!))) return Infinity;
    const plane = this.objective.plane(sums);
    const wanted = Math.max(limit, this.foundByCount.get(sums.count)?.score ?? Infinity);
    if (plane >= wanted) return Infinity;
    const sorted = [...this.chosen].sort((a, b) => a - b);
    const atLeast = plane + this.objective.leastBending(sorted, sums.t / 2);
    if (atLeast >= wanted) return Infinity;
    const best: { order: readonly number[] | null; score: number } = { order: null, score: wanted };
    let least = Infinity;
    const look = (order: readonly number[], bending: number): void => {
      const score = plane + bending;
      least = Math.min(least, score);
      if (score < best.score - 1e-12) Object.assign(best, { order: [...order], score });
    };
    const few = orderCount(sorted) <= MOST_ORDERS;
    const contends = atLeast < limit;
    if (contends && !few && !this.guessing) this.exact = false;
    if (contends && few && !this.guessing)
      orders(sorted, (order) => {
        this.tried++;
        look(order, this.objective.bending(order, sums.t / 2));
      });
    else {
      const { order, bending, looked } = this.objective.nearestOrder(sorted, sums.t / 2);
      this.tried += looked;
      look(order, bending);
    }
    if (best.order) this.take(best.order, best.score, sums);
    return least;
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
    if (score < (this.foundByCount.get(sums.count)?.score ?? Infinity)) {
      this.foundByCount.set(sums.count, solution);
      this.madeOf.set(sums.count, [...order]);
    }
    const key = keyOf(layers);
    const same = this.found.findIndex((other) => keyOf(other.layers) === key);
    if (same >= 0 && this.found[same]!.score <= score) return;
    if (same >= 0) this.found.splice(same, 1);
    this.found.push(solution);
    this.found.sort((a, b) => a.score - b.score);
    this.found.length = Math.min(this.found.length, this.keep);
  }
}

/** Stacks of the same plies are one answer, whatever their order and which way each is turned over: the best of them. */
const keyOf = (layers: readonly FabricLayer[]): string =>
  layers
    .map(({ fabricId, orientationDeg }) => `${fabricId} ${Math.abs(orientationDeg ?? 0) % 90}`)
    .sort()
    .join();
