import type { AirNeeds } from '../air/index.js';
import type { SystemCard } from '../resin/systems.js';
import type { ShedHours } from './calendar.js';
import type { JobStep } from './steps.js';
import type { ScheduleTask } from './tasks.js';

/** Whether a step is begun and ended on one day; one that no day is long enough for is put down overnight. */
export const fitsOneDay = ({ inOneGo, minutes }: JobStep, { fromMin, toMin }: ShedHours): boolean =>
  inOneGo && minutes <= toMin - fromMin;

/**
 * A step of a job as the schedule takes it.
 * @param named the id of a step's task; its key when left out
 */
export function stepTask(
  step: JobStep,
  {
    system,
    hours,
    needs = null,
    named = (key) => key,
  }: { system: SystemCard | null; hours: ShedHours; needs?: AirNeeds | null; named?: (key: string) => string },
): ScheduleTask {
  return {
    id: named(step.key),
    minutes: step.minutes,
    after: step.after.map(({ key, withinAgeHours }) => ({
      id: named(key),
      ...(withinAgeHours === undefined ? {} : { withinAgeHours }),
    })),
    ...(step.kind === 'hands' ? (fitsOneDay(step, hours) ? { inOneGo: true } : {}) : { byItself: true }),
    ...(step.ageHours === null ? {} : { ageHours: step.ageHours }),
    ...(system && (step.stage !== null || step.id === 'lay-up') ? { system } : {}),
    ...(step.stage === null ? {} : { stage: step.stage }),
    ...(step.untilAt === null ? {} : { untilAt: step.untilAt }),
    ...(needs ? { needs } : {}),
  };
}
