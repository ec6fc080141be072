import { requireNumber } from '../errors.js';
import { cureOn } from './kinetics.js';
import { type Pot, type PotInput, type PotState, minuteOf, potCourse, potOf } from './pot.js';

/** The pot's own temperature, as it was read so long after it was mixed. */
export interface PotReading {
  min: number;
  tempC: number;
}

export interface UnderWayInput extends Omit<PotInput, 'hours' | 'tooHotC'> {
  readings?: readonly PotReading[];
  /** Minutes since it was mixed. */
  nowMin: number;
  /** Minutes the next ply takes to lay, for its last start. */
  layMin?: number;
}

export interface UnderWayResult {
  /** As it is now. */
  alpha: number;
  tempC: number;
  /** Gel, minutes after it was mixed; null where it does not within a day. */
  gelMin: number | null;
  /** Minutes until it gels, 0 when it has; null where it does not. */
  leftMin: number | null;
  gelled: boolean;
  /** Latest start of the next ply, minutes after the pot was mixed; null where nothing is said of laying, or it does not gel. */
  lastStartMin: number | null;
}

/** What is left between the end of a ply and the gel, min. Source: workshop practice. */
const SPARE_MIN = 2;
const FOLLOWED_MIN = 24 * 60;
/** The temperature between two readings is walked in pieces so long, min. */
const PIECE_MIN = 0.5;

/**
 * A pot under way: by the pot equation from its own mass, container, start temperature and catalyst. Each reading of its temperature sets that, and the
 * degree of cure catches up: it is worked out anew along the course since the last reading, moved by what the reading was off, evenly growing.
 * @throws CoreError as `potExotherm` does, and for minutes outside 0…1440
 */
export function potUnderWay(input: UnderWayInput): UnderWayResult {
  const { pot, start } = potOf(input);
  const nowMin = requireNumber(input.nowMin, 'nowMin', { min: 0, max: FOLLOWED_MIN });
  const readings = (input.readings ?? [])
    .map(({ min, tempC }, i) => ({
      min: requireNumber(min, `readings.${i}.min`, { min: 0, max: FOLLOWED_MIN }),
      tempC: requireNumber(tempC, `readings.${i}.tempC`, { min: -20, max: 300 }),
    }))
    .filter(({ min }) => min <= nowMin)
    .sort((a, b) => a.min - b.min);
  let state = start;
  let course: PotState[] = [start];
  for (const reading of readings) {
    const caught = caughtUp(pot, state, reading);
    course = [...course, ...caught];
    state = caught.at(-1) ?? { ...state, tempC: reading.tempC };
  }
  const gone = ({ min, alpha }: PotState): boolean => min >= nowMin && alpha >= pot.card.gelAlpha;
  course = [...course, ...potCourse(pot, state, FOLLOWED_MIN, gone).slice(1)];
  const gelMin = minuteOf(course, pot.card.gelAlpha);
  const now = at(course, nowMin);
  const layMin =
    input.layMin === undefined ? null : requireNumber(input.layMin, 'layMin', { min: 0, max: FOLLOWED_MIN });
  return {
    alpha: now.alpha,
    tempC: now.tempC,
    gelMin,
    leftMin: gelMin === null ? null : Math.max(0, gelMin - nowMin),
    gelled: gelMin !== null && gelMin <= nowMin,
    lastStartMin: gelMin === null || layMin === null ? null : lastStart(gelMin, layMin),
  };
}

/** Latest minute at which a ply that takes so long may be begun with a pot that gels then: two minutes are kept. */
export const lastStart = (gelMin: number, layMin: number): number => gelMin - layMin - SPARE_MIN;

/** From a state to a reading: the course moved to meet it, and the cure along that. Nothing where the reading is of the same moment. */
function caughtUp(pot: Pot, from: PotState, reading: PotReading): PotState[] {
  const span = reading.min - from.min;
  if (span <= 0) return [];
  const free = potCourse(pot, from, reading.min);
  const off = reading.tempC - free.at(-1)!.tempC;
  const pieces = Math.max(1, Math.ceil(span / PIECE_MIN));
  const moved = (min: number): number => at(free, min).tempC + (off * (min - from.min)) / span;
  let { alpha, used } = from;
  return Array.from({ length: pieces }, (_, i): PotState => {
    const [began, ends] = [from.min + (span * i) / pieces, from.min + (span * (i + 1)) / pieces];
    ({ alpha, used } = cureOn(
      pot.card.kinetics,
      { alpha, used },
      moved((began + ends) / 2),
      60 * (ends - began),
      pot.catalystPercent,
    ));
    return { min: ends, tempC: i === pieces - 1 ? reading.tempC : moved(ends), alpha, used };
  });
}

/** A course at one minute, between its points. */
function at(course: readonly PotState[], min: number): PotState {
  const i = course.findIndex((point) => point.min >= min);
  const [before, after] = [course[i - 1], course[i] ?? course.at(-1)!];
  if (!before || after.min === before.min) return after;
  const share = (min - before.min) / (after.min - before.min);
  const between = (a: number, b: number): number => a + share * (b - a);
  return {
    min,
    tempC: between(before.tempC, after.tempC),
    alpha: between(before.alpha, after.alpha),
    used: between(before.used, after.used),
  };
}
