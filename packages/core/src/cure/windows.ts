import { CoreError, type Remark, requireNumber } from '../errors.js';
import type { SystemCard } from '../resin/systems.js';
import { type CureStage, ageLawOf, agingCardOf } from './age-law.js';
import { checkAir, hourOfAge } from './air.js';
import type { HourlyTemp } from './hourly.js';
import { coldRemarks, neverFullRemarks, warmestOf } from './cold.js';

export interface WindowsInput {
  card: SystemCard;
  airTempC: number | readonly HourlyTemp[];
  /** When the last ply or coat went on, hours on the list; 0 when left out. */
  laidHour?: number;
  /** When somebody asks; left out: only the window. */
  nowHour?: number;
}

export interface WindowsResult {
  /** The next ply or coat bonds of itself between these hours; null where the temperature listed never gets there. */
  fromHour: number | null;
  untilHour: number | null;
  sandableHour: number | null;
  /** null also where it is too cold ever to be full: a remark says what warmth it wants. */
  fullHour: number | null;
  state: 'wet' | 'open' | 'past' | null;
  /** What to do now. */
  advice: 'windows.wait' | 'windows.lay' | 'windows.abrade' | null;
  remarks: Remark[];
}

/**
 * Windows of a laid ply over a forecast: the hours at which it has come as far as the card says it does at 22 °C, by the cold law of the card's own cure.
 * Below what the system may be used at, and where the cold stops it before it is full, the result says so.
 * @throws CoreError for a bad list, or asking before it was laid
 */
export function windows(input: WindowsInput): WindowsResult {
  checkAir(input.airTempC, 'airTempC');
  const laid = requireNumber(input.laidHour ?? 0, 'laidHour', { min: -1e5, max: 1e5 });
  const { card, airTempC } = input;
  const at = (stage: CureStage, age: number): number | null => hourOfAge(airTempC, laid, age, ageLawOf(card, stage));
  const [fromHour, untilHour, sandableHour, fullHour] = [
    at('green', card.recoatFromHours),
    at('green', card.recoatUntilHours),
    at('sandable', card.sandableHours),
    at('full', card.fullCureHours),
  ];
  const since =
    typeof airTempC === 'number'
      ? airTempC
      : airTempC.filter(({ hour }, i) => hour >= laid || i === airTempC.length - 1 || airTempC[i + 1]!.hour > laid);
  const remarks = [
    ...coldRemarks(card.minTempC, since),
    ...(fullHour === null ? neverFullRemarks(agingCardOf(card), warmestOf(since), card.fullCureHours) : []),
  ];
  const times = { fromHour, untilHour, sandableHour, fullHour, remarks };
  if (input.nowHour === undefined) return { ...times, state: null, advice: null };
  const now = requireNumber(input.nowHour, 'nowHour', { min: -1e5, max: 1e5 });
  if (now < laid) throw new CoreError('out-of-range', 'nowHour', { value: now, min: laid });
  const state = fromHour === null || now < fromHour ? 'wet' : untilHour === null || now <= untilHour ? 'open' : 'past';
  return {
    ...times,
    state,
    advice: state === 'wet' ? 'windows.wait' : state === 'open' ? 'windows.lay' : 'windows.abrade',
  };
}
