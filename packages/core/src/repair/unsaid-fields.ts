/** What only a look at the craft tells, by section. A new job has something to draw and plan with in its place, which is no reading. */
const LOOKED_AT = {
  damage: ['shape', 'depth'],
  place: ['waterline', 'finish', 'access', 'service'],
  laminate: ['core', 'coreThickness', 'finishThicknessMm'],
} as const;

export type UnsaidDamage = (typeof LOOKED_AT.damage)[number];
export type UnsaidPlace = (typeof LOOKED_AT.place)[number];
export type UnsaidLaminate = (typeof LOOKED_AT.laminate)[number];
export type Unsaid = UnsaidDamage | UnsaidPlace | UnsaidLaminate;
export const UNSAID_DAMAGE: readonly UnsaidDamage[] = LOOKED_AT.damage;
export const UNSAID_PLACE: readonly UnsaidPlace[] = LOOKED_AT.place;
export const UNSAID_LAMINATE: readonly UnsaidLaminate[] = LOOKED_AT.laminate;
