import { Remembered } from '../remembered.js';
import { requireNumber } from '../errors.js';
import { type Lamina, type PlyStrengths, turnedStiffness } from './layers.js';
import { type Matrix3, invert, multiply, subtract } from './matrix3.js';
import { type LaminateInput, type Sheet, sheetsOf, stiffnessOf } from './sheets.js';

/** Loads on a laminate per width: in its plane, N/mm, and bending, N (N·mm per mm). Missing ones are none. */
export interface LaminateLoads {
  nxNPerMm?: number;
  nyNPerMm?: number;
  nxyNPerMm?: number;
  mxN?: number;
  myN?: number;
  mxyN?: number;
}

export interface FailureInput extends LaminateInput {
  loads: LaminateLoads;
  /** Held flat by what it is part of, so that it stretches without bending; free to bend when left out. */
  heldFlat?: boolean;
}

/** How a ply fails: its fibres torn or crushed, the resin across them cracked or crushed, or sheared. */
export type FailureMode = 'fibre-tension' | 'fibre-compression' | 'across-tension' | 'across-compression' | 'shear';

export interface PlyFailure {
  /** Place of the layer in the input, the outer face first. */
  layer: number;
  /** First axis of the sheet that fails, degrees. */
  turnedDeg: number;
  mode: FailureMode;
  /** Times the loads given at which it fails; below 1 it has failed. */
  factor: number;
}

export interface SheetState {
  layer: number;
  turnedDeg: number;
  /** Depth of the place looked at from the outer face, mm: top and bottom of every sheet. */
  depthMm: number;
  /** In the sheet's own axes: along, across, shear; strains as fractions, stresses MPa. */
  strain: [number, number, number];
  stressMPa: [number, number, number];
  /** Times the loads at which it fails there; null where it is not known to. */
  maxStrain: { mode: FailureMode; factor: number } | null;
  tsaiWuFactor: number | null;
}

export interface FailureResult {
  /** Strain of the mid-plane x, y, xy and its curvature, 1/mm. */
  midStrain: [number, number, number];
  curvaturePerMm: [number, number, number];
  sheets: SheetState[];
  /** First of all to fail by maximum strain; null when nothing is known to fail. */
  firstPly: PlyFailure | null;
  /** First by Tsai-Wu with F₁₂ = −½ √(F₁₁F₂₂). */
  tsaiWu: Omit<PlyFailure, 'mode'> | null;
}

/** Membrane stress at which a laminate held flat fails in one direction, MPa; null when nothing of it is known to fail. */
export interface DirectionStrength {
  firstPlyMPa: number | null;
  /** When it stops carrying: resin cracked across the fibres does not end a laminate whose other plies hold. */
  carryingMPa: number | null;
  tsaiWuMPa: number | null;
}

export interface LaminateStrength {
  xTension: DirectionStrength;
  xCompression: DirectionStrength;
  yTension: DirectionStrength;
  yCompression: DirectionStrength;
  /** The smaller of both ways of shear, which differ where plies lie across. */
  shear: DirectionStrength;
  shearPositive: DirectionStrength;
  shearNegative: DirectionStrength;
}

type Vector = [number, number, number];

/**
 * Strains and stresses of every sheet under given loads, and what fails first, by maximum strain and by Tsai-Wu. A comparison of laminates
 * with generic strengths, not a promise of strength.
 *
 * {ε⁰, κ} from the inverse of the full stiffness, or ε⁰ = A⁻¹N where it is held flat; ε = ε⁰ + zκ turned into the sheet's axes.
 * @throws CoreError for layers no laminate can have, or loads outside ±1e6
 */
export function failure(input: FailureInput): FailureResult {
  const sheets = sheetsOf(input);
  const load = (name: keyof LaminateLoads): number =>
    requireNumber(input.loads[name] ?? 0, `loads.${name}`, { min: -1e6, max: 1e6 });
  const n: Vector = [load('nxNPerMm'), load('nyNPerMm'), load('nxyNPerMm')];
  const m: Vector = [load('mxN'), load('myN'), load('mxyN')];
  const [midStrain, curvaturePerMm] = input.heldFlat
    ? [times(invert(stiffnessOf(sheets).a), n), [0, 0, 0] as Vector]
    : released(sheets, n, m);
  const outer = sheets[0]!.top;
  const states = sheets.flatMap(({ lamina, layer, top, bottom }) =>
    [top, bottom].map((z): SheetState => {
      const strain = turned(midStrain.map((e, i) => e + z * curvaturePerMm[i]!) as Vector, lamina.axes.turnedDeg);
      return { layer, turnedDeg: lamina.axes.turnedDeg, depthMm: z - outer, ...judged(lamina, strain) };
    }),
  );
  const failing = states.flatMap((state): PlyFailure[] =>
    state.maxStrain ? [{ layer: state.layer, turnedDeg: state.turnedDeg, ...state.maxStrain }] : [],
  );
  const wu = states.flatMap(({ layer, turnedDeg, tsaiWuFactor }) =>
    tsaiWuFactor === null ? [] : [{ layer, turnedDeg, factor: tsaiWuFactor }],
  );
  return { midStrain, curvaturePerMm, sheets: states, firstPly: least(failing), tsaiWu: least(wu) };
}

