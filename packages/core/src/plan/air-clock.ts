import { type Air, type AirFault, type AirNeeds, faultOf, firstWarming, hourAt } from '../air/index.js';
import { ageFactor } from '../cure/air.js';
import { CARD_TEMP_C } from '../cure/kinetics.js';
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
  /** Age at 22 °C at the beginning of every hour, h. */
  private readonly ages = [0];
  private readonly faults = new WeakMap<AirNeeds, (AirFault | null)[]>();

  constructor(private readonly air: Air) {
    this.startMin = parseLocal(air.startAt, 'air.startAt');
  }

  /** Hours at 22 °C that cure as much as what lies between two moments. */
  ageBetween(fromMin: number, toMin: number): number {
    return this.ageAt(toMin) - this.ageAt(fromMin);
  }

  /** When what begins at a moment is so old, in hours at 22 °C. */
  minuteOfAge(fromMin: number, ageHours: number): number {
    const wanted = this.ageAt(fromMin) + ageHours;
    let hour = Math.max(0, Math.floor(this.hourOf(fromMin)));
    const last = hour + FARTHEST_HOURS;
    // Ages only rise: what is known of them is halved, the rest worked out hour by hour.
    for (let high = Math.min(last, this.ages.length - 1); high - hour > 1;) {
      const middle = (hour + high) >> 1;
      if (this.ages[middle]! < wanted) hour = middle;
      else high = middle;
    }
    while (this.ageAtHour(hour + 1) < wanted && hour < last) hour++;
    const begun = this.ageAtHour(hour);
    return Math.max(fromMin, this.startMin + 60 * (hour + (wanted - begun) / this.factor(hour)));
  }

  /** The first thing wrong with the air for work between two moments and as long after as it must hold; null when nothing is. */
  stopOf(needs: AirNeeds, fromMin: number, toMin: number): AirStop | null {
    const first = Math.floor(this.hourOf(fromMin));
    const last = Math.max(first, Math.ceil(this.hourOf(toMin + (needs.holdMin ?? 0))) - 1);
    for (let i = last; i >= first; i--) {
      const fault = this.faultAt(needs, i);
      if (fault) return { fault, againMin: this.startMin + 60 * (i + 1) };
    }
    if (needs.falling && firstWarming(this.air, first, last) !== null) return { fault: 'warming', againMin: this.startMin + 60 * (first + 1) };
    return null;
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

  private factor(hour: number): number {
    return ageFactor(hourAt(this.air, hour).tempC, undefined, CARD_TEMP_C);
  }

  private ageAtHour(hour: number): number {
    for (let i = this.ages.length; i <= hour; i++) this.ages.push(this.ages[i - 1]! + this.factor(i - 1));
    return this.ages[hour]!;
  }

  private ageAt(minute: number): number {
    const hour = this.hourOf(minute);
    if (hour <= 0) return hour * this.factor(0);
    const whole = Math.floor(hour);
    return this.ageAtHour(whole) + (hour - whole) * this.factor(whole);
  }
}

/** Air that stays as it is: where there is no forecast. */
export const steadyAir = (startAt: string, tempC: number): Air => ({ startAt, hours: [{ tempC, humidityPercent: 50, rainMm: 0, sunWPerM2: 300 }] });
