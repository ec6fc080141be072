export const mean = (values: readonly number[]): number =>
  values.reduce((sum, value) => sum + value, 0) / values.length;

/** Sample variance, with n − 1 below the line; 0 for a single value. */
export function variance(values: readonly number[]): number {
  if (values.length < 2) return 0;
  const middle = mean(values);
  return values.reduce((sum, value) => sum + (value - middle) ** 2, 0) / (values.length - 1);
}

export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = sorted.length >> 1;
  return sorted.length % 2 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2;
}
