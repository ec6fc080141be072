import { LIMITS } from '../limits/index.js';
import { Remembered } from '../remembered.js';
import { CoreError, requireEntry, requireNumber } from '../errors.js';
import {
  type Construction,
  type CoreRef,
  CORE_POISSON,
  FIBRES,
  type FabricPart,
  type FabricRef,
  MATRICES,
  type Matrix,
  type Process,
  type ResinFamily,
  coreOf,
  fabricOf,
  fibreMassFraction,
} from '../material/index.js';
import { type ElasticConstants, matConstants, unidirectionalConstants, wettedPly, wovenConstants } from './ply.js';
import type { Matrix3 } from './matrix3.js';

/** A layer as the user names it: a fabric, a core, or explicit elastic constants. Outer face first. */
export type LayerInput = FabricLayer | CoreLayer | ElasticLayer;

export interface FabricLayer extends FabricRef {
  /** Warp direction, degrees counter-clockwise from the reference direction; 0 when left out. */
  orientationDeg?: number;
  /** How the ply is laid, which sets its fibre mass fraction where none is given; by hand when left out. */
  process?: Process;
  /** Fibre mass fraction of the ply; that of its construction and process when left out. */
  fibreMassFraction?: number;
  /** The laminate's resin when left out. */
  resin?: ResinFamily;
}

export interface CoreLayer extends CoreRef {
  thicknessMm: number;
}

export interface ElasticLayer extends ElasticConstants {
  thicknessMm: number;
  orientationDeg?: number;
  densityKgM3?: number;
  /** Strength along and across its own axis, pulled and pushed, and in shear, MPa; it never fails when left out. */
  strengths?: PlyStrengths;
}

/** Strength of a ply in its own axes, MPa, all positive. */
export interface PlyStrengths {
  xtMPa: number;
  xcMPa: number;
  ytMPa: number;
  ycMPa: number;
  sMPa: number;
}

/** A homogeneous sheet of the laminate: reduced stiffness in laminate axes (GPa), thickness and weight. */
export interface Lamina {
  thicknessMm: number;
  qbar: Matrix3;
  massGsm: number;
  /** Its own axes, and what it takes in them. */
  axes: PlyAxes;
}

export interface PlyAxes {
  /** Its first axis, degrees counter-clockwise from the laminate's. */
  turnedDeg: number;
  /** Reduced stiffness in its own axes, GPa. */
  q: Matrix3;
  /** null where it is not known to fail: a core, or constants given without. */
  strengths: PlyStrengths | null;
  /** How it fails along its second axis: fibres lie there too, or only resin holds it. */
  weave: 'one-way' | 'both-ways' | 'random';
}

const CRIMP: Partial<Record<Construction, number>> = { plain: 0.9, twill: 0.93, roving: 0.85 };

/** Breaks a named layer into its homogeneous sheets. `field` prefixes error fields. */
export function laminae(layer: LayerInput, resin: ResinFamily, field: string): Lamina[] {
  if ('fabricId' in layer) return fabricLaminae(layer, resin, field);
  if ('coreId' in layer) return [coreLamina(layer, field)];
  return [elasticLamina(layer, field)];
}

function fabricLaminae(layer: FabricLayer, resin: ResinFamily, field: string): Lamina[] {
  const fabric = fabricOf(layer, `${field}.fabricId`);
  const matrix = requireEntry(MATRICES, layer.resin ?? resin, `${field}.resin`);
  const angle = requireNumber(layer.orientationDeg ?? 0, `${field}.orientationDeg`, LIMITS.angleDeg);
  if (layer.fibreMassFraction !== undefined)
    requireNumber(layer.fibreMassFraction, `${field}.fibreMassFraction`, LIMITS.fibreMassFraction);
  return fabric.parts.flatMap((part) =>
    partLaminae(
      part,
      matrix,
      angle,
      layer.fibreMassFraction ?? fibreMassFraction(part.construction, layer.process ?? 'hand'),
    ),
  );
}

/** Wetted parts change seldom, laminates of them with every frame of a drag: the last plies made of each. */
const KNOWN = new WeakMap<FabricPart, Remembered<Lamina[]>>();
/** Of one part: as many as a search of stacks goes through. */
const MOST_KNOWN = 200;

function partLaminae(part: FabricPart, matrix: Matrix, angleDeg: number, fraction: number): Lamina[] {
  const name = `${matrix.id}|${fraction}|${angleDeg}`;
  const known = KNOWN.get(part) ?? new Remembered<Lamina[]>(MOST_KNOWN);
  KNOWN.set(part, known);
  return known.of(name, () => wettedLaminae(part, matrix, angleDeg, fraction));
}

