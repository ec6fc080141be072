import { CoreError, requireEntry, requireNumber } from '../errors.js';
import { CORES, CORE_POISSON, type Construction, FABRICS, FIBRES, type FabricPart, HAND_LAY_FRACTION, MATRICES, type Matrix, type ResinFamily } from '../material/index.js';
import { MAX_THICKNESS_MM } from '../units/index.js';
import { type ElasticConstants, matConstants, unidirectionalConstants, wettedPly } from './ply.js';
import type { Matrix3 } from './matrix3.js';

/** A layer as the user names it: a fabric, a core, or explicit elastic constants. Outer face first. */
export type LayerInput = FabricLayer | CoreLayer | ElasticLayer;

export interface FabricLayer {
  fabricId: string;
  /** Warp direction, degrees counter-clockwise from the reference direction; 0 when left out. */
  orientationDeg?: number;
  /** Fibre mass fraction of the ply; the hand lay-up value of its construction when left out. */
  fibreMassFraction?: number;
  /** The laminate's resin when left out. */
  resin?: ResinFamily;
}

export interface CoreLayer {
  coreId: string;
  thicknessMm: number;
}

export interface ElasticLayer extends ElasticConstants {
  thicknessMm: number;
  orientationDeg?: number;
  densityKgM3?: number;
}

/** A homogeneous sheet of the laminate: reduced stiffness in laminate axes (GPa), thickness and weight. */
export interface Lamina {
  thicknessMm: number;
  qbar: Matrix3;
  massGsm: number;
  /** Strain along the fibres at first failure; null where unknown (core, explicit constants). */
  failureStrain: number | null;
}

const CRIMP: Partial<Record<Construction, number>> = { plain: 0.9, twill: 0.93, roving: 0.85 };

/** Breaks a named layer into its homogeneous sheets. `field` prefixes error fields. */
export function laminae(layer: LayerInput, resin: ResinFamily, field: string): Lamina[] {
  if ('fabricId' in layer) return fabricLaminae(layer, resin, field);
  if ('coreId' in layer) return [coreLamina(layer, field)];
  return [elasticLamina(layer, field)];
}

function fabricLaminae(layer: FabricLayer, resin: ResinFamily, field: string): Lamina[] {
  const fabric = requireEntry(FABRICS, layer.fabricId, `${field}.fabricId`);
  const matrix = requireEntry(MATRICES, layer.resin ?? resin, `${field}.resin`);
  const angle = requireNumber(layer.orientationDeg ?? 0, `${field}.orientationDeg`, { min: -360, max: 360 });
  if (layer.fibreMassFraction !== undefined) requireNumber(layer.fibreMassFraction, `${field}.fibreMassFraction`, { min: 0.1, max: 0.9 });
  return fabric.parts.flatMap((part) => partLaminae(part, matrix, angle, layer.fibreMassFraction ?? HAND_LAY_FRACTION[part.construction]));
}

function partLaminae(part: FabricPart, matrix: Matrix, angleDeg: number, fraction: number): Lamina[] {
  const fibre = requireEntry(FIBRES, part.fibre, 'fibre');
  const wet = wettedPly(part.arealWeightGsm, fraction, fibre.densityKgM3, matrix.densityKgM3);
  const ud = unidirectionalConstants(fibre, matrix, wet.fibreVolumeFraction);
  const base = { thicknessMm: wet.thicknessMm, massGsm: wet.totalGsm, failureStrain: fibre.failureStrain };
  const halfAt = (deg: number): Lamina => ({
    ...base,
    thicknessMm: base.thicknessMm / 2,
    massGsm: base.massGsm / 2,
    qbar: rotatedStiffness(ud, angleDeg + deg),
  });
  switch (part.construction) {
    case 'mat':
      return [{ ...base, qbar: rotatedStiffness(matConstants(ud), 0) }];
    case 'ud':
      return [{ ...base, qbar: rotatedStiffness(ud, angleDeg) }];
    case 'biaxial45':
      return [halfAt(45), halfAt(-45)];
    case 'biaxial090':
      return [halfAt(0), halfAt(90)];
    default: {
      const crimped = { ...ud, e1GPa: ud.e1GPa * CRIMP[part.construction]! };
      return [{ ...base, qbar: mean(rotatedStiffness(crimped, angleDeg), rotatedStiffness(crimped, angleDeg + 90)) }];
    }
  }
}

