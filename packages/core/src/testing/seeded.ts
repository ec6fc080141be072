import { chances } from '../statistics/chance.js';

/** A generator of evenly spread numbers that gives the same run for the same seed, so that a failure can be found again. */
export interface Seeded {
  between(from: number, to: number): number;
  whole(from: number, to: number): number;
  oneOf<T>(choices: readonly T[]): T;
  chance(share: number): boolean;
  /** Standard normal. */
  normal(): number;
}

export function seeded(seed: number): Seeded {
  const next = chances(seed);
  const between = (from: number, to: number): number => from + (to - from) * next();
  const whole = (from: number, to: number): number => Math.floor(between(from, to + 1));
  return {
    between,
    whole,
    oneOf: (choices) => choices[whole(0, choices.length - 1)]!,
    chance: (share) => next() < share,
    normal: () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
  };
}
