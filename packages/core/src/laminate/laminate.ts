import { CoreError, requireEntry } from '../errors.js';
import { MATRICES, type ResinFamily } from '../material/index.js';
import { MAX_PLIES } from '../units/index.js';
import { type Lamina, type LayerInput, laminae } from './layers.js';
import { type Matrix3, accumulate, invert, multiply, subtract, zero3 } from './matrix3.js';

export interface LaminateInput {
  /** From the outer face inwards. */
  layers: readonly LayerInput[];
  /** Resin of every fabric layer that names none. */
  resin?: ResinFamily;
}

export interface EngineeringConstants {
  exGPa: number;
  eyGPa: number;
  gxyGPa: number;
  nuxy: number;
}

export interface LaminateResult {
  thicknessMm: number;
  massGsm: number;
  /** Thickness of each named layer, outer face first, mm. */
  layerThicknessMm: number[];
  /** Extensional stiffness A, N/mm. */
  aNPerMm: Matrix3;
  /** Coupling stiffness B, N; z runs inwards from the mid-plane, so the outer face is at −h/2. */
  bN: Matrix3;
  /** Bending stiffness D about the mid-plane, N·mm. */
  dNMm: Matrix3;
  /** In-plane constants from the inverse of the full stiffness (coupling released). */
  inPlane: EngineeringConstants;
  /** The same from bending: 12/(h³ d₁₁) and so on. */
  flexural: EngineeringConstants;
  /** Bending stiffness per width about the neutral axis, D − B²/A, N·mm, along x and y. */
  bendingNMm: { x: number; y: number };
  /** Mean stress at which the stiffest fibres reach their first-failure strain along x; null when a strain is unknown throughout. */
  strengthXMPa: number | null;
}

/**
 * Classical lamination theory: A = Σ Q̄ t, B = ½ Σ Q̄ (z²), D = ⅓ Σ Q̄ (z³) about the mid-plane.
 *
 * @param prefix put before error fields when the laminate is part of a larger input
 * @throws CoreError for no layers, more than 200, unknown ids, or constants no material can have
 */
export function laminate(input: LaminateInput, prefix = ''): LaminateResult {
  const field = `${prefix}layers`;
  if (!Array.isArray(input.layers) || input.layers.length === 0) throw new CoreError('empty', field);
  if (input.layers.length > MAX_PLIES) throw new CoreError('too-many', field, { max: MAX_PLIES });
  const resin = requireEntry(MATRICES, input.resin ?? 'epoxy', `${prefix}resin`).id;
  const groups = input.layers.map((layer, i) => laminae(layer, resin, `${field}.${i}`));
  return assemble(groups);
}

function assemble(groups: Lamina[][]): LaminateResult {
  const sheets = groups.flat();
  const layerThicknessMm = groups.map((group) => group.reduce((sum, sheet) => sum + sheet.thicknessMm, 0));
  const h = layerThicknessMm.reduce((sum, t) => sum + t, 0);
  const [a, b, d] = [zero3(), zero3(), zero3()];
  let z = -h / 2;
  for (const sheet of sheets) {
    const next = z + sheet.thicknessMm;
    accumulate(a, sheet.qbar, 1000 * (next - z));
    accumulate(b, sheet.qbar, 500 * (next * next - z * z));
    accumulate(d, sheet.qbar, (1000 / 3) * (next ** 3 - z ** 3));
    z = next;
  }
  const inPlane = engineeringConstants(invert(subtract(a, multiply(multiply(b, invert(d)), b))), h);
  const flexuralCompliance = invert(subtract(d, multiply(multiply(b, invert(a)), b)));
  return {
    thicknessMm: h,
    massGsm: sheets.reduce((sum, sheet) => sum + sheet.massGsm, 0),
    layerThicknessMm,
    aNPerMm: a,
    bN: b,
    dNMm: d,
    inPlane,
    flexural: engineeringConstants(flexuralCompliance, h ** 3 / 12),
    bendingNMm: { x: d[0][0] - b[0][0] ** 2 / a[0][0], y: d[1][1] - b[1][1] ** 2 / a[1][1] },
    strengthXMPa: strength(sheets, inPlane.exGPa),
  };
}

/** Engineering constants from a compliance (mm/N or 1/(N·mm)) and the matching section measure (h or h³/12). */
function engineeringConstants(compliance: Matrix3, section: number): EngineeringConstants {
  return {
    exGPa: 1 / (section * compliance[0][0]) / 1000,
    eyGPa: 1 / (section * compliance[1][1]) / 1000,
    gxyGPa: 1 / (section * compliance[2][2]) / 1000,
    nuxy: -compliance[0][1] / compliance[0][0],
  };
}

function strength(sheets: Lamina[], exGPa: number): number | null {
  const strains = sheets.map((sheet) => sheet.failureStrain).filter((strain) => strain !== null);
  return strains.length === 0 ? null : exGPa * 1000 * Math.min(...strains);
}
