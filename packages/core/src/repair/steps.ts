import { attempt } from '../errors.js';
import { DEFAULT_LAYING_RATE } from '../mix/index.js';
import { coreOf } from '../material/index.js';
import type { ExtraRound, Go, StepsInput } from '../plan/index.js';
import { GEL_COAT } from '../resin/gel-coat.js';
import { laysPlies } from './stages/kind.js';
import { bothInOneGo } from './stages/working-side.js';
import { dryBy } from '../survey/index.js';
import type { RepairInputs } from './inputs.js';
import type { PlannedRound } from './rounds.js';
import { type PlannedFinish, finishCheck } from './finishing.js';
import type { DamagePlan } from './stages/damage.js';
import type { MixPlan } from './stages/mix.js';
import type { PatchPlan } from './stages/patch.js';
import type { ResinPlan } from './stages/resin.js';
import type { TaperPlan } from './stages/taper.js';

/** What the stages before the days have worked out; null where one could not. */
export interface PlannedStages {
  damage: DamagePlan | null;
  resin: ResinPlan | null;
  taper: TaperPlan | null;
  patch: PatchPlan | null;
  mix: MixPlan | null;
  rounds: readonly PlannedRound[];
  finish: PlannedFinish | null;
}

/** What each go of a face takes: its plies' share of the resin, and its pots. */
function goesOf(face: PatchPlan['faces'][number], { quantity, pots, totalG }: MixPlan['faces'][number]): Go[] {
  return face.sessions.map(({ from, to }, go) => {
    const own = quantity.plies.slice(from, to + 1).reduce((sum, ply) => sum + ply.resinG, 0);
    return { resinG: (totalG * own) / quantity.pliesResinG, pots: pots.filter((pot) => pot.go === go).length };
  });
}

/** Check that a round was kept from the air; null where it need not be. */
export const closedCheckOf = ({ id, closing }: Pick<PlannedRound, 'id' | 'closing'>): string | null =>
  closing === null ? null : `${id}.closed`;

/** What is laid, filled or coated before the plies of the patch and after them. */
function extraRounds(rounds: readonly PlannedRound[]): Pick<StepsInput, 'before' | 'after'> {
  const patch = rounds.findIndex(({ face }) => face !== null);
  const extra = (round: PlannedRound): ExtraRound => ({
    id: round.use ? `paste-${round.use}` : round.kind === 'coat' ? 'coat' : 'lay-more',
    massG: round.massG,
    pots: Math.max(1, round.pots.length),
    onto: round.onto === 'green' ? 'green' : 'abraded',
    closedCheck: closedCheckOf(round),
    ...(round.medium === 'gelcoat' ? { hours: GEL_COAT } : {}),
    ...(rounds[rounds.indexOf(round) + 1]?.onto === 'green' ? { nextGreen: true } : {}),
  });
  if (patch < 0) return { before: [], after: rounds.map(extra) };
  const others = (from: number, to?: number): ExtraRound[] =>
    rounds.slice(from, to).filter(({ face }) => face === null).map(extra); // prettier-ignore
  return { before: others(0, patch), after: others(patch + 1) };
}

/** What the steps of a repair are made from; null until its mix is planned, or where no resin is chosen. */
export function stepsInputOf(
  inputs: RepairInputs,
  { damage, resin, taper, patch, mix, rounds, finish }: PlannedStages,
): StepsInput | null {
  const card = resin?.card;
  if (!damage || !card || !finish) return null;
  const laid = laysPlies(inputs);
  if (laid && (!taper || !patch || !mix)) return null;
  const { core } = inputs.laminate;
  const { moistureLimit, readings } = inputs.survey;
  const wet = moistureLimit !== null && readings.some(({ kind }) => kind === 'moisture');
  return {
    card,
    faces: !laid
      ? []
      : patch!.faces.map((face, i) => ({
          apart: taper!.profile.kind === 'form' && taper!.profile.skins === true,
          together: bothInOneGo(inputs),
          groundVolumeMm3: taper!.footprint.faces[i]!.taperVolumeMm3,
          plies: face.stack.plies.length,
          resinG: mix!.faces[i]!.totalG,
          pots: mix!.faces[i]!.pots.length,
          goes: goesOf(face, mix!.faces[i]!),
          closedCheck:
            rounds
              .filter(({ face }) => face === i)
              .map(closedCheckOf)
              .at(-1) ?? null,
        })),
    noGround: taper?.kind === 'panel',
    abradedAreaMm2: taper?.shownMm2 ?? damage.cut.areaMm2,
    layingRateGPerMin: mix?.faces[0]?.pace.gPerMin ?? DEFAULT_LAYING_RATE,
    ...extraRounds(rounds),
    finishSteps: finish.works.map((one) => ({ ...one, checkId: finishCheck(one.id) })),
    ...(inputs.days.rates ? { rates: inputs.days.rates } : {}),
    breathingCore: core !== null && attempt(() => !coreOf(core).wooden).result === true,
    dryUntilAt: wet ? dryBy(inputs.survey) : null,
  };
}
