import { COUNTS, LIMITS } from '@ashstep/core/limits';
import * as z from 'zod';
import { byWhom, entryId, wallClock, within } from './pieces.js';

export const workPlace = z.enum(['shed', 'outdoors', 'tent']);
const humidityPercent = within(LIMITS.humidityPercent).nullable();
const surfaceTempC = within(LIMITS.surfaceTempC).nullable();

/** What was read of the air or the part, when, by whom and with what. */
export const airRead = z
  .strictObject({
    id: entryId,
    tempC: within(LIMITS.airTempC).nullable(),
    humidityPercent,
    surfaceTempC,
    place: workPlace,
    instrument: z.string().trim().max(80),
    by: byWhom,
    at: wallClock,
  })
  .refine((read) => read.tempC !== null || read.humidityPercent !== null || read.surfaceTempC !== null, {
    path: ['tempC'],
    message: 'Read one figure at the least.',
  });

/** The air a repair is worked in: readings, and what it is planned at where nothing was read. */
export const air = z.strictObject({
  readings: z.array(airRead).max(COUNTS.airReadings),
  expected: z
    .strictObject({
      source: z.enum(['typed', 'forecast']),
      tempC: within(LIMITS.shedTempC),
      humidityPercent,
      surfaceTempC,
      by: byWhom,
      at: wallClock.nullable(),
    })
    .nullable(),
});
