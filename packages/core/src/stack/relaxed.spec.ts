import { seeded } from '../testing/seeded.js';
import { type Grown, relaxedLeast } from './relaxed.js';

/** Score of whole plies, worked out one term after the other. */
const scoreOf = (grown: readonly Grown[], costs: readonly number[], plies: readonly number[]): number =>
  grown.reduce((score, { each, had, target, weight }) => {
    const sum = each.reduce((total, one, option) => total + one * plies[option]!, had);
    return score + weight * Math.log(sum / target) ** 2;
  }, 0) + costs.reduce((cost, one, option) => cost + one * plies[option]!, 0);

describe('the bound by shares', () => {
  it('is what one thing alone comes to: exactly as much as is wanted, at the cost of it', () => {
    // One option of 2 a ply, 7 wanted: 3.5 plies of it miss nothing, and a little less saves a little cost.
    const grown = [{ each: [2], had: 0, target: 7, weight: 1 }];
    // Least of ln²(2 n / 7) + 0.01 n: 2 ln(2n/7)/n = −0.01, worked out by halving to n = 3.4403, a score of 0.034699.
    expect(relaxedLeast(grown, [0.01], 0.5, 20)).toBeCloseTo(0.034699, 5);
    expect(relaxedLeast(grown, [0], 0.5, 20)).toBeCloseTo(0, 6);
  });

  it('lies below every stack of whole plies, and near the best of them where plies are thin (seeded)', () => {
    const random = seeded(3);
    for (let trial = 0; trial < 40; trial++) {
      const options = 3;
      const costs = Array.from({ length: options }, () => random.between(0.0005, 0.01));
      const grown = Array.from({ length: 4 }, (_, f): Grown => ({
        each: Array.from({ length: options }, () => random.between(0.2, 1.2)),
        had: f % 2 ? 0.4 : 0,
        target: random.between(3, 6),
        weight: random.between(0.5, 1),
      }));
      let best = Infinity;
      for (let a = 0; a <= 10; a++)
        for (let b = 0; b <= 10; b++)
          for (let c = 0; c <= 10; c++)
            if (a + b + c > 0 && a + b + c <= 14) best = Math.min(best, scoreOf(grown, costs, [a, b, c]));
      const bound = relaxedLeast(grown, costs, 0.5, 14);
      // Where nothing comes near what is wanted, the tangent lies far below.
      if (best > 0.1) continue;
      expect(bound).toBeLessThanOrEqual(best + 1e-9);
      let shares = Infinity;
      for (let a = 0; a <= 60; a++)
        for (let b = 0; b <= 60; b++)
          for (let c = 0; c <= 60; c++)
            if (a + b + c > 0) shares = Math.min(shares, scoreOf(grown, costs, [a / 6, b / 6, c / 6]));
      // Sixths of plies come within a hair of any share.
      expect(shares - bound).toBeLessThan(0.003);
      expect(shares - bound).toBeGreaterThan(-1e-9);
    }
  });

  it('tells nothing where the limit lets a thing be so far off that its tangent is no bound', () => {
    expect(relaxedLeast([{ each: [1], had: 0, target: 5, weight: 0.25 }], [0.1], 0.3, 10)).toBe(-Infinity);
  });
});
