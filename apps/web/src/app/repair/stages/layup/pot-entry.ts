import type { LogEntryBody } from '@ashstep/contract';
import type { Remark } from '@ashstep/core/errors';
import { type AirRead, type PlannedRound, type PourUnit, type PouredAs, type RepairInputs, gramsPoured } from '@ashstep/core/repair'; // prettier-ignore
import type { SystemCard } from '@ashstep/core/resin';

/** A part of a pot as it was measured. */
export interface Part {
  value: number;
  unit: PourUnit;
  lot: string;
}

/** What was mixed for a round, to be logged. */
export interface MixedPot {
  round: Pick<PlannedRound, 'id' | 'kind'>;
  label: string;
  resin: Part;
  second: Part;
  fillerG: number | null;
  tempC: number;
  /** The reading the air is known by; null where it was read for this pot. */
  read: AirRead | null;
  /** What was to be said of the lots, and why they were taken all the same. */
  lots: { remarks: readonly Remark[]; reason: string };
  /** What each figure was read with, and who read the air for it just now. */
  readWith?: { get: (field: string) => string };
  by?: { by: string; at: string };
}

/** Grams of a part: as weighed, or worked out from what came out; null where nobody knows what a unit holds. */
export const gramsOf = ({ value, unit }: Pick<Part, 'value' | 'unit'>, part: 'resin' | 'second', mix: RepairInputs['mix'], card: SystemCard | null): number | null => (unit === 'g' || !card ? value : gramsPoured({ unit, value }, part, mix, card)); // prettier-ignore

/** A pot as it is written down: grams, and beside them what was counted where it was not weighed. */
export function potEntry(
  { round, label, resin, second, fillerG, tempC, read, lots, readWith, by }: MixedPot,
  mix: RepairInputs['mix'],
  card: SystemCard | null,
): LogEntryBody {
  // prettier-ignore
  return {
    kind: 'batch',
    round: round.id,
    label,
    resinG: thousandth(gramsOf(resin, 'resin', mix, card)!),
    secondG: thousandth(gramsOf(second, 'second', mix, card)!),
    ...pouredAs('resinAs', resin),
    ...pouredAs('secondAs', second),
    resinLot: resin.lot.trim(),
    secondLot: second.lot.trim(),
    ...(round.kind === 'paste' && fillerG !== null ? { fillerG } : {}),
    ...(lots.remarks.length > 0 ? { against: { ids: [...new Set(lots.remarks.map(({ id }) => id))], reason: lots.reason.trim() } } : {}), // prettier-ignore
    tempC,
    ...(read ? { read: { by: read.by, at: read.at, instrument: read.instrument } } : readWith?.get('air') && by ? { read: { ...by, instrument: readWith.get('air') } } : {}), // prettier-ignore
    ...told('resinWith', readWith?.get('resin')),
    ...told('secondWith', readWith?.get('second')),
    ...told('fillerWith', readWith?.get('filler')),
  };
}

const told = (name: 'resinWith' | 'secondWith' | 'fillerWith', instrument = ''): object =>
  instrument === '' ? {} : { [name]: instrument };

const thousandth = (grams: number): number => Math.round(1000 * grams) / 1000;

/** A part that was not weighed, as it was measured. */
const pouredAs = (name: 'resinAs' | 'secondAs', { unit, value }: Part): { resinAs?: PouredAs; secondAs?: PouredAs } => (unit === 'g' ? {} : { [name]: { unit, value } }); // prettier-ignore
