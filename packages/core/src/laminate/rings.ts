import { LIMITS } from '../limits/index.js';
import { CoreError, type Remark, requireEntry, requireNumber } from '../errors.js';
import { FABRICS, type Fabric, HAND_LAY_FRACTION, MATRICES, type ResinFamily } from '../material/index.js';
import { laminae } from './layers.js';

/** What a ring of the taper looks like to the eye. */
export type RingLook = 'random' | 'squares' | 'lines' | 'unknown';
export type RingColour = 'pale' | 'dark' | 'yellow' | 'mixed';

export interface Ring {
  /** Width of the ring across the taper, mm. */
  widthMm?: number;
  /** Or the depth at its lower edge below the face, by gauge, mm. */
  depthMm?: number;
  look?: RingLook;
  colour?: RingColour;
  /** Direction of its lines or squares against the reference direction, degrees. */
  directionDeg?: number;
}

export interface RingsInput {
  /** Ratio the taper was ground at. */
  ratio: number;
  /** From the outer face inwards. */
  rings: readonly Ring[];
  /** How well a ring's edge, and a gauge depth, can be read, mm; 1 and 0.1 when left out. */
  widthErrorMm?: number;
  depthErrorMm?: number;
  resin?: ResinFamily;
  /** Whole thickness as measured at an edge or hole, mm. */
  measuredThicknessMm?: number;
}

export interface RingCandidate {
  fabricId: string;
  /** What the fabric gives, hand laid in this resin, mm. */
  expectedMm: number;
  orientationDeg: number;
  /** Chance among the fabrics of the library. */
  chance: number;
}

export interface RingPly {
  thicknessMm: number;
  plusMinusMm: number;
  /** Most likely first, five at most. */
  candidates: RingCandidate[];
}

export interface RingsResult {
  plies: RingPly[];
  thicknessMm: number;
  plusMinusMm: number;
  remarks: Remark[];
}

/** How far a hand-laid ply strays from its nominal thickness. */
const PLY_SPREAD = 0.12;
/** What is left of a candidate's chance when the ring looks otherwise: eyes err too. */
const ODD_LOOK = 0.02;
const MOST_RINGS = 60;
const CANDIDATES = 5;

/**
 * Plies of a laminate from the rings of a clean taper: thickness = ring width / ratio, its error = √2 edge error / ratio. Each ply's
 * fabric is ranked over the library by a normal likelihood of its thickness times how well it fits what is seen.
 * @throws CoreError for no rings, a ring with neither or both of width and depth, depths that do not go down, or sizes out of range
 */
export function readRings(input: RingsInput): RingsResult {
  const ratio = requireNumber(input.ratio, 'ratio', LIMITS.ringRatio);
  if (!Array.isArray(input.rings) || input.rings.length === 0) throw new CoreError('empty', 'rings');
  if (input.rings.length > MOST_RINGS) throw new CoreError('too-many', 'rings', { max: MOST_RINGS });
  const widthErrorMm = requireNumber(input.widthErrorMm ?? 1, 'widthErrorMm', { min: 0, max: 20 });
  const depthErrorMm = requireNumber(input.depthErrorMm ?? 0.1, 'depthErrorMm', { min: 0, max: 5 });
  const resin = requireEntry(MATRICES, input.resin ?? 'polyester', 'resin').id;
  const known = FABRICS.map((fabric) => ({
    fabric,
    expectedMm: laminae({ fabricId: fabric.id }, resin, 'fabric').reduce((sum, sheet) => sum + sheet.thicknessMm, 0),
  }));
  let above = 0;
  const plies = input.rings.map((ring, i): RingPly => {
    const read = thicknessOf(ring, above, ratio, `rings.${i}`);
    const plusMinusMm = Math.SQRT2 * (ring.depthMm === undefined ? widthErrorMm / ratio : depthErrorMm);
    above += read;
    return { thicknessMm: read, plusMinusMm, candidates: rank(ring, read, plusMinusMm, known) };
  });
  const plusMinusMm = Math.hypot(...plies.map((ply) => ply.plusMinusMm));
  return { plies, thicknessMm: above, plusMinusMm, remarks: compareWhole(input, above, plusMinusMm) };
}

