import type { RepairInputs } from './inputs.js';

/** What only a look at the craft tells, by section. A new job has something to draw and plan with in its place, which is no reading. */
const LOOKED_AT = {
  damage: ['shape', 'depth'],
  place: ['waterline', 'finish', 'access', 'service'],
  laminate: ['core', 'coreThickness'],
} as const;

export type UnsaidDamage = (typeof LOOKED_AT.damage)[number];
export type UnsaidPlace = (typeof LOOKED_AT.place)[number];
export type UnsaidLaminate = (typeof LOOKED_AT.laminate)[number];
export type Unsaid = UnsaidDamage | UnsaidPlace | UnsaidLaminate;
export const UNSAID_DAMAGE: readonly UnsaidDamage[] = LOOKED_AT.damage;
export const UNSAID_PLACE: readonly UnsaidPlace[] = LOOKED_AT.place;
export const UNSAID_LAMINATE: readonly UnsaidLaminate[] = LOOKED_AT.laminate;

/** A job just opened, of which nothing has been said yet. A vehicle has no waterline to be asked for. */
export function nothingSaid(inputs: RepairInputs): RepairInputs {
  const { damage, place, laminate } = inputs;
  return {
    ...inputs,
    damage: { ...damage, unsaid: UNSAID_DAMAGE },
    laminate: { ...laminate, unsaid: ['core'] },
    place: { ...place, unsaid: UNSAID_PLACE.filter((field) => field !== 'waterline' || place.craftKind !== 'vehicle') },
  };
}

/** A section with part of it said: what is said is no longer unsaid, even where it comes to what stood there; unless the patch says so itself. */
export function withSaid<T extends object>(now: T, patch: Partial<T>): T {
  const { unsaid } = now as { unsaid?: readonly string[] };
  const left = unsaid?.filter((field) => !(field in patch));
  return { ...now, ...(left ? { unsaid: left.length > 0 ? left : undefined } : {}), ...patch };
}

/** What nobody has said of a job yet, in the order it is looked at; where no fibre is broken nothing goes by a core. */
export const unsaidOf = ({
  damage,
  place,
  laminate,
}: Pick<RepairInputs, 'damage' | 'place' | 'laminate'>): readonly Unsaid[] => [
  ...(damage.unsaid ?? []),
  ...(place.unsaid ?? []),
  ...(damage.depth === 'finish' ? [] : (laminate.unsaid ?? [])),
];
