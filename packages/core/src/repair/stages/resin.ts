import { dewPoint } from '../../air/dew-point.js';
import { requireEntry } from '../../errors.js';
import { CORES, FABRICS, type ResinFamily, isChoppedMat } from '../../material/index.js';
import { type Parent, type ResinFacts, resinVerdicts } from '../../resin/verdicts.js';
import { resinEvidence } from '../../resin/evidence.js';
import { DEFAULT_SYSTEM, SYSTEMS } from '../../resin/systems.js';
import { fibresOf } from '../facts.js';
import type { RepairInputs } from '../inputs.js';
import type { ResinPlan } from '../plan.js';

export function planResin(inputs: RepairInputs): ResinPlan {
  const { laminate, resin } = inputs;
  const evidence = resinEvidence({ prior: laminate.priorId, clues: laminate.clueIds });
  const parent: Parent = evidence.treatAsUnknown ? (evidence.mostLikely === 'mixed' ? 'mixed' : 'unknown') : evidence.mostLikely;
  const air = dewPoint({ airTempC: resin.airTempC, relativeHumidityPercent: resin.humidityPercent, surfaceTempC: resin.surfaceTempC });
  const verdicts = resinVerdicts({ facts: resinFacts(inputs, parent, air.marginC!), school: resin.school });
  const chosen = resin.systemId === null ? null : requireEntry(SYSTEMS, resin.systemId, 'resin.systemId');
  const card = chosen ?? (verdicts.recommended ? SYSTEMS.find((s) => s.id === DEFAULT_SYSTEM[verdicts.recommended!])! : null);
  const verdict = card && verdicts.families.find((f) => f.family === card.family)!.verdict;
  return {
    parent,
    evidence,
    verdicts,
    card,
    chosen: chosen !== null,
    needsReason: chosen !== null && (verdict === 'not' || chosen.family !== verdicts.recommended),
    dewPointC: air.dewPointC,
    remarks: [...air.remarks, ...evidence.remarks, ...(card && resin.airTempC > card.maxTempC ? [{ id: 'resin.too-hot', params: { airTempC: resin.airTempC, maxTempC: card.maxTempC } }] : [])],
  };
}

function resinFacts(inputs: RepairInputs, parent: Parent, dewMarginC: number): ResinFacts {
  const { place, laminate, resin, stack } = inputs;
  const core = laminate.core ? requireEntry(CORES, laminate.core.coreId, 'laminate.core.coreId') : null;
  const patch = stack.plies ?? [];
  const binder = patch.map((ply) => FABRICS.find((f) => f.id === ply.fabricId)).find((f) => f && isChoppedMat(f) && f.binder !== 'stitched')?.binder;
  const tooCold = (['polyester', 'vinylester', 'epoxy'] as const).filter((family) => resin.surfaceTempC < minTempC(family, resin.systemId));
  return {
    parent,
    waterline: place.waterline,
    finish: place.finish,
    fibres: fibresOf(inputs),
    ...(core ? { coreStyrene: core.styrene, coreReachable: laminate.core!.reachable, coreWooden: core.wooden } : {}),
    ...(binder ? { matBinder: binder } : {}),
    epoxyInBond: laminate.epoxyInBond,
    pressedPanel: laminate.pressedPanel,
    specialService: place.specialService,
    certified: place.certified,
    likeForLike: place.likeForLike,
    humidityPercent: resin.humidityPercent,
    dewMarginC,
    tooCold,
  };
}

/** The chosen system's minimum if it is of this family, else the family's most cold-tolerant one. */
function minTempC(family: ResinFamily, systemId: string | null): number {
  const cards = SYSTEMS.filter((s) => s.family === family);
  return cards.find((s) => s.id === systemId)?.minTempC ?? Math.min(...cards.map((s) => s.minTempC));
}
