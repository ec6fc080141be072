import { CoreError, requireNumber } from '../errors.js';
import type { SystemCard } from '../resin/systems.js';

export interface BatchesInput {
  card: SystemCard;
  /** Resin mix each ply takes, in laying order, g. */
  pliesG: readonly number[];
  /** Primer and waste, shared over the pots in proportion, g. */
  extraG: number;
  /** What this shop lays, g a minute; 6 when left out. */
  layingRateGPerMin?: number;
  tempC?: number;
  /** Largest pot, where that is known better than by the card, g. */
  limitG?: number;
}

export interface Batch {
  /** A, B, C … */
  label: string;
  massG: number;
  /** Laying-order numbers of the plies wetted from this pot (a ply too big for one pot appears in several). */
  plies: number[];
}

export interface BatchesResult {
  /** Largest sensible pot: what can be laid in the working time, or what the pot can hold without running away. */
  limitG: number;
  limitedBy: 'working-time' | 'pot';
  workingTimeMin: number;
  batches: Batch[];
}

export const DEFAULT_LAYING_RATE = 6;
/** Share of the pot life that is good for laying; the rest is gone in stirring and thickening. */
export const WORKING_SHARE = 0.75;
const CARD_TEMP_C = 22;
/** More pots than this is a slip of the keyboard, not a lay-up. */
const MAX_POTS = 500;

/** Working time of a pot: three quarters of the card's gel time, halving for each 10 °C above the card's 22 °C. */
export function workingTimeMin(card: SystemCard, tempC = CARD_TEMP_C): number {
  return card.potLifeMin * WORKING_SHARE * 2 ** ((CARD_TEMP_C - tempC) / 10);
}

/**
 * Splits the resin of a lay-up into pots: each as large as the working time and the pot allow, plies kept whole where they fit,
 * then evened out so that no pot is a dribble.
 * @throws CoreError `too-many-pots` at what makes them so many, with the most it could be
 */
export function batches(input: BatchesInput): BatchesResult {
  const rate = requireNumber(input.layingRateGPerMin ?? DEFAULT_LAYING_RATE, 'layingRateGPerMin', {
    min: 0.1,
    max: 1000,
  });
  const tempC = requireNumber(input.tempC ?? CARD_TEMP_C, 'tempC', { min: -10, max: 60 });
  const extraG = requireNumber(input.extraG, 'extraG', { min: 0, max: 1e6 });
  const working = workingTimeMin(input.card, tempC);
  const limitG =
    input.limitG === undefined
      ? Math.min(working * rate, input.card.maxPotG)
      : requireNumber(input.limitG, 'limitG', { min: 1, max: 100_000 });
  const limitedBy = working * rate <= input.card.maxPotG ? 'working-time' : 'pot';
  const pliesG = input.pliesG.map((g, i) => requireNumber(g, `pliesG.${i}`, { min: 0, max: 1e6 }));
  const sum = pliesG.reduce((total, g) => total + g, 0);
  if (sum + extraG > MAX_POTS * limitG) throw tooManyPots(input, { sum, extraG, limitG, rate, working });
  return { limitG, limitedBy, workingTimeMin: working, batches: fill(loadsOf(pliesG, sum, extraG), limitG) };
}

/** Blames what makes the pots so many: a rate or a limit that makes them too small, else what there is most of. */
function tooManyPots(
  { card, limitG: given }: BatchesInput,
  {
    sum,
    extraG,
    limitG,
    rate,
    working,
  }: { sum: number; extraG: number; limitG: number; rate: number; working: number },
): CoreError {
  const leastG = (sum + extraG) / MAX_POTS;
  const facts = { pots: MAX_POTS, limitG };
  if (leastG <= card.maxPotG && given !== undefined)
    return new CoreError('too-many-pots', 'limitG', { ...facts, value: given, min: leastG });
  if (leastG <= card.maxPotG)
    return new CoreError('too-many-pots', 'layingRateGPerMin', { ...facts, value: rate, min: leastG / working });
  const [field, value, other] = extraG > sum ? (['extraG', extraG, sum] as const) : (['pliesG', sum, extraG] as const);
  return new CoreError('too-many-pots', field, { ...facts, value, max: Math.max(0, MAX_POTS * limitG - other) });
}

/** Each ply with its part of the primer and the waste; where no ply takes any, they share it alike, and without plies it is a load of its own. */
function loadsOf(pliesG: readonly number[], sum: number, extraG: number): { massG: number; ply: number | null }[] {
  if (pliesG.length === 0) return extraG > 0 ? [{ massG: extraG, ply: null }] : [];
  return pliesG.map((g, i) => ({ massG: g + extraG * (sum > 0 ? g / sum : 1 / pliesG.length), ply: i + 1 }));
}

function fill(loads: ReturnType<typeof loadsOf>, limitG: number): Batch[] {
  const total = loads.reduce((sum, { massG }) => sum + massG, 0);
  if (total === 0) return [];
  let target = total / Math.max(1, Math.ceil(total / limitG - 1e-9));
  let packed = pack(loads, target);
  for (let i = 0; i < 60 && packed.length > Math.ceil(total / limitG - 1e-9) && target < limitG; i++) {
    target = Math.min(limitG, target * 1.02);
    packed = pack(loads, target);
  }
  return packed.map((batch, i) => ({ label: potLabel(i), ...batch }));
}

function pack(loads: ReturnType<typeof loadsOf>, capacity: number): Omit<Batch, 'label'>[] {
  const pots: Omit<Batch, 'label'>[] = [];
  const current = (): Omit<Batch, 'label'> => pots[pots.length - 1]!;
  loads.forEach(({ massG, ply }) => {
    const parts = Math.max(1, Math.ceil(massG / capacity - 1e-9));
    for (let part = 0; part < parts; part++) {
      const mass = massG / parts;
      if (pots.length === 0 || current().massG + mass > capacity + 1e-9) pots.push({ massG: 0, plies: [] });
      current().massG += mass;
      if (ply !== null && !current().plies.includes(ply)) current().plies.push(ply);
    }
  });
  return pots;
}

/** A … Z, then AA, AB … */
export function potLabel(index: number): string {
  const last = String.fromCharCode(65 + (index % 26));
  return index < 26 ? last : potLabel(Math.floor(index / 26) - 1) + last;
}
