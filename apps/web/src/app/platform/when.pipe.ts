import { Pipe, type PipeTransform, inject } from '@angular/core';
import { Clock } from './clock';

const DAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

/** "Fri 17 Apr, 09:47", of a wall-clock text. A year other than this one is said. */
export function whenText(value: string | null | undefined, today = new Date()): string {
  const day = value ? dayParts(value) : null;
  if (!day) return '–';
  const year = day.year === today.getFullYear() ? '' : ` ${day.year}`;
  return `${day.text}${year}, ${value!.slice(11, 16)}`;
}

/** "Fri 17 Apr", the day of a wall-clock text. A year other than this one is said. */
export const dayOf = (value: string): string => whenText(value).split(',')[0]!;

/** "Fri 17 Apr 2026", of a day as wall-clock text. */
export function dayText(day: string): string {
  const parts = dayParts(day);
  return parts ? `${parts.text} ${parts.year}` : '–';
}

function dayParts(text: string): { text: string; year: number } | null {
  const at = new Date(`${text.slice(0, 10)}T00:00Z`);
  if (Number.isNaN(at.getTime())) return null;
  return {
    text: `${DAYS[at.getUTCDay()]} ${at.getUTCDate()} ${MONTHS[at.getUTCMonth()]}`,
    year: at.getUTCFullYear(),
  };
}

/** A moment, or a time read off a clock, by the shed's clock. */
@Pipe({ name: 'when' })
export class WhenPipe implements PipeTransform {
  private readonly clock = inject(Clock);

  transform(value: string | null | undefined): string {
    return whenText(value && this.clock.at(value));
  }
}
