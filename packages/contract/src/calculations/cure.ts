import { dewPoint } from '@ashstep/core/air';
import {
  CURE_CARDS,
  potExotherm,
  potUnderWay,
  throughCure,
  fitCard,
  equivalentAge,
  windows,
  filmTime,
} from '@ashstep/core/cure';
import { requireEntry } from '@ashstep/core/errors';
import { forecastWindows } from '@ashstep/core/plan';
import { SYSTEMS } from '@ashstep/core/resin';
import * as z from 'zod';
import { cureCard, sheetPoint } from '../resin-cards.js';
import { type Calculation, calculation, n, factor, container, forecast, systemId } from './calculation.js';

const air = z.union([n, z.array(z.strictObject({ hour: n, tempC: n }))]);
const cureCardId = z.enum(CURE_CARDS.map(({ id }) => id) as [string, ...string[]]);
const coldest = (minTempC: number | undefined, id: string | undefined): { minTempC?: number } => {
  const known = minTempC ?? (id === undefined ? undefined : requireEntry(SYSTEMS, id, 'systemId').minTempC);
  return known === undefined ? {} : { minTempC: known };
};

/** A pot by its mass, cup, air and cure card. */
const pot = z.strictObject({
  cardId: cureCardId.optional(),
  card: cureCard.optional(),
  massG: n,
  container: container.optional(),
  startTempC: factor,
  airTempC: n,
  catalystPercent: factor,
  lossWPerK: factor,
});

/** Pots and lay-ups as they cure, and the air they cure in. */
export const CURE_CALCULATIONS: readonly Calculation[] = [
  calculation(
    'pot-exotherm',
    'Temperature and degree of cure of resin in a pot: gel, peak, too hot or not',
    pot.extend({ hours: factor, tooHotC: factor }),
    potExotherm,
    { cardId: 'epoxy-medium', massG: 100, airTempC: 22, hours: 2 },
  ),
  calculation(
    'pot-under-way',
    'A pot that stands: gel left and the last start of a ply, corrected by the temperatures read of it',
    pot.extend({
      readings: z
        .array(z.strictObject({ min: n, tempC: n }))
        .max(1000)
        .optional(),
      nowMin: n,
      layMin: factor,
    }),
    potUnderWay,
    { cardId: 'epoxy-medium', massG: 150, airTempC: 19, readings: [{ min: 8, tempC: 24 }], nowMin: 10, layMin: 6 },
  ),
  calculation(
    'through-cure',
    'Temperature and cure through a lay-up: peak, gel, green, sandable and full, with its heat balance',
    z.strictObject({
      cardId: cureCardId.optional(),
      card: cureCard.optional(),
      plies: z.array(
        z.strictObject({
          thicknessMm: n,
          fibreMassFraction: n,
          fibre: z.enum(['e-glass', 's-glass', 'carbon', 'aramid']).optional(),
        }),
      ),
      under: z
        .array(
          z.strictObject({
            backing: z.enum(['laminate', 'eps-foam', 'pvc-foam', 'balsa', 'wood', 'steel', 'aluminium']),
            thicknessMm: n,
          }),
        )
        .optional(),
      airTempC: air,
      startTempC: factor,
      heaterWPerM2: factor,
      heaterHours: factor,
      frontWPerM2K: factor,
      backWPerM2K: factor,
      catalystPercent: factor,
      hours: factor,
      limits: z.strictObject({ resinC: factor, underC: factor, finishC: factor }).optional(),
      sliceMm: factor,
    }),
    throughCure,
    {
      cardId: 'epoxy-medium',
      plies: [{ thicknessMm: 4, fibreMassFraction: 0.5 }],
      under: [{ backing: 'laminate', thicknessMm: 5 }],
      airTempC: 20,
      hours: 12,
      sliceMm: 1,
    },
  ),
  calculation(
    'fit-card',
    'A cure card fitted to what a data sheet gives, and how well it gives it back',
    z.strictObject({
      points: z.array(sheetPoint),
      fromId: cureCardId.optional(),
      from: cureCard.optional(),
      mostSteps: factor,
    }),
    ({ fromId, from, ...rest }) =>
      fitCard({ ...rest, from: from ?? requireEntry(CURE_CARDS, fromId ?? 'epoxy-medium', 'fromId') }),
    { points: [{ kind: 'pot-gel', massG: 100, tempC: 22, minutes: 30 }, { kind: 'thin', alpha: 0.8, tempC: 22, hours: 14 }, { kind: 'thin', alpha: 0.95, tempC: 22, hours: 150 }] }, // prettier-ignore
  ),
  calculation(
    'equivalent-age',
    'Hours at 23 °C that cure as much as a temperature that changes',
    z.strictObject({
      airTempC: air,
      fromHour: factor,
      toHour: factor,
      eJPerMol: factor,
      atTempC: factor,
      minTempC: factor,
      systemId: systemId.optional(),
    }),
    ({ systemId: id, minTempC, ...rest }) => equivalentAge({ ...rest, ...coldest(minTempC, id) }),
    { airTempC: [{ hour: 0, tempC: 12 }, { hour: 8, tempC: 22 }, { hour: 24, tempC: 10 }] }, // prettier-ignore
  ),
  calculation(
    'windows',
    'When the next ply or coat bonds of itself over a forecast, and what to do now',
    z.union([
      z.strictObject({ systemId, airTempC: air, laidHour: factor, nowHour: factor }),
      z.strictObject({ systemId, forecast, laidAt: z.string().optional(), nowAt: z.string().optional() }),
    ]),
    ({ systemId: id, ...rest }) => {
      const card = requireEntry(SYSTEMS, id, 'systemId');
      if (!('forecast' in rest)) return windows({ ...rest, card });
      const { forecast: hours, ...times } = rest;
      return forecastWindows({ ...times, card, air: hours });
    },
    { systemId: 'epoxy-medium', airTempC: 16, nowHour: 5 },
  ),
  calculation(
    'film-time',
    'Tack, sanding and full cure of a thin film at a temperature, and how far the cold lets it get',
    z.union([
      z.strictObject({ systemId, tempC: n }),
      z.strictObject({ card: cureCard, tempC: n, catalystPercent: factor }),
    ]),
    (input) =>
      filmTime(
        'systemId' in input ? { tempC: input.tempC, system: requireEntry(SYSTEMS, input.systemId, 'systemId') } : input,
      ),
    { systemId: 'epoxy-slow', tempC: 12 },
  ),
  calculation(
    'dew-point',
    'Dew point, and whether a surface is dry enough',
    z.strictObject({ airTempC: n, relativeHumidityPercent: n, surfaceTempC: factor }),
    dewPoint,
    {
      airTempC: 18.4,
      relativeHumidityPercent: 62,
      surfaceTempC: 17.1,
    },
  ),
];
