import { CoreError, attempt } from '../errors.js';
import { Remembered } from '../remembered.js';

/** Shed hours. Times are local wall-clock minutes after midnight; days 0 Sunday … 6 Saturday. */
export interface ShedHours {
  fromMin: number;
  toMin: number;
  openDays: readonly number[];
}

export const DEFAULT_HOURS: ShedHours = { fromMin: 8 * 60, toMin: 17 * 60, openDays: [1, 2, 3, 4, 5] };

const DAY_MIN = 24 * 60;

/** Reads "2026-04-16T08:00" as minutes on a wall clock without zones. @throws CoreError `unreadable` */
export function parseLocal(text: string, field: string): number {
  const match = /^(\d{4})-(\d{2})-(\d{2})T(\d{2}):(\d{2})/.exec(text);
  if (!match) throw new CoreError('unreadable', field, { text: String(text), want: 'time' });
  const [year, month, day, hour, minute] = match.slice(1).map(Number) as [number, number, number, number, number];
  const at = Date.UTC(year, month - 1, day, hour, minute);
  const back = new Date(at);
  if (
    back.getUTCFullYear() !== year ||
    back.getUTCMonth() !== month - 1 ||
    back.getUTCDate() !== day ||
    hour > 23 ||
    minute > 59
  )
    throw new CoreError('unreadable', field, { text, want: 'time' });
  return at / 60_000;
}

/** Whether a text is a wall-clock time that exists. */
export const isWallClock = (text: string): boolean => attempt(() => parseLocal(text, 'at')).error === null;

/** A plan dates hundreds of steps on a handful of days. */
const dayTexts = new Remembered<string, number>(400);

/** The reverse of `parseLocal`, to the whole minute. */
export function formatLocal(minutes: number): string {
  const whole = Math.round(minutes);
  const day = Math.floor(whole / DAY_MIN);
  const text = dayTexts.of(day, () => new Date(day * DAY_MIN * 60_000).toISOString().slice(0, 11));
  return `${text}${two(Math.floor((whole - day * DAY_MIN) / 60))}:${two((whole - day * DAY_MIN) % 60)}`;
}

const two = (figure: number): string => (figure < 10 ? `0${figure}` : String(figure));

const dayStart = (minutes: number): number => Math.floor(minutes / DAY_MIN) * DAY_MIN;
const weekday = (minutes: number): number => new Date(dayStart(minutes) * 60_000).getUTCDay();

/** The first moment at or after `minutes` when the shed is open. */
export function nextOpen(minutes: number, hours: ShedHours): number {
  let at = minutes;
  for (let i = 0; i < 400; i++) {
    const start = dayStart(at);
    if (hours.openDays.includes(weekday(at)) && at < start + hours.toMin) return Math.max(at, start + hours.fromMin);
    at = start + DAY_MIN;
  }
  throw new CoreError('empty', 'openDays');
}

/** When hands may begin, earliest first: the first open moment at or after `minutes`, and the mornings that follow. */
export function nextStarts(minutes: number, hours: ShedHours, count: number): number[] {
  const starts = [nextOpen(minutes, hours)];
  while (starts.length < count) starts.push(nextOpen(dayStart(starts.at(-1)!) + hours.toMin, hours));
  return starts;
}

export interface WorkSpan {
  start: number;
  end: number;
}

/** Hands-on work that can be put down overnight, from the first open moment on. */
export function workThrough(from: number, minutes: number, hours: ShedHours): WorkSpan {
  const start = nextOpen(from, hours);
  let at = start;
  let left = minutes;
  for (;;) {
    const closing = dayStart(at) + hours.toMin;
    if (left <= closing - at) return { start, end: at + left };
    left -= closing - at;
    at = nextOpen(closing, hours);
  }
}

/** Hands-on work that must be done in one go on one day; put off to the next morning when the day is too short for it. */
export function workInOneGo(from: number, minutes: number, hours: ShedHours): WorkSpan {
  let start = nextOpen(from, hours);
  if (start + minutes > dayStart(start) + hours.toMin) start = nextOpen(dayStart(start) + hours.toMin, hours);
  return { start, end: start + minutes };
}

export function checkHours(hours: ShedHours, field = 'hours'): ShedHours {
  const { fromMin, toMin, openDays } = hours;
  if (!(fromMin >= 0 && toMin <= DAY_MIN && toMin - fromMin >= 60))
    throw new CoreError('out-of-range', `${field}.toMin`, { min: fromMin + 60, max: DAY_MIN });
  if (!openDays.some((day) => day >= 0 && day <= 6)) throw new CoreError('empty', `${field}.openDays`);
  return hours;
}

/** Hours that are both; never open where they share none. */
export const sharedHours = (a: ShedHours, b: ShedHours): ShedHours => ({
  fromMin: Math.max(a.fromMin, b.fromMin),
  toMin: Math.min(a.toMin, b.toMin),
  openDays: a.openDays.filter((day) => b.openDays.includes(day)),
});

/** Whether there is any working time in them. */
export const everOpen = ({ fromMin, toMin, openDays }: ShedHours): boolean =>
  toMin > fromMin && openDays.some((day) => day >= 0 && day <= 6);