function wettedLaminae(part: FabricPart, matrix: Matrix, angleDeg: number, fraction: number): Lamina[] {
  const fibre = requireEntry(FIBRES, part.fibre, 'fibre');
  const wet = wettedPly(part.arealWeightGsm, fraction, fibre.densityKgM3, matrix.densityKgM3);
  const ud = unidirectionalConstants(fibre, matrix, wet.fibreVolumeFraction);
  const sheet = (
    turnedDeg: number,
    constants: ElasticConstants,
    weave: PlyAxes['weave'],
    strains: PlyStrains,
    share = 1,
  ): Lamina => ({
    thicknessMm: wet.thicknessMm * share,
    massGsm: wet.totalGsm * share,
    qbar: rotatedStiffness(constants, turnedDeg),
    axes: { turnedDeg, q: rotatedStiffness(constants, 0), strengths: strengthsOf(constants, strains, weave), weave },
  });
  const along = { tension: fibre.failureStrain, compression: fibre.compressionStrain };
  const oneWay: PlyStrains = {
    first: along,
    second: { tension: matrix.acrossStrain, compression: matrix.acrossCompressionStrain },
    shear: matrix.shearStrain,
  };
  const bothWays: PlyStrains = { first: along, second: along, shear: matrix.shearStrain };
  switch (part.construction) {
    case 'mat':
      return [sheet(0, matConstants(ud), 'random', bothWays)];
    case 'ud':
      return [sheet(angleDeg, ud, 'one-way', oneWay)];
    case 'biaxial45':
      return [45, -45].map((deg) => sheet(angleDeg + deg, ud, 'one-way', oneWay, 0.5));
    case 'biaxial090':
      return [0, 90].map((deg) => sheet(angleDeg + deg, ud, 'one-way', oneWay, 0.5));
    default:
      return [
        sheet(angleDeg, wovenConstants({ ...ud, e1GPa: ud.e1GPa * CRIMP[part.construction]! }), 'both-ways', bothWays),
      ];
  }
}

/** Strains at which a ply fails in its own axes. */
interface PlyStrains {
  first: { tension: number; compression: number };
  second: { tension: number; compression: number };
  shear: number;
}

/** A random mat is as strong in any direction, so its shear strength follows from the others (F₆₆ = 3 F₁₁). */
function strengthsOf(
  { e1GPa, e2GPa, g12GPa }: ElasticConstants,
  { first, second, shear }: PlyStrains,
  weave: PlyAxes['weave'],
): PlyStrengths {
  const [xtMPa, xcMPa, ytMPa, ycMPa] = [
    1000 * e1GPa * first.tension,
    1000 * e1GPa * first.compression,
    1000 * e2GPa * second.tension,
    1000 * e2GPa * second.compression,
  ];
  return {
    xtMPa,
    xcMPa,
    ytMPa,
    ycMPa,
    sMPa: weave === 'random' ? Math.sqrt((xtMPa * xcMPa) / 3) : 1000 * g12GPa * shear,
  };
}

function coreLamina(layer: CoreLayer, field: string): Lamina {
  const core = coreOf(layer, `${field}.coreId`);
  const thicknessMm = requireNumber(layer.thicknessMm, `${field}.thicknessMm`, LIMITS.coreMm);
  const e = core.modulusMPa / 1000;
  const q = rotatedStiffness({ e1GPa: e, e2GPa: e, g12GPa: core.shearModulusMPa / 1000, nu12: CORE_POISSON }, 0);
  return {
    thicknessMm,
    qbar: q,
    massGsm: thicknessMm * core.densityKgM3,
    axes: { turnedDeg: 0, q, strengths: null, weave: 'random' },
  };
}

/** Softer than any core: less is a slip of the keyboard, and no sum of stiffnesses bears it. */
const LEAST_MODULUS_GPA = 1e-4;

function elasticLamina(layer: ElasticLayer, field: string): Lamina {
  const thicknessMm = requireNumber(layer.thicknessMm, `${field}.thicknessMm`, { above: 0, max: LIMITS.depthMm.max });
  const modulus = { min: LEAST_MODULUS_GPA, max: 2000 };
  const e1GPa = requireNumber(layer.e1GPa, `${field}.e1GPa`, modulus);
  const e2GPa = requireNumber(layer.e2GPa, `${field}.e2GPa`, modulus);
  const g12GPa = requireNumber(layer.g12GPa, `${field}.g12GPa`, modulus);
  const nu12 = requireNumber(layer.nu12, `${field}.nu12`, { min: -50, max: 50 });
  if (nu12 * nu12 * e2GPa >= e1GPa)
    throw new CoreError('inconsistent', `${field}.nu12`, {
      why: 'poisson',
      value: nu12,
      most: Math.sqrt(e1GPa / e2GPa),
    });
  const turnedDeg = requireNumber(layer.orientationDeg ?? 0, `${field}.orientationDeg`, LIMITS.angleDeg);
  const densityKgM3 = requireNumber(layer.densityKgM3 ?? 0, `${field}.densityKgM3`, { min: 0, max: 20_000 });
  const strengths = layer.strengths ?? null;
  if (strengths)
    for (const name of ['xtMPa', 'xcMPa', 'ytMPa', 'ycMPa', 'sMPa'] as const)
      requireNumber(strengths[name], `${field}.strengths.${name}`, { above: 0, max: 1e5 });
  const constants = { e1GPa, e2GPa, g12GPa, nu12 };
  return {
    thicknessMm,
    qbar: rotatedStiffness(constants, turnedDeg),
    massGsm: thicknessMm * densityKgM3,
    axes: { turnedDeg, q: rotatedStiffness(constants, 0), strengths, weave: 'one-way' },
  };
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
  return turnedStiffness([[q11, q12, 0], [q12, q22, 0], [0, 0, c.g12GPa]], angleDeg); // prettier-ignore
}

/** The stiffness of a sheet in its own axes, turned by an angle. */
export function turnedStiffness([[q11, q12], [, q22], [, , q66]]: Matrix3, angleDeg: number): Matrix3 {
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
