import { LIMITS } from '../limits/index.js';
import { requireEntry, requireNumber } from '../errors.js';
import { FIBRES, type Fibre, type FibreId, MATRICES, type Matrix, type ResinFamily } from '../material/index.js';

export interface PlyInput {
  /** Dry weight of the reinforcement, g/m². */
  arealWeightGsm: number;
  /** Fibre mass fraction ψ of the wetted ply, between 0.1 and 0.9. */
  fibreMassFraction: number;
  fibre: FibreId;
  resin: ResinFamily;
  /** Overrides of the table densities, kg/m³. */
  fibreDensityKgM3?: number;
  resinDensityKgM3?: number;
}

export interface PlyResult {
  thicknessMm: number;
  resinGsm: number;
  totalGsm: number;
  fibreVolumeFraction: number;
}

/**
 * Thickness, resin take-up and fibre volume fraction of one wetted-out ply without voids.
 *
 * t = w/ρf + w(1−ψ)/(ψ ρr); resin = w(1−ψ)/ψ; Vf = (ψ/ρf)/(ψ/ρf + (1−ψ)/ρr).
 * @throws CoreError for areal weight outside 1…5000 g/m², ψ outside 0.1…0.9, unknown fibre or resin
 */
export function ply(input: PlyInput): PlyResult {
  const w = requireNumber(input.arealWeightGsm, 'arealWeightGsm', { min: 1, max: 5000 });
  const fibre = requireEntry(FIBRES, input.fibre, 'fibre');
  const matrix = requireEntry(MATRICES, input.resin, 'resin');
  return wettedPly(
    w,
    input.fibreMassFraction,
    requireNumber(input.fibreDensityKgM3 ?? fibre.densityKgM3, 'fibreDensityKgM3', { min: 500, max: 10_000 }),
    requireNumber(input.resinDensityKgM3 ?? matrix.densityKgM3, 'resinDensityKgM3', { min: 500, max: 3000 }),
  );
}

export function wettedPly(
  arealWeightGsm: number,
  fraction: number,
  fibreDensityKgM3: number,
  resinDensityKgM3: number,
): PlyResult {
  const psi = requireNumber(fraction, 'fibreMassFraction', LIMITS.fibreMassFraction);
  const resinGsm = (arealWeightGsm * (1 - psi)) / psi;
  const fibreVolume = psi / fibreDensityKgM3;
  const resinVolume = (1 - psi) / resinDensityKgM3;
  return {
    thicknessMm: arealWeightGsm / fibreDensityKgM3 + resinGsm / resinDensityKgM3,
    resinGsm,
    totalGsm: arealWeightGsm + resinGsm,
    fibreVolumeFraction: fibreVolume / (fibreVolume + resinVolume),
  };
}

/** In-plane elastic constants of one orthotropic layer, GPa. */
export interface ElasticConstants {
  e1GPa: number;
  e2GPa: number;
  g12GPa: number;
  nu12: number;
}

/**
 * Unidirectional ply from its constituents: E1 and ν12 by the rule of mixtures, E2 and G12 by Halpin-Tsai with ξ = 2 and 1.
 * @param vf fibre volume fraction, 0…1
 */
export function unidirectionalConstants(fibre: Fibre, matrix: Matrix, vf: number): ElasticConstants {
  const matrixShear = matrix.modulusGPa / (2 * (1 + matrix.poisson));
  return {
    e1GPa: vf * fibre.modulusGPa + (1 - vf) * matrix.modulusGPa,
    e2GPa: halpinTsai(fibre.transverseModulusGPa, matrix.modulusGPa, vf, 2),
    g12GPa: halpinTsai(fibre.shearModulusGPa, matrixShear, vf, 1),
    nu12: vf * fibre.poisson + (1 - vf) * matrix.poisson,
  };
}

function halpinTsai(fibreGPa: number, matrixGPa: number, vf: number, xi: number): number {
  const eta = (fibreGPa / matrixGPa - 1) / (fibreGPa / matrixGPa + xi);
  return (matrixGPa * (1 + xi * eta * vf)) / (1 - eta * vf);
}

/** Random mat from the constants of the unidirectional ply at the same fibre volume: E = ⅜E1 + ⅝E2, G = ⅛E1 + ¼E2, isotropic. */
export function matConstants(ud: ElasticConstants): ElasticConstants {
  const e = (3 / 8) * ud.e1GPa + (5 / 8) * ud.e2GPa;
  const g = ud.e1GPa / 8 + ud.e2GPa / 4;
  return { e1GPa: e, e2GPa: e, g12GPa: g, nu12: e / (2 * g) - 1 };
}

/** Woven ply from the constants of the unidirectional ply with its crimp: half of it at 0°, half at 90°, in one plane. */
export function wovenConstants({ e1GPa, e2GPa, g12GPa, nu12 }: ElasticConstants): ElasticConstants {
  const d = 1 - (nu12 * nu12 * e2GPa) / e1GPa;
  const q11 = (e1GPa + e2GPa) / (2 * d);
  const nu = (nu12 * e2GPa) / d / q11;
  const e = q11 * (1 - nu * nu);
  return { e1GPa: e, e2GPa: e, g12GPa, nu12: nu };
}