/**
 * Membrane stresses at which a laminate held flat by what it is part of first fails, direction by direction.
 * @throws CoreError for layers no laminate can have
 */
export function strengths(input: LaminateInput): LaminateStrength {
  return KNOWN.of(JSON.stringify(input), () => workedOut(input));
}

/** An outline is dragged over the same plies for frame after frame. */
const KNOWN = new Remembered<LaminateStrength>(60);

function workedOut(input: LaminateInput): LaminateStrength {
  const sheets = sheetsOf(input);
  const cracked = sheets.map(({ lamina, ...place }) => ({ ...place, lamina: crackedAcross(lamina) }));
  const thicknessMm = sheets.at(-1)!.bottom - sheets[0]!.top;
  const [whole, after] = [invert(stiffnessOf(sheets).a), invert(stiffnessOf(cracked).a)];
  const under = (...stress: Vector): DirectionStrength => {
    const load = stress.map((mpa) => mpa * thicknessMm) as Vector;
    const strains = (list: readonly Sheet[], compliance: Matrix3): { lamina: Lamina; strain: Vector }[] =>
      list.map(({ lamina }) => ({ lamina, strain: turned(times(compliance, load), lamina.axes.turnedDeg) }));
    const first = strains(sheets, whole);
    const firstPly = least(first.flatMap(({ lamina, strain }) => modes(lamina, strain)));
    const then = least(
      strains(cracked, after).flatMap(({ lamina, strain }) =>
        modes(lamina, strain).filter(({ mode }) => !mode.startsWith('across')),
      ),
    );
    const wu = first.flatMap(({ lamina, strain }) => tsaiWu(lamina, stressOf(lamina, strain)) ?? []);
    return {
      firstPlyMPa: firstPly?.factor ?? null,
      carryingMPa: firstPly ? Math.max(firstPly.factor, then?.factor ?? 0) : null,
      tsaiWuMPa: wu.length === 0 ? null : Math.min(...wu),
    };
  };
  const [shearPositive, shearNegative] = [under(0, 0, 1), under(0, 0, -1)];
  return {
    xTension: under(1, 0, 0),
    xCompression: under(-1, 0, 0),
    yTension: under(0, 1, 0),
    yCompression: under(0, -1, 0),
    shear: smaller(shearPositive, shearNegative),
    shearPositive,
    shearNegative,
  };
}

function smaller(a: DirectionStrength, b: DirectionStrength): DirectionStrength {
  const least = (x: number | null, y: number | null): number | null =>
    x === null || y === null ? (x ?? y) : Math.min(x, y);
  return {
    firstPlyMPa: least(a.firstPlyMPa, b.firstPlyMPa),
    carryingMPa: least(a.carryingMPa, b.carryingMPa),
    tsaiWuMPa: least(a.tsaiWuMPa, b.tsaiWuMPa),
  };
}

/** Share of its stiffness across the fibres that a cracked ply keeps. */
const CRACKED = 0.01;

/** A ply whose resin has cracked between its fibres, all of them one way: stiff along them and in shear alone. */
function crackedAcross(lamina: Lamina): Lamina {
  const { axes } = lamina;
  if (axes.weave !== 'one-way' || !axes.strengths) return lamina;
  const [[q11, q12], [, q22], [, , q66]] = axes.q;
  const e1 = q11 - q12 ** 2 / q22;
  const q: Matrix3 = [[e1, 0, 0], [0, CRACKED * q22, 0], [0, 0, q66]]; // prettier-ignore
  return { ...lamina, qbar: turnedStiffness(q, axes.turnedDeg), axes: { ...axes, q } };
}

/** Stress at which a laminate pulled in its stronger direction stops carrying, MPa: what a joint all round it is measured against. */
export const pulledMPa = ({ xTension, yTension }: LaminateStrength): number | null =>
  xTension.carryingMPa === null || yTension.carryingMPa === null
    ? null
    : Math.max(xTension.carryingMPa, yTension.carryingMPa);

