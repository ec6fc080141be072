import { grindFound, isUncut, repairKind, worksEitherFace } from '@ashstep/core/repair';
import { type RepairKind, isLaidOn } from '@ashstep/core/taper';
import { counted } from '../counted';
import { remarksPart } from '../remarks-part';
import type { StagePart } from '../stage-page';
import { Bond } from './bond';
import { GrindLog } from './grind-log';
import { JointChart } from './joint-chart';
import { KINDS, KindPanel } from './kind-panel';
import { Margins } from './margins';
import { SidesTable } from './sides-table';
import { Sizes } from './sizes';
import { WaysOut } from './ways-out';
import { SIDES, WorkingSideField, sideOf } from './working-side';
import { PART_NAMES } from '../part-names';

const worked: NonNullable<StagePart['when']> = ({ plan }) => plan.taper !== null;
/** It is ground to a slope whose sides and ratios can be chosen. */
const sloped: StagePart['when'] = ({ plan }) => plan.taper?.profile.kind === 'slope';
/** There is a joint with the parent to look at. */
const joined: StagePart['when'] = (state) => worked(state) && !isUncut(state.inputs);
/** Something is ground away that a gauge can go into. */
const ground: StagePart['when'] = ({ plan }) => plan.taper !== null && !isLaidOn(plan.taper.profile);

/** Kinds that join what is in two, or build up what is gone. */
const JOINS: readonly RepairKind[] = ['broken', 'edge', 'wrap', 'lap', 'panel'];

/** The parts of this stage, in the order they are gone through. */
export const PARTS: readonly StagePart[] = [
  remarksPart(({ plan: { taper } }) => [...(taper?.remarks ?? []), ...(taper?.joint?.remarks ?? [])]),
  {
    id: 'kind',
    name: PART_NAMES.taper.kind,
    panels: [KindPanel],
    fields: ['taper.stepMm', 'taper.lapMm', 'taper.staggerMm', 'taper.wrap', 'taper.broken', 'taper.edge', 'taper.plug', 'taper.injection', 'taper.dishRatio', 'taper.bevelMm', 'taper.sunkMm', 'taper.curvature'], // prettier-ignore
    line: ({ inputs }) => `${KINDS[repairKind(inputs)].name.toLowerCase()}${inputs.taper.curvature ? ', curved' : ''}`,
    wants: ({ plan, inputs }) =>
      plan.severity.taken === 'separated' && !JOINS.includes(repairKind(inputs))
        ? 'In two, or an edge gone: pick how it is joined'
        : null,
  },
  {
    id: 'side',
    name: PART_NAMES.taper.side,
    panels: [WorkingSideField, SidesTable],
    fields: ['taper.firstShare'],
    when: ({ plan }) => plan.taper !== null && worksEitherFace(plan.taper.kind),
    line: (state) => SIDES[sideOf(state)].toLowerCase(),
    wants: (state) =>
      sideOf(state) !== 'outside' && state.inputs.place.access === 'one' ? 'Only one face is reached' : null,
  },
  {
    id: 'in-the-way',
    name: PART_NAMES.taper['in-the-way'],
    panels: [WaysOut],
    fields: ['taper.locals'],
    when: sloped,
    line: ({ plan, inputs }) => `${counted(plan.taper!.clearances.length, 'edge')} near by${inputs.taper.locals?.length ? `, ${counted(inputs.taper.locals.length, 'side')} apart` : ''}`, // prettier-ignore
    wants: ({ plan, inputs }) => {
      const open = plan.taper!.clearances.filter(({ name, mm, wantedMm }) => mm < wantedMm && !inputs.damage.neighbours.find((one) => one.name === name)?.way); // prettier-ignore
      return open.length > 0 ? `Runs into the ${open.map(({ name }) => name).join(', ')}` : null;
    },
  },
  {
    id: 'sizes',
    name: PART_NAMES.taper.sizes,
    panels: [Sizes],
    when: worked,
    line: ({ plan }, { length }) => {
      const { masked } = plan.taper!.footprint.faces[0]!;
      return `mask to ${length(masked.lengthMm)} × ${length(masked.widthMm)}`;
    },
  },
  {
    id: 'margins',
    name: PART_NAMES.taper.margins,
    panels: [Margins],
    fields: ['taper.ratio', 'taper.marginMm', 'taper.maskMm', 'taper.knockDowns'],
    when: worked,
    line: ({ inputs: { taper } }, { inUnits }) =>
      `${inUnits(taper.marginMm, 'length')}, tape ${inUnits(taper.maskMm, 'length')}, × ${((taper.knockDowns.preparation ?? 1) * (taper.knockDowns.wetService ?? 1)).toFixed(2)}`,
  },
  {
    id: 'joint',
    name: PART_NAMES.taper.joint,
    panels: [Bond, JointChart],
    when: joined,
    line: ({ plan }) => `${plan.taper!.joint ? `${plan.taper!.joint.strengthRatio.toFixed(2)} of the parent, ` : ''}bond ${plan.taper!.bond.mpa} MPa`, // prettier-ignore
  },
  {
    id: 'grind',
    name: PART_NAMES.taper.grind,
    panels: [GrindLog],
    when: ground,
    line: ({ inputs, plan }) => {
      const found = grindFound(inputs, plan)?.check;
      return found ? `${counted(inputs.survey.gauge.length, 'reading')}${found.even ? ', even' : ''}` : 'not gauged';
    },
    wants: ({ inputs, plan }) => {
      const found = grindFound(inputs, plan)?.check;
      return found && !found.even ? `${counted(found.advice.length, 'place')} to grind on` : null;
    },
  },
];
