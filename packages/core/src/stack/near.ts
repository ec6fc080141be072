import type { Objective, Sums } from './objective.js';
import type { Option } from './options.js';

/** Of what lies near a good stack, so many are worked through. */
const NEAR = 20;

/** What lies near a stack, the best in the plane first; of options that are listed by thickness, the thickest first. */
export function nearStacks(
  objective: Objective,
  start: Sums,
  made: readonly number[],
): { chosen: number[]; plane: number }[] {
  const { options, maxPlies } = objective;
  const near: { plane: number; out: number; also: number; first: number; second: number }[] = [];
  const bare = made.reduce((so, i) => objective.with(so, options[i]!), start);
  const { weights, targets } = objective;
  let worst = Infinity;
  // Any one miss alone may be no worse than the worst that is kept: between these, and mostly it is known without a logarithm.
  const [least, most] = [new Float64Array(4), new Float64Array(4).fill(Infinity)];
  const narrow = (): void => {
    [targets.t, ...targets.a].forEach((target, k) => {
      const weight = k === 0 ? weights.thickness : weights.stiffness;
      const reach = weight > 0 ? Math.exp(Math.sqrt(worst / weight)) : Infinity;
      [least[k], most[k]] = [target / reach, target * reach];
    });
  };
  /** Sums of a stack without and with some plies. Called tens of thousands of times: nothing is made in it. */
  const look = (so: Flat, out: number, also: number, first: number, second: number): void => {
    if (so.count < 1 || so.count > maxPlies) return;
    const { t, a0, a1, a2 } = so;
    if (!(t > least[0]! && t < most[0]! && a0 > least[1]! && a0 < most[1]!)) return;
    if (!(a1 > least[2]! && a1 < most[2]! && a2 > least[3]! && a2 < most[3]!)) return;
    const plane = objective.inPlane(t, a0, a1, a2, so.mass, so.cost, so.count);
    if (!(plane < worst)) return;
    near.push({ plane, out, also, first, second });
    if (near.length < 4 * NEAR) return;
    near.sort((a, b) => a.plane - b.plane).length = NEAR;
    worst = near.at(-1)!.plane;
    narrow();
  };
  const now: Flat = {
    t: bare.t,
    a0: bare.a[0]!,
    a1: bare.a[1]!,
    a2: bare.a[2]!,
    mass: bare.mass,
    cost: bare.cost,
    count: bare.count,
  };
  const [once, twice, one, two] = [{ ...now }, { ...now }, { ...now }, { ...now }];
  for (let first = 0; first < options.length; first++) {
    change(one, now, options[first]!, 1);
    look(one, -1, -1, first, -1);
  }
  for (let out = 0; out < made.length; out++) {
    change(once, now, options[made[out]!]!, -1);
    look(once, out, -1, -1, -1);
    // The same fabric at two places is one to take out.
    if (made.indexOf(made[out]!) < out) continue;
    for (let first = 0; first < options.length; first++) {
      change(one, once, options[first]!, 1);
      look(one, out, -1, first, -1);
    }
    for (let also = out + 1; also < made.length; also++) {
      if (made.indexOf(made[also]!, out + 1) !== also) continue;
      change(twice, once, options[made[also]!]!, -1);
      for (let first = 0; first < options.length; first++) {
        change(one, twice, options[first]!, 1);
        for (let second = first; second < options.length; second++) {
          // The thickest come first: from where a second is too thin on, all are.
          const t = one.t + options[second]!.t;
          if (t >= most[0]!) continue;
          if (t <= least[0]!) break;
          change(two, one, options[second]!, 1);
          look(two, out, also, first, second);
        }
      }
    }
  }
  return near
    .sort((a, b) => a.plane - b.plane)
    .slice(0, NEAR)
    .map(({ plane, out, also, first, second }) => ({
      plane,
      chosen: [
        ...made.filter((_, at) => at !== out && at !== also),
        ...[first, second].filter((option) => option >= 0),
      ],
    }));
}

/** Sums in the plane, without lists. */
interface Flat {
  t: number;
  a0: number;
  a1: number;
  a2: number;
  mass: number;
  cost: number;
  count: number;
}

/** Makes one of another by laying a ply or taking it out. */
function change(into: Flat, from: Flat, { t, a, mass, cost }: Option, sign: 1 | -1): void {
  into.t = from.t + sign * t;
  into.a0 = from.a0 + sign * a[0]!;
  into.a1 = from.a1 + sign * a[1]!;
  into.a2 = from.a2 + sign * a[2]!;
  into.mass = from.mass + sign * mass;
  into.cost = from.cost + sign * (cost ?? 0);
  into.count = from.count + sign;
}
