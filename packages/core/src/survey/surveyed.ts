import { attempt } from '../errors.js';
import { type HalfWay, type TapReading, halfWay } from './extent.js';
import { type Reading, tapsOf } from './readings.js';

export interface Surveyed {
  taps: readonly TapReading[];
  /** Null while the taps are too few, or in one line, to tell of an area. */
  hidden: HalfWay | null;
}

/** The readings change seldom, the outline with every frame of a drag. */
const KNOWN = new WeakMap<readonly Reading[], Surveyed>();

/** The taps among the readings and the half-way line they give, worked out once for a list of readings. */
export function surveyed(readings: readonly Reading[]): Surveyed {
  const known = KNOWN.get(readings);
  if (known) return known;
  const taps = tapsOf(readings);
  const found = { taps, hidden: attempt(() => halfWay(taps)).result };
  KNOWN.set(readings, found);
  return found;
}
