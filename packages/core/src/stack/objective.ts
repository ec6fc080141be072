import { type Option, bent } from './options.js';
import { type Grown, relaxedLeast } from './relaxed.js';
import type { SolveWeights } from './solving.js';

/** A11, A22, A66, and D likewise. */
const TERMS = 3;

/** What plies add up to, whatever their order. */
export interface Sums {
  t: number;
  a: number[];
  mass: number;
  cost: number;
  count: number;
}

/** What a stack is to come up to. */
export interface Targets {
  a: readonly number[];
  d: readonly number[];
  t: number;
  mass: number;
}

/** How far stacks of some options are from what is wanted: in the plane by their sums, in bending by their order, and at least. */
export class Objective {
  /** Stiffest per millimetre among the options from each on. */
  private readonly stiffest: number[][];
  /** Of a ply of each option. */
  private readonly costs: number[];

  constructor(
    readonly options: readonly Option[],
    readonly weights: SolveWeights,
    readonly targets: Targets,
    readonly cover: Pick<Option, 'sheets' | 't' | 'a' | 'mass'>,
    readonly maxPlies: number,
    readonly maxThicknessMm: number,
  ) {
    this.costs = options.map(({ cost }) => weights.count + (weights.cost * (cost ?? 0)) / 100);
    this.stiffest = options.map((_, from) =>
      [0, 1, 2].map((k) => Math.max(...options.slice(from).map((option) => option.a[k]! / option.t))),
    );
  }

  with(sums: Sums, option: Option): Sums {
    return {
      t: sums.t + option.t,
      a: sums.a.map((a, k) => a + option.a[k]!),
      mass: sums.mass + option.mass,
      cost: sums.cost + (option.cost ?? 0),
      count: sums.count + 1,
    };
  }

  /** What stiffness in the plane, thickness, weight, count and cost add to the score. */
  plane({ t, a, mass, cost, count }: Sums): number {
    return this.inPlane(t, a[0]!, a[1]!, a[2]!, mass, cost, count);
  }

  /** The same, of sums that are in no list. */
  inPlane(t: number, a0: number, a1: number, a2: number, mass: number, cost: number, count: number): number {
    const { weights: w, targets } = this;
    const [lt, lm] = [Math.log(t / targets.t), Math.log(mass / targets.mass)];
    const [l0, l1, l2] = [Math.log(a0 / targets.a[0]!), Math.log(a1 / targets.a[1]!), Math.log(a2 / targets.a[2]!)];
    return (
      w.count * count +
      (w.cost * cost) / 100 +
      w.thickness * lt * lt +
      w.weight * lm * lm +
      w.stiffness * (l0 * l0 + l1 * l1 + l2 * l2)
    );
  }

  /** Of it, what is past the parent and will not come back, whatever is laid besides. */
  past({ t, a, mass, cost, count }: Sums): number {
    const { weights: w, targets } = this;
    const over = (value: number, target: number): number => (value > target ? Math.log(value / target) ** 2 : 0);
    return (
      w.count * count +
      (w.cost * cost) / 100 +
      w.thickness * over(t, targets.t) +
      w.weight * over(mass, targets.mass) +
      w.stiffness * a.reduce((sum, each, k) => sum + over(each, targets.a[k]!), 0)
    );
  }

  /** Least score of anything that goes on from these sums with the options from one on. */
  bound(sums: Sums, from: number, limit: number): number {
    const { weights: w, targets } = this;
    let score = this.past(sums);
    const least = w.thickness > 0 ? Math.sqrt(Math.max(0, limit - score) / w.thickness) : Infinity;
    const room = Math.max(0, Math.min(this.maxThicknessMm, targets.t * Math.exp(least)) - sums.t);
    for (let k = 0; k < TERMS; k++) {
      const most = sums.a[k]! + room * this.stiffest[from]![k]!;
      if (most < targets.a[k]!) score += w.stiffness * Math.log(most / targets.a[k]!) ** 2;
    }
    return score;
  }

