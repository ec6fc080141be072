import { requireNumber } from '../errors.js';
import { type Shape, checkShape, measureOffset } from '../geometry/index.js';
import { LIMITS } from '../limits/index.js';
import type { SpotKind } from './spot.js';

export interface FinishFillInput {
  kind: SpotKind;
  /** As it shows on the face. */
  shape: Shape;
  /** Where it is deepest, mm. */
  depthMm: number;
}

/**
 * What an opened place in the finish takes, ml: a crack opened to a V, half of length, width and depth; a round chip a dish, π h (3a² + h²)/6; a gouge a
 * trough with the section of half an ellipse, π/4 of length, width and depth.
 * @throws CoreError for a bad outline or a depth outside 0.1…200 mm
 */
export function finishFillMl({ kind, shape, depthMm }: FinishFillInput): number {
  const { lengthMm, widthMm } = measureOffset(checkShape(shape), 0);
  const d = requireNumber(depthMm, 'depthMm', LIMITS.depthMm);
  const [l, w] = [Math.max(lengthMm, widthMm), Math.min(lengthMm, widthMm)];
  if (kind === 'crack') return grooveMl(l, w, d);
  return shape.kind === 'circle' ? dishMl(w, d) : troughMl(l, w, d);
}

/** A V of so much length, width and depth, mm; ml. */
export const grooveMl = (l: number, w: number, d: number): number => (0.5 * l * w * d) / 1000;
/** A trough with the section of half an ellipse, mm; ml. */
export const troughMl = (l: number, w: number, d: number): number => ((Math.PI / 4) * l * w * d) / 1000;
/** A cap of a sphere so far across and so deep, mm; ml. */
export const dishMl = (across: number, d: number): number =>
  (Math.PI * d * (3 * (across / 2) ** 2 + d ** 2)) / 6 / 1000;

/** How much what fills a place shrinks, and how thick it may go on at once: more shrinks away or runs hot. Source: usual figures of the trade. */
export const FINISH_FILLS = {
  gelcoat: { shrink: 0.06, thickestMm: 0.9 },
  polyester: { shrink: 0.03, thickestMm: 3 },
  epoxy: { shrink: 0.01, thickestMm: 10 },
} as const;
/** A dip that is seen in low light is deeper, mm. */
const TOLERATED_DIP_MM = 0.05;

/** Fills one after another until the dip that shrinkage leaves is no more seen, none thicker than the product allows: the larger of the two. */
export function finishFills(depthMm: number, medium: keyof typeof FINISH_FILLS): number {
  const { shrink, thickestMm } = FINISH_FILLS[medium];
  const byShrink = Math.ceil(
    Math.log(TOLERATED_DIP_MM / Math.max(depthMm, TOLERATED_DIP_MM)) / Math.log(shrink) - 1e-9,
  );
  return Math.max(1, byShrink, Math.ceil(depthMm / thickestMm - 1e-9));
}

/** What each fill takes of a place of one depth, as shares of its volume, and the dip the last leaves, mm. As many as the thickest fill asks for share it; those after take up what has shrunk. */
export function fillShares(
  depthMm: number,
  medium: keyof typeof FINISH_FILLS,
  count = finishFills(depthMm, medium),
): { shares: number[]; dipMm: number } {
  const { shrink, thickestMm } = FINISH_FILLS[medium];
  const thick = Math.max(1, Math.ceil(depthMm / thickestMm - 1e-9));
  return {
    shares: Array.from({ length: count }, (_, i) => (i < thick ? 1 / thick : shrink ** (i - thick + 1))),
    dipMm: (depthMm / thick) * shrink ** (count - thick + 1),
  };
}
