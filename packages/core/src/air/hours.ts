import { LIMITS } from '../limits/index.js';
import { CoreError, requireNumber } from '../errors.js';
import { parseLocal } from '../plan/calendar.js';

/** The air over one hour. */
export interface HourOfAir {
  tempC: number;
  /** Relative humidity, per cent. */
  humidityPercent: number;
  /** Of rain in the hour, mm. */
  rainMm: number;
  /** Sun on level ground, W/m². */
  sunWPerM2: number;
}

/** Air hour by hour from a whole hour on, on the wall clock. */
export interface Air {
  startAt: string;
  hours: readonly HourOfAir[];
}

const MOST_HOURS = 5000;
/** Past the hours listed the last day of them comes again and again. */
export const REPEATED_HOURS = 24;

/** @throws CoreError for no hours, more than 5000, an unreadable start, or air there is none of */
export function checkAirHours(air: Air, field: string): Air {
  parseLocal(air.startAt, `${field}.startAt`);
  if (air.hours.length === 0) throw new CoreError('empty', `${field}.hours`);
  if (air.hours.length > MOST_HOURS) throw new CoreError('too-many', `${field}.hours`, { max: MOST_HOURS });
  air.hours.forEach((hour, i) => {
    requireNumber(hour.tempC, `${field}.hours.${i}.tempC`, LIMITS.airTempC);
    requireNumber(hour.humidityPercent, `${field}.hours.${i}.humidityPercent`, LIMITS.humidityPercent);
    requireNumber(hour.rainMm, `${field}.hours.${i}.rainMm`, LIMITS.rainMm);
    requireNumber(hour.sunWPerM2, `${field}.hours.${i}.sunWPerM2`, LIMITS.sunWPerM2);
  });
  return air;
}

/** The hour of a list that a place on it stands for: the first before its beginning, the last day again past its end. */
export function hourAt({ hours }: Pick<Air, 'hours'>, index: number): HourOfAir {
  if (index <= 0) return hours[0]!;
  if (index < hours.length) return hours[index]!;
  const repeated = Math.min(REPEATED_HOURS, hours.length);
  return hours[hours.length - repeated + ((index - hours.length) % repeated)]!;
}

/** Minute on the wall clock at which what is listed ends. */
export const airEndsAt = (air: Air): number => parseLocal(air.startAt, 'startAt') + 60 * air.hours.length;

/** Saturation vapour pressure over water, hPa. Source: Magnus, as the dew point's. */
export const saturationHPa = (tempC: number): number => 6.112 * Math.exp((17.62 * tempC) / (243.12 + tempC));

/** Relative humidity of air brought to another temperature, its water kept, per cent; no more than 100. */
export const humidityAt = (
  { tempC, humidityPercent }: Pick<HourOfAir, 'tempC' | 'humidityPercent'>,
  thenC: number,
): number => Math.min(100, Math.max(1, (humidityPercent * saturationHPa(tempC)) / saturationHPa(thenC)));
