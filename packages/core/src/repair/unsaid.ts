import type { RepairInputs } from './inputs.js';
import { UNSAID_DAMAGE, UNSAID_PLACE, type Unsaid, type UnsaidLaminate } from './unsaid-fields.js';

/** Whether what is mended lies above or below a waterline at all: a vehicle has none. */
export const hasWaterline = ({ craftKind }: Pick<RepairInputs['place'], 'craftKind'>): boolean =>
  craftKind !== 'vehicle';

/** A job just opened, of which nothing has been said yet. */
export function nothingSaid(inputs: RepairInputs): RepairInputs {
  const { damage, place, laminate } = inputs;
  return {
    ...inputs,
    damage: { ...damage, unsaid: UNSAID_DAMAGE },
    laminate: { ...laminate, unsaid: ['core', 'finishThicknessMm'] },
    place: { ...place, unsaid: UNSAID_PLACE.filter((field) => field !== 'waterline' || hasWaterline(place)) },
  };
}

/** A section with part of it said: what is said is no longer unsaid, even where it comes to what stood there; unless the patch says so itself. */
export function withSaid<T extends object>(now: T, patch: Partial<T>): T {
  const { unsaid } = now as { unsaid?: readonly string[] };
  const left = unsaid?.filter((field) => !(field in patch));
  return { ...now, ...(left ? { unsaid: left.length > 0 ? left : undefined } : {}), ...patch };
}

/** Whether nobody has said a field of a section yet. */
export const isUnsaid = <F extends string>(
  section: { unsaid?: readonly F[] | undefined },
  field: NoInfer<F>,
): boolean => section.unsaid?.includes(field) ?? false;

/** What nobody has said of the laminate yet; where no fibre is broken nothing goes by a core. How thick its gel coat or paint is may stay as is usual: it is said to be. */
export const unsaidOfLaminate = ({
  damage,
  laminate,
}: Pick<RepairInputs, 'damage' | 'laminate'>): readonly UnsaidLaminate[] =>
  damage.depth === 'finish' ? [] : (laminate.unsaid ?? []).filter((field) => field !== 'finishThicknessMm');

/** What nobody has said of a look at the craft yet. */
export const unsaidOfLook = ({ damage, place }: Pick<RepairInputs, 'damage' | 'place'>): readonly Unsaid[] => [
  ...(damage.unsaid ?? []),
  ...(place.unsaid ?? []),
];

/** What nobody has said of a job yet, in the order it is looked at. */
export const unsaidOf = (inputs: Pick<RepairInputs, 'damage' | 'place' | 'laminate'>): readonly Unsaid[] => [
  ...unsaidOfLook(inputs),
  ...unsaidOfLaminate(inputs),
];
