import { AirBoard } from '../../air-board';
import { airFrom } from '../../air-words';
import { counted } from '../counted';
import type { StagePart } from '../stage-page';
import type { LayUpDesk } from './desk';
import { LayUpEvaluationPanel } from './evaluation';
import { LogPot } from './pot';
import { Preparation } from './preparation';
import { RoundsDone } from './rounds-done';
import { WorkLog } from './work-log';
import { PART_NAMES } from '../part-names';

/** The parts of this stage for the round that is looked at, in the order they are gone through. */
export function layUpParts(desk: LayUpDesk): readonly StagePart[] {
  const left = (): string => `${desk.unticked()} of ${desk.preparation().length}`;
  return [
    {
      id: 'before',
      name: PART_NAMES.layup.before,
      panels: [Preparation],
      when: () => (desk.toBegin() && desk.preparation().length > 0) || desk.leftOpen().length > 0,
      line: () => 'all ticked off',
      wants: () => {
        if (desk.toBegin() && desk.unticked() > 0) return `${left()} to tick off`;
        return desk.leftOpen().length > 0 ? `${desk.leftOpen().length} never ticked off` : null;
      },
    },
    {
      id: 'air',
      name: PART_NAMES.layup.air,
      panels: [AirBoard],
      given: { planning: false },
      fields: ['air'],
      when: () => desk.now() !== null,
      line: ({ plan: { air } }, { inUnits }) => `${inUnits(air.tempC.value, 'temperature')}, ${airFrom(air.tempC)}`,
      wants: () => (desk.toBegin() && !desk.fresh() ? 'Read it before it is begun' : null),
    },
    {
      id: 'pot',
      name: PART_NAMES.layup.pot,
      panels: [LogPot],
      fields: ['entry'],
      when: () => {
        const s = desk.now();
        return !!s?.begun && (s.round.pots.length > 0 || s.round.kind === 'coat');
      },
      line: () => (desk.nextPot() ? `next to mix: ${desk.nextPot()!.label}` : `${counted(desk.now()!.mixed.size, 'pot')} logged`), // prettier-ignore
      wants: () => {
        const s = desk.now()!;
        if (s.lastPot?.within === false) return 'The last was out of its ratio: mix another';
        return s.round.pots.length > 0 && s.mixed.size === 0 ? `Mix and log pot ${s.round.pots[0]!.label}` : null;
      },
    },
    {
      id: 'rounds',
      name: PART_NAMES.layup.rounds,
      panels: [RoundsDone],
      when: () => desk.standings().length > 0,
      line: () => `${desk.standings().filter(({ done }) => done).length} of ${desk.standings().length} done`,
    },
    {
      id: 'evaluation',
      name: PART_NAMES.layup.evaluation,
      panels: [LayUpEvaluationPanel],
      when: () => !desk.first(),
      line: () => {
        const { rounds } = desk.evaluation();
        const poor = rounds.filter(({ bond }) => bond?.kind === 'poor').length;
        const done = `${rounds.filter(({ done: down }) => down).length} of ${rounds.length} rounds`;
        return poor > 0 ? `${done}, ${counted(poor, 'poor bond')}` : done;
      },
    },
    {
      id: 'log',
      name: PART_NAMES.layup.log,
      panels: [WorkLog],
      line: ({ detail }) => counted(detail.log.length, 'entry', 'entries'),
    },
  ];
}
