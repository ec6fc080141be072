import { dewPoint } from '@ashstep/core/air';
import { USUAL_MAX_SHARE } from '@ashstep/core/colour';
import { FINDINGS } from '@ashstep/core/diagnosis';
import { preparationChecks, roundChecks } from '@ashstep/core/inspection';
import { MATCH_LIMITS } from '@ashstep/core/laminate';
import {
  type RepairInputs,
  type RepairPlan,
  cardOfMedium,
  closedCheckOf,
  grindFound,
  laysGelCoatFirst,
  mixedG,
} from '@ashstep/core/repair';
import { EARLY } from './early-work.js';
import { evaluateLayUp } from './lay-up-evaluation.js';
import type { LogEntry } from './log-entry.js';
import { type RoundStanding, roundStandings, standingLog } from './round-log.js';

/** What a job's own record tells of a finding, and by what. */
export interface RecordFinding {
  id: string;
  found: boolean;
  why: string;
}

export interface FaultRecord {
  inputs: RepairInputs;
  plan: RepairPlan;
  log: readonly LogEntry[];
  ticked: (checkId: string) => boolean;
  zone: string;
  nowMs: number;
}

type Told = { found: boolean; why: string } | null;

const FAR_DEG = { hot: 5, warming: 2 } as const;
/** A pot so much heavier than was planned is a large one; a reading of a pot over this is more than it should get to, °C. */
const [LARGE, HOT_POT_C] = [1.25, 60];
/** A surface this much over the dew point is dry. */
const DRY_C = 3;
const DAMP_PERCENT = 85;

/** Only what the record tells is said; of what nobody wrote down nothing is, so that it is asked. */
export function recordFindings(record: FaultRecord): RecordFinding[] {
  const { plan, log, ticked } = record;
  const standing = standingLog(log);
  const rounds = roundStandings(plan.rounds, log);
  const begun = rounds.filter((one) => one.begun !== null);
  if (begun.length === 0) return [];
  const told: Readonly<Record<string, Told>> = {
    ...ofPots(standing, begun),
    ...ofAir(record, standing),
    ...ofTime(record),
    ...ofPreparation(record, begun),
    ...ofPlan(record, begun),
    ...ofColour(record),
    'no-cover': ofCover(plan, begun, ticked),
  };
  return FINDINGS.flatMap(({ id }) => (told[id] ? [{ id, ...told[id] }] : []));
}

/** Whether an entry was made against a remark. */
const againstIt = (log: readonly LogEntry[], id: string): LogEntry | undefined => log.find(({ entry }) => 'against' in entry && entry.against?.ids.includes(id)); // prettier-ignore

function ofPots(log: readonly LogEntry[], begun: readonly RoundStanding[]): Record<string, Told> {
  const pots = begun.flatMap((one) => one.pots.map((pot) => ({ pot, planned: one.round.pots })));
  const used = againstIt(log, 'mix.out-of-ratio');
  const unweighed = pots.filter(({ pot }) => pot.entry.kind === 'batch' && (pot.entry.resinAs || pot.entry.secondAs));
  const without = begun.filter(({ round, pots: own }) => round.pots.length > 0 && own.length === 0);
  const large = pots.find(({ pot, planned }) => {
    const plannedPot = pot.entry.kind === 'batch' && planned.find(({ label }) => label === (pot.entry as { label: string }).label); // prettier-ignore
    return plannedPot && pot.entry.kind === 'batch' && pot.entry.resinG + pot.entry.secondG > LARGE * mixedG(plannedPot.mix); // prettier-ignore
  });
  const weighed = pots.length > 0 && without.length === 0 && pots.every(({ pot }) => pot.mixErrorPercent !== null);
  const lot = againstIt(log, 'lot.expired');
  return {
    'mix-off': used
      ? { found: true, why: 'A ply was laid with a pot that was out.' }
      : weighed
        ? { found: false, why: `${pots.length === 1 ? 'The pot' : 'Every pot'} that went on was weighed within its ratio.` }
        : null,
    'not-weighed':
      without.length > 0 || unweighed.length > 0
        ? { found: true, why: without.length > 0 ? 'A round has no pot in the log.' : 'A pot was measured, not weighed.' }
        : pots.length > 0
          ? { found: false, why: 'Every pot has its grams.' }
          : null,
    'large-pot': large
      ? { found: true, why: `Pot ${(large.pot.entry as { label: string }).label} was a good deal heavier than planned.` }
      : weighed
        ? { found: false, why: 'No pot was heavier than planned.' }
        : null,
    'lot-old': lot ? { found: true, why: 'Mixed from a lot past its date, with the reason.' } : null,
    'late-ply': againstIt(log, 'pot.past-last-start') || againstIt(log, 'log.no-pot')
      ? { found: true, why: 'A ply was begun too late for its pot, by the log.' }
      : null,
  }; // prettier-ignore
}

