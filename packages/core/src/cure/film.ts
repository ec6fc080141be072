import { type Remark, requireNumber } from '../errors.js';
import type { SystemCard } from '../resin/systems.js';
import { agingCardOf } from './age-law.js';
import type { CureCard } from './cards.js';
import { coldRemarks, minTempOf, neverFullRemarks } from './cold.js';
import { reachableAlpha } from './glass.js';
import { checkCatalyst, isothermalHours } from './kinetics.js';
import { windows } from './windows.js';

export interface FilmTimeInput {
  /** A system, told by its own hours and the cold law; or a cure card alone, followed as it cures. */
  system?: SystemCard;
  card?: CureCard;
  tempC: number;
  /** Of a card that a catalyst sets off. */
  catalystPercent?: number;
}

export interface FilmTimeResult {
  /** Tacky: the next coat bonds of itself; hard enough to sand; full. null where the cold never lets it. h */
  tackHours: number | null;
  sandableHours: number | null;
  fullHours: number | null;
  /** Furthest the film gets at this temperature. */
  reachableAlpha: number;
  remarks: Remark[];
}

/**
 * How long a thin film takes at one temperature to be tacky, sandable and full. So thin, it is as warm as the air.
 * @throws CoreError for a temperature outside −20…60 °C, or catalyst for what has no use for it
 */
export function filmTime({ system, card: given, tempC, catalystPercent }: FilmTimeInput): FilmTimeResult {
  requireNumber(tempC, 'tempC', { min: -20, max: 60 });
  const card = given ?? agingCardOf(system!);
  const reachable = reachableAlpha(tempC, card.kinetics.glass);
  if (system && !given) {
    const { fromHour, sandableHour, fullHour, remarks } = windows({ card: system, airTempC: tempC });
    return {
      tackHours: fromHour,
      sandableHours: sandableHour,
      fullHours: fullHour,
      reachableAlpha: reachable,
      remarks,
    };
  }
  const catalyst = checkCatalyst(card.kinetics, card.name, catalystPercent);
  const at = (alpha: number): number | null => isothermalHours(card.kinetics, alpha, tempC, catalyst);
  const fullHours = at(card.fullAlpha);
  return {
    tackHours: at(card.greenAlpha),
    sandableHours: at(card.sandableAlpha),
    fullHours,
    reachableAlpha: reachable,
    remarks: [...coldRemarks(minTempOf(card), tempC), ...(fullHours === null ? neverFullRemarks(card, tempC) : [])],
  };
}
