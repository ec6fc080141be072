import { LIMITS } from '../limits/index.js';
import { CoreError, type Remark, requireNumber } from '../errors.js';
import { type OffsetMeasures, type Point, type Shape, checkShape } from '../geometry/index.js';
import { simpson } from '../statistics/index.js';
import { type Conflict, type JointFacts, conflictsOf } from './conflicts.js';
import { BREAK_RATIO, type TaperProfile, isLaidOn } from './kinds.js';
import { type LocalRatio, type Obstacle, type Region, type RegionInput, regionOf } from './region.js';

export interface FootprintInput {
  /** Cut-out: the outline at the bottom of the taper. */
  shape: Shape;
  /** Further cut-outs in the same repair; tapers that meet are one. */
  others?: readonly Shape[];
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
  /** Sides with a ratio of their own. */
  locals?: readonly LocalRatio[];
  /** Edges, fittings and structures near by. */
  obstacles?: readonly Obstacle[];
  /** Steps or a lap in place of the slope; its width over the depth is the ratio then. */
  profile?: TaperProfile;
  /** What the joint is made of, so that each way out is told with its efficiency. */
  joint?: JointFacts;
}

export interface FaceTaper {
  depthMm: number;
  /** W = n d. */
  taperWidthMm: number;
  slopeDeg: number;
  /** Steepest ratio anywhere on this face. */
  steepestRatio: number;
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
  /** The ground of each face, to be asked for outlines at any level. */
  regions: RegionInput[];
  /** Outlines of the first face's footprint: outer runs counter-clockwise, holes clockwise. */
  outlines: Point[][];
  /** What the taper runs into, and the ways out. */
  conflicts: Conflict[];
  remarks: Remark[];
}

export const DEFAULT_MARGIN_MM = 25;
export const DEFAULT_MASK_MM = 20;
/** A hole countersunk a little only is ground to less than its depth. */
const LEAST_DISH_RATIO = 0.001;

/**
 * Footprint of a taper round a cut-out: sizes, areas, perimeters and the volume to grind.
 *
 * W = n d, θ = atan(1/n); areas by offsets with round joins; volume beyond a convex cut-out ∫₀ᵈ (P n z + π n² z²) dz =
 * P n d²/2 + π n² d³/3. Outlines that are not convex, several cut-outs, sides of their own ratio and what is cut by edges and fittings are
 * integrated by Simpson's rule over the area at each level.
 * @throws CoreError for a bad outline, ratio outside 1…100, depth outside 0.1…200 mm, margin or mask outside 0…500 mm, bad obstacles
 */
export function footprint(input: FootprintInput): FootprintResult {
  const { profile } = input;
  const ratio = requireNumber(input.ratio, 'ratio', {
    min: profile?.kind === 'dish' ? LEAST_DISH_RATIO : LIMITS.ratio.min,
    max: !profile || profile.kind === 'slope' ? LIMITS.ratio.max : LIMITS.widthRatio.max,
  });
  const depthMm = requireNumber(input.depthMm, 'depthMm', LIMITS.depthMm);
  const marginMm = requireNumber(input.marginMm ?? DEFAULT_MARGIN_MM, 'marginMm', LIMITS.taperMarginMm);
  const maskMm = requireNumber(input.maskMm ?? DEFAULT_MASK_MM, 'maskMm', LIMITS.maskMm);
  const roomMm = LIMITS.placeMm.max - marginMm - maskMm;
  if (ratio * depthMm > roomMm)
    throw new CoreError('out-of-range', 'ratio', { value: ratio, min: LIMITS.ratio.min, max: roomMm / depthMm });
  const share = requireNumber(input.firstShare ?? 0.5, 'firstShare', LIMITS.firstShare);
  const depths =
    profile?.kind === 'form'
      ? profile.depthsMm
      : input.sides === 'two'
        ? [depthMm * share, depthMm * (1 - share)]
        : [depthMm];
  const shapes = [checkShape(input.shape), ...(input.others ?? [])];
  const { locals, obstacles } = input;
  const inputs = depths.map((depth): RegionInput => ({
    shapes,
    ratio,
    depthMm: depth,
    marginMm,
    ...(locals ? { locals } : {}),
    ...(obstacles ? { obstacles } : {}),
    ...(profile?.kind === 'form' ? { form: profile.form } : {}),
  }));
  const regions = inputs.map(regionOf);
  const cutOut = regions[0]!.measures(0);
  const faces = depths.map((depth, i) =>
    faceTaper(input.shape, regions[i]!, cutOut, ratio, depth, marginMm, maskMm, profile),
  );
  const taperVolumeMm3 = faces.reduce((sum, face) => sum + face.taperVolumeMm3, 0);
  const cutOutVolumeMm3 = cutOut.areaMm2 * depthMm;
  const through = input.through ?? true;
  return {
    cutOut,
    faces,
    cutOutVolumeMm3,
    taperVolumeMm3,
    groundVolumeMm3: through || (profile && isLaidOn(profile)) ? taperVolumeMm3 : taperVolumeMm3 + cutOutVolumeMm3,
    regions: inputs,
    outlines: regions[0]!.outlines(depths[0]!),
    conflicts:
      profile?.kind === 'form'
        ? []
        : conflictsOf({
            shapes,
            ratio,
            depthMm,
            depthsMm: depths,
            ...(locals ? { locals } : {}),
            marginMm,
            obstacles: obstacles ?? [],
            ...(input.joint ? { joint: input.joint } : {}),
          }),
    remarks: remarksOn(ratio, profile),
  };
}

