import { type Matrix3, invert, multiply, subtract } from './matrix3.js';
import { type LaminateInput, sheetsOf, stiffnessOf } from './sheets.js';

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
}

/**
 * Classical lamination theory: A = Σ Q̄ t, B = ½ Σ Q̄ (z²), D = ⅓ Σ Q̄ (z³) about the mid-plane.
 *
 * @param prefix put before error fields when the laminate is part of a larger input
 * @throws CoreError for no layers, more than 200, unknown ids, or constants no material can have
 */
export function laminate(input: LaminateInput, prefix = ''): LaminateResult {
  const sheets = sheetsOf(input, prefix);
  const { a, b, d } = stiffnessOf(sheets);
  const layerThicknessMm = input.layers.map(() => 0);
  let massGsm = 0;
  for (const { lamina, layer } of sheets) {
    layerThicknessMm[layer]! += lamina.thicknessMm;
    massGsm += lamina.massGsm;
  }
  const h = sheets.at(-1)!.bottom - sheets[0]!.top;
  return {
    thicknessMm: h,
    massGsm,
    layerThicknessMm,
    aNPerMm: a,
    bN: b,
    dNMm: d,
    inPlane: engineeringConstants(invert(subtract(a, multiply(multiply(b, invert(d)), b))), h),
    flexural: engineeringConstants(invert(subtract(d, multiply(multiply(b, invert(a)), b))), h ** 3 / 12),
    bendingNMm: { x: d[0][0] - b[0][0] ** 2 / a[0][0], y: d[1][1] - b[1][1] ** 2 / a[1][1] },
  };
}

/** A laminate as it is taken where nobody knows which way its plies lie: as stiff across as along, in the plane and in bending. */
export function alikeBothWays(known: LaminateResult): LaminateResult {
  const alike = ([[k11, k12, k16], [k21, k22, k26], last]: Matrix3): Matrix3 => [
    [(k11 + k22) / 2, k12, k16],
    [k21, (k11 + k22) / 2, k26],
    last,
  ];
  return { ...known, aNPerMm: alike(known.aNPerMm), dNMm: alike(known.dNMm) };
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
