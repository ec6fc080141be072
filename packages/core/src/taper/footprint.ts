import { type Remark, requireNumber } from '../errors.js';
import { type OffsetMeasures, type Shape, checkShape, measureOffset } from '../geometry/index.js';
import { MAX_THICKNESS_MM } from '../units/index.js';
import { MAX_RATIO, MIN_RATIO } from './ratios.js';

export interface FootprintInput {
  /** Cut-out: the outline at the bottom of the taper. */
  shape: Shape;
  /** n in n:1, length over depth. */
  ratio: number;
  /** Depth of laminate to be tapered, mm. */
  depthMm: number;
  /** Abraded margin beyond the taper, mm; 25 when left out. */
  marginMm?: number;
  /** Tape beyond the margin, mm; 20 when left out. */
  maskMm?: number;
  /** One face, or the depth shared between both. */
  sides?: 'one' | 'two';
  /** Share of the depth taken by the first face of two, 0.1…0.9; half when left out. */
  firstShare?: number;
  /** Whether the cut-out goes right through (its plug is removed) or the taper ends in a part-depth floor. */
  through?: boolean;
}

export interface FaceTaper {
  depthMm: number;
  /** W = n d. */
  taperWidthMm: number;
  slopeDeg: number;
  footprint: OffsetMeasures;
  abraded: OffsetMeasures;
  masked: OffsetMeasures;
  /** Bond face: the slope's true area, taken along the slope. */
  taperFaceMm2: number;
  taperVolumeMm3: number;
}

export interface FootprintResult {
  cutOut: OffsetMeasures;
  faces: FaceTaper[];
  /** Material of the cut-out itself over the whole depth, mm³. */
  cutOutVolumeMm3: number;
  /** Ground away by the tapers on all faces, beyond the cut-out, mm³. */
  taperVolumeMm3: number;
  /** All that goes to dust: tapers, plus the floor of a part-depth dish; a through plug is cut out in one piece. */
  groundVolumeMm3: number;
  remarks: Remark[];
}

export const DEFAULT_MARGIN_MM = 25;
export const DEFAULT_MASK_MM = 20;

/**
 * Footprint of a taper round a cut-out: sizes, areas, perimeters and the volume to grind.
 *
 * W = n d, θ = atan(1/n); areas by offsets with round joins; volume beyond a convex cut-out ∫₀ᵈ (P n z + π n² z²) dz =
 * P n d²/2 + π n² d³/3. Outlines that are not convex are integrated by Simpson's rule over the offset area.
 * @throws CoreError for a bad outline, ratio outside 1…100, depth outside 0.1…200 mm, margin or mask outside 0…500 mm
 */
export function footprint(input: FootprintInput): FootprintResult {
  const shape = checkShape(input.shape);
  const ratio = requireNumber(input.ratio, 'ratio', { min: MIN_RATIO, max: MAX_RATIO });
  const depthMm = requireNumber(input.depthMm, 'depthMm', { min: 0.1, max: MAX_THICKNESS_MM });
  const marginMm = requireNumber(input.marginMm ?? DEFAULT_MARGIN_MM, 'marginMm', { min: 0, max: 500 });
  const maskMm = requireNumber(input.maskMm ?? DEFAULT_MASK_MM, 'maskMm', { min: 0, max: 500 });
  const share = requireNumber(input.firstShare ?? 0.5, 'firstShare', { min: 0.1, max: 0.9 });
  const depths = input.sides === 'two' ? [depthMm * share, depthMm * (1 - share)] : [depthMm];
  const cutOut = measureOffset(shape, 0);
  const faces = depths.map((depth) => faceTaper(shape, cutOut, ratio, depth, marginMm, maskMm));
  const taperVolumeMm3 = faces.reduce((sum, face) => sum + face.taperVolumeMm3, 0);
  const cutOutVolumeMm3 = cutOut.areaMm2 * depthMm;
  const through = input.through ?? true;
  return {
    cutOut,
    faces,
    cutOutVolumeMm3,
    taperVolumeMm3,
    groundVolumeMm3: through ? taperVolumeMm3 : taperVolumeMm3 + cutOutVolumeMm3,
    remarks: ratio < 6 ? [{ id: 'taper.steep', params: { ratio } }] : [],
  };
}

function faceTaper(shape: Shape, cutOut: OffsetMeasures, ratio: number, depthMm: number, marginMm: number, maskMm: number): FaceTaper {
  const taperWidthMm = ratio * depthMm;
  const grown = measureOffset(shape, taperWidthMm);
  const volume = shape.kind === 'polygon' ? simpson((z) => measureOffset(shape, ratio * z).areaMm2 - cutOut.areaMm2, depthMm) : (cutOut.perimeterMm * ratio * depthMm ** 2) / 2 + (Math.PI * ratio ** 2 * depthMm ** 3) / 3;
  return {
    depthMm,
    taperWidthMm,
    slopeDeg: (Math.atan(1 / ratio) * 180) / Math.PI,
    footprint: grown,
    abraded: measureOffset(shape, taperWidthMm + marginMm),
    masked: measureOffset(shape, taperWidthMm + marginMm + maskMm),
    taperFaceMm2: (grown.areaMm2 - cutOut.areaMm2) * Math.sqrt(1 + 1 / ratio ** 2),
    taperVolumeMm3: volume,
  };
}

const SIMPSON_STEPS = 16;

function simpson(value: (z: number) => number, depth: number): number {
  const step = depth / SIMPSON_STEPS;
  let sum = 0;
  for (let i = 0; i <= SIMPSON_STEPS; i++) sum += (i === 0 || i === SIMPSON_STEPS ? 1 : i % 2 === 1 ? 4 : 2) * value(i * step);
  return (sum * step) / 3;
}
