import { FINISH_NAMES, SEVERITY_NAMES, SPOT_KIND_NAMES, unsaidWords } from '@ashstep/contract';
import { isUnsaid } from '@ashstep/core/repair';
import { wettestByDay } from '@ashstep/core/survey';
import { DryingLog } from '../../../survey/drying-log';
import { Found } from '../../../survey/found';
import { Marks } from '../../../survey/marks';
import { OutlineImport } from '../../../survey/outline-import';
import { Photograph } from '../../../survey/photograph';
import { ReadingLog } from '../../../survey/reading-log';
import { Taps } from '../../../survey/taps';
import type { RepairState } from '../../repair.store';
import { counted } from '../counted';
import type { StagePart } from '../stage-page';
import { NearBy } from './near-by';
import { OutlinePanel, SHAPE_NAMES } from './outline';
import { Place } from './place';
import { Severity } from './severity';
import { Spots } from './spots';
import { PART_NAMES } from '../part-names';

const broken = ({ inputs }: RepairState): boolean => inputs.damage.depth !== 'finish';
const mayBeWet = ({ inputs }: RepairState): boolean =>
  inputs.laminate.core !== null || inputs.survey.readings.some(({ kind }) => kind === 'moisture');

/** The parts of this stage, in the order they are gone through. */
export const PARTS: readonly StagePart[] = [
  {
    id: 'outline',
    name: PART_NAMES.look.outline,
    panels: [OutlinePanel, { panel: Found, when: broken }],
    wants: ({ inputs }) => (isUnsaid(inputs.damage, 'shape') ? 'Not measured yet' : null),
    line: ({ inputs: { damage, survey } }, { inUnits }) =>
      `${SHAPE_NAMES[damage.shape.kind].toLowerCase()}${damage.shape.kind === 'polygon' ? `, ${damage.shape.points.length} points` : ''}, margin ${inUnits(damage.marginMm, 'length')}${survey.expected ? ', mapped again' : ''}`,
    fields: ['damage.shape', 'damage.marginMm', 'damage.minCornerRadiusMm'],
  },
  {
    id: 'spots',
    name: PART_NAMES.look.spots,
    panels: [Spots],
    fields: ['damage.spots'],
    line: ({ inputs: { damage } }) => `${SPOT_KIND_NAMES[damage.kind].toLowerCase()}, ${counted(damage.spots.length + 1, 'place')}`, // prettier-ignore
  },
  {
    id: 'severity',
    name: PART_NAMES.look.severity,
    panels: [Severity],
    line: ({ plan, inputs }) => (isUnsaid(inputs.damage, 'depth') ? 'once its depth is said' : SEVERITY_NAMES[plan.severity.taken].toLowerCase()), // prettier-ignore
    wants: ({ plan: { severity, holds } }) =>
      severity.needsReason
        ? `Write why it is not ${SEVERITY_NAMES[severity.proposed].toLowerCase()}`
        : holds.some(({ id }) => id === 'hold.beyond')
          ? 'A manager releases it'
          : null,
  },
  {
    id: 'place',
    name: PART_NAMES.look.place,
    panels: [Place],
    fields: ['place'],
    wants: ({ inputs: { place } }) => (place.unsaid ? unsaidWords(place.unsaid) : null),
    line: ({ inputs: { place } }) => `${place.where || 'not said where'}, ${FINISH_NAMES[place.finish].toLowerCase()}`,
  },
  {
    id: 'photograph',
    name: PART_NAMES.look.photograph,
    panels: [Photograph],
    ready: true,
    line: ({ inputs }) => (inputs.survey.photo ? 'squared up, under the drawing' : 'none under the drawing'),
  },
  {
    id: 'marks',
    name: PART_NAMES.look.marks,
    panels: [Marks, OutlineImport],
    line: ({ inputs }) => counted(inputs.survey.marks.length, 'mark'),
    wants: ({ plan }) => (plan.damage?.leftOut.length ? `${plan.damage.leftOut.length} not whole in the cut-out` : null), // prettier-ignore
  },
  {
    id: 'taps',
    name: PART_NAMES.look.taps,
    panels: [Taps],
    when: broken,
    line: ({ inputs }) => {
      const taps = inputs.survey.readings.filter(({ kind }) => kind === 'tap');
      const dull = taps.filter((tap) => tap.kind === 'tap' && tap.sound !== 'sound').length;
      return taps.length === 0 ? 'none yet' : `${taps.length}, ${dull} not sound`;
    },
  },
  {
    id: 'readings',
    name: PART_NAMES.look.readings,
    panels: [ReadingLog, { panel: DryingLog, when: mayBeWet }],
    fields: ['survey.moistureLimit', 'survey.dryReference'],
    line: ({ inputs: { survey } }) => {
      const count = counted(survey.readings.filter(({ kind }) => kind !== 'tap').length, 'reading');
      const wet = wettestByDay(survey.readings).at(-1);
      return wet ? `${count}, moisture ${wet.value}` : count;
    },
    wants: ({ plan }) => (plan.holds.some(({ id }) => id === 'hold.wet') ? 'Too wet to lay' : null),
  },
  {
    id: 'near',
    name: PART_NAMES.look.near,
    panels: [NearBy],
    fields: ['damage.neighbours', 'damage.notes'],
    line: ({ inputs: { damage } }) =>
      `${damage.neighbours.map(({ name }) => name).join(', ') || 'nothing marked'}${damage.notes ? ', notes' : ''}`,
  },
];
