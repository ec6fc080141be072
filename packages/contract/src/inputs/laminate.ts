import { COUNTS, LIMITS } from '@ashstep/core/limits';
import { CORES } from '@ashstep/core/material';
import { UNSAID_LAMINATE } from '@ashstep/core/repair';
import { CLUES, PRIORS } from '@ashstep/core/resin';
import * as z from 'zod';
import { coreMaterial } from '../materials.js';
import { plies } from './layers.js';
import { NOT_LISTED, entryId, ids, known, whole, within } from './pieces.js';

export const priorId = ids(PRIORS);
export const clueId = ids(CLUES);
const count = whole(LIMITS.observed);

/** What the laminate that is there is made of. */
export const laminate = z.strictObject({
  known: z.enum(['thickness', 'plies']),
  thicknessMm: within(LIMITS.thicknessMm).nullable(),
  fibre: z.literal('carbon').optional(),
  plies,
  pliesFrom: z.string().trim().min(1).max(250).optional(),
  finishThicknessMm: within(LIMITS.finishMm),
  core: z
    .strictObject({
      coreId: entryId,
      own: coreMaterial.optional(),
      thicknessMm: within(LIMITS.coreMm),
      reachable: z.boolean(),
    })
    .refine((ref) => known(CORES, ref.own, ref.coreId), { path: ['coreId'], message: NOT_LISTED })
    .nullable(),
  priorId,
  shedCounts: z
    .strictObject({ polyester: count, vinylester: count, epoxy: count, thermoplastic: count, mixed: count })
    .optional(),
  clueIds: z.array(clueId).max(COUNTS.clues),
  epoxyInBond: z.boolean(),
  zones: z
    .array(
      z.strictObject({
        id: entryId,
        name: z.string().trim().min(1, 'Say which part it is.').max(80),
        priorId,
        clueIds: z.array(clueId).max(COUNTS.clues),
        epoxyInBond: z.boolean(),
      }),
    )
    .max(COUNTS.zones)
    .optional(),
  pressedPanel: z.boolean(),
  unsaid: z.array(z.enum(UNSAID_LAMINATE)).max(UNSAID_LAMINATE.length).optional(),
});
