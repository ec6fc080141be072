import { LIMITS } from '../limits/index.js';
import { requireNumber } from '../errors.js';
import { type Shape, checkShape, measureOffset } from '../geometry/index.js';
import { simpson } from '../statistics/index.js';

export interface SpotFillInput {
  /** The place as it is cut or drilled. */
  shape: Shape;
  /** Through the laminate, or into it, mm. */
  depthMm: number;
  /** Width of the countersink over its depth; 1 when left out, a 45° edge. */
  ratio?: number;
  /** Depth of the countersink on each face, mm; the whole depth on one face when left out. */
  bevelMm?: number;
  /** Faces it is countersunk from: both where the far one is reachable, so that the plug is keyed in from either. */
  faces?: 1 | 2;
}

export interface SpotFillResult {
  /** Paste it takes, without anything to spare, ml. */
  fillMl: number;
  /** Widest it is on the face, mm. */
  mouthMm: number;
  bevelMm: number;
}

const SIMPSON_PIECES = 16;

/**
 * What a drilled or dished place takes: the straight part A (d − k b) and a countersink b deep on k faces, ∫₀ᵇ A(n z) dz each, A(w) the area of the
 * outline grown by w. Of a round hole that is π h (R² + R r + r²)/3, the frustum of a cone.
 * @throws CoreError for a bad outline, depth outside 0.1…200 mm, ratio outside 0…12
 */
export function spotFill(input: SpotFillInput): SpotFillResult {
  const shape = checkShape(input.shape);
  const depthMm = requireNumber(input.depthMm, 'depthMm', LIMITS.depthMm);
  const ratio = requireNumber(input.ratio ?? 1, 'ratio', { min: 0, max: LIMITS.dishRatio.max });
  const faces = input.faces ?? 1;
  const bevelMm = Math.min(
    requireNumber(input.bevelMm ?? depthMm, 'bevelMm', { min: 0, max: LIMITS.depthMm.max }),
    depthMm / faces,
  );
  const straight = measureOffset(shape, 0).areaMm2 * (depthMm - faces * bevelMm);
  const bevel = bevelMm === 0 ? 0 : simpson((z) => measureOffset(shape, ratio * z).areaMm2, 0, bevelMm, SIMPSON_PIECES);
  return {
    fillMl: (straight + faces * bevel) / 1000,
    mouthMm: measureOffset(shape, ratio * bevelMm).lengthMm,
    bevelMm,
  };
}
