import { FAULT_NAMES, stepName } from '@ashstep/contract';
import { type AirClock, type ShedHours, nextOpen, parseLocal } from '@ashstep/core';
import { whenText } from '../platform/when.pipe';
import type { PlannedStep } from './shed-plan.service';

const at = (text: string): number => parseLocal(text, 'at');

/** What a step would break were it begun at another time: what must be done before, its window, the shed's hours, the air, and what is set for after it. */
export function breaksOf(step: PlannedStep, startMin: number, all: readonly PlannedStep[], hours: ShedHours, clock: AirClock | null): string[] {
  const own = all.filter(({ jobId }) => jobId === step.jobId);
  const endMin = startMin + (at(step.task.endAt) - at(step.task.startAt));
  const found: string[] = [];
  for (const { key, withinAgeHours } of step.step.after) {
    const before = own.find((one) => one.step.key === key);
    if (!before) continue;
    const end = at(before.task.endAt);
    if (startMin < end) found.push(`“${stepName(key)}” ends ${whenText(before.task.endAt)}.`);
    else if (withinAgeHours !== undefined && clock && clock.ageBetween(end, startMin) > withinAgeHours) found.push(`The window of “${stepName(key)}” has shut: wash and abrade, it is a secondary bond.`);
  }
  const shut = nextOpen(startMin, hours) !== startMin || (step.step.inOneGo && nextOpen(endMin - 1, hours) !== endMin - 1);
  if (shut) found.push('The shed is shut.');
  const stop = step.step.needs && clock?.stopOf(step.step.needs, startMin, endMin);
  if (stop) found.push(`${FAULT_NAMES[stop.fault]} before it has gelled.`);
  for (const later of own) if (later.pinned && later.step.after.some(({ key }) => key === step.step.key) && at(later.task.startAt) < endMin) found.push(`“${stepName(later.step.key)}” is set for ${whenText(later.task.startAt)}.`);
  return found;
}
