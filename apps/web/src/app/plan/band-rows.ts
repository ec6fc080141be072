import { remarkWords, stepName } from '@ashstep/contract';
import { parseLocal } from '@ashstep/core/plan';
import { whenText } from '../platform/when.pipe';
import type { PlannedStep } from './shed-plan.service';
import type { Bar, BandRow } from './time-band';

const PHASES = { prepare: 'Prepare', 'lay-up': 'Lay up', finish: 'Fair & finish', inspect: 'Inspect' } as const;

/** A step as a bar of the band. */
export function barOf(planned: PlannedStep, movable: boolean): Bar {
  const { task, step, done, pinned } = planned;
  const broken = task.remarks.map(remarkWords);
  return {
    id: task.id,
    kind: step.kind,
    startMin: parseLocal(task.startAt, 'startAt'),
    endMin: parseLocal(task.endAt, 'endAt'),
    title: `${planned.tag}: ${stepName(step.key)}, ${whenText(task.startAt)} to ${whenText(task.endAt)}${done ? ', done' : ''}${pinned ? ', set by hand' : ''}${broken.length > 0 ? `. ${broken.join(' ')}` : ''}`,
    label: stepName(step.key),
    critical: task.critical,
    pinned,
    done,
    broken: broken.length > 0,
    movable: movable && step.kind === 'hands' && !done,
  };
}

/** The steps of one job in rows by what is done, waits in the row of what they wait on. */
export function rowsOfJob(steps: readonly PlannedStep[], movable: boolean): BandRow[] {
  const rows: (BandRow & { bars: Bar[] })[] = [];
  for (const planned of steps) {
    const { step } = planned;
    const bar = barOf(planned, movable);
    const last = rows.at(-1);
    if (step.kind === 'drying') rows.push({ id: step.key, name: 'Dry', under: '', bars: [bar] });
    else if (
      step.skill === null
        ? last
        : last?.name === PHASES[step.skill] && !(step.skill === 'lay-up' && last.under !== faceText(step.face))
    )
      last!.bars.push(bar);
    else
      rows.push({
        id: step.key,
        name: PHASES[step.skill!],
        under: step.skill === 'lay-up' || step.skill === 'prepare' ? faceText(step.face) : '',
        bars: [bar],
      });
  }
  return rows;
}

const faceText = (face: number | null): string => (face === null ? '' : face === 1 ? 'first face' : 'second face');

/** Every job as one row. */
export function rowsOfJobs(steps: readonly PlannedStep[], movable: boolean): BandRow[] {
  const jobs = [...new Set(steps.map(({ jobId }) => jobId))];
  return jobs.map((jobId) => {
    const own = steps.filter((step) => step.jobId === jobId);
    return { id: jobId, name: own[0]!.tag, under: own[0]!.craft, bars: own.map((step) => barOf(step, movable)) };
  });
}
