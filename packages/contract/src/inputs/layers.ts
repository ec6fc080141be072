import { COUNTS, LIMITS } from '@ashstep/core/limits';
import { FABRICS } from '@ashstep/core/material';
import * as z from 'zod';
import { fabric } from '../materials.js';
import { NOT_LISTED, angleDeg, entryId, known, within } from './pieces.js';

export const process = z.enum(['hand', 'film', 'vacuum']);

/** Names a fabric of the library, or the shop's own that comes with it. */
export const namedFabric = { fabricId: entryId, own: fabric.optional() };
export const listed = ({ fabricId, own }: { fabricId: string; own?: { id: string } | undefined }): boolean =>
  known(FABRICS, own, fabricId);
export const fabricNotListed = { path: ['fabricId'], message: NOT_LISTED };

export const fabricLayer = z
  .strictObject({
    ...namedFabric,
    process: process.optional(),
    orientationDeg: angleDeg.optional(),
    fibreMassFraction: within(LIMITS.fibreMassFraction).optional(),
  })
  .refine(listed, fabricNotListed);
export const plies = z.array(fabricLayer).max(COUNTS.plies);
