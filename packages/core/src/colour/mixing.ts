import type { Spectrum } from './light.js';

/** Least reflectance that is told apart from none. */
const DARKEST = 0.001;

/** Absorption over scattering of a reflectance of 0 to 1, K/S = (1 − R)²/2R. Source: Kubelka and Munk, single constant. */
export const absorbed = (reflectance: number): number => {
  const r = Math.min(1, Math.max(DARKEST, reflectance));
  return (1 - r) ** 2 / (2 * r);
};

/** Reflectance of a full-hiding layer, R = 1 + K/S − √((K/S)² + 2 K/S). Source: the same, turned round. */
export const reflected = (ks: number): number => 1 / (1 + ks + Math.sqrt(ks * ks + 2 * ks));

/** Reflectance of a mix: every part adds its share by mass times its own K/S. */
export function mixed(parts: readonly { share: number; ks: Spectrum }[]): number[] {
  const first = parts[0]?.ks ?? [];
  return first.map((_, i) => reflected(parts.reduce((sum, { share, ks }) => sum + share * ks[i]!, 0)));
}
