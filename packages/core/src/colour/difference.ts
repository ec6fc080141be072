import { differenceCiede2000, formatHex, modeLab65, modeLrgb, modeRgb, modeXyz65, useMode } from 'culori/fn';
import type { Lab } from './light.js';

useMode(modeRgb);
useMode(modeXyz65);
const toLinear = useMode(modeLrgb);
const toLab = useMode(modeLab65);
const difference = differenceCiede2000();

/** ΔE00 between two colours, without unit: about 1 is the least an eye sees side by side. Source: CIE 142, CIEDE2000. */
export const deltaE00 = (one: Lab, other: Lab): number => difference({ mode: 'lab65', ...one }, { mode: 'lab65', ...other }); // prettier-ignore

/** A colour as a screen shows it (`#rrggbb`), brought inside what a screen can where it lies beyond. */
export const screenColour = (lab: Lab): string => formatHex({ mode: 'lab65', ...lab });

/** Share of light each channel of a picture stands for, 0 to 1, from sRGB values of 0 to 255. */
export function linearOf([red, green, blue]: readonly [number, number, number]): [number, number, number] {
  const { r, g, b } = toLinear({ mode: 'rgb', r: red / 255, g: green / 255, b: blue / 255 });
  return [r, g, b];
}

/** Lab of shares of light in the three channels of sRGB. */
export function labOfLinear([r, g, b]: readonly [number, number, number]): Lab {
  const found = toLab({ mode: 'lrgb', r, g, b });
  return { l: found.l, a: found.a, b: found.b };
}

/** A small shift of Lab weighted so that the square root of its squares is ΔE00 near a colour: lower triangle by rows. */
export interface NearBy {
  (shift: Lab): [number, number, number];
}

/** How far a shift is seen close to a colour: the second derivative of ΔE00² there, taken apart (Cholesky), so that a search may go by squares. */
export function nearBy(target: Lab): NearBy {
  const step = 0.5;
  const at = (l: number, a: number, b: number): number => deltaE00(target, { l: target.l + l, a: target.a + a, b: target.b + b }) ** 2; // prettier-ignore
  const axis = (k: number, by: number): [number, number, number] => [k === 0 ? by : 0, k === 1 ? by : 0, k === 2 ? by : 0]; // prettier-ignore
  const g = [0, 1, 2].map((i) =>
    [0, 1, 2].map((j) => {
      if (i === j) return (at(...axis(i, step)) + at(...axis(i, -step))) / (2 * step * step);
      const [ei, ej] = [axis(i, step), axis(j, step)];
      const both = (sign: number): number => at(ei[0] + sign * ej[0], ei[1] + sign * ej[1], ei[2] + sign * ej[2]);
      return (both(1) - both(-1)) / (4 * step * step);
    }),
  );
  const l00 = Math.sqrt(g[0]![0]!);
  const [l10, l20] = [g[1]![0]! / l00, g[2]![0]! / l00];
  const l11 = Math.sqrt(Math.max(1e-6, g[1]![1]! - l10 * l10));
  const l21 = (g[2]![1]! - l20 * l10) / l11;
  const l22 = Math.sqrt(Math.max(1e-6, g[2]![2]! - l20 * l20 - l21 * l21));
  return ({ l, a, b }) => [l00 * l + l10 * a + l20 * b, l11 * a + l21 * b, l22 * b];
}
