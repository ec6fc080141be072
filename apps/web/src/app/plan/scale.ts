import { type ShedHours, formatLocal } from '@ashstep/core/plan';

const DAY_MIN = 1440;
/** Working hours take this share of an open day's width; nights are squeezed. */
const OPEN_SHARE = 0.7;
/** A shut day is so wide to an open one. */
const SHUT_WIDTH = 0.45;

/** The shed's clock on a strip 0…1 wide: working hours wide, nights and shut days squeezed. Minutes on the wall clock. */
export class ClockScale {
  private readonly days: { start: number; left: number; width: number; open: boolean }[];

  /** From the midnight before a moment, for so many days. */
  constructor(
    fromMin: number,
    days: number,
    readonly hours: ShedHours,
  ) {
    const midnight = Math.floor(fromMin / DAY_MIN) * DAY_MIN;
    const open = Array.from({ length: days }, (_, i) => hours.openDays.includes(weekday(midnight + i * DAY_MIN)));
    const whole = open.reduce((sum, isOpen) => sum + (isOpen ? 1 : SHUT_WIDTH), 0);
    let left = 0;
    this.days = open.map((isOpen, i) => {
      const width = (isOpen ? 1 : SHUT_WIDTH) / whole;
      const day = { start: midnight + i * DAY_MIN, left, width, open: isOpen };
      left += width;
      return day;
    });
  }

  get fromMin(): number {
    return this.days[0]!.start;
  }

  get untilMin(): number {
    return this.days.at(-1)!.start + DAY_MIN;
  }

  /** Place of a moment, 0…1. */
  place(minute: number): number {
    const day = this.days.find(({ start }) => minute < start + DAY_MIN) ?? this.days.at(-1)!;
    return day.left + day.width * this.within(Math.min(DAY_MIN, Math.max(0, minute - day.start)), day.open);
  }

  /** Moment at a place, to five minutes. */
  at(place: number): number {
    const day = this.days.find(({ left, width }) => place < left + width) ?? this.days.at(-1)!;
    const share = Math.min(1, Math.max(0, (place - day.left) / day.width));
    return Math.round((day.start + this.minuteOf(share, day.open)) / 5) * 5;
  }

  ticks(): { minute: number; left: number; width: number; open: boolean; openLeft: number; openWidth: number }[] {
    return this.days.map((day) => ({
      minute: day.start,
      left: day.left,
      width: day.width,
      open: day.open,
      openLeft: this.place(day.start + this.hours.fromMin),
      openWidth: this.place(day.start + this.hours.toMin) - this.place(day.start + this.hours.fromMin),
    }));
  }

  private get night(): number {
    return (1 - OPEN_SHARE) / 2;
  }

  private within(minute: number, open: boolean): number {
    const { fromMin, toMin } = this.hours;
    if (!open) return minute / DAY_MIN;
    if (minute < fromMin) return (this.night * minute) / fromMin;
    if (minute < toMin) return this.night + (OPEN_SHARE * (minute - fromMin)) / (toMin - fromMin);
    return this.night + OPEN_SHARE + (toMin === DAY_MIN ? 0 : (this.night * (minute - toMin)) / (DAY_MIN - toMin));
  }

  private minuteOf(share: number, open: boolean): number {
    const { fromMin, toMin } = this.hours;
    if (!open) return share * DAY_MIN;
    if (share < this.night) return (share / this.night) * fromMin;
    if (share < this.night + OPEN_SHARE) return fromMin + ((share - this.night) / OPEN_SHARE) * (toMin - fromMin);
    return toMin + ((share - this.night - OPEN_SHARE) / this.night) * (DAY_MIN - toMin);
  }
}

const weekday = (minute: number): number => new Date(minute * 60_000).getUTCDay();
const NAMES = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];

/** "Thu 16" */
export const dayName = (minute: number): string =>
  `${NAMES[weekday(minute)]} ${Number(formatLocal(minute).slice(8, 10))}`;
/** "14:30" */
export const clockText = (minute: number): string => formatLocal(minute).slice(11);
