import { fabricOf } from '@ashstep/core/material';
import { wantsSandingLayer } from '@ashstep/core/stack';
import { counted } from '../counted';
import { remarksPart } from '../remarks-part';
import type { StagePart } from '../stage-page';
import { Cover, PROCESS_NAMES } from './cover';
import { CutList } from './cut-list';
import { ExtraPlies } from './extra-plies';
import { Match } from './match';
import { PlyTable } from './ply-table';
import { StackFinder } from './stack-finder';
import { PART_NAMES } from '../part-names';

/** What takes the place of nothing is matched with nothing. */
const matched: StagePart['when'] = ({ plan }) => plan.match !== null;

/** The parts of this stage, in the order they are gone through. */
export const PARTS: readonly StagePart[] = [
  remarksPart(({ plan }) => plan.patch?.remarks ?? []),
  {
    id: 'plies',
    name: PART_NAMES.plies.plies,
    panels: [PlyTable],
    fields: ['stack.plies'],
    line: ({ plan: { patch } }) => {
      const goes = patch!.faces.reduce((sum, { sessions }) => sum + sessions.length, 0);
      return `${patch!.layers.length}${patch!.cover ? ' and a cover' : ''}, ${patch!.proposed ? 'proposed' : 'set by hand'}${goes > patch!.faces.length ? `, in ${goes} goes` : ''}`;
    },
  },
  {
    id: 'match',
    name: PART_NAMES.plies.match,
    panels: [Match],
    when: matched,
    line: ({ plan }) => (plan.match!.worst === 'note' ? 'a little stiff one way' : 'matches every way'),
    wants: ({ plan }) =>
      plan.match!.worst === 'hard' ? 'A hard spot: cracks start at its edge' : plan.match!.worst === 'soft' ? 'A soft spot: it flexes' : null, // prettier-ignore
  },
  {
    id: 'cover',
    name: PART_NAMES.plies.cover,
    panels: [Cover],
    fields: ['stack.coverOverlapMm', 'stack.growMm', 'stack.finishAllowanceMm'],
    line: ({ inputs: { stack }, plan }, { inUnits }) =>
      `${plan.patch!.cover ? fabricOf(plan.patch!.cover).name.toLowerCase() : 'no cover'}, ${inUnits(stack.finishAllowanceMm, 'thickness', 1)} room, ${PROCESS_NAMES[stack.process].toLowerCase()}`,
  },
  {
    id: 'beside',
    name: PART_NAMES.plies.beside,
    panels: [ExtraPlies],
    fields: ['stack.extras'],
    line: ({ inputs: { stack } }) =>
      `${counted(stack.extras?.length ?? 0, 'ply', 'plies')} more${stack.sanding ? ', a layer to sand' : ''}`,
    wants: ({ plan }) => (wantsSandingLayer(plan.patch!.outward) ? 'Carbon or aramid lies outermost' : null),
  },
  {
    id: 'find',
    name: PART_NAMES.plies.find,
    panels: [StackFinder],
    when: matched,
    line: () => 'the closest of the fabrics at hand',
  },
  {
    id: 'cut',
    name: PART_NAMES.plies.cut,
    panels: [CutList],
    line: ({ plan }) =>
      counted(
        plan.patch!.faces.reduce((sum, { plies }) => sum + plies.length, 0),
        'piece',
      ),
  },
];
