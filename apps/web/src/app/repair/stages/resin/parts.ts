import { FAMILY_NAMES, VERDICT_NAMES, remarkWords } from '@ashstep/contract';
import type { ResinFamily } from '@ashstep/core/material';
import { mendsGelCoatOnly, resinConditions } from '@ashstep/core/repair';
import { GEL_COAT } from '@ashstep/core/resin';
import { airFrom } from '../../air-words';
import type { RepairState } from '../../repair.store';
import type { StagePart } from '../stage-page';
import { isTicked } from '../ticked';
import { AirForResin } from './air-for-resin';
import { Conditions } from './conditions';
import { Family } from './family';
import { GelCoatWays, WAY_NAMES } from './gel-coat-ways';
import { Reason } from './reason';
import { SchoolsTable } from './schools-table';
import { PART_NAMES } from '../part-names';

/** Gel coat mends gel coat: what is said of laminating resins has nothing to do with it. */
const gelCoatAlone = ({ plan }: Pick<RepairState, 'plan'>): boolean => plan.resin?.card?.id === GEL_COAT.id;

const familyPart = (family: ResinFamily): StagePart => ({
  id: family,
  name: FAMILY_NAMES[family],
  panels: [Family],
  given: { family },
  line: ({ plan }) => {
    const { resin } = plan;
    const found = resin?.verdicts.families.find((one) => one.family === family);
    const taken = gelCoatAlone({ plan })
      ? ''
      : resin?.chosen && resin.card?.family === family
        ? `, ${resin.card.name.toLowerCase()} taken`
        : resin?.verdicts.recommended === family
          ? ', the choice this way'
          : '';
    return found ? `${VERDICT_NAMES[found.verdict].toLowerCase()}${found.verdict === 'if' ? '…' : ''}${taken}` : '';
  },
});

/** The parts of this stage, in the order they are gone through. */
export const PARTS: readonly StagePart[] = [
  {
    id: 'reason',
    name: PART_NAMES.resin.reason,
    panels: [Reason],
    when: ({ plan }) => !!plan.resin?.needsReason,
    line: ({ inputs }) => inputs.resin.overrideReason.trim(),
    wants: ({ inputs }) => (inputs.resin.overrideReason.trim() === '' ? 'Write the reason' : null),
  },
  ...(Object.keys(FAMILY_NAMES) as ResinFamily[]).map(familyPart),
  {
    id: 'ways',
    name: PART_NAMES.resin.ways,
    panels: [SchoolsTable],
    when: (state) => !gelCoatAlone(state) && !!state.plan.resin?.verdicts.recommended,
    line: () => 'resin, joint, hours and days of each',
  },
  {
    id: 'conditions',
    name: PART_NAMES.resin.conditions,
    panels: [Conditions],
    when: ({ plan: { resin } }) => !!resin?.chosen && resinConditions(resin).length > 0,
    line: ({ plan: { resin }, detail }) => {
      const all = resinConditions(resin);
      const met = all.filter(({ id }) => isTicked(detail, id)).length;
      return `${met} of ${all.length} met`;
    },
    wants: ({ plan: { resin }, inputs }) => {
      const nobody = resinConditions(resin).filter(({ id }) => !inputs.resin.owners?.[id]).length;
      return nobody > 0 ? `Nobody sees to ${nobody === 1 ? 'one of them' : `${nobody} of them`}` : null;
    },
  },
  {
    id: 'gel-coat',
    name: PART_NAMES.resin['gel-coat'],
    panels: [GelCoatWays],
    when: ({ plan, inputs }) =>
      plan.resin?.card?.family === 'epoxy' && inputs.place.finish === 'gelcoat' && !mendsGelCoatOnly(inputs),
    line: ({ inputs }) => WAY_NAMES[inputs.resin.gelCoatWay].toLowerCase(),
  },
  {
    id: 'air',
    name: PART_NAMES.resin.air,
    panels: [AirForResin],
    fields: ['air'],
    line: ({ plan: { air } }, { inUnits }) => `${inUnits(air.tempC.value, 'temperature')}, ${airFrom(air.tempC)}`,
    wants: ({ plan }) => {
      const [first] = [...(gelCoatAlone({ plan }) ? [] : (plan.resin?.remarks ?? [])), ...plan.cold];
      return first ? remarkWords(first) : null;
    },
  },
];
