import { counted } from '../counted';
import { remarksPart } from '../remarks-part';
import type { StagePart } from '../stage-page';
import { JobCost } from './job-cost';
import { OtherWays } from './other-ways';
import { DaySteps } from './steps';
import { PART_NAMES } from '../part-names';

const dated: NonNullable<StagePart['when']> = ({ plan }) => plan.days !== null;

/** The parts of this stage, in the order they are gone through. */
export const PARTS: readonly StagePart[] = [
  remarksPart(({ plan }) => plan.days?.remarks ?? []),
  {
    id: 'steps',
    name: PART_NAMES.days.steps,
    panels: [DaySteps],
    when: dated,
    line: ({ plan }) => counted(plan.days!.tasks.filter(({ kind }) => kind === 'hands').length, 'step for hands', 'steps for hands'), // prettier-ignore
  },
  {
    id: 'ways',
    name: PART_NAMES.days.ways,
    panels: [OtherWays],
    when: (state) => dated(state) && (state.plan.mix?.faces.length ?? 0) > 0,
    line: () => 'the job done otherwise',
  },
  {
    id: 'cost',
    name: PART_NAMES.days.cost,
    panels: [JobCost],
    when: ({ plan }) => plan.mix !== null,
    line: () => 'materials, hands and what is bought',
  },
];
