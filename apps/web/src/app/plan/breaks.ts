import { remarkWords, stepName } from '@ashstep/contract';
import { type AirClock, type Before, type ShedHours, parseLocal, placeBreaks, windowBreaks } from '@ashstep/core/plan';
import { whenText } from '../platform/when.pipe';
import type { PlannedStep } from './shed-plan.service';

const at = (text: string): number => parseLocal(text, 'at');

/** What a step would break were it begun at another time: what must be done before, its window, the shed's hours, the air, and what is set for after it. */
export function breaksOf(
  step: PlannedStep,
  startMin: number,
  all: readonly PlannedStep[],
  hours: ShedHours,
  clock: AirClock | null,
): string[] {
  const own = all.filter(({ jobId }) => jobId === step.jobId);
  const endMin = startMin + (at(step.task.endAt) - at(step.task.startAt));
  const after = step.step.after.map(({ key, withinAgeHours }) => ({
    id: key,
    ...(withinAgeHours === undefined ? {} : { withinAgeHours }),
  }));
  const beforeOf = (key: string): Before | undefined => {
    const before = own.find((one) => one.step.key === key);
    return before && { endMin: at(before.task.endAt), clock };
  };
  const broken = [
    ...windowBreaks(startMin, after, beforeOf),
    ...placeBreaks(step.step, startMin, endMin, hours, clock),
  ];
  const later = own.filter(
    (one) => one.pinned && one.step.after.some(({ key }) => key === step.step.key) && at(one.task.startAt) < endMin,
  );
  return [
    ...broken.map(remarkWords),
    ...later.map((one) => `“${stepName(one.step.key)}” is set for ${whenText(one.task.startAt)}.`),
  ];
}
