import { NEW_REPAIR, type RepairInputs, planRepair } from '@ashstep/core/repair';
import { type KitResult, type SmallCard, kitCheck, smallCard, smallInputs } from '@ashstep/core/small';
import * as z from 'zod';
import { mix } from '../inputs/mix.js';
import { smallFigures, smallPlace } from '../small-figures.js';
import { type Calculation, calculation, factor, n, systemId } from './calculation.js';

const asked = {
  figures: smallFigures,
  place: smallPlace.partial().optional(),
  craftKind: z.enum(['boat', 'board', 'paddle', 'vehicle', 'other']).optional(),
  tempC: factor,
  humidityPercent: factor,
  systemId: systemId.optional(),
  tools: mix.shape.tools,
  dropsPerMl: factor,
};
const EXAMPLE = {
  figures: { kind: 'gouge', lengthMm: 80, widthMm: 10, depthMm: 1.2, reachesFibre: false, colour: '', more: [] },
  place: { finish: 'gelcoat', waterline: 'above' },
  tempC: 18,
  dropsPerMl: 32,
} as const;

/** A job's inputs by what the short sheet was told, as a shop without a shelf has them. */
function inputsOf({
  figures,
  place,
  craftKind,
  tempC,
  humidityPercent,
  systemId: system,
  tools,
  dropsPerMl,
}: z.infer<z.ZodObject<typeof asked>>): RepairInputs {
  const base: RepairInputs = {
    ...NEW_REPAIR,
    place: { ...NEW_REPAIR.place, ...place, ...(craftKind ? { craftKind } : {}) },
    resin: { ...NEW_REPAIR.resin, systemId: system ?? null },
    air:
      tempC === undefined
        ? NEW_REPAIR.air
        : { readings: [], expected: { source: 'typed', tempC, humidityPercent: humidityPercent ?? null, surfaceTempC: null, by: '', at: null } }, // prettier-ignore
    mix: { ...NEW_REPAIR.mix, ...(tools ? { tools } : {}), ...(dropsPerMl === undefined ? {} : { dropsPerMl }) },
  };
  return smallInputs(base, figures);
}

/** What the short sheet works out. */
export const SMALL_CALCULATIONS: readonly Calculation[] = [
  calculation(
    'small-job',
    'The card of a small job from its kind and a handful of figures: places, masks, grams, drops, rounds with their hours, ladder',
    z.strictObject(asked),
    (input): SmallCard => {
      const inputs = inputsOf(input);
      return smallCard(inputs, planRepair(inputs))!;
    },
    EXAMPLE,
  ),
  calculation(
    'kit',
    'A kit in the field against a small job: what is there and what is wanted, how many discs, all of it or weighed, and what to do in the cold',
    z.strictObject({ ...asked, kit: z.strictObject({ clothM2: n, resinG: n, secondG: n, filmM2: n, fillerMl: n, brushes: n, tempC: n }) }), // prettier-ignore
    ({ kit, ...told }): KitResult => {
      const inputs = inputsOf(told);
      return kitCheck(inputs, planRepair(inputs), kit);
    },
    {
      figures: { kind: 'hole', sizeMm: 50, thicknessMm: 2, bothFaces: false },
      place: { finish: 'paint', waterline: 'above' },
      kit: { clothM2: 0.2, resinG: 100, secondG: 30, filmM2: 0.1, fillerMl: 0, brushes: 1, tempC: 12 },
    },
  ),
];
