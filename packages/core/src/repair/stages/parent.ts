import { LIMITS } from '../../limits/index.js';
import { CoreError, type Remark, requireNumber } from '../../errors.js';
import {
  type FabricLayer,
  type LaminateResult,
  type LaminateStrength,
  alikeBothWays,
  laminate,
  strengths,
} from '../../laminate/index.js';
import { type ResinFamily, coreOf } from '../../material/index.js';
import type { RepairInputs } from '../inputs.js';
import { proposePlies } from '../../stack/propose.js';
import type { ResinPlan } from './resin.js';

export interface ParentPlan {
  /** Thickness of the laminate or outer skin, mm. */
  thicknessMm: number;
  /** Depth to repair, mm. */
  depthMm: number;
  /** Plies of the whole laminate, the face that is worked first: entered, or the best guess for its thickness. */
  plies: readonly FabricLayer[];
  /** Of a guess, where it is no glass. */
  fibre: 'carbon' | null;
  /** Whether the plies are a guess from thickness alone. */
  guessed: boolean;
  /** The entered plies' own thickness, for comparison with the measured one. */
  whole: LaminateResult;
  /** The part of the laminate within the depth, which the patch must equal. */
  within: LaminateResult;
  withinPlies: readonly FabricLayer[];
  /** What that part carries before it fails. */
  strength: LaminateStrength;
  resin: ResinFamily;
  remarks: Remark[];
}

/** Measured and computed thickness may differ by this share before it is remarked on. */
const THICKNESS_TOLERANCE = 0.1;

/** What of a job decides on its parent. */
interface ParentInputs {
  laminate: RepairInputs['laminate'];
  damage: Pick<RepairInputs['damage'], 'depth' | 'depthMm'>;
  /** Worked from inside: depth is counted from there. */
  inside?: boolean;
}

export function planParent(inputs: ParentInputs, resinPlan: ResinPlan | null): ParentPlan {
  const { known, plies: entered, thicknessMm: measured, core } = inputs.laminate;
  const resin = parentResin(resinPlan);
  if (core) {
    coreOf(core, 'laminate.core.coreId');
    requireNumber(core.thicknessMm, 'laminate.core.thicknessMm', LIMITS.coreMm);
  }
  if (known === 'plies' && entered.length === 0) throw new CoreError('empty', 'laminate.plies');
  if (known === 'thickness' && measured === null) throw new CoreError('empty', 'laminate.thicknessMm');
  if (measured !== null) requireNumber(measured, 'laminate.thicknessMm', LIMITS.thicknessMm);
  const guessed = known === 'thickness';
  const guess = (mm: number): FabricLayer[] =>
    [
      ...proposePlies({
        parentPlies: [],
        depthMm: mm,
        family: resin,
        coverMm: 0,
        ...(inputs.laminate.fibre ? { fibre: inputs.laminate.fibre } : {}),
      }),
    ].reverse();
  const plies = guessed ? guess(measured!) : inputs.inside ? [...entered].reverse() : entered;
  const whole = laminate({ layers: plies, resin }, 'laminate.plies.');
  const thicknessMm = measured ?? whole.thicknessMm;
  const depthMm = damagedDepth(inputs, thicknessMm);
  const withinPlies = pliesWithin(plies, whole, (depthMm / thicknessMm) * whole.thicknessMm);
  const within = laminate({ layers: withinPlies, resin });
  const remarks: Remark[] = [];
  if (!guessed && measured !== null && Math.abs(whole.thicknessMm / measured - 1) > THICKNESS_TOLERANCE)
    remarks.push({ id: 'laminate.thickness-differs', params: { computedMm: whole.thicknessMm, measuredMm: measured } });
  if (guessed) remarks.push({ id: 'laminate.guessed', params: { plies: plies.length } });
  return {
    thicknessMm,
    depthMm,
    plies,
    fibre: guessed ? (inputs.laminate.fibre ?? null) : null,
    guessed,
    whole,
    // Where the plies are a guess, so is what of them is gone: as deep as it was measured, not to the next ply.
    within: guessed ? alikeBothWays(depthMm < thicknessMm ? laminate({ layers: guess(depthMm), resin }) : within) : within, // prettier-ignore
    withinPlies,
    strength: strengths({ layers: withinPlies, resin }),
    resin,
    remarks,
  };
}

/** Resin whose density and stiffness the parent is given: the likeliest of the three families; polyester, the commonest, where it is none of them. */
export function parentResin(plan: ResinPlan | null): ResinFamily {
  const likely = plan?.evidence.mostLikely;
  return likely === 'vinylester' || likely === 'epoxy' ? likely : 'polyester';
}

function damagedDepth(inputs: ParentInputs, thicknessMm: number): number {
  if (inputs.damage.depth !== 'part') return thicknessMm;
  if (inputs.damage.depthMm === null) throw new CoreError('empty', 'damage.depthMm');
  return requireNumber(inputs.damage.depthMm, 'damage.depthMm', { min: 0.1, max: thicknessMm });
}

/** Plies, the worked face first, whose middle lies within the depth; at least the outermost. */
function pliesWithin(plies: readonly FabricLayer[], whole: LaminateResult, depthMm: number): FabricLayer[] {
  let top = 0;
  const within = plies.filter((_, i) => {
    const middle = top + whole.layerThicknessMm[i]! / 2;
    top += whole.layerThicknessMm[i]!;
    return middle <= depthMm;
  });
  return within.length === 0 ? [plies[0]!] : within;
}
