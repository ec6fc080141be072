import type { Objective, Sums } from './objective.js';

/** Of what lies near a good stack, so many are worked through. */
const NEAR = 30;

/** What lies near a stack, the best in the plane first. */
export function nearStacks(
  objective: Objective,
  start: Sums,
  made: readonly number[],
): { chosen: number[]; plane: number }[] {
  const { options, maxPlies } = objective;
  const near: { plane: number; out: number; also: number; first: number; second: number }[] = [];
  const bare = made.reduce((so, i) => objective.with(so, options[i]!), start);
  let worst = Infinity;
  /** Without the plies at two places, with two options in their stead; −1 for none. Called tens of thousands of times: nothing is made in it. */
  const look = (out: number, also: number, first: number, second: number): void => {
    let { t, mass, cost, count } = bare;
    let [a0, a1, a2] = [bare.a[0]!, bare.a[1]!, bare.a[2]!];
    for (let k = 0; k < 4; k++) {
      const option = options[k === 0 ? (made[out] ?? -1) : k === 1 ? (made[also] ?? -1) : k === 2 ? first : second];
      if (!option) continue;
      const sign = k < 2 ? -1 : 1;
      t += sign * option.t;
      a0 += sign * option.a[0]!;
      a1 += sign * option.a[1]!;
      a2 += sign * option.a[2]!;
      mass += sign * option.mass;
      cost += sign * (option.cost ?? 0);
      count += sign;
    }
    if (count < 1 || count > maxPlies) return;
    const plane = objective.inPlane(t, a0, a1, a2, mass, cost, count);
    if (!(plane < worst)) return;
    near.push({ plane, out, also, first, second });
    if (near.length < 4 * NEAR) return;
    near.sort((a, b) => a.plane - b.plane).length = NEAR;
    worst = near.at(-1)!.plane;
  };
  for (let first = 0; first < options.length; first++) look(-1, -1, first, -1);
  for (let out = 0; out < made.length; out++) {
    look(out, -1, -1, -1);
    // The same fabric at two places is one to take out.
    if (made.indexOf(made[out]!) < out) continue;
    for (let first = 0; first < options.length; first++) {
      look(out, -1, first, -1);
      for (let also = out + 1; also < made.length; also++)
        if (made.indexOf(made[also]!, out + 1) === also)
          for (let second = first; second < options.length; second++) look(out, also, first, second);
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
