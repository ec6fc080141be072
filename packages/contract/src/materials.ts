import { LIMITS } from '@ashstep/core/limits';
import type { Core, Fabric, Filler } from '@ashstep/core/material';
import * as z from 'zod';
import { entryId, entryName, within } from './inputs/pieces.js';

/** A fabric as the library keeps it. */
export const fabric = z.strictObject({
  id: entryId,
  name: entryName,
  parts: z
    .array(
      z.strictObject({
        construction: z.enum(['mat', 'plain', 'twill', 'roving', 'ud', 'biaxial45', 'biaxial090']),
        fibre: z.enum(['e-glass', 's-glass', 'carbon', 'aramid']),
        arealWeightGsm: within(LIMITS.arealWeightGsm),
      }),
    )
    .min(1)
    .max(4),
  binder: z.enum(['powder', 'emulsion', 'stitched', 'none']),
  ounceUnit: z.enum(['oz/yd2', 'oz/ft2']),
}) satisfies z.ZodType<Fabric>;

/** A core material as the library keeps it. */
export const coreMaterial = z.strictObject({
  id: entryId,
  name: entryName,
  densityKgM3: z.number().min(5).max(2000),
  modulusMPa: z.number().min(0.1).max(50_000),
  shearModulusMPa: z.number().min(0.1).max(10_000),
  serviceTempC: z.number().min(20).max(300),
  styrene: z.enum(['dissolves', 'softens', 'resists']),
  wooden: z.boolean(),
  openCelled: z.boolean(),
}) satisfies z.ZodType<Core>;

const heap = z.number().min(0).max(10);
/** A filler as the library keeps it. */
export const filler = z.strictObject({
  id: entryId,
  name: entryName,
  purpose: z.enum(['structural', 'strength', 'light', 'cheap']),
  bulkDensityKgM3: z.number().min(5).max(5000),
  trueDensityKgM3: z.number().min(5).max(8000).optional(),
  heapToResin: z.strictObject({ syrup: heap, ketchup: heap, mayonnaise: heap, 'peanut-butter': heap }).optional(),
  use: z.string().max(400),
}) satisfies z.ZodType<Filler>;
