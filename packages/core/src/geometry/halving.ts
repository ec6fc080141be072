/** Largest value up to `most` that still holds, when all smaller ones do, found by halving to within `tolerance`. */
export function largestHolding(holds: (value: number) => boolean, most: number, tolerance: number): number {
  if (holds(most)) return most;
  let [low, high] = [0, most];
  while (high - low > tolerance) {
    const middle = (low + high) / 2;
    if (holds(middle)) low = middle;
    else high = middle;
  }
  return low;
}
