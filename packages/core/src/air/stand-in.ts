import { requireNumber } from '../errors.js';
import { formatLocal, parseLocal } from '../plan/calendar.js';
import { type Air, type HourOfAir, saturationHPa } from './hours.js';

export interface StandInInput {
  seed: number;
  startAt: string;
  hours: number;
  /** Mean of the year, and how far the warmest month is above it, °C. */
  meanC?: number;
  seasonC?: number;
  latitudeDeg?: number;
}

const USUAL = { meanC: 11.5, seasonC: 7, latitudeDeg: 51 };
/** Warmest day of the year, counted from its beginning. */
const WARMEST_DAY = 205;
/** Hour of the day at which it is warmest. */
const WARMEST_HOUR = 15;
const DAY_HOURS = 24;
const YEAR_DAYS = 365.25;
const HALF_OVERCAST = 0.5;

/**
 * Weather that could be: a stand-in for a forecast, the same for the same seed and hour whenever it is asked for. Warm and cold spells over
 * days, cloud and fronts with rain over hours, the day's own swing the larger the clearer the sky, sun by its height, and dew
 * points that follow the air mass and not the hour. Nothing of it is measured anywhere.
 * @throws CoreError for an unreadable start, or more than 2000 hours
 */
export function standInWeather(input: StandInInput): Air {
  const count = requireNumber(input.hours, 'hours', { min: 1, max: 2000 });
  const seed = requireNumber(input.seed, 'seed', { min: 0, max: 2 ** 31 });
  const meanC = requireNumber(input.meanC ?? USUAL.meanC, 'meanC', { min: -20, max: 35 });
  const seasonC = requireNumber(input.seasonC ?? USUAL.seasonC, 'seasonC', { min: 0, max: 25 });
  const latitudeDeg = requireNumber(input.latitudeDeg ?? USUAL.latitudeDeg, 'latitudeDeg', { min: -66, max: 66 });
  const start = Math.floor(parseLocal(input.startAt, 'startAt') / 60);
  const hours = Array.from({ length: Math.floor(count) }, (_, i): HourOfAir => {
    const hour = start + i;
    const day = dayOfYear(hour);
    const clock = ((hour % DAY_HOURS) + DAY_HOURS) % DAY_HOURS;
    const front = noise(seed + 1, hour / 15);
    const cloud = smoothStep(0.25 * noise(seed + 2, hour / 9) + 0.75 * front);
    const rainMm = Math.max(0, front - 0.66) * 9 * (0.4 + noise(seed + 3, hour / 2.5));
    const season =
      meanC + (latitudeDeg < 0 ? -1 : 1) * seasonC * Math.cos((2 * Math.PI * (day - WARMEST_DAY)) / YEAR_DAYS);
    const spell = 7 * (noise(seed + 4, hour / 110) - 0.5) + 3 * (noise(seed + 5, hour / 40) - 0.5);
    const swing =
      (1.2 + 4.2 * (1 - smoothStep(noise(seed + 1, (hour - clock + 12) / 15)))) *
      Math.cos((2 * Math.PI * (clock - WARMEST_HOUR)) / DAY_HOURS);
    const tempC = season + spell + swing - Math.min(2.5, rainMm);
    const dewC = Math.min(
      tempC - 0.3,
      season + spell - 2.2 - 4.5 * (1 - front) + 1.5 * (noise(seed + 6, hour / 30) - 0.5),
    );
    return {
      tempC: round(tempC, 10),
      humidityPercent: Math.round(Math.min(100, Math.max(20, (100 * saturationHPa(dewC)) / saturationHPa(tempC)))),
      rainMm: round(rainMm < 0.1 ? 0 : rainMm, 10),
      sunWPerM2: Math.round(clearSky(latitudeDeg, day, clock) * (1 - 0.78 * cloud ** 2)),
    };
  });
  return { startAt: formatLocal(start * 60), hours };
}

const round = (value: number, parts: number): number => Math.round(value * parts) / parts;

/** Sun that gets through a sky overcast by half: what a forecast that says nothing of it is taken to mean. W/m². */
export function usualSun(atMin: number, latitudeDeg = USUAL.latitudeDeg): number {
  const hour = Math.floor(atMin / 60);
  return Math.round(
    HALF_OVERCAST * clearSky(latitudeDeg, dayOfYear(hour), ((hour % DAY_HOURS) + DAY_HOURS) % DAY_HOURS),
  );
}

const dayOfYear = (hour: number): number => {
  const at = new Date(hour * 3_600_000);
  return (at.getTime() - Date.UTC(at.getUTCFullYear(), 0, 1)) / 86_400_000;
};

/** Sine of the sun's height at an hour of the day; below nothing at night. Source: declination 23.45° sin(360° (284 + day)/365). */
export function sunHeightSine(latitudeDeg: number, day: number, clock: number): number {
  const rad = Math.PI / 180;
  const declination = 23.45 * rad * Math.sin((2 * Math.PI * (284 + day)) / 365);
  const turn = 15 * rad * (clock + 0.5 - 12);
  return (
    Math.sin(latitudeDeg * rad) * Math.sin(declination) +
    Math.cos(latitudeDeg * rad) * Math.cos(declination) * Math.cos(turn)
  );
}

/** Sun on level ground under a clear sky, W/m²: 1098 sin h e^(−0.057/sin h). Source: Haurwitz. */
function clearSky(latitudeDeg: number, day: number, clock: number): number {
  const sine = sunHeightSine(latitudeDeg, day, clock);
  return sine <= 0.01 ? 0 : 1098 * sine * Math.exp(-0.057 / sine);
}

/** Between 0 and 1, rounded off at both. */
const smoothStep = (x: number): number => {
  const t = Math.min(1, Math.max(0, (x - 0.25) / 0.5));
  return t * t * (3 - 2 * t);
};

/** A run of chance that changes slowly, 0…1: values by the whole numbers, a smooth curve between. */
function noise(seed: number, at: number): number {
  const low = Math.floor(at);
  const t = at - low;
  const [a, b] = [hashed(seed, low), hashed(seed, low + 1)];
  return a + (b - a) * t * t * (3 - 2 * t);
}

/** An evenly spread number from two whole ones. */
function hashed(seed: number, index: number): number {
  let h = Math.imul(seed ^ 0x9e3779b9, 0x85ebca6b) ^ Math.imul(index | 0, 0xc2b2ae35);
  h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d);
  h = Math.imul(h ^ (h >>> 12), 0x297a2d39);
  return ((h ^ (h >>> 15)) >>> 0) / 2 ** 32;
}
