import type { PlannedRound } from '@ashstep/core/repair';
import type { LogEntry } from './log-entry.js';
import { isSameWork, roundStandings, standingLog } from './round-log.js';

/** Something two people, or two devices, told against each other: both are kept, and somebody who was there says how it was. */
export interface LogQuestion {
  /** Ids of the entries it is about; answered once an entry of kind `settled` names them all. */
  of: string[];
  kind: 'pot-twice' | 'ply-missing' | 'other-figures';
  text: string;
  /** What may be taken back as not so. */
  entries: LogEntry[];
}

/**
 * What a log asks: two pots under one letter, a ply that is down over one that is not, a start that two read other air for.
 * @param rounds of the plan
 * @param whole the whole log, in order of time
 */
export function questionsOf(rounds: readonly PlannedRound[], whole: readonly LogEntry[]): LogQuestion[] {
  const log = standingLog(whole);
  const settled = log.flatMap(({ entry }) => (entry.kind === 'settled' ? [new Set(entry.of)] : []));
  const isSettled = ({ of }: LogQuestion): boolean => settled.some((ids) => of.every((id) => ids.has(id)));
  return [...potsTwice(log), ...pliesMissing(rounds, log), ...otherFigures(log)].filter((one) => !isSettled(one));
}

function potsTwice(log: readonly LogEntry[]): LogQuestion[] {
  const pots = log.filter(({ entry, within }) => entry.kind === 'batch' && within !== false);
  return pots.flatMap((second, i): LogQuestion[] => {
    const first = pots.slice(0, i).find(({ entry: before }) => isSameWork(before, second.entry));
    if (!first || first.entry.kind !== 'batch' || second.entry.kind !== 'batch') return [];
    const told = ({ by, entry }: LogEntry): string => entry.kind === 'batch' ? `${by} ${entry.resinG} and ${entry.secondG} g` : by; // prettier-ignore
    return [
      {
        of: [first.id, second.id],
        kind: 'pot-twice',
        text: `Pot ${first.entry.label} is in the log twice: ${told(first)}, ${told(second)}. Were both mixed?`,
        entries: [first, second],
      },
    ];
  });
}

function pliesMissing(rounds: readonly PlannedRound[], log: readonly LogEntry[]): LogQuestion[] {
  return roundStandings(rounds, log).flatMap(({ round, plies }): LogQuestion[] => {
    const last = round.plies.findLastIndex(({ key }) => plies.has(key));
    const gap = round.plies.slice(0, Math.max(0, last)).find(({ key }) => !plies.has(key));
    const over = gap && round.plies.slice(round.plies.indexOf(gap) + 1).find(({ key }) => plies.has(key));
    const entry = over && log.find(({ entry: one }) => one.kind === 'ply' && one.plyKey === over.key);
    if (!gap || !over || !entry) return [];
    return [
      {
        of: [entry.id],
        kind: 'ply-missing',
        text: `Ply ${over.name} is down by ${entry.by}, and ply ${gap.name} under it is not in the log. Is ${over.name} down?`,
        entries: [entry],
      },
    ];
  });
}

/** Air read for a start may differ by so much before it is asked about, °C and per cent. */
const [SAME_C, SAME_PERCENT] = [2, 8];

function otherFigures(log: readonly LogEntry[]): LogQuestion[] {
  return log.flatMap((witness): LogQuestion[] => {
    if (witness.entry.kind !== 'witness' || witness.entry.said.kind !== 'start') return [];
    const { of, said } = witness.entry;
    const first = log.find(({ id }) => id === of);
    if (first?.entry.kind !== 'start') return [];
    const [a, b] = [first.entry, said];
    if (Math.abs(a.tempC - b.tempC) <= SAME_C && Math.abs(a.humidityPercent - b.humidityPercent) <= SAME_PERCENT)
      return [];
    const air = ({ tempC, humidityPercent }: typeof a): string => `${tempC.toFixed(1)} °C and ${Math.round(humidityPercent)} %`; // prettier-ignore
    return [
      {
        of: [first.id, witness.id],
        kind: 'other-figures',
        text: `At the start ${first.by} read ${air(a)}, ${witness.by} ${air(b)}. Read the air again; do both stand?`,
        entries: [witness],
      },
    ];
  });
}
