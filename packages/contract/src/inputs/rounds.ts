import { COUNTS, LIMITS } from '@ashstep/core/limits';
import { CONSISTENCIES, FILLERS } from '@ashstep/core/material';
import { type AddedRound, CLOSING_WAYS, COAT_MEDIA } from '@ashstep/core/repair';
import * as z from 'zod';
import { filler } from '../materials.js';
import { density } from '../resin-cards.js';
import { plies } from './layers.js';
import { NOT_LISTED, entryId, entryName, known, shape, within } from './pieces.js';

const pasteWork = z
  .strictObject({
    kind: z.literal('paste'),
    use: z.enum(['bonding', 'bedding', 'fillet', 'fairing', 'plug']),
    volumeMl: within(LIMITS.pasteMl),
    fillerId: entryId,
    own: filler.optional(),
    consistency: z.enum(CONSISTENCIES).optional(),
  })
  .refine((paste) => known(FILLERS, paste.own, paste.fillerId), { path: ['fillerId'], message: NOT_LISTED });
const coatWork = z.strictObject({
  kind: z.literal('coat'),
  medium: z.enum(COAT_MEDIA),
  thicknessMm: within(LIMITS.coatMm),
  areaMm2: z.number().min(1).max(LIMITS.areaMm2.max).nullable(),
  densityGPerMl: density,
});
const layWork = z.strictObject({
  kind: z.literal('lay'),
  plies: plies.min(1),
  shape: shape.nullable(),
  growMm: within(LIMITS.growMm),
});

/** What is laid, filled or coated beside the plies of the patch. */
export const rounds = z.strictObject({
  added: z
    .array(
      z.strictObject({
        id: z.string().regex(/^[\w-]{1,40}$/, 'Letters, figures and dashes.'),
        name: entryName,
        when: z.enum(['before', 'after']),
        onto: z.enum(['green', 'abraded']),
        spotIds: z.array(entryId).max(COUNTS.spots + 1),
        work: z.discriminatedUnion('kind', [pasteWork, coatWork, layWork]),
      }) satisfies z.ZodType<AddedRound>,
    )
    .max(COUNTS.rounds),
  closing: z.enum(CLOSING_WAYS),
});
