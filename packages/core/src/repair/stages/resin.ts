import { GEL_COAT } from '../../resin/gel-coat.js';
import type { Remark } from '../../errors.js';
import { type ResinFamily, coreOf, fabricOf, needsStyrene } from '../../material/index.js';
import {
  type FamilyVerdict,
  type Parent,
  type ResinFacts,
  type VerdictsResult,
  resinVerdicts,
} from '../../resin/verdicts.js';
import { type EvidenceResult, resinEvidence, shedPrior } from '../../resin/evidence.js';
import { withHardener } from '../../resin/hardeners.js';
import { DEFAULT_SYSTEM, SYSTEMS, type SystemCard, systemOf } from '../../resin/systems.js';
import { type JobAir, jobAir, jobDew } from '../air.js';
import { fibresOf, isBelow } from '../facts.js';
import type { RepairInputs } from '../inputs.js';

export interface ResinPlan {
  parent: Parent;
  evidence: EvidenceResult;
  /** Other parts of the parent in the bond area, each with a belief of its own. */
  zones: { id: string; name: string; parent: Parent; evidence: EvidenceResult }[];
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

/** What of a job decides on its resin. */
type ResinInputs = Pick<RepairInputs, 'place' | 'laminate' | 'resin' | 'stack' | 'air'>;

export function planResin(inputs: ResinInputs): ResinPlan {
  const { laminate, resin } = inputs;
  const evidence = resinEvidence({
    prior: laminate.shedCounts ? shedPrior(laminate.priorId, laminate.shedCounts) : laminate.priorId,
    clues: laminate.clueIds,
  });
  const parent = takenAs(evidence);
  const zones = (laminate.zones ?? []).map(({ id, name, priorId, clueIds }) => {
    const own = resinEvidence({ prior: priorId, clues: clueIds });
    return { id, name, parent: takenAs(own), evidence: own };
  });
  const air = jobAir(inputs.air);
  const dew = jobDew(air);
  const chosen = chosenCard(resin);
  const verdicts = resinVerdicts({ facts: resinFacts(inputs, chosen, parent, air), school: resin.school, zones: zones.map(({ name, parent: zone }, i) => ({ name, parent: zone, epoxyInBond: laminate.zones![i]!.epoxyInBond })) }); // prettier-ignore
  const card =
    parent === 'thermoplastic' || zones.some((zone) => zone.parent === 'thermoplastic')
      ? null
      : (chosen ??
        (verdicts.recommended ? SYSTEMS.find((s) => s.id === DEFAULT_SYSTEM[verdicts.recommended!])! : null));
  const verdict = card && verdicts.families.find((f) => f.family === card.family)!.verdict;
  return {
    parent,
    evidence,
    zones,
    verdicts,
    card,
    secondId: chosen && resin.hardener ? resin.hardener.id : null,
    chosen: chosen !== null,
    needsReason: chosen !== null && card !== null && (verdict === 'not' || chosen.family !== verdicts.recommended),
    dewPointC: dew.dewPointC,
    remarks: [
      ...dew.remarks,
      ...evidence.remarks,
      ...(card && air.tempC.value > card.maxTempC
        ? [{ id: 'resin.too-hot', params: { airTempC: air.tempC.value, maxTempC: card.maxTempC } }]
        : []),
    ],
  };
}

/** What a belief is planned by. */
const takenAs = ({ treatAsUnknown, mostLikely }: EvidenceResult): Parent =>
  !treatAsUnknown ? mostLikely : mostLikely === 'mixed' ? 'mixed' : 'unknown';

/** What the verdict on the system a job goes on with asks to be seen to. */
export function resinConditions(resin: ResinPlan | null): FamilyVerdict['conditions'] {
  // What a laminating resin is suitable on condition of is nothing to gel coat on gel coat.
  if (resin?.card?.id === GEL_COAT.id) return [];
  return resin?.verdicts.families.find(({ family }) => family === resin.card?.family)?.conditions ?? [];
}

/** Of these what is seen to before anything is laid; the rest comes with the finish. */
export const layUpConditions = (resin: ResinPlan | null): FamilyVerdict['conditions'] =>
  resinConditions(resin).filter(({ atFinish }) => !atFinish);

/** The card of the system a job has chosen, mixed with the hardener it has taken; null while nothing is chosen. @throws CoreError for a system that is not known or a hardener that cannot set it */
export function chosenCard({ systemId, own, hardener }: RepairInputs['resin']): SystemCard | null {
  return systemId === null ? null : withHardener(systemOf(systemId, own, 'resin.systemId'), hardener, 'resin.hardener');
}

function resinFacts(inputs: ResinInputs, chosen: SystemCard | null, parent: Parent, air: JobAir): ResinFacts {
  const { place, laminate, stack } = inputs;
  const core = laminate.core ? coreOf(laminate.core, 'laminate.core.coreId') : null;
  const patch = stack.plies ?? [];
  const binder = patch.map((ply) => fabricOf(ply, 'stack.plies')).find(needsStyrene)?.binder;
  const tooCold = (['polyester', 'vinylester', 'epoxy'] as const).filter(
    (family) => Math.min(air.tempC.value, air.surfaceTempC.value) < minTempC(family, chosen),
  );
  return {
    parent,
    waterline: isBelow(place) ? 'below' : 'above',
    finish: place.finish,
    fibres: fibresOf(inputs),
    ...(core ? { coreStyrene: core.styrene, coreReachable: laminate.core!.reachable, coreWooden: core.wooden } : {}),
    ...(binder ? { matBinder: binder } : {}),
    epoxyInBond: laminate.epoxyInBond,
    pressedPanel: laminate.pressedPanel,
    specialService: place.specialService,
    certified: place.certified,
    likeForLike: place.likeForLike,
    humidityPercent: air.humidityPercent.value,
    dewMarginC: jobDew(air).marginC!,
    tooCold,
  };
}

/** The chosen system's minimum if it is of this family, else the family's most cold-tolerant one. */
function minTempC(family: ResinFamily, chosen: SystemCard | null): number {
  return chosen?.family === family
    ? chosen.minTempC
    : Math.min(...SYSTEMS.filter((s) => s.family === family).map((s) => s.minTempC));
}
