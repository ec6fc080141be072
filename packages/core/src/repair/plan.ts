import { type CoreError, type Remark, attempt } from '../errors.js';
import { agingCardOf, coldRemarks, neverFullRemarks } from '../cure/index.js';
import type { Facts } from '../conditions/condition.js';
import { type DaysResult, type StepsInput, planDays } from '../plan/index.js';
import { type InspectionCheck, inspectionList } from '../inspection/checks.js';
import type { Stage } from '../hazards/cautions.js';
import type { MatchResult } from '../laminate/index.js';
import { kept } from '../remembered.js';
import { GEL_COAT } from '../resin/gel-coat.js';
import type { SystemCard } from '../resin/systems.js';
import type { RepairInputs } from './inputs.js';
import { type DamagePlan, planDamage } from './stages/damage.js';
import { type ParentPlan, planParent } from './stages/parent.js';
import { type ResinPlan, planResin } from './stages/resin.js';
import { type TaperPlan, planTaper } from './stages/taper.js';
import { type PatchPlan, planPatch } from './stages/patch.js';
import { type MixPlan, planMix } from './stages/mix.js';
import { type JobAir, jobAir } from './air.js';
import { type InjectionResult, USUAL_INJECTION, injection, isLaidOn } from '../taper/index.js';
import { isUncut, laysPlies, mendsGelCoatOnly, workedAs } from './stages/kind.js';
import { fromInside } from './stages/working-side.js';
import { type PlannedFinish, plannedFinish } from './finishing.js';
import { jobFacts } from './facts.js';
import { layUpHolds } from './holds.js';
import { stepsInputOf } from './steps.js';
import { type PlannedRound, plannedRounds } from './rounds.js';
import { type SeverityPlan, planSeverity } from './severity.js';

/** Why a stage has no figures: the code and field of the first thing in its way. */
export interface StageProblem {
  stage: Stage;
  code: CoreError['code'];
  field: string;
  params: Readonly<Record<string, string | number>>;
}

/** Everything the tool works out about one repair from its inputs. A stage that cannot be worked out is null and named in `problems`. */
export interface RepairPlan {
  damage: DamagePlan | null;
  parent: ParentPlan | null;
  resin: ResinPlan | null;
  taper: TaperPlan | null;
  patch: PatchPlan | null;
  /** Holes and resin of a dry disbond that is injected; null for the rest. */
  injected: InjectionResult | null;
  match: MatchResult | null;
  mix: MixPlan | null;
  /** Everything that is laid, filled or coated, in order. */
  rounds: PlannedRound[];
  finish: PlannedFinish | null;
  days: DaysResult | null;
  inspection: InspectionCheck[];
  facts: Facts;
  severity: SeverityPlan;
  /** The air everything is worked out with, and where each figure comes from. */
  air: JobAir;
  /** What the day's temperature does to the cure: colder than the system may be used at, or too cold ever to be full. */
  cold: Remark[];
  /** What nothing may be laid before. */
  holds: Remark[];
  problems: StageProblem[];
}