const STEEP_RATIO = 6;

function remarksOn(ratio: number, profile?: TaperProfile): Remark[] {
  if (profile?.kind === 'form' && profile.form.kind === 'bulge')
    return ratio < BREAK_RATIO ? [{ id: 'taper.hinge', params: { ratio, least: BREAK_RATIO } }] : [];
  return ratio < STEEP_RATIO && (!profile || profile.kind === 'slope')
    ? [{ id: 'taper.steep', params: { ratio } }]
    : [];
}

const SIMPSON_PIECES = 16;

function faceTaper(
  shape: Shape,
  region: Region,
  cutOut: OffsetMeasures,
  ratio: number,
  depthMm: number,
  marginMm: number,
  maskMm: number,
  profile?: TaperProfile,
): FaceTaper {
  const taperWidthMm = ratio * depthMm;
  const grown = region.measures(depthMm);
  const volume =
    profile && (profile.kind === 'steps' || isLaidOn(profile))
      ? cutVolume(region, cutOut, depthMm, profile)
      : shape.kind === 'polygon' || !region.plain
        ? simpson((z) => Math.max(0, region.areaAt(z) - cutOut.areaMm2), 0, depthMm, SIMPSON_PIECES)
        : (cutOut.perimeterMm * ratio * depthMm ** 2) / 2 + (Math.PI * ratio ** 2 * depthMm ** 3) / 3;
  return {
    depthMm,
    taperWidthMm,
    slopeDeg: profile && isLaidOn(profile) ? 0 : (Math.atan(1 / ratio) * 180) / Math.PI,
    steepestRatio: region.steepest,
    footprint: grown,
    abraded: region.measures(depthMm, marginMm),
    masked: region.measures(depthMm, marginMm + maskMm),
    taperFaceMm2: (grown.areaMm2 - cutOut.areaMm2) * Math.sqrt(1 + 1 / ratio ** 2),
    taperVolumeMm3: volume,
  };
}

/** Ground away beyond the cut-out: of steps ring by ring, each to the top of the ply that lies bare in it; for a lap nothing. */
function cutVolume(region: Region, cutOut: OffsetMeasures, depthMm: number, profile: TaperProfile): number {
  if (profile.kind !== 'steps') return 0;
  const { thicknessesMm } = profile;
  const whole = thicknessesMm.reduce((sum, mm) => sum + mm, 0);
  let [bare, volume, before] = [0, 0, cutOut.areaMm2];
  thicknessesMm.forEach((mm, i) => {
    bare += (mm / whole) * depthMm;
    const area = region.areaAt(((i + 1) / thicknessesMm.length) * depthMm);
    volume += (area - before) * (depthMm - bare);
    before = area;
  });
  return volume;
}
