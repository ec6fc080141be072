import { GRAVE_STRUCTURES, SEVERITIES } from '@ashstep/core/repair';
import * as z from 'zod';
import { atWhen, byWhom, note } from './pieces.js';

/** How grave the damage is, and who released what is beyond this tool. */
export const severity = z.strictObject({
  separated: z.boolean(),
  structure: z.enum(GRAVE_STRUCTURES),
  override: z.enum(SEVERITIES).nullable(),
  reason: note,
  release: z.strictObject({ reference: z.string().min(3).max(400), by: byWhom, at: atWhen }).nullable(),
});
