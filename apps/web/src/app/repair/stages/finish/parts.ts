import { workStandings } from '@ashstep/contract';
import { topCoatOf } from '@ashstep/core/repair';
import { counted } from '../counted';
import { remarksPart } from '../remarks-part';
import type { StagePart } from '../stage-page';
import { Abrasives } from './abrasives';
import { ColourMatch } from './colour-match';
import { FairMap } from './fair-map';
import { LightMarks } from './light-marks';
import { FinishLooks } from './looks';
import { looks } from './looks-list';
import { FinishSteps } from './steps';
import { TopCoat } from './top-coat';
import { PART_NAMES } from '../part-names';

const routed: StagePart['when'] = ({ plan }) => plan.finish !== null;

/** The parts of this stage, in the order they are gone through. */
export const PARTS: readonly StagePart[] = [
  // In the cold what waits for full cure would wait for ever.
  remarksPart(({ plan }) =>
    plan.finish?.works.some(({ afterFullCure }) => afterFullCure)
      ? plan.cold.filter(({ id }) => id === 'cure.full-needs-warmth')
      : [],
  ),
  {
    id: 'steps',
    name: PART_NAMES.finish.steps,
    panels: [FinishSteps],
    when: routed,
    line: ({ plan, detail }) => {
      const works = workStandings(plan.finish, detail);
      return `${works.filter(({ done }) => done).length} of ${works.length} done`;
    },
  },
  {
    id: 'fair',
    name: PART_NAMES.finish.fair,
    panels: [FairMap, LightMarks],
    line: ({ inputs }) => {
      const { fair } = inputs.finish;
      return fair.length === 0 ? 'not read' : counted(fair.length, 'round');
    },
  },
  {
    id: 'colour',
    name: PART_NAMES.finish.colour,
    panels: [ColourMatch],
    when: ({ inputs }) => inputs.place.finish !== 'bare' || inputs.finish.colour.target !== null,
    line: ({ inputs }) => {
      const { target, trials } = inputs.finish.colour;
      return target === null ? 'not read' : trials.length === 0 ? 'target read' : counted(trials.length, 'trial');
    },
  },
  {
    id: 'coat',
    name: PART_NAMES.finish.coat,
    panels: [TopCoat],
    when: ({ inputs }) => inputs.place.finish !== 'bare',
    line: ({ inputs, plan }) =>
      topCoatOf(inputs, plan.resin?.card?.family ?? null) === 'gelcoat' ? 'gel coat' : 'paint',
  },
  {
    id: 'abrasives',
    name: PART_NAMES.finish.abrasives,
    panels: [Abrasives],
    when: routed,
    line: ({ plan }) => plan.finish!.ladder.join(', '),
  },
  {
    id: 'looks',
    name: PART_NAMES.finish.looks,
    panels: [FinishLooks],
    when: routed,
    line: (state) => `${looks(state).filter(({ seen }) => seen).length} of ${looks(state).length} seen`,
  },
];
