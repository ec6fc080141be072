import { CONTAINERS } from '@ashstep/core/cure';
import { USUAL_DROPS_PER_ML } from '@ashstep/core/mix';
import { repairKind } from '@ashstep/core/repair';
import { counted } from '../counted';
import { remarksPart } from '../remarks-part';
import type { StagePart } from '../stage-page';
import { CureBoard } from './cure-board';
import { CureWindows } from './cure-windows';
import { PotBoard } from './pot-board';
import { Pots } from './pots';
import { Rounds } from './rounds';
import { ShoppingList } from './shopping-list';
import { MixUsual } from './usual';
import { PART_NAMES } from '../part-names';

/** Plies are laid, by pots of their own. */
const laidOut: NonNullable<StagePart['when']> = ({ plan }) => (plan.mix?.faces.length ?? 0) > 0;

/** The parts of this stage, in the order they are gone through. */
export const PARTS: readonly StagePart[] = [
  // That per cent goes by volume stands with the per cent.
  remarksPart(({ plan }) => [
    ...(plan.mix?.remarks ?? []).filter(({ id }) => id !== 'mix.catalyst-by-volume'),
    ...plan.cold,
  ]),
  {
    id: 'pots',
    name: PART_NAMES.mix.pots,
    panels: [Pots],
    when: laidOut,
    line: ({ plan }, { inUnits }) => {
      const pots = plan.mix!.faces.flatMap((face) => face.pots);
      return `${counted(pots.length, 'pot')}, the first ${inUnits(pots[0]?.massG, 'mass')}`;
    },
    wants: ({ plan }) => {
      const small = plan.mix!.faces.flatMap(({ pots }) => pots).filter((pot) => !pot.toolGoodEnough).length;
      return small > 0 ? `${counted(small, 'pot')} too small to measure well` : null;
    },
  },
  {
    id: 'rounds',
    name: PART_NAMES.mix.rounds,
    panels: [Rounds],
    fields: ['rounds'],
    line: ({ plan }) => `${counted(plan.rounds.length, 'round')}, ${counted(plan.rounds.reduce((sum, { pots }) => sum + pots.length, 0), 'pot')}`, // prettier-ignore
    wants: ({ inputs }) =>
      repairKind(inputs) === 'broken' && !inputs.rounds.added.some(({ work }) => work.kind === 'paste' && work.use === 'bonding') // prettier-ignore
        ? 'Nothing joins the halves yet: add it'
        : null,
  },
  {
    id: 'made-in',
    name: PART_NAMES.mix['made-in'],
    panels: [PotBoard],
    fields: ['mix.scaleErrorG', 'mix.layingRateGPerMin', 'mix.tool'],
    when: laidOut,
    line: ({ inputs: { mix }, plan }) => {
      const container = CONTAINERS.find(({ id }) => id === (mix.container ?? 'cup'))!;
      return `${container.name.toLowerCase()}, ${plan.mix!.faces[0]!.pots[0]?.toolName ?? 'scale'}`;
    },
  },
  {
    id: 'usual',
    name: PART_NAMES.mix.usual,
    panels: [MixUsual],
    fields: ['mix.primeGsm', 'mix.wastePercent', 'mix.potFloorG', 'mix.dropsPerMl'],
    when: (state) => laidOut(state) || state.plan.resin?.card?.kind === 'catalysed',
    line: (state, { inUnits }) => {
      const { mix } = state.inputs;
      return laidOut(state)
        ? `usual: ${inUnits(mix.primeGsm, 'arealWeight')}, waste ${mix.wastePercent} %`
        : `${mix.dropsPerMl ?? USUAL_DROPS_PER_ML} drops in a ml`;
    },
  },
  {
    id: 'materials',
    name: PART_NAMES.mix.materials,
    panels: [ShoppingList],
    line: (state, { short }) => (short(state) === 0 ? 'all on the shelf' : ''),
    wants: (state, { short }) => (short(state) > 0 ? `${short(state)} short` : null),
  },
  {
    id: 'cure',
    name: PART_NAMES.mix.cure,
    panels: [CureBoard],
    when: laidOut,
    line: ({ plan }, { inUnits }) => `at ${inUnits(plan.air.tempC.value, 'temperature')}, by goes, lamp or tent`,
  },
  {
    id: 'windows',
    name: PART_NAMES.mix.windows,
    panels: [CureWindows],
    line: ({ plan: { resin } }) => (resin?.card ? `next ply from ${resin.card.recoatFromHours} to ${resin.card.recoatUntilHours} h at 22 °C` : ''), // prettier-ignore
  },
];
