import { COAT_KINDS, CRACK_CAUSES, SMALL_KINDS, type SmallJob } from '@ashstep/core/repair';
import * as z from 'zod';
import { lengthMm } from './pieces.js';

/** What a job on one page was told beside what its other sections hold. */
export const small = z.strictObject({
  kind: z.enum(SMALL_KINDS).nullable(),
  colour: z.string().max(80),
  cause: z.enum(CRACK_CAUSES).nullable(),
  cracksMm: lengthMm.nullable(),
  spreadMm: lengthMm.nullable(),
  coat: z.enum(COAT_KINDS).nullable(),
  wet: z.boolean().nullable(),
}) satisfies z.ZodType<SmallJob>;
