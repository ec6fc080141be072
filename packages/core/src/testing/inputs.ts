import { NEW_REPAIR, type RepairInputs } from '../repair/inputs.js';

/** What differs from a new repair, section by section. */
export type InputsPatch = { [K in keyof RepairInputs]?: Partial<RepairInputs[K]> };

/** A new repair's inputs but for what is given; everything else in a section stays as a new repair has it. */
export const inputsWith = (patch: InputsPatch): RepairInputs =>
  Object.fromEntries(
    Object.entries(NEW_REPAIR).map(([name, defaults]) => [name, { ...defaults, ...patch[name as keyof RepairInputs] }]),
  ) as unknown as RepairInputs;

/** Air that somebody put down for the plan. */
export const expectedAir = (tempC: number, humidityPercent: number | null = null): RepairInputs['air'] => ({
  readings: [],
  expected: { source: 'typed', tempC, humidityPercent, surfaceTempC: null, by: '', at: null },
});
