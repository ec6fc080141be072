import { COUNTS, LIMITS } from '@ashstep/core/limits';
import { UNSAID_DAMAGE } from '@ashstep/core/repair';
import { SPOT_KINDS, type Spot } from '@ashstep/core/spots';
import { WAYS_OUT } from '@ashstep/core/taper';
import * as z from 'zod';
import { entryId, millimetres, note, shape, within } from './pieces.js';

const depth = z.enum(['finish', 'part', 'through']);
const depthMm = within(LIMITS.depthMm).nullable();
/** Outline and depth of a damage. */
export const outlineAndDepth = { shape, depth, depthMm };

/** A place of damage beside the main one. */
const spot = z.strictObject({
  id: entryId,
  name: z.string().trim().max(80),
  kind: z.enum(SPOT_KINDS),
  shape,
  depthMm,
}) satisfies z.ZodType<Spot>;

/** Outline, depth, spots and neighbours of the damage. */
export const damage = z.strictObject({
  kind: z.enum(SPOT_KINDS),
  ...outlineAndDepth,
  toFibre: z.boolean().optional(),
  spots: z.array(spot).max(COUNTS.spots),
  marginMm: within(LIMITS.damageMarginMm),
  minCornerRadiusMm: within(LIMITS.minCornerRadiusMm),
  neighbours: z
    .array(
      z.strictObject({
        name: z.string().min(1).max(80),
        kind: z.enum(['edge', 'fitting', 'structure']),
        fromXMm: millimetres,
        fromYMm: millimetres,
        toXMm: millimetres,
        toYMm: millimetres,
        clearanceMm: within(LIMITS.clearanceMm).optional(),
        way: z.enum(WAYS_OUT).nullable().optional(),
      }),
    )
    .max(COUNTS.neighbours),
  notes: note,
  unsaid: z.array(z.enum(UNSAID_DAMAGE)).max(UNSAID_DAMAGE.length).optional(),
});
