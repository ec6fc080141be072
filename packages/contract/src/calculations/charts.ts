import { CHART_IDS, makeChart } from '@ashstep/core/charts';
import { requireEntry } from '@ashstep/core/errors';
import { FABRICS } from '@ashstep/core/material';
import { GEL_COAT, SYSTEMS } from '@ashstep/core/resin';
import * as z from 'zod';
import { mix } from '../inputs/mix.js';
import { type Calculation, calculation, factor } from './calculation.js';

const CARDS = [...SYSTEMS, GEL_COAT];

/** Tables for the wall. */
export const CHART_CALCULATIONS: readonly Calculation[] = [
  calculation(
    'chart',
    'A table for the wall: catalyst, mix, resin for fabric, plies for a thickness, times by temperature, tapers, discs, ounces, grits',
    z.strictObject({
      chart: z.enum(CHART_IDS),
      systemId: z.string().optional(),
      fabricIds: z.array(z.string()).max(60).optional(),
      process: z.enum(['hand', 'film', 'vacuum']).optional(),
      tools: mix.shape.tools,
      dropsPerMl: factor,
      tempC: factor,
      thicknessMm: factor,
      ratio: factor,
    }),
    ({
      chart,
      systemId = 'gel-coat',
      fabricIds = ['mat-450', 'twill-203', 'roving-600'],
      process,
      tools,
      dropsPerMl,
      tempC,
      thicknessMm,
      ratio,
    }) =>
      makeChart(chart, {
        card: requireEntry(CARDS, systemId, 'systemId'),
        fabrics: fabricIds.map((id, i) => requireEntry(FABRICS, id, `fabricIds.${i}`)),
        ...(process ? { process } : {}),
        ...(tools ? { tools } : {}),
        ...(dropsPerMl === undefined ? {} : { dropsPerMl }),
        ...(tempC === undefined ? {} : { tempC }),
        ...(thicknessMm === undefined ? {} : { thicknessMm }),
        ...(ratio === undefined ? {} : { ratio }),
      }),
    { chart: 'catalyst', systemId: 'gel-coat', dropsPerMl: 32, tempC: 18 },
  ),
];
