import { LIMITS } from '@ashstep/core/limits';
import type { ShopRates } from '@ashstep/core/plan';
import * as z from 'zod';
import { workPlace } from './air.js';
import { wallClock, whole, within } from './pieces.js';

const minutes = within(LIMITS.workMin);
/** What a shop is quick at. */
export const shopRates = z.strictObject({
  washMin: minutes,
  grindMinPerLitre: minutes,
  grindFloorMin: minutes,
  cutMinPerPly: minutes,
  dryFitMin: minutes,
  potMin: minutes,
  layFloorMin: minutes,
  abradeBetweenMin: minutes,
  levelMinPerM2: minutes,
  levelFloorMin: minutes,
  finishShare: within(LIMITS.finishShare),
  inspectMin: minutes,
}) satisfies z.ZodType<ShopRates>;

export const minuteOfDay = whole(LIMITS.minuteOfDay);
export const openDays = z.array(z.number().int().min(0).max(6)).min(1, 'Open on one day at least.').max(7);

/** When and where it is worked on. */
export const days = z.strictObject({
  startAt: wallClock.nullable(),
  fromMin: minuteOfDay,
  toMin: minuteOfDay,
  openDays,
  place: workPlace.optional(),
  tentToC: within(LIMITS.tentTempC).optional(),
  rates: shopRates.partial().optional(),
});