function ofAir({ inputs, plan }: FaultRecord, log: readonly LogEntry[]): Record<string, Told> {
  const starts = log.flatMap(({ entry }) => (entry.kind === 'start' && entry.read ? [entry] : []));
  const card = cardOfMedium(null, plan.resin?.card ?? null);
  const cold = [...starts, ...inputs.air.readings.filter(({ tempC }) => tempC !== null)].map(({ tempC }) => tempC!);
  const coldest = cold.length > 0 ? Math.min(...cold) : null;
  const hottest = starts.length > 0 ? Math.max(...starts.map(({ tempC }) => tempC)) : null;
  const planned = plan.air.tempC.value;
  const margins = starts.map(({ tempC, humidityPercent, surfaceTempC }) => {
    const dew = dewPoint({ airTempC: tempC, relativeHumidityPercent: humidityPercent });
    return { damp: humidityPercent > DAMP_PERCENT || (surfaceTempC ?? tempC) - dew.dewPointC < DRY_C };
  });
  const hotPot = log.flatMap(({ entry }) => (entry.kind === 'pot-temp' ? [entry.tempC] : []));
  return {
    cold: card && coldest !== null ? { found: coldest < card.minTempC, why: `Coldest that was read: ${coldest.toFixed(1)} °C; it wants ${card.minTempC} °C.` } : null,
    hot: hottest !== null ? { found: hottest - planned >= FAR_DEG.hot || Math.max(0, ...hotPot) >= HOT_POT_C, why: `Read at the start: ${hottest.toFixed(1)} °C; planned for ${planned.toFixed(1)} °C.` } : null,
    damp: margins.length > 0 ? { found: margins.some(({ damp }) => damp), why: margins.some(({ damp }) => damp) ? 'Begun within 3 °C of the dew point, or over 85 %.' : 'Begun well over the dew point.' } : null,
  }; // prettier-ignore
}

const earlyWords = (entry: LogEntry['entry'] | undefined): string | null =>
  entry?.kind === 'note' ? `${entry.text}.` : entry && 'against' in entry ? `Begun before what it goes on was ready: ${entry.against!.reason}.` : null; // prettier-ignore

function ofTime(record: FaultRecord): Record<string, Told> {
  const { rounds, course } = evaluateLayUp(record);
  const bonds = rounds.flatMap(({ name, bond }) => (bond && bond.kind !== 'unknown' ? [{ name, ...bond }] : []));
  const early = earlyWords(againstIt(standingLog(record.log), EARLY)?.entry);
  const poor = bonds.find(({ kind }) => kind === 'poor');
  const air = course?.air ?? [];
  const rise = air.length > 1 ? Math.max(...air.filter(({ hour }) => hour <= 4).map(({ tempC }) => tempC)) - air[0]!.tempC : null; // prettier-ignore
  return {
    'window-past': poor ? { found: /past its window/.test(poor.text), why: `${poor.name}: ${poor.text}` } : bonds.length > 1 ? { found: false, why: 'Every round went onto the one before in its window, or abraded.' } : null,
    'worked-early': early ? { found: true, why: early } : poor && /before it was hard|still wet/.test(poor.text) ? { found: true, why: `${poor.name}: ${poor.text}` } : null,
    warming: rise !== null ? { found: rise >= FAR_DEG.warming, why: rise >= 0.1 ? `Up ${rise.toFixed(1)} °C in the hours after, by the readings.` : 'No warmer in the hours after, by the readings.' } : null,
  }; // prettier-ignore
}

