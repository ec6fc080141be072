import { CoreError, type Remark } from '../errors.js';
import type { Facts } from '../conditions/condition.js';
import { type DaysResult, planDays } from '../plan/index.js';
import { type FinishRoute, finishRoute } from '../finish/routes.js';
import { type InspectionCheck, inspectionList } from '../inspection/checks.js';
import type { Stage } from '../hazards/cautions.js';
import type { MatchResult } from '../laminate/index.js';
import type { EvidenceResult } from '../resin/evidence.js';
import type { SystemCard } from '../resin/systems.js';
import type { Parent, VerdictsResult } from '../resin/verdicts.js';
import type { FootprintResult, JointResult, RatioRange } from '../taper/index.js';
import type { RepairInputs } from './inputs.js';
import { type DamagePlan, planDamage } from './stages/damage.js';
import { type ParentPlan, planParent } from './stages/parent.js';
import { planResin } from './stages/resin.js';
import { planTaper } from './stages/taper.js';
import { type PatchPlan, planPatch } from './stages/patch.js';
import { type MixPlan, planMix } from './stages/mix.js';
import { jobFacts } from './facts.js';

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
  chosen: boolean;
  /** The choice goes against the verdict or the school and needs a written reason. */
  needsReason: boolean;
  dewPointC: number;
  remarks: Remark[];
}

export interface TaperPlan {
  ratio: number;
  range: RatioRange;
  footprint: FootprintResult;
  joint: JointResult | null;
  /** Distance from the abraded edge to each neighbour, mm; negative when it is run over. */
  clearances: { name: string; mm: number }[];
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
  problems: StageProblem[];
}

/** Version of the calculations, written on every record. Raised whenever a formula or table changes a figure. */
export const CALCULATION_VERSION = '1.0';

/**
 * The whole chain from outline to dated list, in one pass; fast enough to run on every frame of a drag.
 * Never throws for inputs of the right type: what cannot be worked out is reported stage by stage.
 */
export function planRepair(inputs: RepairInputs): RepairPlan {
  const problems: StageProblem[] = [];
  const attempt = <T>(stage: Stage, work: () => T | null): T | null => {
    try {
      return work();
    } catch (error) {
      if (!(error instanceof CoreError)) throw error;
      problems.push({ stage, code: error.code, field: error.field, params: error.params });
      return null;
    }
  };
  const damage = attempt('look', () => planDamage(inputs));
  const resin = attempt('resin', () => planResin(inputs));
  const parent = attempt('laminate', () => planParent(inputs, resin));
  const taper = attempt('taper', () => (damage && parent && resin?.card && inputs.damage.depth !== 'finish' ? planTaper(inputs, damage, parent, resin.card) : null));
  const patch = attempt('plies', () => (damage && parent && taper && resin?.card ? planPatch(inputs, damage, parent, taper, resin.card) : null));
  const mix = attempt('mix', () => (taper && patch && resin?.card ? planMix(inputs, taper, patch, resin.card) : null));
  const finish = resin?.card ? finishRoute(resin.card.family, inputs.place.finish, inputs.resin.gelCoatWay) : null;
  const planned = inputs.damage.depth === 'finish' || (taper && patch && mix);
  const days = attempt('days', () => (inputs.days.startAt && damage && finish && resin?.card && planned ? dated(inputs, damage, taper, patch, mix, finish, resin.card) : null));
  const facts = jobFacts(inputs, resin?.card ?? null, taper !== null, patch !== null);
  return { damage, parent, resin, taper, patch, match: patch?.match ?? null, mix, finish, days, inspection: inspectionList(facts), facts, problems };
}

function dated(inputs: RepairInputs, damage: DamagePlan, taper: TaperPlan | null, patch: PatchPlan | null, mix: MixPlan | null, finish: FinishRoute, card: SystemCard): DaysResult {
  const { startAt, fromMin, toMin, openDays, tempC } = inputs.days;
  const faces = (patch?.faces ?? []).map((face, i) => ({
    groundVolumeMm3: taper!.footprint.faces[i]!.taperVolumeMm3,
    plies: face.stack.plies.length,
    resinG: mix!.faces[i]!.totalG,
    pots: mix!.faces[i]!.pots.length,
  }));
  return planDays({
    startAt: startAt!,
    hours: { fromMin, toMin, openDays },
    card,
    tempC,
    faces,
    abradedAreaMm2: taper?.footprint.faces[0]!.abraded.areaMm2 ?? damage.cut.areaMm2,
    layingRateGPerMin: inputs.mix.layingRateGPerMin,
    finishSteps: finish.steps,
  });
}

export type { DamagePlan, ParentPlan, PatchPlan, MixPlan };
