import { CoreError } from '../errors.js';
import { formatLocal, parseLocal } from '../plan/calendar.js';
import type { Air, HourOfAir } from './hours.js';
import { usualSun } from './stand-in.js';

/** One moment of a forecast as it was given. */
export interface ForecastRow {
  at: string;
  tempC: number;
  humidityPercent: number;
  /** Since the row before; none where it says nothing of rain. */
  rainMm: number | null;
  /** Worked out from the day and hour where it says nothing of sun. */
  sunWPerM2: number | null;
}

export interface Forecast {
  air: Air;
  /** Hours that stand between two rows, worked out from both. */
  between: number;
  /** The moment after which rows lie too far apart to be joined, and are left out; null where none do. */
  cutAt: string | null;
}

/** Rows further apart than this say nothing of the hours between, h. */
const MOST_APART_HOURS = 12;

/** A day and more without any sun at all is a column nobody filled in. */
const SUNLESS_ROWS_HOURS = 24;

/** The rows as they are, but where none of a day or more has any sun, which is then worked out. */
function sunTold(rows: readonly ForecastRow[]): readonly ForecastRow[] {
  if (rows.some(({ sunWPerM2 }) => sunWPerM2 === null || sunWPerM2 > 0)) return rows;
  const minutes = rows.map(({ at }) => parseLocal(at, 'at'));
  const longMin = Math.max(...minutes) - Math.min(...minutes);
  return longMin >= 60 * SUNLESS_ROWS_HOURS ? rows.map((row) => ({ ...row, sunWPerM2: null })) : rows;
}

/**
 * A forecast hour by hour from rows that may be further apart, in any order: temperature, humidity and sun along a straight line
 * between two rows, rain shared out over the hours since the row before. The later of two rows for the same hour counts.
 * @throws CoreError for no rows or an unreadable time
 */
export function hourlyForecast(rows: readonly ForecastRow[]): Forecast {
  if (rows.length === 0) throw new CoreError('empty', 'rows');
  const byHour = new Map(sunTold(rows).map((row) => [Math.round(parseLocal(row.at, 'at') / 60), row]));
  const given = [...byHour].sort(([a], [b]) => a - b);
  const hours: HourOfAir[] = [];
  let [between, cutAt]: [number, string | null] = [0, null];
  for (const [i, [hour, row]] of given.entries()) {
    const [lastHour, last] = given[i - 1] ?? [hour - 1, row];
    const apart = hour - lastHour;
    if (apart > MOST_APART_HOURS) {
      cutAt = formatLocal(lastHour * 60);
      break;
    }
    between += apart - 1;
    for (let k = 1; k <= apart; k++) {
      const share = k / apart;
      const along = (from: number, to: number): number => from + (to - from) * share;
      const at = (lastHour + k) * 60;
      const sun =
        row.sunWPerM2 === null || last.sunWPerM2 === null ? usualSun(at) : along(last.sunWPerM2, row.sunWPerM2);
      hours.push({
        tempC: along(last.tempC, row.tempC),
        humidityPercent: along(last.humidityPercent, row.humidityPercent),
        rainMm: (row.rainMm ?? 0) / apart,
        sunWPerM2: sun,
      });
    }
  }
  return { air: { startAt: formatLocal(given[0]![0] * 60), hours }, between, cutAt };
}
