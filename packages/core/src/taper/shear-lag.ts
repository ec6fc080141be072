import { CoreError, requireNumber } from '../errors.js';
import { solveRows } from '../statistics/index.js';

export interface JointStep {
  lengthMm: number;
  /** Stiffness E t of the parent and of the patch along this step, N/mm. */
  parentNPerMm: number;
  patchNPerMm: number;
}

export interface SteppedJoint {
  /** From the loaded parent inwards. */
  steps: readonly JointStep[];
  /** Load carried into the joint per width, N/mm; 1 when left out, which gives shear per unit of load. */
  loadNPerMm?: number;
  /** Shear modulus of the resin in the bond line, MPa; 1180 when left out (an epoxy of 3.2 GPa). */
  bondShearModulusMPa?: number;
  /** Thickness of the bond line, mm; 0.2 when left out. */
  bondMm?: number;
}

export interface ShearDistribution {
  meanMPa: number;
  peakMPa: number;
  /** Peak over mean: 1 is even. */
  peakOverMean: number;
  steps: {
    peakMPa: number;
    meanMPa: number;
    /** Share of the load that goes over in this step. */ loadShare: number;
  }[];
  /** Shear along the joint, ends of steps included. */
  points: { xMm: number; shearMPa: number }[];
}

export const DEFAULT_BOND_SHEAR_MODULUS_MPA = 1180;
export const DEFAULT_BOND_MM = 0.2;
const MOST_STEPS = 80;
const POINTS_A_STEP = 8;

interface Solved extends JointStep {
  lambda: number;
  /** Share the parent would carry far from any end. */
  restLoad: number;
  a: number;
  b: number;
}

/**
 * Shear along a stepped joint by shear lag: d²τ/dx² = (G/t)(1/E₁t₁ + 1/E₂t₂) τ within a step, the parent's load and the slip of the
 * bond line continuous from step to step, all load in the parent at one end and none at the other.
 * @throws CoreError for no steps or more than 80, lengths outside 0.1…2000 mm, stiffness, modulus or bond line out of range
 */
export function shearAlong(joint: SteppedJoint): ShearDistribution {
  if (!Array.isArray(joint.steps) || joint.steps.length === 0) throw new CoreError('empty', 'stepped.steps');
  if (joint.steps.length > MOST_STEPS) throw new CoreError('too-many', 'stepped.steps', { max: MOST_STEPS });
  const load = requireNumber(joint.loadNPerMm ?? 1, 'stepped.loadNPerMm', { above: 0, max: 1e6 });
  const modulus = requireNumber(
    joint.bondShearModulusMPa ?? DEFAULT_BOND_SHEAR_MODULUS_MPA,
    'stepped.bondShearModulusMPa',
    { min: 0.1, max: 1e5 },
  );
  const bondMm = requireNumber(joint.bondMm ?? DEFAULT_BOND_MM, 'stepped.bondMm', { min: 0.01, max: 20 });
  const stiffness = { min: 1, max: 1e8 };
  const steps = joint.steps.map((step, i) => {
    const lengthMm = requireNumber(step.lengthMm, `stepped.steps.${i}.lengthMm`, { min: 0.1, max: 2000 });
    const parent = requireNumber(step.parentNPerMm, `stepped.steps.${i}.parentNPerMm`, stiffness);
    const patch = requireNumber(step.patchNPerMm, `stepped.steps.${i}.patchNPerMm`, stiffness);
    return {
      lengthMm,
      parentNPerMm: parent,
      patchNPerMm: patch,
      lambda: Math.sqrt((modulus / bondMm) * (1 / parent + 1 / patch)),
      restLoad: (load * parent) / (parent + patch),
    };
  });
  const solved = solveRows(equations(steps, load));
  if (!solved) throw new CoreError('inconsistent', 'stepped.steps', { why: 'steps' });
  return describe(
    steps.map((step, i) => ({ ...step, a: solved[2 * i]!, b: solved[2 * i + 1]! })),
    load,
  );
}

/** Parent's load in a step is a e^(−λx) + b e^(−λ(L−x)) + rest; both terms at most 1, so that long steps do not overflow. */
function equations(steps: readonly Omit<Solved, 'a' | 'b'>[], load: number): number[][] {
  const size = 2 * steps.length;
  const row = (entries: readonly [number, number][], right: number): number[] => {
    const made = new Array<number>(size + 1).fill(0);
    for (const [at, value] of entries) made[at] = value;
    made[size] = right;
    return made;
  };
  const fade = ({ lambda, lengthMm }: (typeof steps)[number]): number => Math.exp(-lambda * lengthMm);
  const first = steps[0]!;
  const last = steps.at(-1)!;
  const joined = steps.slice(1).flatMap((step, k) => {
    const before = steps[k]!;
    const [f, g] = [fade(before), fade(step)];
    // The load itself, then the shear −dN/dx.
    const carried: [number, number][] = [[2 * k, f], [2 * k + 1, 1], [2 * k + 2, -1], [2 * k + 3, -g]]; // prettier-ignore
    const shear: [number, number][] = [[2 * k, before.lambda * f], [2 * k + 1, -before.lambda], [2 * k + 2, -step.lambda], [2 * k + 3, step.lambda * g]]; // prettier-ignore
    return [row(carried, step.restLoad - before.restLoad), row(shear, 0)];
  });
  const start: [number, number][] = [[0, 1], [1, fade(first)]]; // prettier-ignore
  const end: [number, number][] = [[size - 2, fade(last)], [size - 1, 1]]; // prettier-ignore
  return [row(start, load - first.restLoad), ...joined, row(end, -last.restLoad)];
}

function describe(steps: readonly Solved[], load: number): ShearDistribution {
  const carried = ({ a, b, lambda, lengthMm, restLoad }: Solved, x: number): number =>
    a * Math.exp(-lambda * x) + b * Math.exp(-lambda * (lengthMm - x)) + restLoad;
  const shear = ({ a, b, lambda, lengthMm }: Solved, x: number): number =>
    lambda * (a * Math.exp(-lambda * x) - b * Math.exp(-lambda * (lengthMm - x)));
  const lengthMm = steps.reduce((sum, step) => sum + step.lengthMm, 0);
  const meanMPa = load / lengthMm;
  let from = 0;
  const points: ShearDistribution['points'] = [];
  const summaries = steps.map((step) => {
    for (let i = 0; i <= POINTS_A_STEP; i++)
      points.push({
        xMm: from + (step.lengthMm * i) / POINTS_A_STEP,
        shearMPa: shear(step, (step.lengthMm * i) / POINTS_A_STEP),
      });
    from += step.lengthMm;
    const over = carried(step, 0) - carried(step, step.lengthMm);
    // Shear has no maximum inside a step: it is largest in size at one of its ends.
    return {
      peakMPa: Math.max(Math.abs(shear(step, 0)), Math.abs(shear(step, step.lengthMm))),
      meanMPa: over / step.lengthMm,
      loadShare: over / load,
    };
  });
  const peakMPa = Math.max(...summaries.map((step) => step.peakMPa));
  return { meanMPa, peakMPa, peakOverMean: peakMPa / meanMPa, steps: summaries, points };
}
