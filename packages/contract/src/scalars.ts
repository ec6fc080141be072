import * as z from 'zod';

/** A text that has to be there, of so many letters at the most. */
export const text = (max: number): z.ZodString => z.string().trim().min(1, 'This is still missing.').max(max);
export const uuid = z.uuid();