/** Mid-plane strain and curvature of a laminate free to bend. */
function released(sheets: readonly Sheet[], n: Vector, m: Vector): [Vector, Vector] {
  const { a, b, d } = stiffnessOf(sheets);
  const aInverse = invert(a);
  const reduced = invert(subtract(d, multiply(multiply(b, aInverse), b)));
  const curvature = times(reduced, subtractVector(m, times(b, times(aInverse, n))));
  return [times(aInverse, subtractVector(n, times(b, curvature))), curvature];
}

const times = (matrix: Matrix3, v: Vector): Vector =>
  matrix.map((row) => row[0] * v[0] + row[1] * v[1] + row[2] * v[2]) as Vector;
const subtractVector = (a: Vector, b: Vector): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];

/** Strain in axes turned counter-clockwise by an angle; shear as the angle γ. */
function turned([x, y, xy]: Vector, angleDeg: number): Vector {
  const t = (angleDeg * Math.PI) / 180;
  const [c, s] = [Math.cos(t), Math.sin(t)];
  return [
    x * c * c + y * s * s + xy * c * s,
    x * s * s + y * c * c - xy * c * s,
    2 * (y - x) * c * s + xy * (c * c - s * s),
  ];
}

const stressOf = ({ axes }: Lamina, strain: Vector): Vector => times(axes.q, strain).map((gpa) => 1000 * gpa) as Vector;

function judged(
  lamina: Lamina,
  strain: Vector,
): Pick<SheetState, 'strain' | 'stressMPa' | 'maxStrain' | 'tsaiWuFactor'> {
  const stressMPa = stressOf(lamina, strain);
  return { strain, stressMPa, maxStrain: least(modes(lamina, strain)), tsaiWuFactor: tsaiWu(lamina, stressMPa) };
}

const least = <T extends { factor: number }>(list: readonly T[]): T | null =>
  list.length === 0 ? null : list.reduce((a, b) => (b.factor < a.factor ? b : a));

/** Every way a sheet may fail by maximum strain, with how many times the strain it takes. A random mat is looked at along its principal strains. */
function modes({ axes }: Lamina, strain: Vector): { mode: FailureMode; factor: number }[] {
  const limits = axes.strengths && strainLimits(axes.q, axes.strengths);
  if (!limits) return [];
  const [along, across, shear] = axes.weave === 'random' ? [...principal(strain), 0] : strain;
  const second = axes.weave === 'one-way' ? 'across' : 'fibre';
  const found: { mode: FailureMode; factor: number }[] = [];
  const add = (mode: FailureMode, limit: number, value: number): void => {
    if (Math.abs(value) > 1e-15) found.push({ mode, factor: limit / Math.abs(value) });
  };
  add(along! > 0 ? 'fibre-tension' : 'fibre-compression', along! > 0 ? limits.xt : limits.xc, along!);
  add(across! > 0 ? `${second}-tension` : `${second}-compression`, across! > 0 ? limits.yt : limits.yc, across!);
  add('shear', limits.s, shear!);
  return found;
}

function principal([x, y, xy]: Vector): [number, number] {
  const [mean, radius] = [(x + y) / 2, Math.hypot((x - y) / 2, xy / 2)];
  return [mean + radius, mean - radius];
}

/** Strains at which a ply pulled, pushed or sheared along one axis alone fails. */
function strainLimits(
  q: Matrix3,
  { xtMPa, xcMPa, ytMPa, ycMPa, sMPa }: PlyStrengths,
): { xt: number; xc: number; yt: number; yc: number; s: number } {
  const d = q[0][0] * q[1][1] - q[0][1] ** 2;
  const [e1, e2, g] = [(1000 * d) / q[1][1], (1000 * d) / q[0][0], 1000 * q[2][2]];
  return { xt: xtMPa / e1, xc: xcMPa / e1, yt: ytMPa / e2, yc: ycMPa / e2, s: sMPa / g };
}

/** Times a stress at which F₁σ₁ + F₂σ₂ + F₁₁σ₁² + F₂₂σ₂² + F₆₆τ² + 2F₁₂σ₁σ₂ is one. */
function tsaiWu({ axes }: Lamina, [s1, s2, t]: Vector): number | null {
  if (!axes.strengths) return null;
  const { xtMPa, xcMPa, ytMPa, ycMPa, sMPa } = axes.strengths;
  const [f11, f22, f66] = [1 / (xtMPa * xcMPa), 1 / (ytMPa * ycMPa), 1 / sMPa ** 2];
  const linear = (1 / xtMPa - 1 / xcMPa) * s1 + (1 / ytMPa - 1 / ycMPa) * s2;
  const square = f11 * s1 ** 2 + f22 * s2 ** 2 + f66 * t ** 2 - Math.sqrt(f11 * f22) * s1 * s2;
  if (square < 1e-18) return null;
  return (-linear + Math.sqrt(linear ** 2 + 4 * square)) / (2 * square);
}
