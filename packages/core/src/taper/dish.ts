import { requireNumber } from '../errors.js';
import { simpson } from '../statistics/index.js';
import { type OffsetMeasures, type Shape, checkShape, measureOffset } from '../geometry/index.js';

export interface DishInput {
  /** Hole or ding, as it is cut. */
  shape: Shape;
  depthMm: number;
  /** Width of the countersink over its depth; 1 when left out, a 45° edge. */
  ratio?: number;
  /** Glass cap past the mouth, mm; 25 when left out. */
  capPastMm?: number;
}

export interface DishResult {
  mouth: OffsetMeasures;
  cap: OffsetMeasures;
  /** Filler the dish takes, mm³. */
  fillerMm3: number;
}

export const USUAL_DISH_RATIO = 1;
export const USUAL_CAP_PAST_MM = 25;
const SIMPSON_PIECES = 16;

/**
 * A countersink that keys a plug of filler in, and the glass cap over it. The mouth is the hole grown by n d; the volume is that of the hole
 * and its bevel, by Simpson's rule over the area at each level.
 * @throws CoreError for a bad outline, depth outside 0.1…50 mm, ratio outside 0…12
 */
export function dish(input: DishInput): DishResult {
  const shape = checkShape(input.shape);
  const depthMm = requireNumber(input.depthMm, 'depthMm', { min: 0.1, max: 50 });
  const ratio = requireNumber(input.ratio ?? USUAL_DISH_RATIO, 'ratio', { min: 0, max: 12 });
  const pastMm = requireNumber(input.capPastMm ?? USUAL_CAP_PAST_MM, 'capPastMm', { min: 0, max: 500 });
  return {
    mouth: measureOffset(shape, ratio * depthMm),
    cap: measureOffset(shape, ratio * depthMm + pastMm),
    fillerMm3: simpson((z) => measureOffset(shape, ratio * z).areaMm2, 0, depthMm, SIMPSON_PIECES),
  };
}
