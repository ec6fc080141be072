import type { LogEntryBody } from './log-entry.js';

/** Of what went on before what it goes on was ready. */
export const EARLY = 'round.early';

/** Hands on a work before it is hard: since when they may, and why all the same, as it stands in the log. */
export const earlyNote = (work: string, from: string, reason: string): LogEntryBody => ({
  kind: 'note',
  text: `${work}, too early: ${from}. All the same: ${reason}`,
  against: { ids: [EARLY], reason },
});
