import { Pipe, type PipeTransform } from '@angular/core';

const DAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
const two = (value: number): string => String(value).padStart(2, '0');

/** "Fri 17 Apr, 09:47", of a wall-clock text or an instant. A year other than this one is said. */
export function whenText(value: string | null | undefined, today = new Date()): string {
  if (!value) return '–';
  const at = new Date(value);
  if (Number.isNaN(at.getTime())) return '–';
  const year = at.getFullYear() === today.getFullYear() ? '' : ` ${at.getFullYear()}`;
  return `${DAYS[at.getDay()]} ${at.getDate()} ${MONTHS[at.getMonth()]}${year}, ${two(at.getHours())}:${two(at.getMinutes())}`;
}

/** "Fri 17 Apr 2026", of a day as wall-clock text. */
export function dayText(day: string): string {
  const at = new Date(`${day}T00:00`);
  return `${DAYS[at.getDay()]} ${at.getDate()} ${MONTHS[at.getMonth()]} ${at.getFullYear()}`;
}

@Pipe({ name: 'when' })
export class WhenPipe implements PipeTransform {
  transform(value: string | null | undefined): string {
    return whenText(value);
  }
}

/** This moment as wall-clock text, "2026-04-16T08:05". */
export function nowText(now = new Date()): string {
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}T${two(now.getHours())}:${two(now.getMinutes())}`;
}
