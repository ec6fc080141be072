import { COUNTS, LIMITS } from '@ashstep/core/limits';
import { CONSISTENCIES, FILLERS } from '@ashstep/core/material';
import { type MeasuringTool, WEIGHINGS } from '@ashstep/core/mix';
import type { PlannedCoat, PlannedPaste } from '@ashstep/core/repair';
import * as z from 'zod';
import { filler } from '../materials.js';
import { container, density } from '../resin-cards.js';
import { NOT_LISTED, entryId, entryName, known, within } from './pieces.js';

const plannedPaste = z
  .strictObject({
    id: entryId,
    name: entryName,
    use: z.enum(['bonding', 'bedding', 'fillet', 'fairing', 'plug']),
    volumeMl: within(LIMITS.pasteMl),
    fillerId: entryId,
    own: filler.optional(),
    consistency: z.enum(CONSISTENCIES).optional(),
  })
  .refine((paste) => known(FILLERS, paste.own, paste.fillerId), {
    path: ['fillerId'],
    message: NOT_LISTED,
  }) satisfies z.ZodType<PlannedPaste>;
const plannedCoat = z.strictObject({
  id: entryId,
  name: entryName,
  thicknessMm: within(LIMITS.coatMm),
  areaMm2: z.number().min(1).max(LIMITS.areaMm2.max).nullable(),
  densityGPerMl: density,
}) satisfies z.ZodType<PlannedCoat>;

const step = within(LIMITS.toolStep);
const error = within(LIMITS.toolError).optional();
const most = within(LIMITS.toolMost).optional();
const strokeMl = within(LIMITS.strokeMl);
/** Something both parts of a mix are measured with. */
export const measuringTool = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('scale'), name: entryName, stepG: step, errorG: error, mostG: most }),
  z.strictObject({ kind: z.literal('lines'), name: entryName, stepMl: step, errorMl: error, mostMl: most }),
  z.strictObject({
    kind: z.literal('pump'),
    name: entryName,
    resinStrokeMl: strokeMl,
    secondStrokeMl: strokeMl,
    strokePercent: within(LIMITS.strokePercent),
  }),
]) satisfies z.ZodType<MeasuringTool>;

/** How resin, pastes and coats are mixed. */
export const mix = z.strictObject({
  catalystPercent: within(LIMITS.catalystPercent).nullable(),
  layingRateGPerMin: within(LIMITS.layingRateGPerMin),
  scaleErrorG: within(LIMITS.scaleErrorG),
  weighing: z.enum(WEIGHINGS).optional(),
  primeGsm: within(LIMITS.primeGsm),
  wastePercent: within(LIMITS.wastePercent),
  potFloorG: within(LIMITS.potFloorG),
  container: container.optional(),
  primes: z.enum(['laminate', 'closed-foam', 'open-foam', 'old-mat', 'wood']).optional(),
  pastes: z.array(plannedPaste).max(COUNTS.pastes).optional(),
  coats: z.array(plannedCoat).max(COUNTS.coats).optional(),
  tool: measuringTool.optional(),
  dropsPerMl: within(LIMITS.dropsPerMl).optional(),
});
