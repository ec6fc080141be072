import { LIMITS } from '../limits/index.js';
import { requireNumber } from '../errors.js';

export interface WholeMeasuresInput {
  /** One line of a cup or one stroke of a pump, of each part, ml. */
  resinUnitMl: number;
  secondUnitMl: number;
  /** Second part to one of resin, by volume. */
  ratioByVolume: number;
  /** Resin wanted at the least, ml. */
  resinMl: number;
  /** Allowed error of the ratio, per cent. */
  tolerancePercent: number;
}

export interface WholeMeasures {
  /** Lines or strokes of each part. */
  resin: number;
  second: number;
  resinMl: number;
  secondMl: number;
  /** What rounding leaves of error in the ratio, per cent; positive: too much of the second part. */
  errorPercent: number;
}

/** Rounding may use up so much of the tolerance: the rest is for the hand and the eye. */
const SHARE_OF_TOLERANCE = 1 / 3;
/** A batch is made no more than so many times as large for the sake of whole lines, or so many lines larger where it is small. */
const [MOST_TIMES, MOST_MORE] = [1.5, 12];

/**
 * Whole lines or strokes of both parts together: the smallest batch, no less than is wanted, whose rounding takes at most a third of the tolerance;
 * where none up to half as much again (or a dozen lines more) does, the one with the least error. Each part rounded for itself would spoil the ratio:
 * 10 and 16 ml for 9.6 and 15.6 on one cup is six to ten, not five and a half.
 * @throws CoreError for units, ratios or volumes nothing has
 */
export function wholeMeasures(input: WholeMeasuresInput): WholeMeasures {
  const resinUnit = requireNumber(input.resinUnitMl, 'resinUnitMl', LIMITS.toolStep);
  const secondUnit = requireNumber(input.secondUnitMl, 'secondUnitMl', LIMITS.toolStep);
  const ratio = requireNumber(input.ratioByVolume, 'ratioByVolume', { min: 1e-4, max: 100 });
  const wantedMl = requireNumber(input.resinMl, 'resinMl', { above: 0, max: 200_000 });
  const tolerance = requireNumber(input.tolerancePercent, 'tolerancePercent', { above: 0, max: 50 });
  const least = Math.max(1, Math.ceil(wantedMl / resinUnit - 1e-9));
  const most = Math.max(Math.ceil(least * MOST_TIMES), least + MOST_MORE);
  let best: WholeMeasures | null = null;
  for (let resin = least; resin <= most; resin++) {
    const resinMl = resin * resinUnit;
    const second = Math.max(1, Math.round((resinMl * ratio) / secondUnit));
    const secondMl = second * secondUnit;
    const errorPercent = 100 * (secondMl / resinMl / ratio - 1);
    if (!best || Math.abs(errorPercent) < Math.abs(best.errorPercent) - 1e-9)
      best = { resin, second, resinMl, secondMl, errorPercent };
    if (Math.abs(errorPercent) <= tolerance * SHARE_OF_TOLERANCE + 1e-9) break;
  }
  return best!;
}
