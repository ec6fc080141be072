import { stepName, remarkWords } from '@ashstep/contract';
import { parseLocal } from '@ashstep/core/plan';
import ical from 'ical-generator';
import type { PlannedStep } from './shed-plan.service';

/** On the shed's wall clock, wherever the calendar is read. */
const floating = (at: string): Date => new Date(parseLocal(at, 'at') * 60_000);

/** Steps that want hands, as a calendar file; times are the shed's wall clock. */
export function calendarFile(steps: readonly PlannedStep[], name: string, madeAt: Date): string {
  const calendar = ical({ name, prodId: { company: 'Ash Step', product: 'Shed plan', language: 'EN' } });
  for (const { task, step, tag, craft, done } of steps) {
    if (step.kind !== 'hands' || done) continue;
    calendar.createEvent({
      id: `${task.id}@ash-step`,
      start: floating(task.startAt),
      end: floating(task.endAt),
      floating: true,
      stamp: madeAt,
      summary: `${tag}: ${stepName(step.key)}`,
      description: [`${craft}.`, remarkWords(step.why), ...task.remarks.map(remarkWords)].join(' '),
    });
  }
  return calendar.toString();
}
