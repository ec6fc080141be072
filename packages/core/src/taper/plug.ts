import { LIMITS } from '../limits/index.js';
import { CoreError, requireNumber } from '../errors.js';
import {
  type OffsetMeasures,
  type Point,
  type Shape,
  checkShape,
  closedLength,
  measureOffset,
  outlinePoints,
  signedArea,
  shrinkOutline,
} from '../geometry/index.js';

export interface PlugInput {
  /** Opening in the core, inner skin kept. */
  shape: Shape;
  coreMm: number;
  /** How deep the core is taken out, mm; all of it, down to the inner skin, when left out. */
  depthMm?: number;
  /** Gap all round the plug, filled with paste, mm. */
  gapMm: number;
  /** Paste under the plug, mm. */
  beddingMm: number;
  /** Density of the mixed paste, g/ml. */
  pasteGPerMl: number;
}

export interface PlugResult {
  /** The plug itself, smaller all round by the gap. */
  plug: OffsetMeasures;
  outline: Point[];
  /** As it is cut: what is taken out less the bedding under it. */
  plugThicknessMm: number;
  beddingMl: number;
  gapMl: number;
  pasteG: number;
  /** To be sealed with resin before it goes in: all faces of the plug, and floor and walls of the opening. */
  sealedMm2: number;
}

/**
 * A plug of like core bedded in thickened resin on the inner skin, or on the sound core where that is thick: paste under it and in the gap
 * round it, and what is sealed first.
 * @throws CoreError for a bad outline, a core outside 1…200 mm, more taken out than there is, a gap that leaves no plug, or bedding as thick
 * as what is taken out; their fields begin with `path`
 */
export function plug(input: PlugInput, path = ''): PlugResult {
  const shape = checkShape(input.shape);
  const coreMm = requireNumber(input.coreMm, `${path}coreMm`, { min: 1, max: 200 });
  const gapMm = requireNumber(input.gapMm, `${path}gapMm`, LIMITS.gapMm);
  const beddingMm = requireNumber(input.beddingMm, `${path}beddingMm`, LIMITS.beddingMm);
  const outMm = requireNumber(input.depthMm ?? coreMm, `${path}depthMm`, { min: 1, max: coreMm });
  if (beddingMm >= outMm) throw new CoreError('out-of-range', `${path}beddingMm`, { value: beddingMm, max: outMm });
  const density = requireNumber(input.pasteGPerMl, `${path}pasteGPerMl`, LIMITS.pasteGPerMl);
  const opening = measureOffset(shape, 0);
  // Both areas by the same points, so that what lies between them is neither more nor less than it is.
  const whole = outlinePoints(shape, 0, 240);
  const [run] = gapMm === 0 ? [whole] : shrinkOutline(whole, gapMm);
  if (!run) throw new CoreError('out-of-range', `${path}gapMm`, { value: gapMm });
  const plugArea = gapMm === 0 ? opening.areaMm2 : Math.abs(signedArea(run));
  const plugRound = gapMm === 0 ? opening.perimeterMm : closedLength(run);
  const plugThicknessMm = outMm - beddingMm;
  const beddingMl = (opening.areaMm2 * beddingMm) / 1000;
  // What clipping rounds to is no less than nothing.
  const gapMl = (Math.max(0, Math.abs(signedArea(whole)) - Math.abs(signedArea(run))) * plugThicknessMm) / 1000;
  return {
    outline: [...run],
    plug: {
      areaMm2: plugArea,
      perimeterMm: plugRound,
      lengthMm: opening.lengthMm - 2 * gapMm,
      widthMm: opening.widthMm - 2 * gapMm,
    },
    plugThicknessMm,
    beddingMl,
    gapMl,
    pasteG: (beddingMl + gapMl) * density,
    sealedMm2: 2 * plugArea + plugRound * plugThicknessMm + opening.areaMm2 + opening.perimeterMm * outMm,
  };
}
