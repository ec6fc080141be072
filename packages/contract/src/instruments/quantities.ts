import * as z from 'zod';

/** What an instrument can tell: its unit on the line, how many figures, what is possible at all, and how it is said. */
export interface Quantity {
  unit: string;
  /** Figures to one reading: three for a colour, one else. */
  figures: 1 | 3;
  min: number;
  max: number;
  name: string;
  decimals: number;
}

/** Every quantity of the line protocol. Values outside the limits are no readings but faults. */
export const QUANTITIES = {
  mass: { unit: 'g', figures: 1, min: -5_000, max: 50_000, name: 'Weight', decimals: 1 },
  'air-temperature': { unit: 'C', figures: 1, min: -40, max: 60, name: 'Air', decimals: 1 },
  humidity: { unit: '%', figures: 1, min: 1, max: 100, name: 'Humidity', decimals: 0 },
  'surface-temperature': { unit: 'C', figures: 1, min: -40, max: 250, name: 'Surface', decimals: 1 },
  'contact-temperature': { unit: 'C', figures: 1, min: -40, max: 250, name: 'Temperature', decimals: 1 },
  moisture: { unit: '%', figures: 1, min: 0, max: 100, name: 'Moisture', decimals: 1 },
  hardness: { unit: 'points', figures: 1, min: 0, max: 100, name: 'Hardness', decimals: 0 },
  depth: { unit: 'mm', figures: 1, min: -50, max: 500, name: 'Depth', decimals: 2 },
  thickness: { unit: 'mm', figures: 1, min: 0, max: 500, name: 'Thickness', decimals: 2 },
  colour: { unit: 'Lab', figures: 3, min: -128, max: 128, name: 'Colour', decimals: 1 },
} as const satisfies Record<string, Quantity>;

export type QuantityName = keyof typeof QUANTITIES;
export const quantityNames = Object.keys(QUANTITIES) as [QuantityName, ...QuantityName[]];
export const quantityName = z.enum(quantityNames);

export const INSTRUMENT_KINDS = {
  scale: { name: 'Scale', tells: ['mass'] },
  infrared: { name: 'Infrared thermometer', tells: ['surface-temperature'] },
  contact: { name: 'Contact thermometer', tells: ['contact-temperature'] },
  air: { name: 'Air sensor', tells: ['air-temperature', 'humidity'] },
  moisture: { name: 'Moisture meter', tells: ['moisture'] },
  hardness: { name: 'Hardness tester', tells: ['hardness'] },
  depth: { name: 'Depth gauge', tells: ['depth'] },
  thickness: { name: 'Thickness gauge', tells: ['thickness'] },
  colour: { name: 'Colour meter', tells: ['colour'] },
} as const satisfies Record<string, { name: string; tells: readonly QuantityName[] }>;

export type InstrumentKind = keyof typeof INSTRUMENT_KINDS;
export const instrumentKind = z.enum(Object.keys(INSTRUMENT_KINDS) as [InstrumentKind, ...InstrumentKind[]]);
