import {
  type Air,
  type AirFault,
  type AirNeeds,
  REPEATED_HOURS,
  faultOf,
  firstWarming,
  hourAt,
  warmingBetween,
} from '../air/index.js';
import { type AgeLaw, usualAgeLaw } from '../cure/age-law.js';
import { parseLocal } from './calendar.js';

/** No wait is followed further than this, h. */
const FARTHEST_HOURS = 24 * 400;

export interface AirStop {
  fault: AirFault;
  /** From when on it may be tried again, minutes on the wall clock. */
  againMin: number;
}

/** Air of one place as a clock: how far a cure has come in it, and when it lets work begin. */
export class AirClock {
  private readonly startMin: number;
  /** By the law a cure ages by: its age at 22 °C at the beginning of every hour that is listed and at the end, h. */
  private readonly ages = new Map<AgeLaw, number[]>();
  private readonly faults = new WeakMap<AirNeeds, (AirFault | null)[]>();

  /** What is asked of the air once the hands are off. */
  private readonly held = new WeakMap<AirNeeds, AirNeeds>();

  constructor(private readonly air: Air) {
    this.startMin = parseLocal(air.startAt, 'air.startAt');
  }

  /** Hours at 22 °C that cure as much as what lies between two moments. */
  ageBetween(fromMin: number, toMin: number, law = usualAgeLaw): number {
    return this.ageAt(toMin, law) - this.ageAt(fromMin, law);
  }

  /** When what begins at a moment is so old, in hours at 22 °C; as far on as waits are followed where the cold never lets it. */
  minuteOfAge(fromMin: number, ageHours: number, law = usualAgeLaw): number {
    const wanted = this.ageAt(fromMin, law) + ageHours;
    const first = Math.max(0, Math.floor(this.hourOf(fromMin)));
    const hour = Math.min(this.hourThatReaches(wanted, law), first + FARTHEST_HOURS);
    const [begun, gained] = [this.ageAtHour(hour, law), this.factor(hour, law)];
    const share = wanted <= begun ? 0 : gained > 0 ? (wanted - begun) / gained : 1;
    return Math.max(fromMin, this.startMin + 60 * (hour + share));
  }

  /** Coldest and warmest between two moments, °C. */
  rangeBetween(fromMin: number, toMin: number): { coldestC: number; warmestC: number } {
    const temps: number[] = [];
    const last = Math.max(this.hourOf(fromMin), Math.min(this.hourOf(toMin) - 1e-9, this.air.hours.length));
    for (let hour = Math.floor(this.hourOf(fromMin)); hour <= last; hour++) temps.push(hourAt(this.air, hour).tempC);
    return { coldestC: Math.min(...temps), warmestC: Math.max(...temps) };
  }

  /** The first thing wrong with the air for work between two moments and as long after as it must hold; null when nothing is. */
  stopOf(needs: AirNeeds, fromMin: number, toMin: number): AirStop | null {
    const { first, worked, last } = this.hoursOf(needs, fromMin, toMin);
    for (let i = last; i >= first; i--) {
      // Light is wanted for the hands, not for what hardens after them.
      const fault = this.faultAt(i > worked ? this.unlit(needs) : needs, i);
      if (fault) return { fault, againMin: this.startMin + 60 * (i + 1) };
    }
    if (needs.falling && firstWarming(this.air, first, last) !== null)
      return { fault: 'warming', againMin: this.startMin + 60 * (first + 1) };
    return null;
  }

  /** How much warmer a core gets than it was at the beginning of work, until it holds, °C; never less than 0. */
  warmingOf(needs: AirNeeds, fromMin: number, toMin: number): number {
    const { first, last } = this.hoursOf(needs, fromMin, toMin);
    return warmingBetween(this.air, first, last);
  }

  /** Hours in which work begins, in which hands come off it, and until which the air must hold. */
  private hoursOf(needs: AirNeeds, fromMin: number, toMin: number): { first: number; worked: number; last: number } {
    const first = Math.floor(this.hourOf(fromMin));
    const until = (minute: number): number => Math.max(first, Math.ceil(this.hourOf(minute)) - 1);
    return { first, worked: until(toMin), last: until(toMin + (needs.holdMin ?? 0)) };
  }

  private unlit(needs: AirNeeds): AirNeeds {
    const known = this.held.get(needs);
    if (known) return known;
    const { daylight: _, ...held } = needs;
    this.held.set(needs, held);
    return held;
  }

  private faultAt(needs: AirNeeds, hour: number): AirFault | null {
    let known = this.faults.get(needs);
    if (!known) this.faults.set(needs, (known = []));
    const at = Math.max(0, hour);
    if (known[at] === undefined) known[at] = faultOf(this.air, at, needs);
    return known[at] ?? null;
  }

  private hourOf(minute: number): number {
    return (minute - this.startMin) / 60;
  }

  private agesOf(law: AgeLaw): number[] {
    const known = this.ages.get(law);
    if (known) return known;
    const ages = [0];
    for (const { tempC } of this.air.hours) ages.push(ages.at(-1)! + law(tempC));
    this.ages.set(law, ages);
    return ages;
  }

  private factor(hour: number, law: AgeLaw): number {
    return law(hourAt(this.air, hour).tempC);
  }

  private ageAtHour(hour: number, law: AgeLaw): number {
    const ages = this.agesOf(law);
    const listed = ages.length - 1;
    if (hour <= listed) return ages[hour]!;
    const begin = repeatsFrom(ages);
    const [length, past] = [listed - begin, hour - listed];
    const rounds = Math.floor(past / length);
    return ages[listed]! + rounds * (ages[listed]! - ages[begin]!) + ages[begin + (past % length)]! - ages[begin]!;
  }

  /** The hour in which an age is reached; Infinity where the cold never lets it. */
  private hourThatReaches(age: number, law: AgeLaw): number {
    const ages = this.agesOf(law);
    const listed = ages.length - 1;
    if (age <= ages[listed]!) return hourBefore(ages, age, 0);
    const begin = repeatsFrom(ages);
    const gain = ages[listed]! - ages[begin]!;
    if (gain <= 0) return Infinity;
    const past = age - ages[listed]!;
    const rounds = Math.max(0, Math.ceil(past / gain) - 1);
    const within = hourBefore(ages, ages[begin]! + past - rounds * gain, begin) - begin;
    return listed + rounds * (listed - begin) + within;
  }

  private ageAt(minute: number, law: AgeLaw): number {
    const hour = this.hourOf(minute);
    if (hour <= 0) return hour * this.factor(0, law);
    const whole = Math.floor(hour);
    return this.ageAtHour(whole, law) + (hour - whole) * this.factor(whole, law);
  }
}

/** From which of the listed hours on they come again and again past the end of the list. */
const repeatsFrom = (ages: readonly number[]): number => Math.max(0, ages.length - 1 - REPEATED_HOURS);

/** The last place, from one on, whose next has at least so much; of ages, which only rise. */
function hourBefore(ages: readonly number[], wanted: number, from: number): number {
  let [low, high] = [from, ages.length - 2];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (ages[middle + 1]! >= wanted) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** Air that stays as it is: where there is no forecast. */
export const steadyAir = (startAt: string, tempC: number): Air => ({
  startAt,
  hours: [{ tempC, humidityPercent: 50, rainMm: 0, sunWPerM2: 300 }],
});
