export interface SimplexResult {
  at: number[];
  value: number;
  steps: number;
}

const [REFLECT, EXPAND, CONTRACT, SHRINK] = [1, 2, 0.5, 0.5];

/**
 * Lowest value of a function of a few figures, by the downhill simplex of Nelder and Mead (1965): needs no slopes, takes whatever the
 * function gives for a value as it is, Infinity included.
 * @param spread how far the first corners stand from the start
 */
export function lowest(
  value: (at: readonly number[]) => number,
  start: readonly number[],
  spread: readonly number[],
  mostSteps = 600,
  tolerance = 1e-10,
): SimplexResult {
  let corners = [start, ...start.map((_, i) => start.map((x, k) => (k === i ? x + spread[i]! : x)))].map((at) => ({
    at: [...at],
    value: value(at),
  }));
  let steps = 0;
  for (; steps < mostSteps; steps++) {
    corners.sort((a, b) => a.value - b.value);
    const [best, worst] = [corners[0]!, corners.at(-1)!];
    if (Math.abs(worst.value - best.value) <= tolerance) break;
    const middle = start.map(
      (_, k) => corners.slice(0, -1).reduce((sum, { at }) => sum + at[k]!, 0) / (corners.length - 1),
    );
    const tried = (share: number): { at: number[]; value: number } => {
      const at = middle.map((x, k) => x + share * (x - worst.at[k]!));
      return { at, value: value(at) };
    };
    const reflected = tried(REFLECT);
    if (reflected.value < best.value) {
      const expanded = tried(EXPAND);
      corners[corners.length - 1] = expanded.value < reflected.value ? expanded : reflected;
    } else if (reflected.value < corners.at(-2)!.value) corners[corners.length - 1] = reflected;
    else {
      const contracted = tried(reflected.value < worst.value ? CONTRACT : -CONTRACT);
      if (contracted.value < Math.min(reflected.value, worst.value)) corners[corners.length - 1] = contracted;
      else
        corners = corners.map((corner) => {
          if (corner === best) return corner;
          const at = corner.at.map((x, k) => best.at[k]! + SHRINK * (x - best.at[k]!));
          return { at, value: value(at) };
        });
    }
  }
  corners.sort((a, b) => a.value - b.value);
  return { ...corners[0]!, steps };
}
