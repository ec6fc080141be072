import { seeded } from '../testing/seeded.js';
import { nearStacks } from './near.js';
import { Objective } from './objective.js';
import { optionOf } from './options.js';
import { USUAL_WEIGHTS } from './solving.js';

const FABRICS = ['mat-450', 'roving-600', 'biax45-600', 'ud-300', 'plain-203'];
const options = FABRICS.map((fabricId, i) => optionOf({ fabricId }, i, 0, 'epoxy', 'hand')).sort((a, b) => b.t - a.t);
const cover = optionOf({ fabricId: 'plain-203' }, -1, 45, 'epoxy', 'hand');
const targets = { a: [40_000, 30_000, 9_000], d: [90_000, 60_000, 20_000], t: 6, mass: 9000 };
const objective = new Objective(options, USUAL_WEIGHTS, targets, cover, 10, 100);

describe('the order plies are laid in', () => {
  const random = seeded(7);
  const plies = Array.from({ length: 40 }, () =>
    Array.from({ length: random.whole(1, 9) }, () => random.whole(0, options.length - 1)),
  );
  const halfOf = (of: readonly number[]): number => (cover.t + of.reduce((sum, i) => sum + options[i]!.t, 0)) / 2;

  it('is swapped until no two plies changed over bend nearer, and bends as it says', () => {
    for (const some of plies) {
      const half = halfOf(some);
      const { order, bending } = objective.nearestOrder(some, half);
      expect([...order].sort()).toEqual([...some].sort());
      expect(bending).toBeCloseTo(objective.bending(order, half), 9);
      expect(bending).toBeLessThanOrEqual(objective.bending(some, half) + 1e-9);
      order.forEach((_, i) =>
        order.slice(i + 1).forEach((__, k) => {
          const other = [...order];
          [other[i], other[i + 1 + k]] = [other[i + 1 + k]!, other[i]!];
          expect(objective.bending(other, half)).toBeGreaterThanOrEqual(bending - 1e-9);
        }),
      );
    }
  });

  it('never bends nearer than the least that is told beforehand', () => {
    for (const some of plies) {
      const half = halfOf(some);
      expect(objective.nearestOrder(some, half).bending).toBeGreaterThanOrEqual(
        objective.leastBending(some, half) - 1e-9,
      );
    }
  });
});

describe('what lies near a stack', () => {
  const start = { t: cover.t, a: [...cover.a], mass: cover.mass, cost: 0, count: 0 };
  const planeOf = (chosen: readonly number[]): number =>
    objective.plane(chosen.reduce((so, i) => objective.with(so, options[i]!), start));

  it('is the best of all that come of one or two plies changed for others', () => {
    const made = [0, 1, 1, 3, 4];
    const some = [-1, ...options.keys()];
    const without = made.flatMap((_, i) => [
      made.filter((__, k) => k !== i),
      ...made.slice(i + 1).map((__, k) => made.filter((___, m) => m !== i && m !== i + 1 + k)),
    ]);
    const all = without.flatMap((rest) =>
      rest.length === made.length - 1
        ? some.map((first) => (first < 0 ? rest : [...rest, first]))
        : [...options.keys()].flatMap((first) => [...options.keys()].map((second) => [...rest, first, second])),
    );
    const least = Math.min(...[...all, ...[...options.keys()].map((first) => [...made, first])].map(planeOf));
    const near = nearStacks(objective, start, made);
    expect(near[0]!.plane).toBeCloseTo(least, 9);
    for (const { chosen, plane } of near) expect(plane).toBeCloseTo(planeOf(chosen), 9);
    expect(near.map(({ plane }) => plane)).toEqual([...near.map(({ plane }) => plane)].sort((a, b) => a - b));
  });
});
