import type { Lie } from './fit.js';
import { TOUCH_MM, barredRows } from './rows.js';

/** No nest is shorter than this, mm; what it rests on. */
export interface LengthBound {
  boundMm: number;
  boundBy: 'area' | 'tallest' | 'wide-pieces';
}

/** The best of the bounds of a nest's length: area over width, the longest piece, and what those wider than half the roll take of its middle line. */
export function lengthBound(lies: readonly (readonly Lie[])[], areaMm2: number, usableMm: number): LengthBound {
  const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0);
  const lengths = lies.map((all) => Math.min(...all.map((lie) => lie.lengthMm)));
  // Wider than half the roll, a piece lies over its middle line however it lies, and none lie there over one another.
  const across = lies
    .filter((all) => all.every((lie) => lie.widthMm > usableMm / 2))
    .map((all) => Math.min(...all.map((lie) => leastChord(lie, usableMm))));
  const options = [
    { boundMm: areaMm2 / usableMm, boundBy: 'area' as const },
    { boundMm: Math.max(0, ...lengths), boundBy: 'tallest' as const },
    { boundMm: sum(across), boundBy: 'wide-pieces' as const },
  ];
  return options.reduce((a, b) => (b.boundMm > a.boundMm ? b : a));
}

/** Least length of a piece along the roll's middle line, wherever across the roll it lies. A rectangle's is its length. */
function leastChord({ points, widthMm }: Lie, usableMm: number): number {
  const [low, high] = [widthMm - usableMm / 2, usableMm / 2];
  const levels = [low, high, ...points.map(({ y }) => y).filter((y) => y > low && y < high)].map((y) =>
    Math.min(widthMm - TOUCH_MM, Math.max(TOUCH_MM, y)),
  );
  const chord = (y: number): number => {
    const { at, first, spans } = barredRows([points.map((p) => ({ x: p.x, y: p.y - y }))], 1);
    let length = 0;
    for (let k = at[-first]!; k + 1 < at[1 - first]!; k += 2) length += spans[k + 1]! - spans[k]!;
    return length;
  };
  return Math.min(...levels.map(chord));
}
