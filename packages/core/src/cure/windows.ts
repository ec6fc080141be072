import { CoreError, requireNumber } from '../errors.js';
import type { SystemCard } from '../resin/systems.js';
import { type HourlyTemp, checkAir, hourOfAge } from './air.js';
import { CARD_TEMP_C } from './kinetics.js';

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
  fullHour: number | null;
  state: 'wet' | 'open' | 'past' | null;
  /** What to do now. */
  advice: 'windows.wait' | 'windows.lay' | 'windows.abrade' | null;
}

/**
 * Windows of a laid ply over a forecast: the hours at which its equivalent age at 22 °C is what the card gives there.
 * @throws CoreError for a bad list, or asking before it was laid
 */
export function windows(input: WindowsInput): WindowsResult {
  checkAir(input.airTempC, 'airTempC');
  const laid = requireNumber(input.laidHour ?? 0, 'laidHour', { min: -1e5, max: 1e5 });
  const { recoatFromHours, recoatUntilHours, sandableHours, fullCureHours } = input.card;
  const at = (age: number): number | null => hourOfAge(input.airTempC, laid, age, CARD_TEMP_C);
  const [fromHour, untilHour] = [at(recoatFromHours), at(recoatUntilHours)];
  const times = { fromHour, untilHour, sandableHour: at(sandableHours), fullHour: at(fullCureHours) };
  if (input.nowHour === undefined) return { ...times, state: null, advice: null };
  const now = requireNumber(input.nowHour, 'nowHour', { min: -1e5, max: 1e5 });
  if (now < laid) throw new CoreError('out-of-range', 'nowHour', { value: now, min: laid });
  const state = fromHour === null || now < fromHour ? 'wet' : untilHour === null || now <= untilHour ? 'open' : 'past';
  return { ...times, state, advice: state === 'wet' ? 'windows.wait' : state === 'open' ? 'windows.lay' : 'windows.abrade' };
}
