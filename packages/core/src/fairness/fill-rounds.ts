import { windows } from '../cure/index.js';
import { requireNumber } from '../errors.js';
import { GEL_COAT } from '../resin/gel-coat.js';
import type { SystemCard } from '../resin/systems.js';
import { type FINISH_FILLS, fillDensity, fillShares, withSpare } from '../spots/index.js';

export interface FillRoundsInput {
  volumeMl: number;
  deepestMm: number;
  medium: keyof typeof FINISH_FILLS;
  tempC: number;
  /** g/ml: gel coat 1.2, light epoxy paste 0.7 when left out; of polyester filler it has to be given. */
  densityGPerMl?: number;
  /** Of what the paste is mixed from, for when each may be sanded; of gel coat its own. */
  card?: SystemCard;
}

export interface FillRoundsResult {
  rounds: { number: number; ml: number; massG: number; depthMm: number; sandableAfterHours: number | null }[];
  totalG: number;
  /** Dip left when the last has shrunk, mm. */
  dipMm: number;
}

/**
 * Rounds of filler for a low place: how many by the thickest a fill may be and by what it shrinks, each with millilitres, grams and the hours until it sands.
 * @throws CoreError for a figure outside its range, or a polyester filler without its density
 */
export function fillRounds(input: FillRoundsInput): FillRoundsResult {
  const volumeMl = requireNumber(input.volumeMl, 'volumeMl', { above: 0, max: 100_000 });
  const deepestMm = requireNumber(input.deepestMm, 'deepestMm', { above: 0, max: 200 });
  const tempC = requireNumber(input.tempC, 'tempC', { min: -10, max: 60 });
  const density = fillDensity(input.medium, input.densityGPerMl);
  const { shares, dipMm } = fillShares(deepestMm, input.medium);
  const card = input.medium === 'gelcoat' ? GEL_COAT : input.card;
  const sandable = card ? windows({ card, airTempC: tempC }).sandableHour : null;
  const rounds = shares.map((share, i) => {
    const ml = share * volumeMl;
    const massG = withSpare(ml * density);
    return { number: i + 1, ml, massG, depthMm: share * deepestMm, sandableAfterHours: sandable };
  });
  return { rounds, totalG: rounds.reduce((sum, { massG }) => sum + massG, 0), dipMm };
}
