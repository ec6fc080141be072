import type { Air, AirReading, HourOfAir } from '@ashstep/core/air';
import { COUNTS, LIMITS } from '@ashstep/core/limits';
import { SKILLS, type ShopSettings, USUAL_SHOP } from '@ashstep/core/plan';
import { LAYING_WORKS } from '@ashstep/core/mix';
import * as z from 'zod';
import { uuid } from './scalars.js';
import { loggedRate, measuringTool, shopRates, wallClock } from './inputs/index.js';
import { minuteOfDay, openDays } from './inputs/days.js';
import { whole, within } from './inputs/pieces.js';
import { isZone } from './wall-clock.js';

export const shedHours = z
  .strictObject({
    fromMin: minuteOfDay,
    toMin: minuteOfDay,
    openDays,
  })
  .refine((hours) => hours.toMin - hours.fromMin >= 60, { path: ['toMin'], message: 'Open an hour at least.' });

export const shopSettings = z.strictObject({
  zone: z.string().refine(isZone, 'No clock goes by this. Pick a zone of the list.'),
  hours: shedHours,
  bays: whole(LIMITS.bays),
  hands: z
    .array(
      z.strictObject({
        id: uuid,
        skills: z.array(z.enum(SKILLS)).max(SKILLS.length),
        hours: shedHours.optional(),
        away: z
          .array(
            z
              .strictObject({ fromAt: wallClock, untilAt: wallClock })
              .refine((span) => span.fromAt < span.untilAt, { path: ['untilAt'], message: 'Back after it begins.' }),
          )
          .max(COUNTS.away)
          .optional(),
      }),
    )
    .max(COUNTS.people),
  rates: shopRates,
  tools: z
    .array(measuringTool)
    .max(COUNTS.tools)
    .refine(
      (tools) => new Set(tools.map(({ name }) => name)).size === tools.length,
      'Two tools have the same name. Give each its own.',
    ),
  dropsPerMl: within(LIMITS.dropsPerMl),
  sheetsPerM2: within(LIMITS.sheetsPerM2).optional(),
  climate: z.strictObject({
    lagHours: within(LIMITS.lagHours),
    gainC: within(LIMITS.gainC),
    heatedToC: within(LIMITS.heatedToC).nullable(),
    heatedFromMin: minuteOfDay.optional(),
    heatedToMin: minuteOfDay.optional(),
  }),
  weather: z.strictObject({ seed: z.number().int().min(0).max(1_000_000) }),
  money: z.strictObject({
    perHour: within(LIMITS.perHour),
    perKwh: within(LIMITS.perKwh),
    heaterKw: within(LIMITS.heaterKw),
    currency: z
      .string()
      .regex(/^[A-Z]{3}$/, 'Three capital letters, as EUR.')
      .optional(),
  }),
}) satisfies z.ZodType<ShopSettings>;

/** Settings stored before one existed, with what a new shop starts from in its place, without the one laying rate they had for all work, and clocks that go by the zone of the house. */
export const completeSettings = (
  { layingRateGPerMin: _, ...stored }: Partial<ShopSettings> & { layingRateGPerMin?: unknown },
  zone = USUAL_SHOP.zone,
): ShopSettings => ({
  ...USUAL_SHOP,
  zone,
  ...stored,
  rates: { ...USUAL_SHOP.rates, ...stored.rates },
});

export const hourOfAir = z.strictObject({
  tempC: within(LIMITS.airTempC),
  humidityPercent: within(LIMITS.humidityPercent),
  rainMm: within(LIMITS.rainMm),
  sunWPerM2: within(LIMITS.sunWPerM2),
}) satisfies z.ZodType<HourOfAir>;
export const MOST_FORECAST_HOURS = 24 * 60;
/** A forecast kept by the shop: an hour after the other, from a whole hour on. */
export const forecast = z.strictObject({
  startAt: wallClock.refine((at) => at.endsWith(':00'), 'Begins with a whole hour.'),
  hours: z.array(hourOfAir).min(1).max(MOST_FORECAST_HOURS),
}) satisfies z.ZodType<Air>;

export const airReading = z.strictObject({
  at: wallClock,
  tempC: within(LIMITS.airTempC),
  humidityPercent: within(LIMITS.humidityPercent),
  instrument: z.string().trim().max(80).optional(),
}) satisfies z.ZodType<AirReading>;
/** A reading of the shed, and the repair that has it already. */
export const addReading = airReading.extend({ id: uuid, keptIn: uuid.optional() });

const stepKey = z.string().min(1).max(80);
export const setPin = z.strictObject({ repairId: uuid, key: stepKey, startAt: wallClock.nullable() });
export const setMark = z
  .strictObject({ repairId: uuid, key: stepKey, startedAt: wallClock.nullable(), doneAt: wallClock.nullable() })
  .refine((mark) => !mark.startedAt || !mark.doneAt || mark.startedAt <= mark.doneAt, {
    path: ['doneAt'],
    message: 'Done after it was begun.',
  });

export const stepMark = z.object({
  repairId: uuid,
  key: z.string(),
  startedAt: z.string().nullable(),
  doneAt: z.string().nullable(),
  by: z.string(),
});
export const stepPin = z.object({ repairId: uuid, key: z.string(), startAt: z.string(), by: z.string() });

/** What the shop's plan is made from, beside the jobs themselves. */
export const shopReply = z.object({
  settings: shopSettings,
  /** Kept forecast; null where the stand-in is gone by. */
  forecast: forecast.nullable(),
  /** The last reading of the shed's air. */
  reading: airReading.extend({ by: z.string() }).nullable(),
  pins: z.array(stepPin),
  marks: z.array(stepMark),
  /** Grams laid a minute and pair of hands in past lay-ups, by the log, for each work there is any of. */
  laid: z.partialRecord(z.enum(LAYING_WORKS), loggedRate),
});

export type ShopReply = Omit<z.infer<typeof shopReply>, 'settings' | 'forecast'> & {
  settings: ShopSettings;
  forecast: Air | null;
};
export type StepPin = z.infer<typeof stepPin>;
export type StepMark = z.infer<typeof stepMark>;
export type SetPin = z.infer<typeof setPin>;
export type SetMark = z.infer<typeof setMark>;

export const SKILL_NAMES = {
  prepare: 'Prepare and cut',
  'lay-up': 'Lay up',
  finish: 'Fair and finish',
  inspect: 'Inspect',
} as const;
export const PLACE_NAMES = { shed: 'In the shed', outdoors: 'Outdoors', tent: 'Under a tent' } as const;
