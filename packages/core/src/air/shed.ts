import { LIMITS } from '../limits/index.js';
import { requireNumber } from '../errors.js';
import { formatLocal, parseLocal } from '../plan/calendar.js';
import { type Air, type HourOfAir, checkAirHours, hourAt, humidityAt } from './hours.js';

/** How a shed, or a tent over a job, follows the weather. */
export interface ShedClimate {
  /** Hours by which it lags behind the weather. */
  lagHours: number;
  /** How much warmer it is than the weather on the whole, °C. */
  gainC: number;
  /** Kept at least this warm; null where it is not heated. */
  heatedToC: number | null;
  /** Heated between these minutes of the day only; all day and night when left out. */
  heatedFromMin?: number;
  heatedToMin?: number;
}

export const USUAL_SHED: ShedClimate = {
  lagHours: 6,
  gainC: 2.5,
  heatedToC: 17,
  heatedFromMin: 7 * 60,
  heatedToMin: 18 * 60,
};

/** Somebody read it off. */
export interface AirReading {
  at: string;
  tempC: number;
  humidityPercent: number;
  /** What it was read with; nothing where nobody said. */
  instrument?: string;
}

/** No heater of a shed warms it faster, °C in an hour. */
const HEATER_C_PER_HOUR = 5;
/** A reading counts for so long, h: what it differs by fades away by e in this time. */
const FADES_HOURS = 12;

/**
 * Air of a shed hour by hour from the weather outside: a first-order lag behind it, a little warmer, warmed to what it is heated to as fast as a heater can, with the
 * water of the air outside. A reading shifts what comes after it by what it differs, less and less.
 * @throws CoreError for bad weather, a lag outside 0…200 h, or temperatures no shed has
 */
export function shedAir(weather: Air, climate: ShedClimate, reading: AirReading | null = null): Air {
  checkAirHours(weather, 'weather');
  const lag = requireNumber(climate.lagHours, 'climate.lagHours', LIMITS.lagHours);
  const gain = requireNumber(climate.gainC, 'climate.gainC', LIMITS.gainC);
  const heated =
    climate.heatedToC === null ? null : requireNumber(climate.heatedToC, 'climate.heatedToC', LIMITS.heatedToC);
  const [from, to] = [
    requireNumber(climate.heatedFromMin ?? 0, 'climate.heatedFromMin', LIMITS.minuteOfDay),
    requireNumber(climate.heatedToMin ?? 1440, 'climate.heatedToMin', LIMITS.minuteOfDay),
  ];
  const start = parseLocal(weather.startAt, 'weather.startAt');
  const share = lag === 0 ? 1 : 1 - Math.exp(-1 / lag);
  const settled =
    weather.hours.slice(0, 24).reduce((sum, { tempC }) => sum + tempC, 0) / Math.min(24, weather.hours.length);
  let inside = (lag === 0 ? weather.hours[0]!.tempC : settled) + gain;
  const heatedIn = (hour: number): boolean => {
    const minute = (start + 60 * hour + 30) % 1440;
    return from <= to ? minute >= from && minute < to : minute >= from || minute < to;
  };
  // What is heated when the list begins has been heated before.
  if (heated !== null && heatedIn(0)) inside = Math.max(inside, heated);
  const plain = weather.hours.map(({ tempC }, i) => {
    const before = inside;
    inside += share * (tempC + gain - inside);
    if (heated !== null && heatedIn(i) && inside < heated)
      inside = Math.min(heated, Math.max(inside, before + HEATER_C_PER_HOUR));
    return inside;
  });
  const off = reading === null ? null : differs(reading, plain, weather, start);
  const hours = weather.hours.map((hour, i): HourOfAir => {
    const gone = off === null ? Infinity : i - off.hour;
    const fading = gone >= 0 ? Math.exp(-gone / FADES_HOURS) : 0;
    const tempC = plain[i]! + (off?.tempC ?? 0) * fading;
    const humidityPercent = Math.min(100, Math.max(1, humidityAt(hour, tempC) + (off?.humidityPercent ?? 0) * fading));
    return { tempC, humidityPercent, rainMm: 0, sunWPerM2: 0 };
  });
  return { startAt: weather.startAt, hours };
}

/** What a reading differs by from what was worked out for its hour; null where it lies outside the list. */
function differs(
  { at, tempC, humidityPercent }: AirReading,
  plain: readonly number[],
  weather: Air,
  start: number,
): { hour: number; tempC: number; humidityPercent: number } | null {
  const hour = Math.floor((parseLocal(at, 'reading.at') - start) / 60);
  if (hour < 0 || hour >= plain.length) return null;
  requireNumber(tempC, 'reading.tempC', LIMITS.airTempC);
  requireNumber(humidityPercent, 'reading.humidityPercent', LIMITS.humidityPercent);
  return {
    hour,
    tempC: tempC - plain[hour]!,
    humidityPercent: humidityPercent - humidityAt(weather.hours[hour]!, tempC),
  };
}

/** Air outside as it falls on a surface in the open; the same list from an hour on. */
export function airFrom(air: Air, at: string): Air {
  const skipped = Math.floor((parseLocal(at, 'at') - parseLocal(air.startAt, 'startAt')) / 60);
  if (skipped <= 0) return air;
  return {
    startAt: formatLocal(parseLocal(air.startAt, 'startAt') + 60 * skipped),
    hours: Array.from({ length: Math.max(1, air.hours.length - skipped) }, (_, i) => hourAt(air, skipped + i)),
  };
}