function coreLamina(layer: CoreLayer, field: string): Lamina {
  const core = requireEntry(CORES, layer.coreId, `${field}.coreId`);
  const thicknessMm = requireNumber(layer.thicknessMm, `${field}.thicknessMm`, { min: 0.5, max: MAX_THICKNESS_MM });
  const e = core.modulusMPa / 1000;
  const constants = { e1GPa: e, e2GPa: e, g12GPa: core.shearModulusMPa / 1000, nu12: CORE_POISSON };
  return { thicknessMm, qbar: rotatedStiffness(constants, 0), massGsm: thicknessMm * core.densityKgM3, failureStrain: null };
}

function elasticLamina(layer: ElasticLayer, field: string): Lamina {
  const thicknessMm = requireNumber(layer.thicknessMm, `${field}.thicknessMm`, { above: 0, max: MAX_THICKNESS_MM });
  const modulus = { above: 0, max: 2000 };
  const e1GPa = requireNumber(layer.e1GPa, `${field}.e1GPa`, modulus);
  const e2GPa = requireNumber(layer.e2GPa, `${field}.e2GPa`, modulus);
  const g12GPa = requireNumber(layer.g12GPa, `${field}.g12GPa`, modulus);
  const nu12 = requireNumber(layer.nu12, `${field}.nu12`, { min: -1, max: 1 });
  if (nu12 * nu12 * e2GPa >= e1GPa) throw new CoreError('inconsistent', `${field}.nu12`, { value: nu12 });
  const angle = requireNumber(layer.orientationDeg ?? 0, `${field}.orientationDeg`, { min: -360, max: 360 });
  const densityKgM3 = requireNumber(layer.densityKgM3 ?? 0, `${field}.densityKgM3`, { min: 0, max: 20_000 });
  return { thicknessMm, qbar: rotatedStiffness({ e1GPa, e2GPa, g12GPa, nu12 }, angle), massGsm: thicknessMm * densityKgM3, failureStrain: null };
}

/**
 * Plane-stress stiffness of an orthotropic sheet turned by `angleDeg`, GPa.
 * Source: classical lamination theory, Q̄ = T⁻¹ Q R T R⁻¹ written out.
 */
export function rotatedStiffness(c: ElasticConstants, angleDeg: number): Matrix3 {
  const nu21 = (c.nu12 * c.e2GPa) / c.e1GPa;
  const d = 1 - c.nu12 * nu21;
  const q11 = c.e1GPa / d;
  const q22 = c.e2GPa / d;
  const q12 = (c.nu12 * c.e2GPa) / d;
  const q66 = c.g12GPa;
  const theta = (angleDeg * Math.PI) / 180;
  const m = Math.cos(theta);
  const n = Math.sin(theta);
  const [m2, n2, mn] = [m * m, n * n, m * n];
  const q11r = q11 * m2 * m2 + 2 * (q12 + 2 * q66) * m2 * n2 + q22 * n2 * n2;
  const q22r = q11 * n2 * n2 + 2 * (q12 + 2 * q66) * m2 * n2 + q22 * m2 * m2;
  const q12r = (q11 + q22 - 4 * q66) * m2 * n2 + q12 * (m2 * m2 + n2 * n2);
  const q66r = (q11 + q22 - 2 * q12 - 2 * q66) * m2 * n2 + q66 * (m2 * m2 + n2 * n2);
  const q16r = (q11 - q12 - 2 * q66) * m2 * mn - (q22 - q12 - 2 * q66) * mn * n2;
  const q26r = (q11 - q12 - 2 * q66) * mn * n2 - (q22 - q12 - 2 * q66) * m2 * mn;
  return [
    [q11r, q12r, q16r],
    [q12r, q22r, q26r],
    [q16r, q26r, q66r],
  ];
}

function mean(a: Matrix3, b: Matrix3): Matrix3 {
  return a.map((row, i) => row.map((value, j) => (value + b[i]![j]!) / 2)) as Matrix3;
}
