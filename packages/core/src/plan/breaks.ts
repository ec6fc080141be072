import type { Remark } from '../errors.js';
import type { AirNeeds } from '../air/index.js';
import type { AirClock } from './air-clock.js';
import { type ShedHours, nextOpen } from './calendar.js';
import type { ScheduleLink } from './tasks.js';

/** Rounding of minutes that is no miss, min. */
const EXACT_MIN = 1e-6;

/** What a task comes after: when that ends, and the air it cures in, by the usual law as all windows do. */
export interface Before {
  endMin: number;
  clock: AirClock | null;
}

/** Waits not over, and windows that have shut, were a task begun at a moment. */
export function windowBreaks(
  startMin: number,
  after: readonly ScheduleLink[],
  beforeOf: (id: string) => Before | undefined,
): Remark[] {
  return after.flatMap(({ id, waitMin, withinMin, waitAgeHours, withinAgeHours }): Remark[] => {
    const before = beforeOf(id);
    if (!before) return [];
    const { endMin, clock } = before;
    const aged = (hours: number | undefined, otherwise: number): number =>
      hours === undefined || !clock ? otherwise : clock.minuteOfAge(endMin, hours);
    const opens = Math.max(endMin + (waitMin ?? 0), aged(waitAgeHours, endMin));
    const shuts = Math.min(withinMin === undefined ? Infinity : endMin + withinMin, aged(withinAgeHours, Infinity));
    if (startMin < opens - EXACT_MIN)
      return [{ id: 'schedule.too-soon', params: { task: id, minutes: opens - startMin } }];
    return startMin > shuts + EXACT_MIN
      ? [{ id: 'schedule.too-late', params: { task: id, minutes: startMin - shuts } }]
      : [];
  });
}

/** What hours and air have against hands-on work between two moments. */
export function placeBreaks(
  { inOneGo, needs }: { inOneGo?: boolean; needs?: AirNeeds | null },
  startMin: number,
  endMin: number,
  hours: ShedHours,
  clock: AirClock | null,
): Remark[] {
  const shut =
    nextOpen(startMin, hours) !== startMin || (inOneGo === true && nextOpen(endMin - 1, hours) !== endMin - 1);
  const stop = needs && clock ? clock.stopOf(needs, startMin, endMin) : null;
  return [
    ...(shut ? [{ id: 'schedule.shut', params: {} }] : []),
    ...(stop ? [{ id: 'schedule.air', params: { fault: stop.fault } }] : []),
  ];
}
