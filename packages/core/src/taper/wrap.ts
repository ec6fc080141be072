import { LIMITS } from '../limits/index.js';
import { type Remark, requireNumber } from '../errors.js';

export interface WrapInput {
  /** Outside diameter of the tube or rail; or the distance round it. */
  diameterMm?: number;
  roundMm?: number;
  /** Damage along the tube, and how far past its ends the strips go. */
  damageMm: number;
  pastMm?: number;
  stripMm: number;
  /** Angle of the strips to the tube's axis, degrees. */
  angleDeg: number;
  /** By how much one strip lies over the next, square to its edge, mm; 10 when left out. */
  overlapMm?: number;
  /** Layers; each + is followed by a −. 2 when left out. */
  layers?: number;
}

export interface WrapResult {
  roundMm: number;
  /** Along the tube that is covered, mm. */
  coveredMm: number;
  /** Strips side by side in one layer. */
  stripsPerLayer: number;
  /** Overlap as laid: the strips share out what the whole number of them leaves over, mm. */
  overlapAsLaidMm: number;
  /** Length of one strip, cut square to its run, mm. */
  stripLengthMm: number;
  /** Times a strip goes round. */
  turns: number;
  layers: { sign: 1 | -1; strips: number }[];
  totalStripMm: number;
  fabricAreaMm2: number;
  remarks: Remark[];
}

export const DEFAULT_WRAP_PAST_MM = 50;
export const DEFAULT_WRAP_OVERLAP_MM = 10;
const OVERLAP_NARROW = 0.5;

/**
 * Strips wound at ± an angle round a tube. Unrolled, the tube is a band as wide as the distance C round it; strips at α to its axis cross a
 * line round the tube every w / cos α, so that n = ⌈C cos α / (w − overlap)⌉ lie side by side, each (covered + w sin α) / cos α long: its square-cut ends must
 * reach past the covered length.
 * @throws CoreError without a diameter or distance round, for angles outside 10…80°, or an overlap of half the strip or more
 */
export function wrap(input: WrapInput): WrapResult {
  const roundMm =
    input.roundMm === undefined
      ? Math.PI * requireNumber(input.diameterMm, 'diameterMm', { min: 3, max: 3000 })
      : requireNumber(input.roundMm, 'roundMm', LIMITS.wrapRoundMm);
  const damageMm = requireNumber(input.damageMm, 'damageMm', { min: 0, max: 20_000 });
  const pastMm = requireNumber(input.pastMm ?? DEFAULT_WRAP_PAST_MM, 'pastMm', LIMITS.wrapPastMm);
  const stripMm = requireNumber(input.stripMm, 'stripMm', LIMITS.wrapStripMm);
  const angleDeg = requireNumber(input.angleDeg, 'angleDeg', LIMITS.wrapAngleDeg);
  const overlapMm = requireNumber(input.overlapMm ?? DEFAULT_WRAP_OVERLAP_MM, 'overlapMm', {
    min: 0,
    max: stripMm * OVERLAP_NARROW,
  });
  const count = Math.round(requireNumber(input.layers ?? 2, 'layers', LIMITS.wrapLayers));
  const angle = (angleDeg * Math.PI) / 180;
  const coveredMm = damageMm + 2 * pastMm;
  requireNumber(coveredMm, 'damageMm', { above: 0 });
  const across = roundMm * Math.cos(angle);
  const stripsPerLayer = Math.max(1, Math.ceil(across / (stripMm - overlapMm) - 1e-9));
  const stripLengthMm = (coveredMm + stripMm * Math.sin(angle)) / Math.cos(angle);
  const totalStripMm = stripLengthMm * stripsPerLayer * count;
  const remarks: Remark[] = count % 2 === 1 ? [{ id: 'wrap.unbalanced', params: { layers: count } }] : [];
  return {
    roundMm,
    coveredMm,
    stripsPerLayer,
    overlapAsLaidMm: stripMm - across / stripsPerLayer,
    stripLengthMm,
    turns: (stripLengthMm * Math.sin(angle)) / roundMm,
    layers: Array.from({ length: count }, (_, i) => ({
      sign: i % 2 === 0 ? (1 as const) : (-1 as const),
      strips: stripsPerLayer,
    })),
    totalStripMm,
    fabricAreaMm2: totalStripMm * stripMm,
    remarks,
  };
}
