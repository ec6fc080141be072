import { COUNTS, LIMITS } from '@ashstep/core/limits';
import { WAYS_OUT } from '@ashstep/core/taper';
import * as z from 'zod';
import { millimetres, note, shape, within } from './pieces.js';

const depth = z.enum(['finish', 'part', 'through']);
const depthMm = within(LIMITS.depthMm).nullable();
/** Outline and depth of a damage. */
export const outlineAndDepth = { shape, depth, depthMm };

/** Outline, depth and neighbours of the damage. */
export const damage = z.strictObject({
  ...outlineAndDepth,
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
});
