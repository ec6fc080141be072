import { standInWeather, shedAir } from '@ashstep/core/air';
import { requireEntry } from '@ashstep/core/errors';
import { schedule } from '@ashstep/core/plan';
import { planRepair, NEW_REPAIR } from '@ashstep/core/repair';
import { SYSTEMS } from '@ashstep/core/resin';
import * as z from 'zod';
import { repairInputs } from '../inputs/index.js';
import { type Calculation, calculation, n, factor, forecast, systemId } from './calculation.js';

const flag = z.boolean().optional();
const hours = z.strictObject({ fromMin: n, toMin: n, openDays: z.array(n) });

/** Jobs on a clock, and the whole of a repair. */
export const PLAN_CALCULATIONS: readonly Calculation[] = [
  calculation(
    'schedule',
    'A plan of several jobs that share people, bays and a clock, with its bound and why each task is when it is',
    z.strictObject({
      startAt: z.string(),
      hours: hours.optional(),
      people: z.array(
        z.strictObject({
          id: z.string(),
          skills: z.array(z.string()).optional(),
          hours: hours.optional(),
          away: z.array(z.strictObject({ fromAt: z.string(), untilAt: z.string() })).optional(),
        }),
      ),
      bays: factor,
      tasks: z.array(
        z.strictObject({
          id: z.string(),
          job: z.string().optional(),
          minutes: n,
          byItself: z.boolean().optional(),
          ageHours: factor,
          systemId: systemId.optional(),
          stage: z.enum(['green', 'sandable', 'full']).optional(),
          untilAt: z.string().optional(),
          inOneGo: z.boolean().optional(),
          people: factor,
          skill: z.string().optional(),
          bay: z.boolean().optional(),
          after: z
            .array(
              z.strictObject({
                id: z.string(),
                waitMin: factor,
                withinMin: factor,
                waitAgeHours: factor,
                withinAgeHours: factor,
              }),
            )
            .optional(),
          notBefore: z.string().optional(),
          pinnedAt: z.string().optional(),
          needs: z
            .strictObject({
              minTempC: factor,
              maxTempC: factor,
              dry: flag,
              noRain: flag,
              daylight: flag,
              falling: flag,
              holdMin: factor,
            })
            .optional(),
          place: z.string().optional(),
          actual: z.strictObject({ startAt: z.string(), endAt: z.string() }).optional(),
        }),
      ),
      air: z.record(z.string(), forecast).optional(),
      tempC: factor,
      seed: factor,
      tries: factor,
    }),
    ({ tasks, ...rest }) =>
      schedule({
        ...rest,
        tasks: tasks.map(({ systemId: id, ...task }) =>
          id === undefined ? task : { ...task, system: requireEntry(SYSTEMS, id, 'systemId') },
        ),
      }),
    {
      startAt: '2026-04-16T08:00',
      people: [{ id: 'ilse', skills: ['laminate'] }],
      tasks: [{ id: 'grind', minutes: 120 }, { id: 'lay', minutes: 60, inOneGo: true, skill: 'laminate', after: [{ id: 'grind' }] }, { id: 'cure', minutes: 1440, byItself: true, after: [{ id: 'lay' }] }, { id: 'sand', minutes: 60, after: [{ id: 'cure' }] }], // prettier-ignore
    },
  ),
  calculation(
    'weather',
    'Weather that could be, hour by hour: the stand-in for a forecast, the same for the same seed',
    z.strictObject({ seed: n, startAt: z.string(), hours: n, meanC: factor, seasonC: factor, latitudeDeg: factor }),
    standInWeather,
    {
      seed: 4280,
      startAt: '2026-06-20T00:00',
      hours: 48,
    },
  ),
  calculation(
    'shed-air',
    'Air of a shed or tent from the weather outside: its lag, its heating, and a reading',
    z.strictObject({
      weather: forecast,
      climate: z.strictObject({
        lagHours: n,
        gainC: n,
        heatedToC: n.nullable(),
        heatedFromMin: factor,
        heatedToMin: factor,
      }),
      reading: z.strictObject({ at: z.string(), tempC: n, humidityPercent: n }).nullable().optional(),
    }),
    (input) => shedAir(input.weather, input.climate, input.reading ?? null),
    { weather: { startAt: '2026-06-20T00:00', hours: [{ tempC: 10, humidityPercent: 80, rainMm: 0, sunWPerM2: 0 }, { tempC: 14, humidityPercent: 70, rainMm: 0, sunWPerM2: 200 }] }, climate: { lagHours: 6, gainC: 2, heatedToC: 17 } }, // prettier-ignore
  ),
  calculation(
    'repair',
    'The whole chain for one repair’s inputs',
    repairInputs,
    planRepair,
    repairInputs.parse({ ...NEW_REPAIR, laminate: { ...NEW_REPAIR.laminate, thicknessMm: 6 } }),
  ),
];
