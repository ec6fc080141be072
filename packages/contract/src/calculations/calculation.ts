import * as z from 'zod';
import { CORES } from '@ashstep/core/material';
import { SYSTEMS } from '@ashstep/core/resin';
import { fabricLayer } from '../inputs/index.js';
import { ids } from '../inputs/pieces.js';
import { container } from '../resin-cards.js';

export const systemId = ids(SYSTEMS);
const coreId = ids(CORES);

/** A calculation that can be run by name on JSON. */
export interface Calculation {
  name: string;
  summary: string;
  schema: z.ZodType;
  /** @throws CoreError for input the schema lets through but no laminate can have */
  run: (input: never) => unknown;
  example: unknown;
}

export function calculation<S extends z.ZodType>(
  name: string,
  summary: string,
  schema: S,
  run: (input: z.infer<S>) => unknown,
  example: z.infer<S>,
): Calculation {
  return { name, summary, schema, run: run as Calculation['run'], example };
}

export const n = z.number();
export const family = z.enum(['polyester', 'vinylester', 'epoxy']);
export const layer = z.union([
  fabricLayer.extend({ resin: family.optional() }),
  z.strictObject({ coreId, thicknessMm: n }),
  z.strictObject({
    e1GPa: n,
    e2GPa: n,
    g12GPa: n,
    nu12: n,
    thicknessMm: n,
    orientationDeg: n.optional(),
    densityKgM3: n.optional(),
    strengths: z.strictObject({ xtMPa: n, xcMPa: n, ytMPa: n, ycMPa: n, sMPa: n }).optional(),
  }),
]);
export const laminate = z.strictObject({ layers: z.array(layer), resin: family.optional() });
export const point = z.strictObject({ x: n, y: n });
export const factor = n.optional();
/** Air hour by hour from a moment on. */
export const forecast = z.strictObject({
  startAt: z.string(),
  hours: z.array(z.strictObject({ tempC: n, humidityPercent: n, rainMm: n, sunWPerM2: n })),
});
export { container };
export const HULL = { kind: 'roundedRectangle', lengthMm: 140, widthMm: 90, cornerRadiusMm: 30 } as const;
