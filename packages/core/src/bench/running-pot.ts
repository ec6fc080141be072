import { type UnderWayResult, knownCure, lastStart, potUnderWay } from '../cure/index.js';
import type { Container, PotReading } from '../cure/index.js';
import { attempt } from '../errors.js';
import type { SystemCard } from '../resin/index.js';

/** A pot as it was poured. */
export interface PouredPot {
  card: SystemCard;
  resinG: number;
  secondG: number;
  container?: Container['id'];
  tempC: number;
  readings: readonly PotReading[];
}

/** Minutes from the pour at which it gels, and how warm it is now; null where nobody knows how this resin cures. */
export function runningPot(
  { card, resinG, secondG, container, tempC, readings }: PouredPot,
  nowMin: number,
): UnderWayResult | null {
  const cure = knownCure(card);
  if (!cure) return null;
  // Catalyst in the workshop's per cent: millilitres to 100 g of resin.
  const percent = card.kind === 'catalysed' ? (100 * secondG) / card.catalystDensityGPerMl / resinG : undefined;
  return attempt(() =>
    potUnderWay({
      card: cure,
      massG: resinG + (card.kind === 'two-part' ? secondG : 0),
      airTempC: tempC,
      readings,
      nowMin: Math.min(nowMin, 24 * 60),
      ...(container ? { container } : {}),
      ...(percent === undefined || !cure.kinetics.inhibitor ? {} : { catalystPercent: percent }),
    }),
  ).result;
}

/**
 * How fast plies of a pot really go down: resin of those laid over the minutes from the pour to the last; the planned rate until two are down.
 * @returns g a minute
 */
export function ownRate(laid: readonly { resinG: number; min: number }[], plannedGPerMin: number): number {
  const minutes = laid.at(-1)?.min ?? 0;
  if (laid.length < 2 || minutes <= 0) return plannedGPerMin;
  return laid.reduce((sum, { resinG }) => sum + resinG, 0) / minutes;
}

/** Latest start of a ply, minutes after the pour; null where it does not gel, or nobody knows how fast it is laid. */
export const lastStartOf = (gelMin: number | null, resinG: number, gPerMin: number): number | null =>
  gelMin === null || gPerMin <= 0 ? null : lastStart(gelMin, resinG / gPerMin);
