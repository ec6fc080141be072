import { formatLocal, isWallClock, parseLocal } from '../plan/calendar.js';
import { attempt } from '../errors.js';
import { type MoistureReading, drying } from './drying.js';
import type { Reading } from './readings.js';

export interface DayWettest extends MoistureReading {
  /** Wall-clock time of the reading. */
  at: string;
}

const DAY_MIN = 1440;

/** The wettest reading of each day before the repair, with days counted from the first; readings without a time that exists are left out. */
export function wettestByDay(readings: readonly Reading[]): DayWettest[] {
  const wettest = new Map<string, { at: string; value: number }>();
  for (const reading of readings) {
    if (reading.kind !== 'moisture' || reading.after || reading.at === null || !isWallClock(reading.at)) continue;
    const date = reading.at.slice(0, 10);
    const known = wettest.get(date);
    if (!known || reading.value > known.value) wettest.set(date, { at: reading.at, value: reading.value });
  }
  const log = [...wettest.values()].sort((a, b) => (a.at < b.at ? -1 : 1));
  return log.map(({ at, value }) => ({
    at,
    value,
    day: (parseLocal(at, 'readings') - parseLocal(log[0]!.at, 'readings')) / DAY_MIN,
  }));
}

/** Wall-clock time so many days after another. */
export const daysAfter = (at: string, days: number): string => formatLocal(parseLocal(at, 'at') + days * DAY_MIN);

/** When a wet core will be dry enough by its log, wall clock; null where nothing says so yet, or it never will be at this rate. */
export function dryBy({
  readings,
  moistureLimit,
  dryReference,
}: {
  readings: readonly Reading[];
  moistureLimit: number | null;
  dryReference: number | null;
}): string | null {
  const log = wettestByDay(readings);
  if (moistureLimit === null || log.length === 0) return null;
  const { result } = attempt(() =>
    drying({ readings: log, limit: moistureLimit, ...(dryReference === null ? {} : { dryReference }) }),
  );
  const day = result?.dryDay ?? null;
  return day === null ? null : daysAfter(log[0]!.at, day);
}
