import type { Change, LogEntryBody, ResultBody, SectionName, SetMark, SetPin, UpdateRework } from '@ashstep/contract';
import { STAGE_NAMES, doneWords } from '@ashstep/contract';
import type { Air, AirReading } from '@ashstep/core/air';
import { STAGES } from '@ashstep/core/hazards';
import { INSPECTION_CHECKS } from '@ashstep/core/inspection';
import type { ShopSettings } from '@ashstep/core/plan';

/** Everything a person does that the server has to hear of. */
export type Act =
  | { kind: 'inputs'; section: SectionName; changes: Change[] }
  | { kind: 'stage'; stageReached: number }
  | { kind: 'log'; entry: LogEntryBody }
  | { kind: 'check'; checkId: string; done: boolean }
  | { kind: 'result'; result: Omit<ResultBody, 'id'> }
  | { kind: 'rework'; itemId: string; rework: UpdateRework }
  | { kind: 'pin'; pin: SetPin }
  | { kind: 'mark'; mark: SetMark }
  | { kind: 'photo'; name: string; file: Blob }
  | { kind: 'reading'; reading: AirReading; keptIn?: string }
  | { kind: 'settings'; settings: ShopSettings }
  | { kind: 'forecast'; forecast: Air | null };

export interface Request {
  method: 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  path: string;
  body?: unknown;
}

/** What is asked of the server for an act of this id, on this job. */
export function requestFor(act: Act, id: string, repairId: string | null): Request {
  const job = `/repairs/${repairId}`;
  switch (act.kind) {
    case 'inputs':
      return { method: 'PATCH', path: `${job}/inputs/${act.section}`, body: { changes: act.changes } };
    case 'stage':
      return { method: 'PUT', path: `${job}/stage`, body: { stageReached: act.stageReached } };
    case 'log':
      return { method: 'POST', path: `${job}/log`, body: { id, entry: act.entry } };
    case 'check':
      return { method: 'PUT', path: `${job}/checks`, body: { id, checkId: act.checkId, done: act.done } };
    case 'result':
      return { method: 'POST', path: `${job}/results`, body: { id, ...act.result } };
    case 'rework':
      return { method: 'PUT', path: `${job}/rework/${act.itemId}`, body: act.rework };
    case 'photo':
      return { method: 'PUT', path: `${job}/photos/${id}?name=${encodeURIComponent(act.name)}`, body: act.file };
    case 'pin':
      return { method: 'PUT', path: '/plan/pins', body: act.pin };
    case 'mark':
      return { method: 'PUT', path: '/plan/marks', body: act.mark };
    case 'reading':
      return {
        method: 'POST',
        path: '/shop/readings',
        body: { id, ...act.reading, ...(act.keptIn ? { keptIn: act.keptIn } : {}) },
      };
    case 'settings':
      return { method: 'PUT', path: '/shop/settings', body: act.settings };
    case 'forecast':
      return act.forecast
        ? { method: 'PUT', path: '/shop/forecast', body: act.forecast }
        : { method: 'DELETE', path: '/shop/forecast' };
  }
}

/** What an act is about: one that was refused gives way to the next about the same. */
export function subjectOf(act: Act): string {
  switch (act.kind) {
    case 'inputs':
      return `inputs ${act.section}`;
    case 'log':
      return logSubject(act.entry);
    case 'check':
      return `check ${act.checkId}`;
    case 'result':
      return `result ${act.result.checkId}`;
    case 'rework':
      return `rework ${act.itemId}`;
    case 'pin':
      return `pin ${act.pin.repairId} ${act.pin.key}`;
    case 'mark':
      return `mark ${act.mark.repairId} ${act.mark.key}`;
    case 'reading':
      return `reading ${act.reading.at}`;
    case 'photo':
      return `photo ${act.name}`;
    default:
      return act.kind;
  }
}

function logSubject(entry: LogEntryBody): string {
  switch (entry.kind) {
    case 'ply':
      return `ply ${entry.plyKey}`;
    case 'batch':
      return `pot ${entry.round ?? ''} ${entry.label}`;
    case 'spot':
      return `spot ${entry.round} ${entry.spotId}`;
    case 'note':
      return 'note';
    case 'fault':
      return `fault ${entry.symptoms.join(' ')}`;
    case 'taken-back':
      return `back ${entry.of}`;
    case 'pot-temp':
      return `temperature of pot ${entry.round ?? ''} ${entry.label}`;
    case 'start':
    case 'round':
      return `${entry.kind} ${entry.round ?? ''}`;
    case 'settled':
      return `settled ${entry.of.join(' ')}`;
    default:
      return entry.kind;
  }
}

/** An act in words, as it stands in a list of what is kept. */
export function actWords(act: Act): string {
  switch (act.kind) {
    case 'inputs':
      return `Change of the ${act.section}`;
    case 'stage':
      return `${STAGE_NAMES[STAGES[Math.max(0, act.stageReached - 1)]!]} done`;
    case 'log':
      return logWords(act.entry);
    case 'check':
      return act.done ? 'A tick' : 'A tick taken back';
    case 'result':
      return `Answer to “${INSPECTION_CHECKS.find(({ id }) => id === act.result.checkId)?.label ?? act.result.checkId}”`;
    case 'rework':
      return 'Cause and action of a rework';
    case 'photo':
      return `Photograph “${act.name}”`;
    case 'pin':
      return 'A step set to begin';
    case 'mark':
      return 'A step marked';
    case 'reading':
      return 'A reading of the shed’s air';
    case 'settings':
      return 'The shed’s settings';
    case 'forecast':
      return 'A forecast';
  }
}

function logWords(entry: LogEntryBody): string {
  switch (entry.kind) {
    case 'start':
      return 'Start of the lay-up';
    case 'batch':
      return `Pot ${entry.label}`;
    default:
      return doneWords(entry);
    case 'note':
      return `Note “${entry.text.length > 40 ? `${entry.text.slice(0, 40)}…` : entry.text}”`;
  }
}
