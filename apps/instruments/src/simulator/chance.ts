/** Numbers that look like chance and are the same for the same seed (mulberry32, public domain). */
export function chance(seed: number): { even: () => number; normal: () => number } {
  let state = seed >>> 0;
  const even = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
  /** Standard normal, by the sum of twelve. */
  const normal = (): number => Array.from({ length: 12 }, even).reduce((sum, one) => sum + one, -6);
  return { even, normal };
}
