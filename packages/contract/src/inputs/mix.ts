import { COUNTS, LIMITS } from '@ashstep/core/limits';
import { LAYING_WORKS, type LoggedRate, type MeasuringTool, WEIGHINGS } from '@ashstep/core/mix';
import * as z from 'zod';
import { container } from '../resin-cards.js';
import { entryName, whole, within } from './pieces.js';

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

const gPerMin = within(LIMITS.layingRateGPerMin);
/** What a shed's log says of past lay-ups of one work. */
export const loggedRate = z.strictObject({
  gPerMin,
  lays: whole({ min: 1, max: 1e6 }),
  lowGPerMin: gPerMin,
  highGPerMin: gPerMin,
}) satisfies z.ZodType<LoggedRate>;

/** How resin is mixed, and what with. */
export const mix = z.strictObject({
  catalystPercent: within(LIMITS.catalystPercent).nullable(),
  layingRateGPerMin: within(LIMITS.layingRateGPerMin).nullable(),
  layingLog: z.partialRecord(z.enum(LAYING_WORKS), loggedRate).optional(),
  hands: whole(LIMITS.layingHands).optional(),
  overhead: z.boolean().optional(),
  onFilm: z.boolean().optional(),
  scaleErrorG: within(LIMITS.scaleErrorG),
  weighing: z.enum(WEIGHINGS).optional(),
  primeGsm: within(LIMITS.primeGsm),
  wastePercent: within(LIMITS.wastePercent),
  potFloorG: within(LIMITS.potFloorG),
  container: container.optional(),
  primes: z.enum(['laminate', 'closed-foam', 'open-foam', 'old-mat', 'wood']).optional(),
  tool: measuringTool.optional(),
  tools: z.array(measuringTool).max(COUNTS.tools).optional(),
  dropsPerMl: within(LIMITS.dropsPerMl).optional(),
});
