import { requireNumber } from '../errors.js';
import { type PasteInput, type PasteResult, paste } from './paste.js';

export interface FilletInput {
  /** Radius of the stick it is drawn with, mm. */
  radiusMm: number;
  lengthMm: number;
  /** Angle between the two faces, degrees; 90 when left out. */
  angleDeg?: number;
  /** Paste it is made of; left out: only its volume. */
  fillerId?: string;
  resinDensityGPerMl?: number;
}

export interface FilletResult {
  /** Of the fillet itself, ml: what is left in the cup is added to no figure here. */
  volumeMl: number;
  /** From the corner to where it runs out on each face, mm. */
  legMm: number;
  areaMm2: number;
  paste: PasteResult | null;
}

/**
 * A hollow fillet between two faces, drawn with a round stick: A = r² (cot(θ/2) − (π − θ)/2), for a right angle r² (1 − π/4); its legs are r cot(θ/2).
 * @throws CoreError for a radius outside 1…500 mm, a length outside 1 mm…100 m, or an angle outside 20…170°
 */
export function fillet(input: FilletInput): FilletResult {
  const radiusMm = requireNumber(input.radiusMm, 'radiusMm', { min: 1, max: 500 });
  const lengthMm = requireNumber(input.lengthMm, 'lengthMm', { min: 1, max: 100_000 });
  const angle = (requireNumber(input.angleDeg ?? 90, 'angleDeg', { min: 20, max: 170 }) * Math.PI) / 180;
  const legMm = radiusMm / Math.tan(angle / 2);
  const areaMm2 = radiusMm * legMm - (radiusMm ** 2 * (Math.PI - angle)) / 2;
  const volumeMl = (areaMm2 * lengthMm) / 1000;
  const asked: PasteInput = {
    volumeMl: Math.max(0.1, volumeMl),
    use: 'fillet',
    ...(input.fillerId === undefined ? {} : { fillerId: input.fillerId }),
    ...(input.resinDensityGPerMl === undefined ? {} : { resinDensityGPerMl: input.resinDensityGPerMl }),
  };
  return { volumeMl, legMm, areaMm2, paste: input.fillerId === undefined ? null : paste(asked) };
}
