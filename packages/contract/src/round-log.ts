import type { PlannedRound } from '@ashstep/core/repair';
import type { LogEntry, LogEntryBody } from './log-entry.js';

/** How far a round has come, by the log. */
export interface RoundStanding {
  round: PlannedRound;
  begun: LogEntry | null;
  /** Pots of it that were mixed within tolerance, by label. */
  mixed: ReadonlySet<string>;
  /** Pots of it, in order. */
  pots: LogEntry[];
  /** The pot of it that was mixed last, whether within or not. */
  lastPot: LogEntry | null;
  plies: ReadonlySet<string>;
  spots: ReadonlySet<string>;
  done: boolean;
  /** When something was last put on of it. */
  lastAt: string | null;
}

/** What is the same thing told twice: it happens once. */
export function isSameWork(a: LogEntryBody, b: LogEntryBody): boolean {
  if (a.kind === 'ply' && b.kind === 'ply') return a.plyKey === b.plyKey;
  if (a.kind === 'batch' && b.kind === 'batch')
    return a.label === b.label && a.round === b.round && a.label !== EXTRA_POT;
  if (a.kind === 'spot' && b.kind === 'spot') return a.round === b.round && a.spotId === b.spotId;
  if (a.kind === 'round' && b.kind === 'round') return a.round === b.round;
  return a.kind === 'start' && b.kind === 'start' && a.round === b.round;
}

/** A pot beside the plan: there may be several. */
export const EXTRA_POT = 'extra';

/** What of a log counts: without what was taken back, and the takings back. */
export function standingLog<E extends Pick<LogEntry, 'id' | 'entry'>>(log: readonly E[]): E[] {
  const back = new Set(log.flatMap(({ entry }) => (entry.kind === 'taken-back' ? [entry.of] : [])));
  return back.size === 0 ? [...log] : log.filter(({ id, entry }) => entry.kind !== 'taken-back' && !back.has(id));
}

/** How far each round of a plan has come. Logs of jobs without rounds told pots of the patch by their label and began but once. */
export function roundStandings(rounds: readonly PlannedRound[], whole: readonly LogEntry[]): RoundStanding[] {
  const log = standingLog(whole);
  const first = rounds.findIndex(({ face }) => face !== null);
  return rounds.map((round, i): RoundStanding => {
    const keys = new Set(round.plies.map(({ key }) => key));
    const own = log.filter(({ entry }) => {
      switch (entry.kind) {
        case 'start':
          return entry.round === undefined ? i === first : entry.round === round.id;
        case 'batch':
          return entry.round === undefined
            ? round.face !== null &&
                (round.pots.some(({ label }) => label === entry.label) || (entry.label === EXTRA_POT && i === first))
            : entry.round === round.id;
        case 'ply':
          return keys.has(entry.plyKey);
        case 'spot':
        case 'round':
          return entry.round === round.id;
        default:
          return false;
      }
    });
    const pots = own.filter(({ entry }) => entry.kind === 'batch');
    const plies = new Set(own.flatMap(({ entry }) => (entry.kind === 'ply' ? [entry.plyKey] : [])));
    const ended = own.some(({ entry }) => entry.kind === 'round');
    return {
      round,
      begun: own[0] ?? null,
      pots,
      mixed: new Set(
        pots.flatMap(({ entry, within }) => (entry.kind === 'batch' && within !== false ? [entry.label] : [])),
      ),
      lastPot: pots.at(-1) ?? null,
      plies,
      spots: new Set(own.flatMap(({ entry }) => (entry.kind === 'spot' ? [entry.spotId] : []))),
      done: ended || (round.kind === 'lay' && round.plies.length > 0 && round.plies.every(({ key }) => plies.has(key))),
      lastAt: own.filter(({ entry }) => entry.kind !== 'start').at(-1)?.at ?? null,
    };
  });
}
