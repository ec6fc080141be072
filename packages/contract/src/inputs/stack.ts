import { COUNTS, LIMITS } from '@ashstep/core/limits';
import { FABRICS } from '@ashstep/core/material';
import type { ExtraPly } from '@ashstep/core/repair';
import * as z from 'zod';
import { fabric } from '../materials.js';
import { fabricNotListed, listed, namedFabric, plies, process } from './layers.js';
import { NOT_LISTED, angleDeg, entryId, known, shape, whole, within } from './pieces.js';

/** A ply beside those of the stack: a filler, or a local one at a corner or rail. */
export const extraPly = z
  .strictObject({
    id: z.string().min(1).max(80),
    use: z.enum(['filler', 'local']),
    ...namedFabric,
    orientationDeg: angleDeg,
    shape,
    face: z.enum(['first', 'second']),
    after: whole(LIMITS.afterPlies),
  })
  .refine(listed, fabricNotListed) satisfies z.ZodType<ExtraPly>;

/** The plies of the patch and how they are laid. */
export const stack = z
  .strictObject({
    plies: plies.min(1).nullable(),
    order: z.enum(['smallest-first', 'largest-first']),
    onShelf: z.array(entryId).max(COUNTS.onShelf).optional(),
    coverFabricId: entryId.nullable(),
    coverOwn: fabric.optional(),
    coverOverlapMm: within(LIMITS.coverOverlapMm),
    growMm: within(LIMITS.plyGrowMm).optional(),
    sanding: z.strictObject(namedFabric).refine(listed, fabricNotListed).optional(),
    extras: z.array(extraPly).max(COUNTS.extras).optional(),
    goes: whole(LIMITS.goes).optional(),
    finishAllowanceMm: within(LIMITS.finishMm),
    process,
  })
  .refine(({ coverOwn, coverFabricId }) => known(FABRICS, coverOwn, coverFabricId), {
    path: ['coverFabricId'],
    message: NOT_LISTED,
  });
