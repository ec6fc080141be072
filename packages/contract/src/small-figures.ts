import { COUNTS } from '@ashstep/core/limits';
import { COAT_KINDS, CRACK_CAUSES } from '@ashstep/core/repair';
import type { SmallFigures } from '@ashstep/core/small';
import * as z from 'zod';

const n = z.number();
const place = { lengthMm: n, widthMm: n, depthMm: n };
const more = z
  .array(z.strictObject(place))
  .max(COUNTS.spots - 1)
  .readonly();

/** The figures a small job is opened with, by kind; the core says which of them no job can have. */
export const smallFigures = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('gouge'), ...place, reachesFibre: z.boolean(), colour: z.string().max(80), more }),
  z.strictObject({
    kind: z.literal('cracks'),
    cracksMm: n,
    spreadMm: n,
    cause: z.enum(CRACK_CAUSES),
    thicknessMm: n.nullable(),
    colour: z.string().max(80).optional(),
  }),
  z.strictObject({
    kind: z.literal('ding'),
    ...place,
    skinBroken: z.boolean(),
    thicknessMm: n.nullable(),
    coreId: z.string().max(80).nullable(),
    coreMm: n.nullable(),
    wet: z.boolean(),
    more,
  }),
  z.strictObject({
    kind: z.literal('holes'),
    diametersMm: z.array(n).max(COUNTS.spots).readonly(),
    thicknessMm: n,
    through: z.boolean(),
    bothFaces: z.boolean(),
  }),
  z.strictObject({ kind: z.literal('edge'), lengthMm: n, widthMm: n, thicknessMm: n }),
  z.strictObject({ kind: z.literal('hole'), sizeMm: n, thicknessMm: n, bothFaces: z.boolean() }),
  z.strictObject({
    kind: z.literal('tube'),
    diameterMm: n,
    lengthMm: n,
    sharePercent: n,
    wallMm: n,
    carriesPeople: z.boolean(),
  }),
  z.strictObject({ kind: z.literal('disbond'), lengthMm: n, widthMm: n, gapMm: n, wet: z.boolean() }),
  z.strictObject({ kind: z.literal('coat'), lengthMm: n, widthMm: n, coat: z.enum(COAT_KINDS), lowMm: n }),
]) satisfies z.ZodType<SmallFigures>;

/** What a small job is opened with beside its figures: the surface it is in, and where it lies on the water. */
export const smallPlace = z.strictObject({
  finish: z.enum(['gelcoat', 'paint', 'bare']),
  waterline: z.enum(['above', 'below']),
});
