/**
 * Integral of a function between two limits by Simpson's rule over so many equal pieces.
 * @param pieces even, two at least
 */
export function simpson(value: (x: number) => number, from: number, to: number, pieces: number): number {
  const step = (to - from) / pieces;
  let sum = value(from) + value(to);
  for (let i = 1; i < pieces; i++) sum += (i % 2 === 1 ? 4 : 2) * value(from + i * step);
  return (sum * step) / 3;
}
