import { FAULT_NAMES, stepName } from '@ashstep/contract';
import type { PlannedStep } from './shed-plan.service';

/** Why a step is when it is, in one line. `names` gives the tag of a job. */
export function whyWhen({ task, jobId }: PlannedStep, names: (jobId: string) => string): string {
  const { id, taskId, fault } = task.why;
  const other =
    taskId === null
      ? ''
      : taskId.startsWith(`${jobId}/`)
        ? `“${stepName(taskId)}”`
        : `${names(taskId.slice(0, taskId.indexOf('/')))}, “${stepName(taskId)}”`;
  switch (id) {
    case 'start':
      return 'At once.';
    case 'after':
      return `After ${other}.`;
    case 'person':
      return other ? `Hands are at ${other} till then.` : 'Nobody who can do it is there sooner.';
    case 'bay':
      return `The bays are taken by ${other} till then.`;
    case 'hours':
      return 'When the shed opens.';
    case 'not-before':
      return 'Not before its first morning.';
    case 'air':
      return `${FAULT_NAMES[fault!]} till then.`;
    case 'pinned':
      return 'Set by hand.';
    case 'done':
      return 'Done.';
  }
}
