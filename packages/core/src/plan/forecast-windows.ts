import { type Air, checkAirHours } from '../air/index.js';
import { type WindowsResult, windows } from '../cure/index.js';
import type { SystemCard } from '../resin/systems.js';
import { formatLocal, parseLocal } from './calendar.js';

export interface ForecastWindowsInput {
  card: SystemCard;
  air: Air;
  /** When the last ply or coat went on; the forecast's beginning when left out. */
  laidAt?: string;
  nowAt?: string;
}

export interface ForecastWindowsResult extends WindowsResult {
  /** The same hours on the wall clock. */
  at: { from: string | null; until: string | null; sandable: string | null; full: string | null };
}

/**
 * Windows of a laid ply over a forecast with its own clock; past its end its last hour holds.
 * @throws CoreError for a bad forecast or time, or asking before it was laid
 */
export function forecastWindows({ card, air, laidAt, nowAt }: ForecastWindowsInput): ForecastWindowsResult {
  const { startAt, hours } = checkAirHours(air, 'forecast');
  const startMin = parseLocal(startAt, 'forecast.startAt');
  const hourOf = (text: string, field: string): number => (parseLocal(text, field) - startMin) / 60;
  const airTempC = hours.map(({ tempC }, hour) => ({ hour, tempC }));
  const found = windows({
    card,
    airTempC,
    laidHour: laidAt === undefined ? 0 : hourOf(laidAt, 'laidAt'),
    ...(nowAt === undefined ? {} : { nowHour: hourOf(nowAt, 'nowAt') }),
  });
  const at = (hour: number | null): string | null => (hour === null ? null : formatLocal(startMin + 60 * hour));
  return {
    ...found,
    at: {
      from: at(found.fromHour),
      until: at(found.untilHour),
      sandable: at(found.sandableHour),
      full: at(found.fullHour),
    },
  };
}
