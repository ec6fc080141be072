import {
  type Photo,
  type RecordBody,
  type RepairDetail,
  type SessionReply,
  RECORD_SCHEMA,
  canonicalJson,
  provenBy,
  roundName,
  versioned,
} from '@ashstep/contract';
import { CALCULATION_VERSION, type RepairPlan } from '@ashstep/core/repair';
import { planOf } from '../threads/heavy.js';

/** Everything about a repair that is sealed, as it stands. */
export async function recordBody(
  repair: Omit<RepairDetail, 'signOff' | 'mayPlan' | 'answersCount' | 'mayAmend' | 'seals'>,
  photos: Photo[],
  { name, zone }: Pick<SessionReply['shop'], 'name' | 'zone'>,
  signature: RecordBody['signature'],
): Promise<RecordBody> {
  const plan = await planOf(repair.inputs);
  const family = plan.resin?.verdicts.families.find((f) => f.family === plan.resin?.card?.family);
  const body: RecordBody = {
    schema: RECORD_SCHEMA,
    calculationVersion: CALCULATION_VERSION,
    shop: name,
    zone,
    repairId: repair.id,
    revision: repair.revision,
    title: repair.title,
    craft: repair.craft,
    technician: repair.technician,
    inputs: versioned(repair.inputs),
    figures: figures(plan),
    rounds: roundsOf(plan),
    conditions: (family?.conditions ?? []).map(({ id, text }) => ({ id, text })),
    checks: repair.checks,
    log: repair.log,
    results: repair.results,
    proofs: provenBy(plan, repair.log, repair.inputs.survey.readings),
    rework: repair.rework,
    events: repair.events,
    ...(photos.length > 0 ? { photos } : {}),
    signature,
  };
  return JSON.parse(canonicalJson(body)) as RecordBody;
}

const roundsOf = ({ rounds }: RepairPlan): NonNullable<RecordBody['rounds']> =>
  rounds.map((round) => ({
    id: round.id,
    name: roundName(round, rounds),
    onto: round.onto,
    closing: round.closing,
    massG: round.massG,
    plies: round.plies.length,
    pots: round.pots.map(({ label, mix, fillerG }) => ({ label, resinG: mix.resinG, secondG: mix.secondG, fillerG })),
  }));

function figures(plan: RepairPlan): RecordBody['figures'] {
  const { parent, taper, patch, match, mix, resin } = plan;
  if (!parent || !taper || !patch || !mix || !resin?.card) return null;
  const face = taper.footprint.faces[0]!;
  return {
    depthMm: parent.depthMm,
    ratio: taper.ratio,
    footprintLengthMm: face.footprint.lengthMm,
    footprintWidthMm: face.footprint.widthMm,
    groundVolumeMl: taper.footprint.groundVolumeMm3 / 1000,
    jointStrengthRatio: taper.joint?.strengthRatio ?? null,
    system: resin.card.name,
    plies: patch.faces.flatMap((part) =>
      part.plies.map((ply) => ({
        laid: ply.laid,
        face: part.face,
        fabric: ply.fabric.name,
        orientationDeg: ply.orientationDeg,
        lengthMm: ply.lengthMm,
        widthMm: ply.widthMm,
        thicknessMm: ply.thicknessMm,
        cover: ply.cover,
      })),
    ),
    match: (match?.ratios ?? []).map(({ direction, ratio, band }) => ({ direction, ratio, band })),
    weightRatio: match?.weightRatio ?? null,
    resinMixG: mix.totalG,
    ...(plan.cold.length > 0 ? { cold: plan.cold } : {}),
    pots: mix.faces.flatMap((part) =>
      part.pots.map((pot) => ({ label: pot.label, resinG: pot.mix.resinG, secondG: pot.mix.secondG })),
    ),
  };
}
