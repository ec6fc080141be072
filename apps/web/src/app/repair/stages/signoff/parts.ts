import { counted } from '../counted';
import type { StagePart } from '../stage-page';
import { Acceptance } from './acceptance';
import { answersOf } from './answers';
import { Rework } from './rework';
import { PART_NAMES } from '../part-names';

/** The parts of this stage, in the order they are gone through. */
export const PARTS: readonly StagePart[] = [
  {
    id: 'rework',
    name: PART_NAMES.signoff.rework,
    panels: [Rework],
    when: ({ detail }) => detail.rework.length > 0,
    line: ({ detail }) => `${detail.rework.length} closed`,
    wants: ({ detail }) => {
      const open = detail.rework.filter(({ closedAt }) => !closedAt).length;
      return open > 0 ? `${counted(open, 'item')} open` : null;
    },
  },
  {
    id: 'acceptance',
    name: PART_NAMES.signoff.acceptance,
    panels: [Acceptance],
    line: (state) => counted(answersOf(state).length, 'check'),
    wants: (state) => {
      const rows = answersOf(state);
      const open = rows.filter((row) => row.open).length;
      return open > 0 && state.detail.state !== 'sealed' ? `${open} of ${rows.length} open` : null;
    },
  },
];
