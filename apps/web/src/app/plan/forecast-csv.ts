import { type Air, type Forecast, type ForecastRow, hourlyForecast } from '@ashstep/core/air';
import { formatLocal, isWallClock, parseLocal } from '@ashstep/core/plan';
import Papa from 'papaparse';
import { figureOf, readCsv } from '../parts/csv';

export const FORECAST_COLUMNS = ['at', 'temp_c', 'humidity_percent', 'rain_mm', 'sun_w_per_m2'] as const;
type Column = (typeof FORECAST_COLUMNS)[number];

export interface ForecastRead {
  /** Null where no row could be read. */
  forecast: Forecast | null;
  /** Rows that were left out: line in the file, and why. */
  left: { line: number; reason: string }[];
}

/** Air by the hour as comma-separated text with a heading line. */
export function forecastToCsv({ startAt, hours }: Air): string {
  const start = parseLocal(startAt, 'startAt');
  const rows = hours.map((hour, i) => [
    formatLocal(start + 60 * i),
    hour.tempC,
    hour.humidityPercent,
    hour.rainMm,
    hour.sunWPerM2,
  ]);
  return Papa.unparse({ fields: [...FORECAST_COLUMNS], data: rows }, { newline: '\n' });
}

/** A forecast from comma-separated text: good rows are kept, bad ones told with their line and reason. Throws nothing. */
export function forecastFromCsv(text: string): ForecastRead {
  const { read, left } = readCsv(text, FORECAST_COLUMNS, ['at', 'temp_c', 'humidity_percent'], readRow);
  return { forecast: read.length === 0 ? null : hourlyForecast(read), left };
}

function readRow(cell: (name: Column) => string): ForecastRow | string {
  const at = cell('at').replace(' ', 'T').slice(0, 16);
  if (!isWallClock(at)) return `at “${cell('at')}” is no time. Write it like 2026-04-16T08:00.`;
  const figure = (name: Column, min: number, max: number): number | string => {
    const value = figureOf(cell(name));
    return value === null || value < min || value > max
      ? `${name} “${cell(name)}” must be from ${min} to ${max}.`
      : value;
  };
  const optional = (name: Column, max: number): number | string | null =>
    cell(name) === '' ? null : figure(name, 0, max);
  const [tempC, humidityPercent, rainMm, sunWPerM2] = [
    figure('temp_c', -40, 60),
    figure('humidity_percent', 1, 100),
    optional('rain_mm', 300),
    optional('sun_w_per_m2', 1500),
  ];
  for (const value of [tempC, humidityPercent, rainMm, sunWPerM2]) if (typeof value === 'string') return value;
  return { at, tempC, humidityPercent, rainMm, sunWPerM2 } as ForecastRow;
}
