import { LIMITS } from '../limits/index.js';
import { type Remark, requireEntry, requireNumber } from '../errors.js';
import { MATRICES, type ResinFamily } from '../material/index.js';
import { type ShearDistribution, type SteppedJoint, shearAlong } from './shear-lag.js';

/** Mean bond shear strength to abraded, clean, dry glass laminate, MPa. Source: usual trade values; each a shop setting. */
export const BOND_SHEAR_MPA: Record<ResinFamily, number> = { epoxy: 18, vinylester: 14, polyester: 11 };

/** Factors by which the clean, dry bond is knocked down; 1 leaves it whole. */
export interface KnockDowns {
  preparation?: number;
  secondaryBond?: number;
  wetService?: number;
  age?: number;
}

export interface JointInput {
  ratio: number;
  resin: ResinFamily;
  /** Ultimate membrane stress of the parent, MPa. */
  parentStrengthMPa: number;
  /** Overrides the family's bond shear, MPa. */
  bondShearMPa?: number;
  knockDowns?: KnockDowns;
  /** The joint step by step, to see how unevenly it is loaded. */
  stepped?: SteppedJoint;
}

export interface JointResult {
  /** Shear and peel on the slope per unit of membrane stress: n/(n²+1) and 1/(n²+1). */
  shearPerStress: number;
  peelPerStress: number;
  knockDown: number;
  /** Joint strength over parent strength, not capped. */
  strengthRatio: number;
  /** η = min(1, strengthRatio). */
  efficiency: number;
  /** Smallest ratio at which the joint is as strong as the parent; 1 when any is. */
  ratioForFullStrength: number;
  /** Shear along the joint; null unless its steps are given. */
  distribution: ShearDistribution | null;
  remarks: Remark[];
}

/**
 * Strength of a scarf bond against its parent from mean stresses.
 *
 * τ = σ n/(n²+1), peel σ/(n²+1); η = min(1, τ_b k (n²+1)/(n σ_u)). Mean stresses; peaks at stiffness steps are seen by `stepped`.
 * @throws CoreError for ratio outside 1…100, strengths outside 0.1…5000 MPa, knock-downs outside 0.05…1
 */
export function joint(input: JointInput): JointResult {
  const n = requireNumber(input.ratio, 'ratio', LIMITS.ratio);
  const family = requireEntry(MATRICES, input.resin, 'resin').id;
  const strength = requireNumber(input.parentStrengthMPa, 'parentStrengthMPa', { min: 0.1, max: 5000 });
  const bondShear = requireNumber(input.bondShearMPa ?? BOND_SHEAR_MPA[family], 'bondShearMPa', LIMITS.bondMPa);
  const names = ['preparation', 'secondaryBond', 'wetService', 'age'] as const;
  const knockDown = names.reduce(
    (k, name) => k * requireNumber(input.knockDowns?.[name] ?? 1, `knockDowns.${name}`, LIMITS.knockDown),
    1,
  );
  const strengthRatio = (bondShear * knockDown * (n * n + 1)) / (n * strength);
  const s = strength / (bondShear * knockDown);
  const remarks: Remark[] = strengthRatio < 1 ? [{ id: 'joint.weaker', params: { percent: strengthRatio * 100 } }] : [];
  return {
    shearPerStress: n / (n * n + 1),
    peelPerStress: 1 / (n * n + 1),
    knockDown,
    strengthRatio,
    efficiency: Math.min(1, strengthRatio),
    distribution: input.stepped ? shearAlong(input.stepped) : null,
    ratioForFullStrength: s <= 2 ? 1 : (s + Math.sqrt(s * s - 4)) / 2,
    remarks,
  };
}
