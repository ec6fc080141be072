import { CoreError, type Remark, requireNumber } from '../errors.js';
import { simpson } from '../statistics/index.js';
import { coldRemarks } from './cold.js';
import type { HourlyTemp } from './hourly.js';
import { GAS_CONSTANT, kelvin } from './kinetics.js';

const MOST_HOURS = 5000;

/** @throws CoreError for an empty list, hours that do not run on, or temperatures no air has */
export function checkAir(air: number | readonly HourlyTemp[], field: string): void {
  if (typeof air === 'number') {
    requireNumber(air, field, { min: -30, max: 80 });
    return;
  }
  if (air.length === 0) throw new CoreError('empty', field);
  if (air.length > MOST_HOURS) throw new CoreError('too-many', field, { max: MOST_HOURS });
  air.forEach(({ hour, tempC }, i) => {
    requireNumber(tempC, `${field}.${i}.tempC`, { min: -30, max: 80 });
    requireNumber(
      hour,
      `${field}.${i}.hour`,
      i === 0 ? { min: -1e5, max: 1e5 } : { above: air[i - 1]!.hour, max: 1e5 },
    );
  });
}

/** Temperature at an hour: straight between the hours listed, held past the ends. */
export function airAt(air: number | readonly HourlyTemp[], hour: number): number {
  if (typeof air === 'number') return air;
  if (hour <= air[0]!.hour) return air[0]!.tempC;
  let [low, high] = [0, air.length - 1];
  if (hour >= air[high]!.hour) return air[high]!.tempC;
  while (high - low > 1) {
    const half = (low + high) >> 1;
    if (air[half]!.hour <= hour) low = half;
    else high = half;
  }
  const [a, b] = [air[low]!, air[high]!];
  return a.tempC + ((hour - a.hour) / (b.hour - a.hour)) * (b.tempC - a.tempC);
}

/** An activation energy that halves a time for each 10 °C about room temperature, J/mol. */
export const USUAL_ENERGY = 54_000;
/** Age is told as hours at this temperature. */
export const AGE_TEMP_C = 23;

export interface EquivalentAgeInput {
  airTempC: number | readonly HourlyTemp[];
  /** From and to, hours on the list; its first and last when left out. */
  fromHour?: number;
  toHour?: number;
  eJPerMol?: number;
  /** Temperature the age is told at, °C; 23 when left out. */
  atTempC?: number;
  /** Coldest the system may be used at, °C; where it is known the result says when the air goes under it. */
  minTempC?: number;
}

export interface EquivalentAgeResult {
  /** Hours at the reference temperature that cure as much. */
  hours: number;
  /** Hours that went by. */
  elapsedHours: number;
  /** The one temperature that would have done the same. */
  meanTempC: number;
  remarks: Remark[];
}

const PIECES_AN_HOUR = 8;

/** How much faster a cure runs at a temperature than at the reference: exp(E/R (1/T₀ − 1/T)). */
export const ageFactor = (tempC: number, eJPerMol = USUAL_ENERGY, atTempC = AGE_TEMP_C): number =>
  Math.exp((eJPerMol / GAS_CONSTANT) * (1 / kelvin(atTempC) - 1 / kelvin(tempC)));

/**
 * Equivalent age over a temperature that changes: ∫ exp(E/R (1/T₀ − 1/T)) dt, by Simpson's rule between the listed hours.
 * @throws CoreError for a bad list, hours the wrong way round, or an energy outside 10…200 kJ/mol
 */
export function equivalentAge(input: EquivalentAgeInput): EquivalentAgeResult {
  const { airTempC } = input;
  checkAir(airTempC, 'airTempC');
  const list = typeof airTempC === 'number' ? null : airTempC;
  const fromHour = requireNumber(input.fromHour ?? list?.[0]!.hour ?? 0, 'fromHour', { min: -1e5, max: 1e5 });
  const toHour = requireNumber(input.toHour ?? list?.at(-1)!.hour, 'toHour', { min: fromHour, max: 1e5 });
  const energy = requireNumber(input.eJPerMol ?? USUAL_ENERGY, 'eJPerMol', { min: 10_000, max: 200_000 });
  const at = requireNumber(input.atTempC ?? AGE_TEMP_C, 'atTempC', { min: -20, max: 80 });
  const stops = [
    fromHour,
    ...(list ?? []).map(({ hour }) => hour).filter((hour) => hour > fromHour && hour < toHour),
    toHour,
  ];
  const factor = (hour: number): number => ageFactor(airAt(airTempC, hour), energy, at);
  let hours = 0;
  stops.slice(1).forEach((end, i) => {
    const begin = stops[i]!;
    hours += simpson(
      factor,
      begin,
      end,
      2 * Math.max(1, Math.min(200, Math.ceil(((end - begin) * PIECES_AN_HOUR) / 2))),
    );
  });
  const elapsedHours = toHour - fromHour;
  const mean = elapsedHours > 0 ? hours / elapsedHours : factor(fromHour);
  const minTempC =
    input.minTempC === undefined ? null : requireNumber(input.minTempC, 'minTempC', { min: -20, max: 60 });
  const during = stops.map((hour) => ({ hour, tempC: airAt(airTempC, hour) }));
  return {
    hours,
    elapsedHours,
    remarks: coldRemarks(minTempC, during),
    meanTempC: 1 / (1 / kelvin(at) - (GAS_CONSTANT / energy) * Math.log(mean)) - kelvin(0),
  };
}

const STEP_HOURS = 0.25;

/** Hour at which an age is reached by a law of ageing, counted from an hour on; null where it is not within so long. Past the end of the list the last temperature is held. */
export function hourOfAge(
  air: number | readonly HourlyTemp[],
  fromHour: number,
  ageHours: number,
  law: (tempC: number) => number,
  mostHours = 2000,
): number | null {
  const steadyFrom = typeof air === 'number' ? fromHour : air.at(-1)!.hour;
  const end = fromHour + mostHours;
  let [hour, age] = [fromHour, 0];
  for (; hour < steadyFrom && hour < end; hour += STEP_HOURS) {
    const gained = law(airAt(air, hour + STEP_HOURS / 2)) * STEP_HOURS;
    if (gained > 0 && age + gained >= ageHours) return hour + (STEP_HOURS * (ageHours - age)) / gained;
    age += gained;
  }
  const pace = hour < end ? law(airAt(air, hour)) : 0;
  const reached = pace > 0 ? hour + (ageHours - age) / pace : Infinity;
  return reached <= end ? reached : null;
}
