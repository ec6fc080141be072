import { PARENT_NAMES, remarkWords, unsaidWords } from '@ashstep/contract';
import { isUnsaid, unsaidOfLaminate } from '@ashstep/core/repair';
import { StiffnessChart } from '../stiffness-chart';
import { counted } from '../counted';
import type { StagePart } from '../stage-page';
import { CoreFinish } from './core-finish';
import { Coupon } from './coupon';
import { EvidenceBoard } from './evidence-board';
import { PliesKnown } from './plies-known';
import { RingReader } from './ring-reader';
import { PART_NAMES } from '../part-names';

/** The parts of this stage, in the order they are gone through. */
export const PARTS: readonly StagePart[] = [
  {
    id: 'resin-in-it',
    name: PART_NAMES.laminate['resin-in-it'],
    panels: [EvidenceBoard],
    line: ({ plan, inputs }) => {
      const evidence = plan.resin?.evidence;
      const likely = evidence
        ? `${Math.round(100 * evidence.posterior[evidence.mostLikely])} % ${PARENT_NAMES[evidence.mostLikely].toLowerCase()}, `
        : '';
      return `${likely}${counted(inputs.laminate.clueIds.length, 'clue')}`;
    },
    wants: ({ plan }) =>
      (plan.resin?.evidence.contradictions.length ?? 0) > 0 ? 'Two clues speak against one another' : null,
  },
  {
    id: 'plies',
    name: PART_NAMES.laminate.plies,
    panels: [PliesKnown],
    fields: ['laminate.plies'],
    line: ({ plan }) =>
      plan.parent ? `${counted(plan.parent.plies.length, 'ply', 'plies')}${plan.parent.guessed ? ', guessed' : ''}` : 'not known', // prettier-ignore
    wants: ({ plan }) => (plan.parent?.remarks[0] ? remarkWords(plan.parent.remarks[0]) : null),
  },
  {
    id: 'rings',
    name: PART_NAMES.laminate.rings,
    panels: [RingReader],
    fields: ['survey.rings'],
    line: ({ inputs }) =>
      inputs.survey.rings ? `${counted(inputs.survey.rings.rings.length, 'ring')} read` : 'not read',
  },
  {
    id: 'core',
    name: PART_NAMES.laminate.core,
    panels: [CoreFinish],
    fields: ['laminate.finishThicknessMm', 'laminate.core'],
    wants: ({ inputs }) => {
      const unsaid = unsaidOfLaminate(inputs);
      return unsaid.length > 0 ? unsaidWords(unsaid) : null;
    },
    line: ({ inputs: { laminate } }, { inUnits }) =>
      `${inUnits(laminate.finishThicknessMm, 'thickness', 1)} on it${isUnsaid(laminate, 'finishThicknessMm') ? ' as usual' : ''}, ${laminate.core ? `core ${inUnits(laminate.core.thicknessMm, 'length')}` : 'solid'}`,
  },
  {
    id: 'stiffness',
    name: PART_NAMES.laminate.stiffness,
    panels: [StiffnessChart],
    when: ({ plan }) => (plan.parent?.plies.length ?? 0) > 0,
    line: ({ plan }) => (plan.parent?.guessed ? 'of the guess' : 'of the plies'),
  },
  {
    id: 'coupon',
    name: PART_NAMES.laminate.coupon,
    panels: [Coupon],
    fields: ['survey.coupon'],
    line: ({ inputs }) => (inputs.survey.coupon ? 'weighed' : 'none burnt'),
  },
];