/** Version of the calculations, written on every record. Raised whenever a formula or table changes a figure. */
export const CALCULATION_VERSION = '2.9';

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
  const air = jobAir(inputs.air);
  const damage = attemptStage('look', () => planDamage(inputs));
  const resin = attemptStage('resin', () => {
    const found = resinOf(inputs.place, inputs.laminate, inputs.resin, inputs.stack, inputs.air);
    return mendsGelCoatOnly(inputs) && inputs.resin.systemId === null ? withGelCoat(found) : found;
  });
  const { depth, depthMm } = inputs.damage;
  // A fill or an injection goes by no thickness: that nobody measured it is nothing that is missing.
  const parentOfJob = (): ParentPlan => parentOf(inputs.laminate, depth, depthMm, resin, fromInside(inputs));
  const parent = laysPlies(inputs) ? attemptStage('laminate', parentOfJob) : (attempt(parentOfJob).result ?? null);
  const taper = attemptStage('taper', () =>
    damage && parent && resin?.card && laysPlies(inputs) ? planTaper(inputs, damage, parent, resin.card) : null,
  );
  const patch = attemptStage('plies', () =>
    damage && parent && taper && resin?.card ? planPatch(inputs, damage, parent, taper, resin.card) : null,
  );
  const injected = attemptStage('taper', () =>
    damage && workedAs(inputs) === 'injection' ? injectedInto(inputs, damage) : null,
  );
  const mix = attemptStage('mix', () =>
    damage && resin?.card && (!laysPlies(inputs) || (taper && patch))
      ? planMix(inputs, damage, { taper, patch, injected }, resin.card)
      : null,
  );
  const rounds = plannedRounds(inputs, { resin, taper, patch, mix });
  const finish = resin?.card ? plannedFinish(inputs, resin.card, taper?.shownMm2 ?? damage?.cut.areaMm2 ?? 0, air.tempC.value) : null; // prettier-ignore
  const days = attemptStage('days', () => {
    const steps =
      inputs.days.startAt === null ? null : stepsInputOf(inputs, { damage, resin, taper, patch, mix, rounds, finish });
    return steps && dated(inputs, steps, air.tempC.value);
  });
  const cold = coldAt(resin?.card ?? null, air.tempC.value);
  const severity = planSeverity(inputs, isUncut(inputs) ? null : (damage?.cut.areaMm2 ?? null));
  const facts = jobFacts(inputs, resin?.card ?? null, {
    taper: taper !== null && !isLaidOn(taper.profile),
    stack: patch !== null,
    mixes: rounds.some(({ pots }) => pots.length > 0),
  });
  return {
    damage,
    parent,
    resin,
    taper,
    patch,
    injected,
    // A skin over a whole area replaces nothing: there is nothing it should be as stiff as.
    match: taper?.kind === 'overlay' ? null : (patch?.match ?? null),
    mix,
    rounds,
    finish,
    days,
    inspection: inspectionList(facts, patch?.laminate.thicknessMm ?? null),
    facts,
    severity,
    air,
    cold,
    holds: layUpHolds(inputs, resin, severity),
    problems,
  };
}

/** What a drag of the outline leaves alone is not worked out with every frame of it. */
const resinOf = kept(
  (
    place: RepairInputs['place'],
    laminate: RepairInputs['laminate'],
    resin: RepairInputs['resin'],
    stack: RepairInputs['stack'],
    air: RepairInputs['air'],
  ) => planResin({ place, laminate, resin, stack, air }),
);
const parentOf = kept(
  (
    laminate: RepairInputs['laminate'],
    depth: RepairInputs['damage']['depth'],
    depthMm: number | null,
    resin: ResinPlan | null,
    inside: boolean,
  ) => planParent({ laminate, damage: { depth, depthMm }, inside }, resin),
);

/** Gel coat is taken without being asked: it bonds to gel coat, whatever resin lies under it. */
const withGelCoat = (resin: ResinPlan): ResinPlan => ({ ...resin, card: GEL_COAT, chosen: true, needsReason: false });

function injectedInto({ taper }: RepairInputs, damage: DamagePlan): InjectionResult {
  return injection({ ...USUAL_INJECTION, ...taper.injection, shapes: damage.spots.map(({ cut }) => cut) });
}

function coldAt(card: SystemCard | null, tempC: number): Remark[] {
  return card
    ? [...coldRemarks(card.minTempC, tempC), ...neverFullRemarks(agingCardOf(card), tempC, card.fullCureHours)]
    : [];
}

function dated(inputs: RepairInputs, steps: StepsInput, tempC: number): DaysResult {
  const { startAt, fromMin, toMin, openDays } = inputs.days;
  return planDays({ ...steps, startAt: startAt!, hours: { fromMin, toMin, openDays }, tempC });
}

export type { DamagePlan, MixPlan, ParentPlan, PatchPlan, ResinPlan, TaperPlan };
