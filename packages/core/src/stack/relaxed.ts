import { solveRows } from '../statistics/index.js';

/** Something a stack has more of with every ply (stiffness, thickness, weight): what is there already, what is wanted, and what a miss counts. */
export interface Grown {
  /** What each option adds. */
  each: readonly number[];
  had: number;
  target: number;
  weight: number;
}

/** Options are taken up one by one, so many at most; the shares of those taken up are bettered in so many steps. */
const [MOST_TAKEN, STEPS] = [24, 40];
/** What a further option would better is no more than this. */
const SLIGHT = 1e-7;

/**
 * The least score of any stack that goes on from what is there, were plies to be had in any share: the sum of weighted squared logarithms of what
 * it has over what is wanted, and a cost for every ply. ln²r is convex up to r = e, so a tangent at any place lies below all stacks that score less
 * than `limit`, where all r are less than that; the bound is the lowest the tangent comes to among them, at the best place found, and true however
 * good that place is. Source: convex relaxation by simplicial decomposition; the tangent's gap is that of Frank and Wolfe.
 * @param costs of one ply of each option
 * @param limit scores from here on are of no interest
 * @param most plies that may still be laid
 * @returns −∞ where the limit is too high for the tangent to be trusted
 */
export function relaxedLeast(grown: readonly Grown[], costs: readonly number[], limit: number, most: number): number {
  const counted = grown.filter(({ weight }) => weight > 0);
  if (counted.length === 0 || counted.some(({ weight }) => limit > weight)) return -Infinity;
  const shares = new Shares(counted, costs);
  const rooms = counted.map(({ had, target, weight }) =>
    Math.max(0, target * Math.exp(Math.sqrt(limit / weight)) - had),
  );
  const roomOf = (option: number): number =>
    counted.reduce((least, { each }, f) => Math.min(least, rooms[f]! / each[option]!), most);
  let slopes: number[];
  do {
    shares.settle();
    slopes = costs.map((_, option) => shares.slopeOf(option));
  } while (shares.takeUp(slopes.map((slope, option) => slope * roomOf(option))));
  const below = shares.score() - shares.slopeAlong(slopes);
  // Each thing, and the number of plies, leaves room for so much of an option: of each of these by itself, the tangent is lowest where one
  // option takes all of it. Of two together it may be lowest in a mixture.
  const lowest = (roomFor: (option: number) => number): number =>
    costs.reduce((least, _, option) => Math.min(least, slopes[option]! * roomFor(option)), 0);
  const floors = [lowest(() => most), ...counted.map(({ each }, f) => lowest((option) => rooms[f]! / each[option]!))];
  return below + Math.max(...floors);
}

/** Shares of the options taken up so far, and how they score. */
class Shares {
  private readonly taken: number[] = [];
  private plies: number[] = [];

  constructor(
    private readonly grown: readonly Grown[],
    private readonly costs: readonly number[],
  ) {
    // Where something is none yet, its logarithm needs a beginning: of the first option as much as is wanted.
    if (grown.some(({ had }) => had <= 0)) {
      this.taken.push(0);
      this.plies.push(grown[0]!.target / grown[0]!.each[0]!);
    }
  }

  private sums(plies = this.plies): number[] {
    return this.grown.map(({ had, each }) =>
      this.taken.reduce((sum, option, i) => sum + plies[i]! * each[option]!, had),
    );
  }

  score(plies = this.plies): number {
    const sums = this.sums(plies);
    return (
      this.grown.reduce((score, { target, weight }, f) => score + weight * Math.log(sums[f]! / target) ** 2, 0) +
      this.taken.reduce((cost, option, i) => cost + plies[i]! * this.costs[option]!, 0)
    );
  }

  slopeOf(option: number): number {
    const sums = this.sums();
    return this.grown.reduce(
      (slope, { each, target, weight }, f) =>
        slope + (2 * weight * Math.log(sums[f]! / target) * each[option]!) / sums[f]!,
      this.costs[option]!,
    );
  }

  slopeAlong(slopes: readonly number[]): number {
    return this.taken.reduce((along, option, i) => along + slopes[option]! * this.plies[i]!, 0);
  }

  /** Takes up the option that betters most for all there is room for; false where none betters enough. */
  takeUp(gains: readonly number[]): boolean {
    const best = gains.reduce((at, gain, i) => (gain < gains[at]! ? i : at), 0);
    if (gains[best]! > -SLIGHT || this.taken.includes(best) || this.taken.length >= MOST_TAKEN) return false;
    this.taken.push(best);
    this.plies.push(0);
    return true;
  }

  /** The best shares of what is taken up, by steps of Newton that stop where one is used up. */
  settle(): void {
    for (let step = 0; step < STEPS && this.taken.length > 0; step++) {
      const sums = this.sums();
      const slopes = this.taken.map((option) => this.slopeOf(option));
      let free = this.taken.map((_, i) => i).filter((i) => this.plies[i]! > 0 || slopes[i]! < 0);
      const bends = this.grown.map(
        ({ target, weight }, f) => (2 * weight * Math.max(0.1, 1 - Math.log(sums[f]! / target))) / sums[f]! ** 2,
      );
      const bend = (i: number, j: number): number =>
        this.grown.reduce((sum, { each }, f) => sum + bends[f]! * each[this.taken[i]!]! * each[this.taken[j]!]!, 0);
      let towards: number[] | null;
      for (;;) {
        // A hair more along the diagonal: options may be alike.
        towards = solveRows(free.map((i) => [...free.map((j) => bend(i, j) * (i === j ? 1 + 1e-9 : 1)), -slopes[i]!]));
        // What is none already cannot be less: it is left out, and the rest looked at again.
        const barred = free.filter((i, k) => this.plies[i] === 0 && (towards?.[k] ?? 0) < 0);
        if (!towards || barred.length === 0) break;
        free = free.filter((i) => !barred.includes(i));
      }
      if (!towards || free.length === 0) return;
      const room = free.reduce(
        (most, i, k) => (towards![k]! < 0 ? Math.min(most, -this.plies[i]! / towards![k]!) : most),
        1,
      );
      const now = this.score();
      let tried = this.plies;
      for (let share = room; ; share /= 2) {
        tried = this.plies.map((plies, i) => {
          const k = free.indexOf(i);
          return k < 0 ? plies : Math.max(0, plies + share * towards![k]!);
        });
        if (this.score(tried) < now || share < 1e-6) break;
      }
      if (!(this.score(tried) < now - 1e-12)) return;
      this.plies = tried.map((plies) => (plies < 1e-12 ? 0 : plies));
    }
  }
}