function thicknessOf(ring: Ring, above: number, ratio: number, field: string): number {
  if ((ring.widthMm === undefined) === (ring.depthMm === undefined))
    throw new CoreError(ring.widthMm === undefined ? 'empty' : 'inconsistent', `${field}.widthMm`, {
      why: 'width-and-depth',
    });
  if (ring.directionDeg !== undefined) requireNumber(ring.directionDeg, `${field}.directionDeg`, LIMITS.angleDeg);
  if (ring.widthMm !== undefined)
    return requireNumber(ring.widthMm, `${field}.widthMm`, { above: 0, max: 2000 }) / ratio;
  return requireNumber(ring.depthMm, `${field}.depthMm`, { above, max: 200 }) - above;
}

function rank(
  ring: Ring,
  readMm: number,
  errorMm: number,
  known: readonly { fabric: Fabric; expectedMm: number }[],
): RingCandidate[] {
  const weighed = known.map(({ fabric, expectedMm }) => {
    const sigma = Math.hypot(errorMm, PLY_SPREAD * expectedMm);
    const likelihood = (Math.exp(-0.5 * ((readMm - expectedMm) / sigma) ** 2) / sigma) * fits(ring, fabric);
    return { fabricId: fabric.id, expectedMm, orientationDeg: orientation(ring, fabric), chance: likelihood };
  });
  const total = weighed.reduce((sum, candidate) => sum + candidate.chance, 0);
  return weighed
    .map((candidate) => ({ ...candidate, chance: total > 0 ? candidate.chance / total : 1 / weighed.length }))
    .sort((a, b) => b.chance - a.chance)
    .slice(0, CANDIDATES);
}

function fits({ look = 'unknown', colour }: Ring, fabric: Fabric): number {
  const looks = look === 'unknown' || fabric.parts.some((part) => LOOK_OF[part.construction] === look) ? 1 : ODD_LOOK;
  return looks * (colour === undefined || colour === colourOf(fabric) ? 1 : ODD_LOOK);
}

const LOOK_OF: Record<keyof typeof HAND_LAY_FRACTION, RingLook> = {
  mat: 'random',
  plain: 'squares',
  twill: 'squares',
  roving: 'squares',
  ud: 'lines',
  biaxial45: 'lines',
  biaxial090: 'lines',
};

function colourOf(fabric: Fabric): RingColour {
  const fibres = new Set(fabric.parts.map((part) => part.fibre));
  if (fibres.size > 1) return 'mixed';
  return fibres.has('carbon') ? 'dark' : fibres.has('aramid') ? 'yellow' : 'pale';
}

/** Lines seen on a ±45 fabric lie 45° off its warp; mat has no direction. */
function orientation({ directionDeg }: Ring, fabric: Fabric): number {
  if (directionDeg === undefined || fabric.parts.every((part) => part.construction === 'mat')) return 0;
  const warp = fabric.parts.some((part) => part.construction === 'biaxial45') ? directionDeg - 45 : directionDeg;
  // A cloth with two equal directions looks the same every 90°, lines of one direction every 180°.
  const turn = fabric.parts.some((part) => part.construction === 'ud') ? 180 : 90;
  const within = (((warp + turn / 2) % turn) + turn) % turn;
  return within - turn / 2;
}

function compareWhole(input: RingsInput, readMm: number, errorMm: number): Remark[] {
  if (input.measuredThicknessMm === undefined) return [];
  const measuredMm = requireNumber(input.measuredThicknessMm, 'measuredThicknessMm', { min: 0.1, max: 200 });
  const differs = Math.abs(measuredMm - readMm) > Math.max(2 * errorMm, 0.1 * measuredMm);
  return differs
    ? [
        {
          id: 'rings.thickness-differs',
          params: { readMm, measuredMm, ratio: input.ratio, ratioWanted: (input.ratio * readMm) / measuredMm },
        },
      ]
    : [];
}
