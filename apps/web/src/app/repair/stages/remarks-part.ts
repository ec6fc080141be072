import { remarkWords } from '@ashstep/contract';
import type { Remark } from '@ashstep/core/errors';
import type { RepairState } from '../repair.store';
import { Remarks } from './remarks';
import type { StagePart } from './stage-page';

/** A part that is there while a stage has something to mind, and says the first of it. */
export function remarksPart(of: (state: RepairState) => readonly Remark[]): StagePart {
  return {
    id: 'mind',
    name: 'To mind',
    panels: [Remarks],
    given: { of },
    when: (state) => of(state).length > 0,
    line: () => '',
    wants: (state) => {
      const [first, ...rest] = of(state);
      return first ? `${remarkWords(first)}${rest.length > 0 ? ` And ${rest.length} more.` : ''}` : null;
    },
  };
}
