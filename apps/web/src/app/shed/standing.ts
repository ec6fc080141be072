import { FAULT_NAMES, stepName } from '@ashstep/contract';
import { parseLocal } from '@ashstep/core/plan';
import type { PlannedStep } from '../plan/shed-plan.service';
import { whenText } from '../platform/when.pipe';
import type { BoardJob } from './board-job';

const at = (text: string): number => parseLocal(text, 'at');

/** A job of the board with its place in the shed's plan: its bars, and what it waits for where that is a drying, a cure or the air. */
export function withShedPlan(job: BoardJob, steps: readonly PlannedStep[], nowMin: number): BoardJob {
  if (steps.length === 0) return job;
  const planned = {
    ...job,
    steps: steps.map(({ task, step }) => ({
      key: step.key,
      kind: step.kind,
      startAt: task.startAt,
      endAt: task.endAt,
    })),
  };
  if (job.urgent || job.shelf === 'inspect' || job.row.openRework > 0) return planned;
  const waits = waitingFor(steps, nowMin);
  return waits ? { ...planned, shelf: 'waiting', ...waits } : planned;
}

/** What the next hands of a job wait for; null when it is only hands. */
function waitingFor(steps: readonly PlannedStep[], nowMin: number): Pick<BoardJob, 'act' | 'under'> | null {
  const next = steps.find(({ step, done }) => step.kind === 'hands' && !done);
  if (!next || next.begun) return null;
  const then = `${stepName(next.step.key)} ${whenText(next.task.startAt)}`;
  const drying = steps.find(({ step, task }) => step.kind === 'drying' && at(task.endAt) > nowMin);
  if (drying) return { act: 'Drying', under: `Dry by ${whenText(drying.task.endAt)}, as the readings go` };
  if (next.step.needs?.falling && at(next.task.startAt) > nowMin)
    return { act: 'Waits for a falling temperature', under: `${then}. Vent screw out first` };
  if (next.task.why.id === 'air')
    return { act: `Waits: ${FAULT_NAMES[next.task.why.fault!].toLowerCase()}`, under: then };
  const cure = steps.find(
    ({ step, task }) =>
      step.kind === 'cure' &&
      at(task.startAt) <= nowMin &&
      at(task.endAt) > nowMin &&
      next.step.after.some(({ key }) => key === step.key),
  );
  return cure ? { act: 'Curing', under: then } : null;
}
