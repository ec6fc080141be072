import type { Air } from '@ashstep/core/air';
import type { HourlyTemp } from '@ashstep/core/cure';
import { parseLocal } from '@ashstep/core/plan';
import type { RepairInputs } from '@ashstep/core/repair';
import type { ShedPlanService } from './shed-plan.service';

/** Air of the place a job stands in, as the shed's plan has it; null while there is none. */
export function airOfJob(planner: ShedPlanService, jobId: string, { days }: RepairInputs): Air | null {
  return planner.air()?.[days.place === 'tent' ? `tent ${jobId}` : (days.place ?? 'shed')] ?? null;
}

/** Temperatures by the hour from a moment on. */
export function hourlyFrom(air: Air, atMin: number): HourlyTemp[] {
  const start = parseLocal(air.startAt, 'air');
  return air.hours.map(({ tempC }, i) => ({ hour: (start + 60 * i + 30 - atMin) / 60, tempC }));
}

/** Temperatures by the hour from a job's next lay-up on; null where the shed has no plan of it. */
export function layUpAir(planner: ShedPlanService, jobId: string, inputs: RepairInputs): HourlyTemp[] | null {
  const air = airOfJob(planner, jobId, inputs);
  const lay = planner.stepsOf(jobId).find(({ step, done }) => step.id === 'lay-up' && !done);
  return air && lay ? hourlyFrom(air, parseLocal(lay.task.startAt, 'at')) : null;
}
