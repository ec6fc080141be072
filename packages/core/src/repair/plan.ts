import { type CoreError, type Remark, attempt } from '../errors.js';
import { agingCardOf, coldRemarks, neverFullRemarks } from '../cure/index.js';
import type { Facts } from '../conditions/condition.js';
import { type DaysResult, type StepsInput, planDays } from '../plan/index.js';
import { type FinishRoute, finishRoute } from '../finish/routes.js';
import { type InspectionCheck, inspectionList } from '../inspection/checks.js';
import type { Stage } from '../hazards/cautions.js';
import type { MatchResult } from '../laminate/index.js';
import type { EvidenceResult } from '../resin/evidence.js';
import type { SystemCard } from '../resin/systems.js';
import type { Parent, VerdictsResult } from '../resin/verdicts.js';
import type { FootprintResult, JointResult, PlugResult, RatioRange, RepairKind, TaperProfile } from '../taper/index.js';
import type { RepairInputs } from './inputs.js';
import { type DamagePlan, planDamage } from './stages/damage.js';
import { type ParentPlan, planParent } from './stages/parent.js';
import { planResin } from './stages/resin.js';
import { planTaper } from './stages/taper.js';
import { type PatchPlan, planPatch } from './stages/patch.js';
import { type MixPlan, planMix } from './stages/mix.js';
import { jobFacts } from './facts.js';
import { layUpHolds } from './holds.js';
import { stepsInputOf } from './steps.js';
import { type SeverityPlan, planSeverity } from './severity.js';

/** Why a stage has no figures: the code and field of the first thing in its way. */
export interface StageProblem {
  stage: Stage;
  code: CoreError['code'];
  field: string;
  params: Readonly<Record<string, string | number>>;
}

export interface ResinPlan {
  parent: Parent;
  evidence: EvidenceResult;
  verdicts: VerdictsResult;
  /** The system the plan goes on with: the chosen one, else the school's. Null when neither exists. */
  card: SystemCard | null;
  /** Entry of the hardener taken in place of the card's own; null when it is the card's. */
  secondId: string | null;
  chosen: boolean;
  /** The choice goes against the verdict or the school and needs a written reason. */
  needsReason: boolean;
  dewPointC: number;
  remarks: Remark[];
}

export interface TaperPlan {
  kind: RepairKind;
  profile: TaperProfile;
  ratio: number;
  range: RatioRange;
  footprint: FootprintResult;
  joint: JointResult | null;
  /** Plug of a core that is mended, and what it is cut from; null for the rest. */
  plug: { coreName: string; result: PlugResult } | null;
  /** Bond shear it is worked out with, and the shop's trials it rests on; null for the trade's usual value. */
  bond: { mpa: number; source: string | null };
  /** Distance from the abraded edge to each neighbour, mm, negative when it is run over; and the room it must leave. */
  clearances: { name: string; mm: number; wantedMm: number }[];
}

/** Everything the tool works out about one repair from its inputs. A stage that cannot be worked out is null and named in `problems`. */
export interface RepairPlan {
  damage: DamagePlan | null;
  parent: ParentPlan | null;
  resin: ResinPlan | null;
  taper: TaperPlan | null;
  patch: PatchPlan | null;
  match: MatchResult | null;
  mix: MixPlan | null;
  finish: FinishRoute | null;
  days: DaysResult | null;
  inspection: InspectionCheck[];
  facts: Facts;
  severity: SeverityPlan;
  /** What the day's temperature does to the cure: colder than the system may be used at, or too cold ever to be full. */
  cold: Remark[];
  /** What nothing may be laid before. */
  holds: Remark[];
  problems: StageProblem[];
}

/** Version of the calculations, written on every record. Raised whenever a formula or table changes a figure. */
export const CALCULATION_VERSION = '2.0';

/**
 * The whole chain from outline to dated list, in one pass; fast enough to run on every frame of a drag.
 * Never throws for inputs of the right type: what cannot be worked out is reported stage by stage.
 */
export function planRepair(inputs: RepairInputs): RepairPlan {
  const problems: StageProblem[] = [];
  const attemptStage = <T>(stage: Stage, work: () => T | null): T | null => {
    const { result, error } = attempt(work);
    if (error) problems.push({ stage, code: error.code, field: error.field, params: error.params });
    return result;
  };
  const damage = attemptStage('look', () => planDamage(inputs));
  const resin = attemptStage('resin', () => planResin(inputs));
  const parent = attemptStage('laminate', () => planParent(inputs, resin));
  const taper = attemptStage('taper', () => (damage && parent && resin?.card && inputs.damage.depth !== 'finish' ? planTaper(inputs, damage, parent, resin.card) : null));
  const patch = attemptStage('plies', () => (damage && parent && taper && resin?.card ? planPatch(inputs, damage, parent, taper, resin.card) : null));
  const mix = attemptStage('mix', () => (taper && patch && resin?.card ? planMix(inputs, taper, patch, resin.card) : null));
  const finish = resin?.card ? finishRoute(resin.card.family, inputs.place.finish, inputs.resin.gelCoatWay) : null;
  const days = attemptStage('days', () => {
    const steps = inputs.days.startAt === null ? null : stepsInputOf(inputs, { damage, resin, taper, patch, mix, finish });
    return steps && dated(inputs, steps);
  });
  const cold = coldAt(resin?.card ?? null, inputs.days.tempC);
  const severity = planSeverity(inputs, damage?.cut.areaMm2 ?? null);
  const facts = jobFacts(inputs, resin?.card ?? null, taper !== null, patch !== null);
  return { damage, parent, resin, taper, patch, match: patch?.match ?? null, mix, finish, days, inspection: inspectionList(facts), facts, severity, cold, holds: layUpHolds(inputs, resin?.parent ?? null, severity), problems };
}

function coldAt(card: SystemCard | null, tempC: number): Remark[] {
  return card ? [...coldRemarks(card.minTempC, tempC), ...neverFullRemarks(agingCardOf(card), tempC, card.fullCureHours)] : [];
}

function dated(inputs: RepairInputs, steps: StepsInput): DaysResult {
  const { startAt, fromMin, toMin, openDays, tempC } = inputs.days;
  return planDays({ ...steps, startAt: startAt!, hours: { fromMin, toMin, openDays }, tempC });
}

export type { DamagePlan, ParentPlan, PatchPlan, MixPlan };
