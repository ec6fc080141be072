import { CONTAINERS, type Container, type CureCard, type SheetPoint } from '@ashstep/core/cure';
import { LIMITS } from '@ashstep/core/limits';
import type { Hardener, SystemCard } from '@ashstep/core/resin';
import * as z from 'zod';
import { entryId, entryName, within } from './inputs/pieces.js';

/** What pots are mixed in. */
export const container = z.enum(CONTAINERS.map(({ id }) => id) as [Container['id'], ...Container['id'][]]);
const arrhenius = z.strictObject({ aPerS: z.number().min(0), eJPerMol: z.number().min(0).max(300_000) });
/** Rates, heat and levels by which a system cures. */
export const cureCard = z.strictObject({
  id: z.string().max(80),
  name: z.string().max(120),
  family: z.enum(['polyester', 'vinylester', 'epoxy']),
  kinetics: z.strictObject({
    k1: arrhenius,
    k2: arrhenius,
    m: z.number().min(0).max(5),
    n: z.number().min(0).max(8),
    heatJPerG: z.number().min(0).max(2000),
    inhibitor: z
      .strictObject({
        minutes: z.number().positive(),
        eJPerMol: z.number().min(0).max(300_000),
        catalystPercent: z.number().positive(),
      })
      .optional(),
    glass: z
      .strictObject({
        freshC: z.number().min(-120).max(50),
        fullC: z.number().min(-60).max(300),
        lambda: z.number().min(0.1).max(1),
        aboveC: z.number().min(0).max(60),
      })
      .optional(),
  }),
  densityGPerMl: z.number().min(0.5).max(3),
  heatCapacityJPerGK: z.number().min(0.3).max(5),
  gelAlpha: z.number().gt(0).lt(1),
  greenAlpha: z.number().gt(0).lt(1),
  sandableAlpha: z.number().gt(0).lt(1),
  fullAlpha: z.number().gt(0).lt(1),
  minTempC: z.number().min(-20).max(60).optional(),
}) satisfies z.ZodType<CureCard>;

/** Something a data sheet says of how a system cures; the core tells what no sheet says. */
export const sheetPoint = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('pot-gel'),
    massG: z.number(),
    tempC: z.number(),
    minutes: z.number(),
    container: container.optional(),
  }),
  z.strictObject({
    kind: z.literal('pot-peak'),
    massG: z.number(),
    tempC: z.number(),
    peakC: z.number(),
    container: container.optional(),
  }),
  z.strictObject({ kind: z.literal('thin'), alpha: z.number(), tempC: z.number(), hours: z.number() }),
]) satisfies z.ZodType<SheetPoint>;

/** Of a liquid, g/ml. */
export const density = within(LIMITS.liquidGPerMl);
const cardBase = {
  id: entryId,
  name: entryName,
  family: z.enum(['polyester', 'vinylester', 'epoxy']),
  resinDensityGPerMl: density,
  potLifeMin: z.number().min(1).max(1440),
  minTempC: z.number().min(-20).max(60),
  maxTempC: z.number().min(0).max(120),
  sandableHours: z.number().min(0.1).max(1000),
  fullCureHours: z.number().min(0.1).max(2000),
  recoatFromHours: z.number().min(0).max(1000),
  recoatUntilHours: z.number().min(0).max(2000),
  maxPotG: z.number().min(1).max(100_000),
  maxSessionMm: z.number().min(0.1).max(200),
  tolerancePercent: z.number().min(0.1).max(50),
  cure: z.strictObject({ card: cureCard, points: z.array(sheetPoint).min(1).max(40) }).optional(),
};

const catalyst = {
  catalystMinPercent: within(LIMITS.catalystPercent),
  catalystMaxPercent: within(LIMITS.catalystPercent),
  catalystDensityGPerMl: density,
};
const { potLifeMin, minTempC, maxTempC, sandableHours, fullCureHours, recoatFromHours, recoatUntilHours, maxPotG } =
  cardBase;
/** What a system takes from its hardener. */
const amine = { hardenerPer100ByWeight: within(LIMITS.hardenerPer100), hardenerDensityGPerMl: density };
const RANGES = {
  temperature: 'The highest must be above the lowest.',
  window: 'The window ends after it begins.',
  catalyst: 'The most is not less than the least.',
};

/** A hardener or catalyst as the library keeps it. */
export const hardener = z
  .discriminatedUnion('kind', [
    z.strictObject({
      kind: z.literal('amine'),
      id: entryId,
      name: entryName,
      ...amine,
      potLifeMin,
      minTempC,
      maxTempC,
      sandableHours,
      fullCureHours,
      recoatFromHours,
      recoatUntilHours,
      maxPotG,
    }),
    z.strictObject({ kind: z.literal('peroxide'), id: entryId, name: entryName, ...catalyst }),
  ])
  .refine((entry) => entry.kind === 'peroxide' || entry.minTempC < entry.maxTempC, {
    path: ['maxTempC'],
    message: RANGES.temperature,
  })
  .refine((entry) => entry.kind === 'peroxide' || entry.recoatFromHours <= entry.recoatUntilHours, {
    path: ['recoatUntilHours'],
    message: RANGES.window,
  })
  .refine((entry) => entry.kind === 'amine' || entry.catalystMinPercent <= entry.catalystMaxPercent, {
    path: ['catalystMaxPercent'],
    message: RANGES.catalyst,
  }) satisfies z.ZodType<Hardener>;

/** A resin system as the library keeps it. */
export const systemCard = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('two-part'), ...cardBase, ...amine }),
    z.strictObject({ kind: z.literal('catalysed'), ...cardBase, ...catalyst }),
  ])
  .refine((card) => card.minTempC < card.maxTempC, { path: ['maxTempC'], message: RANGES.temperature })
  .refine((card) => card.recoatFromHours <= card.recoatUntilHours, {
    path: ['recoatUntilHours'],
    message: RANGES.window,
  })
  .refine((card) => card.kind === 'two-part' || card.catalystMinPercent <= card.catalystMaxPercent, {
    path: ['catalystMaxPercent'],
    message: RANGES.catalyst,
  })
  .refine((card) => (card.family === 'epoxy') === (card.kind === 'two-part'), {
    path: ['family'],
    message: 'Epoxy takes hardener; polyester and vinylester take catalyst.',
  }) satisfies z.ZodType<SystemCard>;
