import { LIMITS } from '../limits/index.js';
import { requireNumber } from '../errors.js';
import type { Construction } from '../material/index.js';

export interface CurvatureInput {
  /** Size of the footprint on the flat plan, mm. */
  lengthMm: number;
  widthMm: number;
  /** Radius of the surface along and across; flat where left out, mm. */
  alongMm?: number;
  acrossMm?: number;
  constructions?: readonly Construction[];
}

export interface CurvatureResult {
  /** Along the surface, mm. */
  developedLengthMm: number;
  developedWidthMm: number;
  /** How far the middle stands over a straight edge laid along and across, mm. */
  riseAlongMm: number;
  riseAcrossMm: number;
  kind: 'flat' | 'single' | 'double';
  /** What holds the shape behind a hole: anything flat, a thin sheet that bends, a skin cast off the surface. */
  backUp: 'flat-sheet' | 'thin-sheet' | 'cast-skin';
  /** How far warp and weft close up at the corners, degrees. */
  shearDeg: number;
  /** Fabrics that lock before that and would have to be cut. */
  tooStiff: Construction[];
}

/** Warp and weft may close up by so much before a fabric wrinkles, degrees: usual figures by construction, each a shop's own to change. */
export const LOCKING_DEG: Record<Construction, number> = {
  mat: 60,
  plain: 30,
  twill: 42,
  roving: 25,
  ud: 15,
  biaxial45: 38,
  biaxial090: 30,
};

/**
 * A patch on a curved surface. Arcs: s = 2R asin(c/2R), rise R − √(R² − c²/4). On double curvature a net of warp and weft closes up: at the
 * corner x, y from the middle by about x y / (R₁ R₂) radians (a net of unstretched threads on a shallow double curve).
 * @throws CoreError for a size or radius outside reason, or a radius less than half the size
 */
export function curvature(input: CurvatureInput): CurvatureResult {
  const lengthMm = requireNumber(input.lengthMm, 'lengthMm', LIMITS.lengthMm);
  const widthMm = requireNumber(input.widthMm, 'widthMm', LIMITS.lengthMm);
  const radius = (value: number | undefined, sizeMm: number, field: string): number =>
    value === undefined ? Infinity : requireNumber(value, field, { min: sizeMm / 2, max: 1e6 });
  const along = radius(input.alongMm, lengthMm, 'alongMm');
  const across = radius(input.acrossMm, widthMm, 'acrossMm');
  const arc = (chordMm: number, r: number): number => (r === Infinity ? chordMm : 2 * r * Math.asin(chordMm / (2 * r)));
  const rise = (chordMm: number, r: number): number =>
    r === Infinity ? 0 : r - Math.sqrt(r * r - (chordMm * chordMm) / 4);
  const kind =
    along === Infinity && across === Infinity
      ? 'flat'
      : along === Infinity || across === Infinity
        ? 'single'
        : 'double';
  const shearDeg = kind === 'double' ? ((((lengthMm / 2) * widthMm) / 2 / (along * across)) * 180) / Math.PI : 0;
  return {
    developedLengthMm: arc(lengthMm, along),
    developedWidthMm: arc(widthMm, across),
    riseAlongMm: rise(lengthMm, along),
    riseAcrossMm: rise(widthMm, across),
    kind,
    backUp: kind === 'flat' ? 'flat-sheet' : kind === 'single' ? 'thin-sheet' : 'cast-skin',
    shearDeg,
    tooStiff: [...new Set(input.constructions ?? [])].filter((construction) => shearDeg > LOCKING_DEG[construction]),
  };
}
