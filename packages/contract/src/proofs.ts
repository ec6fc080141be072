import { windows } from '@ashstep/core/cure';
import { attempt } from '@ashstep/core/errors';
import type { RepairPlan } from '@ashstep/core/repair';
import type { Reading, TapSound } from '@ashstep/core/survey';
import type { LogEntry } from './log-entry.js';
import { roundStandings, standingLog } from './round-log.js';
import { signed } from './signed.js';

/** What the log proves of an acceptance check: nobody is asked for it again. */
export interface Proof {
  checkId: string;
  pass: boolean;
  /** Per cent of a worst batch, or how many taps are dull; null where it is no figure. */
  value: number | null;
  text: string;
}

type LogOfWork = readonly Pick<LogEntry, 'at' | 'entry' | 'mixErrorPercent' | 'within'>[];

/**
 * What a log proves by itself: the worst batch that went onto the job, and that every round was begun in air that was read and fit for it; and what
 * taps of the finished repair said. What they do
 * not prove is left to be asked: old logs have no readings, and what was begun against the air is looked at by an inspector.
 */
export function provenBy(
  plan: Pick<RepairPlan, 'inspection' | 'rounds'>,
  log: readonly LogEntry[],
  readings: readonly Reading[],
): Proof[] {
  const asked = new Set(plan.inspection.map(({ id }) => id));
  return [...worstBatch(standingLog(log)), ...conditions(plan.rounds, log), ...tappedAfter(readings)].filter(
    ({ checkId }) => asked.has(checkId),
  );
}

/** Fewer taps than this say nothing of a whole patch. */
const FEWEST_TAPS = 9;

/** Taps of the finished repair: a dull one fails it; all sound, and as many as before it, they pass. A doubtful one is left to be looked at. */
function tappedAfter(readings: readonly Reading[]): Proof[] {
  const taps = readings.flatMap((reading) => (reading.kind === 'tap' ? [reading] : []));
  const after = taps.filter((tap) => tap.after);
  const of = (sound: TapSound): number => after.filter((tap) => tap.sound === sound).length;
  const [dull, doubtful] = [of('dull'), of('doubtful')];
  const enough = after.length >= Math.max(FEWEST_TAPS, taps.length - after.length);
  if (dull === 0 && (doubtful > 0 || !enough)) return [];
  const text = `${after.length} taps after the repair, ${dull === 0 ? 'all sound' : `${dull} dull`}`;
  return [{ checkId: 'taps', pass: dull === 0, value: dull, text }];
}

/** Batches that went onto the job: those within their ratio, and of those that were out the ones a ply was laid from. */
function worstBatch(log: LogOfWork): Proof[] {
  const used = log.filter(({ entry, mixErrorPercent, within }, i) => {
    if (entry.kind !== 'batch' || mixErrorPercent === null) return false;
    if (within !== false) return true;
    const next = log.slice(i + 1).find((later) => later.entry.kind === 'batch' || later.entry.kind === 'ply');
    return next?.entry.kind === 'ply';
  });
  if (used.length === 0) return [];
  const worst = used.reduce((a, b) => (Math.abs(b.mixErrorPercent!) > Math.abs(a.mixErrorPercent!) ? b : a));
  const value = worst.mixErrorPercent!;
  const pass = used.every(({ within }) => within !== false);
  const label = worst.entry.kind === 'batch' ? worst.entry.label : '';
  const text = `Pot ${label}${used.length > 1 ? ` of ${used.length}` : ''}: ${signed(value)} %`;
  return ['mix', 'mix-catalyst'].map((checkId) => ({ checkId, pass, value, text }));
}

/** Every round begun in air that was read, and nothing spoke against it. */
function conditions(rounds: RepairPlan['rounds'], log: readonly LogEntry[]): Proof[] {
  const begun = roundStandings(rounds, log).map(({ begun: start }) => start?.entry ?? null);
  const fit = begun.length > 0 && begun.every((entry) => entry?.kind === 'start' && entry.read && !entry.against);
  if (!fit) return [];
  const temps = begun.flatMap((entry) => (entry?.kind === 'start' ? [entry.tempC] : []));
  const [low, high] = [Math.min(...temps), Math.max(...temps)];
  const text = `Read at the start of ${begun.length === 1 ? 'the round' : `all ${begun.length} rounds`}: ${low.toFixed(1)}${high > low ? ` to ${high.toFixed(1)}` : ''} °C, nothing against it`;
  return [{ checkId: 'conditions', pass: true, value: null, text }];
}

/** When what was laid last can be sanded, at the air that is known, ms since 1970; null where nothing was laid or nobody knows. Before that its hardness says nothing. */
export function hardFrom(plan: Pick<RepairPlan, 'rounds' | 'resin' | 'air'>, log: readonly LogEntry[]): number | null {
  const last = roundStandings(plan.rounds, log)
    .flatMap(({ round, lastAt }) => (round.kind === 'lay' && lastAt ? [Date.parse(lastAt)] : []))
    .reduce((a, b) => Math.max(a, b), 0);
  const card = plan.resin?.card;
  if (last === 0 || !card) return null;
  const { result } = attempt(() => windows({ card, airTempC: plan.air.tempC.value }));
  return result && result.sandableHour !== null ? last + 3_600_000 * result.sandableHour : null;
}
