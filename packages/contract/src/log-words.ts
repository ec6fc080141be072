import { SYMPTOMS } from '@ashstep/core/diagnosis';
import type { LogEntryBody } from './log-entry.js';
import { ONTO_NAMES } from './round-words.js';

/** The start of a lay-up as its log tells it: the air that was read, and by whom. */
export function startWords(entry: Extract<LogEntryBody, { kind: 'start' }>): string {
  const { tempC, humidityPercent, surfaceTempC, read, against } = entry;
  const surface = typeof surfaceTempC === 'number' ? `, surface ${surfaceTempC.toFixed(1)} °C` : '';
  const by = read
    ? `, read ${read.at.slice(11, 16)} by ${read.by}${read.instrument ? ` with ${read.instrument}` : ''}`
    : ', air of the plan: not said that anybody read it';
  const all = against ? `. Begun all the same: ${against.reason}` : '';
  const onto = entry.onto && entry.onto !== 'ground' ? `, ${ONTO_NAMES[entry.onto]}` : '';
  return `Started${onto}: air ${tempC.toFixed(1)} °C, ${Math.round(humidityPercent)} %${surface}${by}${all}`;
}

/** What was seen of a fault, in the words of the finder. */
export const faultSeen = ({ symptoms }: { symptoms: readonly string[] }): string =>
  symptoms.map((id) => SYMPTOMS.find((one) => one.id === id)?.label.toLowerCase() ?? id).join(', ');

/** A ply, spot or round, a note, a reading or a taking back as its log tells it. */
export function doneWords(entry: Exclude<LogEntryBody, { kind: 'start' | 'batch' }>): string {
  switch (entry.kind) {
    case 'ply':
      return `${entry.label} down and wet out${entry.against ? `. A deviation: ${entry.against.reason}` : ''}`;
    case 'spot':
      return `${entry.label} done`;
    case 'round':
      return `${entry.label} done${entry.lot ? `, lot ${entry.lot}` : ''}${entry.wetMm?.length ? `, wet film ${entry.wetMm.map((mm) => mm.toFixed(2)).join(', ')} mm` : ''}${entry.found ? `. Found: ${entry.found}` : ''}`;
    case 'note':
      return `${entry.text}${entry.place ? `, at ${Math.round(entry.place.xMm)} forward, ${Math.round(entry.place.yMm)} up` : ''}`;
    case 'pot-temp':
      return `Pot ${entry.label} at ${entry.tempC.toFixed(1)} °C, ${entry.instrument ? `read with ${entry.instrument}` : 'typed'}`;
    case 'taken-back':
      return `Taken back: ${entry.label}${entry.reason ? `. ${entry.reason}` : ''}`;
    case 'witness':
      return `Seen too: ${entry.label}`;
    case 'settled':
      return `Both stand: ${entry.label}`;
    case 'fault':
      return `Went wrong: ${faultSeen(entry)}. Cause: ${entry.label}, ${Math.round(entry.percent)} %`;
    case 'pause':
      return 'Paused';
    case 'resume':
      return 'Went on';
    case 'handed-over':
      return 'Handed over';
  }
}