  /** The same by shares of the options from one on, whatever the bending; slower, and true to within what whole plies cost. */
  shared(sums: Sums, from: number, limit: number): number {
    const { weights: w, targets } = this;
    const options = this.options.slice(from);
    const grown = [0, 1, 2].map((k): Grown => ({ each: options.map(({ a }) => a[k]!), had: sums.a[k]!, target: targets.a[k]!, weight: w.stiffness })); // prettier-ignore
    grown.push(
      { each: options.map(({ t }) => t), had: sums.t, target: targets.t, weight: w.thickness },
      { each: options.map(({ mass }) => mass), had: sums.mass, target: targets.mass, weight: w.weight },
    );
    const least = relaxedLeast(grown, this.costs.slice(from), limit, this.maxPlies - sums.count);
    return Math.max(0, least + w.count * sums.count + (w.cost * sums.cost) / 100);
  }

  /** No order of these bends with a lesser miss: the stiffest sheets outermost, and the softest, are the ends of what an order can do. */
  leastBending(chosen: readonly number[], half: number): number {
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

  /** What the bending of an order adds to the score, the first ply innermost. */
  bending(order: readonly number[], half: number): number {
    let z = -half;
    const d: Bent = [0, 0, 0];
    for (const i of order) z = bendOn(this.options[i]!, z, d);
    bendOn(this.cover, z, d);
    return this.bendingMiss(d);
  }

  /** Plies swapped two at a time as long as that bends nearer; and how many orders were looked at. */
  nearestOrder(plies: readonly number[], half: number): { order: number[]; bending: number; looked: number } {
    const order = [...plies];
    const { options } = this;
    /** Where each ply begins, and what all below it bend. */
    const z = new Float64Array(order.length + 1);
    const below = Array.from({ length: order.length + 1 }, (): Bent => [0, 0, 0]);
    const whole: Bent = [0, 0, 0];
    const settle = (): number => {
      z[0] = -half;
      for (let p = 0; p < order.length; p++) {
        const next = below[p + 1]!;
        [next[0], next[1], next[2]] = below[p]!;
        z[p + 1] = bendOn(options[order[p]!]!, z[p]!, next);
      }
      [whole[0], whole[1], whole[2]] = below[order.length]!;
      bendOn(this.cover, z[order.length]!, whole);
      return this.bendingMiss(whole);
    };
    let [bending, looked] = [settle(), 1];
    const tried: Bent = [0, 0, 0];
    /** Only what lies between the two is bent anew. */
    const swapped = (i: number, j: number): number => {
      for (let k = 0; k < TERMS; k++) tried[k] = whole[k]! - below[j + 1]![k]! + below[i]![k]!;
      let at = z[i]!;
      for (let p = i; p <= j; p++) at = bendOn(options[order[p === i ? j : p === j ? i : p]!]!, at, tried);
      return this.bendingMiss(tried);
    };
    for (let better = true; better;) {
      better = false;
      for (let i = 0; i < order.length; i++) {
        for (let j = i + 1; j < order.length; j++) {
          if (order[i] === order[j]) continue;
          looked++;
          if (!(swapped(i, j) < bending - EXACT)) continue;
          [order[i], order[j]] = [order[j]!, order[i]!];
          [bending, better] = [settle(), true];
        }
      }
    }
    return { order, bending, looked };
  }

  private bendingMiss([d11, d22, d66]: Bent): number {
    const { d } = this.targets;
    return (
      this.weights.stiffness * (Math.log(d11 / d[0]!) ** 2 + Math.log(d22 / d[1]!) ** 2 + Math.log(d66 / d[2]!) ** 2)
    );
  }
}

/** Sums of D11, D22 and D66. */
type Bent = [number, number, number];
/** Nearer by less is no nearer. */
const EXACT = 1e-12;

/** Adds what a ply bends that begins at a height, and gives the height it ends at. The innermost loop of all: nothing is made in it. */
function bendOn({ sheets }: Pick<Option, 'sheets'>, from: number, d: Bent): number {
  let z = from;
  for (let s = 0; s < sheets.length; s++) {
    const { t, q } = sheets[s]!;
    const next = z + t;
    const third = (next * next * next - z * z * z) / 3;
    d[0] += q[0]! * third;
    d[1] += q[1]! * third;
    d[2] += q[2]! * third;
    z = next;
  }
  return z;
}
