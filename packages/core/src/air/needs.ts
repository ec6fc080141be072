import { DEW_POINT_MARGIN_C, MAX_HUMIDITY_PERCENT, dewPoint } from './dew-point.js';
import { type HourOfAir, hourAt } from './hours.js';

/** What work asks of the air while hands are on it, and for a while after. */
export interface AirNeeds {
  minTempC?: number;
  maxTempC?: number;
  /** Under 85 % and 3 °C over the dew point. */
  dry?: boolean;
  /** In the open: no rain. */
  noRain?: boolean;
  /** While hands are on it. */
  daylight?: boolean;
  /** Never warmer than at the start: a core that is sealed in pushes air out as it warms. */
  falling?: boolean;
  /** The same for so long after the hands are off, min: until it has gelled. */
  holdMin?: number;
}

export type AirFault = 'too-cold' | 'too-warm' | 'too-humid' | 'near-dew-point' | 'rain' | 'dark' | 'warming';

/** Rain under this wets nothing, mm in an hour. */
const DRIZZLE_MM = 0.1;
/** Sun under this is dusk, W/m². */
const DUSK_WPERM2 = 15;
/** Warming less than this is none, °C. */
const STEADY_C = 0.4;
/** A surface lags behind the air: it is taken as the mean of so many hours before. */
const SURFACE_HOURS = 3;

/** What is wrong with an hour of a list for some work; null when nothing is. The surface is what the air has been over the last hours. */
export function faultOf(air: { hours: readonly HourOfAir[] }, index: number, needs: AirNeeds): AirFault | null {
  const { tempC, humidityPercent, rainMm, sunWPerM2 } = hourAt(air, index);
  if (needs.minTempC !== undefined && tempC < needs.minTempC) return 'too-cold';
  if (needs.maxTempC !== undefined && tempC > needs.maxTempC) return 'too-warm';
  if (needs.dry) {
    if (humidityPercent > MAX_HUMIDITY_PERCENT) return 'too-humid';
    if (
      surfaceAt(air, index) - dewPoint({ airTempC: tempC, relativeHumidityPercent: humidityPercent }).dewPointC <
      DEW_POINT_MARGIN_C
    )
      return 'near-dew-point';
  }
  if (needs.noRain && rainMm >= DRIZZLE_MM) return 'rain';
  if (needs.daylight && sunWPerM2 < DUSK_WPERM2) return 'dark';
  return null;
}

/** Temperature of a surface, and of the core under it: what the air has been over the last hours. */
function surfaceAt(air: { hours: readonly HourOfAir[] }, index: number): number {
  let sum = 0;
  for (let k = 0; k < SURFACE_HOURS; k++) sum += hourAt(air, index - k).tempC;
  return sum / SURFACE_HOURS;
}

/** The first hour from one on, up to another, in which a core gets warmer than it was in the first, the air of the hours before it still coming through; null when none does. */
export function firstWarming(air: { hours: readonly HourOfAir[] }, from: number, to: number): number | null {
  const startC = surfaceAt(air, from);
  for (let i = from + 1; i <= to; i++) if (surfaceAt(air, i) > startC + STEADY_C) return i;
  return null;
}

/** How much warmer a core gets from one hour on, up to another, than it was in the first, °C; never less than 0. */
export function warmingBetween(air: { hours: readonly HourOfAir[] }, from: number, to: number): number {
  const startC = surfaceAt(air, from);
  let most = 0;
  for (let i = from + 1; i <= to; i++) most = Math.max(most, surfaceAt(air, i) - startC);
  return most;
}
