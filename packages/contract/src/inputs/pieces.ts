import { COUNTS, LIMITS, type Limits } from '@ashstep/core/limits';
import { isWallClock } from '@ashstep/core/plan';
import type { Shape } from '@ashstep/core/geometry';
import * as z from 'zod';

export const ids = (table: readonly { id: string }[]): z.ZodEnum<Record<string, string>> =>
  z.enum(table.map((entry) => entry.id));

/** A figure within limits of the core. */
export const within = ({ min, max }: Limits): z.ZodNumber => z.number().min(min).max(max);
export const whole = ({ min, max }: Limits): z.ZodNumber => z.number().int().min(min).max(max);

export const millimetres = within(LIMITS.placeMm);
export const lengthMm = within(LIMITS.lengthMm);
export const angleDeg = within(LIMITS.angleDeg);
export const note = z.string().max(4000);
export const entryId = z.string().min(1).max(80);
export const entryName = z.string().trim().min(1, 'This is still missing.').max(120);
/** Who took or did something, and when by their clock. */
export const byWhom = z.string().max(80);
export const atWhen = z.string().max(40);
export const planPoint = z.strictObject({ x: millimetres, y: millimetres });

/** An id of a shipped table, or of the shop's own entry that comes with it. */
export function known(table: readonly { id: string }[], own: { id: string } | undefined, id: string | null): boolean {
  return id === null || own?.id === id || table.some((entry) => entry.id === id);
}
export const NOT_LISTED = 'Not in the list. Pick one that is.';

const size = within(LIMITS.sizeMm);
const placed = {
  centreXMm: millimetres.optional(),
  centreYMm: millimetres.optional(),
  rotationDeg: angleDeg.optional(),
};
const rectangular = { lengthMm: size, widthMm: size, ...placed };

/** Outline of damage or cut-out, plan millimetres. */
export const shape = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('circle'), diameterMm: size, ...placed }),
  z.strictObject({ kind: z.literal('ellipse'), ...rectangular }),
  z.strictObject({ kind: z.literal('slot'), ...rectangular }),
  z.strictObject({
    kind: z.literal('roundedRectangle'),
    cornerRadiusMm: within(LIMITS.cornerRadiusMm),
    ...rectangular,
  }),
  z.strictObject({
    kind: z.literal('polygon'),
    points: z.array(planPoint).min(3).max(COUNTS.outlinePoints),
    ...placed,
  }),
]) satisfies z.ZodType<Shape>;

export const wallClock = z
  .string()
  .regex(/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/, 'Give day and time, like 2026-04-16 08:00.')
  .refine(isWallClock, 'There is no such day or time.');
