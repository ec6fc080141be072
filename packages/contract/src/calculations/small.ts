import { NEW_REPAIR, type RepairInputs, planRepair } from '@ashstep/core/repair';
import { type SmallCard, smallCard, smallInputs } from '@ashstep/core/small';
import * as z from 'zod';
import { mix } from '../inputs/mix.js';
import { smallFigures, smallPlace } from '../small-figures.js';
import { type Calculation, calculation, factor, systemId } from './calculation.js';

/** What the short sheet works out. */
export const SMALL_CALCULATIONS: readonly Calculation[] = [
  calculation(
    'small-job',
    'The card of a small job from its kind and a handful of figures: places, masks, grams, drops, rounds with their hours, ladder',
    z.strictObject({
      figures: smallFigures,
      place: smallPlace.partial().optional(),
      craftKind: z.enum(['boat', 'board', 'paddle', 'vehicle', 'other']).optional(),
      tempC: factor,
      humidityPercent: factor,
      systemId: systemId.optional(),
      tools: mix.shape.tools,
      dropsPerMl: factor,
    }),
    ({ figures, place, craftKind, tempC, humidityPercent, systemId: system, tools, dropsPerMl }): SmallCard => {
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
      const inputs = smallInputs(base, figures);
      return smallCard(inputs, planRepair(inputs))!;
    },
    {
      figures: { kind: 'gouge', lengthMm: 80, widthMm: 10, depthMm: 1.2, reachesFibre: false, colour: '', more: [] },
      place: { finish: 'gelcoat', waterline: 'above' },
      tempC: 18,
      dropsPerMl: 32,
    },
  ),
];