function ofPreparation({ plan, ticked }: FaultRecord, begun: readonly RoundStanding[]): Record<string, Told> {
  const checks = preparationChecks(plan.facts).filter((one) => !('aside' in one && one.aside));
  const open = checks.filter(({ id }) => !ticked(id));
  const later = begun.filter(({ round }, i) => i > 0 && round.onto === 'abraded');
  const epoxy = plan.resin?.card?.family === 'epoxy';
  const unwashed = later.filter(({ round }) => !ticked(roundChecks(round.id)[0]!.id));
  return {
    'prep-open': { found: open.length > 0, why: open.length > 0 ? `Not signed: ${open.map(({ text }) => text.toLowerCase()).join('; ')}.` : 'Every check before the lay-up is signed.' },
    'wash-open': checks.some(({ id }) => id === 'washed') ? { found: !ticked('washed'), why: ticked('washed') ? 'Washed before it was abraded, signed.' : 'The wash is not signed.' } : null,
    'blush-open': epoxy && later.length > 0 ? { found: unwashed.length > 0, why: unwashed.length > 0 ? 'A round went on with no wash signed between.' : 'Washed before every later round, signed.' } : null,
  }; // prettier-ignore
}

/** What the colour was matched to, and what is in the cup that was mixed last. */
function ofColour({ inputs }: FaultRecord): Record<string, Told> {
  const { target, polished, trials } = inputs.finish.colour;
  const last = trials.at(-1);
  const pigmentG = last ? last.pigments.reduce((sum, { amountG }) => sum + amountG, 0) : 0;
  const share = last ? pigmentG / (last.baseG + pigmentG) : null;
  return {
    'neighbour-dull': target ? { found: !polished, why: polished ? 'Cleaned and polished before it was read.' : 'Nobody said it was cleaned and polished.' } : null,
    'matched-wet': last?.read ? { found: false, why: 'The last cup was read cured.' } : last?.wet ? { found: true, why: 'The last cup was read wet, and not again cured.' } : null,
    'load-high': share !== null ? { found: share > USUAL_MAX_SHARE, why: `${(100 * share).toFixed(1)} % pigment in the last cup.` } : null,
  }; // prettier-ignore
}

function ofCover(plan: RepairPlan, begun: readonly RoundStanding[], ticked: (id: string) => boolean): Told {
  const closing = begun.flatMap(({ round, done }) => (done && closedCheckOf(round) ? [closedCheckOf(round)!] : []));
  if (closing.length === 0) return plan.resin?.card?.family === 'epoxy' ? { found: false, why: 'Epoxy cures in the air.' } : null; // prettier-ignore
  const open = closing.filter((id) => !ticked(id));
  return { found: open.length > 0, why: open.length > 0 ? 'What closes it from the air is not signed.' : 'Closed from the air, signed.' }; // prettier-ignore
}

function ofPlan({ inputs, plan, ticked }: FaultRecord, begun: readonly RoundStanding[]): Record<string, Told> {
  const family = plan.resin?.card?.family ?? null;
  const gelCoatOn = ticked('finish-gel-coat') || begun.some(({ round }) => round.medium === 'gelcoat');
  const ratio = plan.match ? Math.max(...plan.match.ratios.map((one) => one.ratio)) : null;
  const grind = grindFound(inputs, plan)?.check ?? null;
  const wet = plan.holds.some(({ id }) => id === 'hold.wet');
  const moisture = inputs.survey.readings.filter(({ kind }) => kind === 'moisture');
  const styrene = family === 'polyester' || family === 'vinylester';
  return {
    'epoxy-under': family ? { found: family === 'epoxy' && gelCoatOn && !laysGelCoatFirst(inputs), why: family !== 'epoxy' ? 'No epoxy under it.' : gelCoatOn ? 'Gel coat went on over epoxy.' : 'No gel coat is on the epoxy so far.' } : null,
    'styrene-foam': family ? { found: styrene && plan.facts['coreStyrene'] === 'dissolves', why: styrene ? 'By the core and the resin chosen.' : 'No styrene in the resin.' } : null,
    stiffer: ratio !== null ? { found: ratio > MATCH_LIMITS.hard, why: `Patch over parent ${ratio.toFixed(2)}.` } : null,
    'ratio-short': grind && grind.rays.some((ray) => ray.ratio !== null) ? { found: grind.advice.some(({ id }) => id === 'grind.steep'), why: 'By the gauge, ray by ray.' } : null,
    'wet-core': wet ? { found: true, why: 'The last reading is over the limit.' } : moisture.length > 0 ? { found: false, why: 'The last reading is under the limit.' } : null,
    'polyester-filler': family === 'epoxy' && !plan.rounds.some(({ kind, medium }) => kind === 'paste' && medium !== null) ? { found: false, why: 'Filled with epoxy.' } : null,
  }; // prettier-ignore
}
