import { type Remark, requireNumber } from '../errors.js';
import { type CureCard, type Container, coldRemarks, potExotherm } from '../cure/index.js';
import type { SystemCard } from '../resin/systems.js';
import { type Batch, DEFAULT_LAYING_RATE, WORKING_SHARE, batches } from './batches.js';

export interface PotLimitInput {
  card: SystemCard;
  cure: CureCard;
  layingRateGPerMin?: number;
  tempC: number;
  container?: Container['id'];
  catalystPercent?: number;
}

export interface PotLimit {
  limitG: number;
  limitedBy: 'working-time' | 'pot';
  /** A pot so large stays workable so long, min. */
  workMin: number;
  /** Even a small pot gels before it is laid out. */
  gelsTooSoon: boolean;
}

export interface BatchPlanInput extends PotLimitInput {
  /** Resin mix of every ply in laying order, and primer and waste over all, g. */
  pliesG: readonly number[];
  extraG: number;
}

export interface PlannedBatch extends Batch {
  /** From the first pot mixed to this one being wanted, min. */
  dueMin: number;
  /** Laying it out takes so long, and it stays workable so long, min. */
  layMin: number;
  workMin: number;
  /** What it would get to, left standing. */
  peakTempC: number;
}

export interface BatchPlanResult {
  limitG: number;
  limitedBy: 'working-time' | 'pot';
  batches: PlannedBatch[];
  totalMin: number;
  remarks: Remark[];
}

/** Stirring two minutes, scraping, changing the cup, min a pot. */
export const MIXING_MIN = 4;
const LEAST_G = 10;
/** A pot is followed for so long. */
const FOLLOWED_HOURS = 12;
const HALVINGS = 18;

const pot = (
  { cure, tempC, container, catalystPercent }: PotLimitInput,
  massG: number,
): ReturnType<typeof potExotherm> =>
  potExotherm({
    card: cure,
    massG,
    airTempC: tempC,
    hours: FOLLOWED_HOURS,
    ...(container ? { container } : {}),
    ...(catalystPercent === undefined ? {} : { catalystPercent }),
  });
const workOf = ({ gelMin }: ReturnType<typeof potExotherm>): number => (gelMin ?? FOLLOWED_HOURS * 60) * WORKING_SHARE;

/**
 * The largest sensible pot by how it really warms: one that is laid out within three quarters of its own gel time in what it is mixed in, a
 * large pot gelling sooner than a small one; and never more than the card lets stand.
 * @throws CoreError as `potExotherm` does
 */
export function potLimit(input: PotLimitInput): PotLimit {
  const rate = requireNumber(input.layingRateGPerMin ?? DEFAULT_LAYING_RATE, 'layingRateGPerMin', {
    min: 0.1,
    max: 1000,
  });
  const tempC = requireNumber(input.tempC, 'tempC', { min: -10, max: 60 });
  const workFor = (massG: number): number => workOf(pot({ ...input, tempC }, massG));
  const laidInTime = (massG: number): boolean => massG / rate + MIXING_MIN <= workFor(massG);
  const byPot = input.card.maxPotG;
  const limitedBy = laidInTime(byPot) ? 'pot' : 'working-time';
  const limitG = limitedBy === 'pot' ? byPot : largest(laidInTime, Math.min(LEAST_G, byPot), byPot);
  return { limitG, limitedBy, workMin: workFor(limitG), gelsTooSoon: !laidInTime(Math.min(LEAST_G, byPot)) };
}

/**
 * Pots of a lay-up by how they really warm, none larger than `potLimit`, each with the minute it falls due.
 * @throws CoreError as `batches` and `potExotherm` do
 */
export function batchPlan(input: BatchPlanInput): BatchPlanResult {
  const { limitG, limitedBy, workMin, gelsTooSoon } = potLimit(input);
  const rate = input.layingRateGPerMin ?? DEFAULT_LAYING_RATE;
  const split = batches({
    card: input.card,
    pliesG: input.pliesG,
    extraG: input.extraG,
    layingRateGPerMin: rate,
    tempC: input.tempC,
    limitG,
  });
  let dueMin = 0;
  const planned = split.batches.map((batch): PlannedBatch => {
    const found = pot(input, Math.max(1, batch.massG));
    const made = { ...batch, dueMin, layMin: batch.massG / rate, workMin: workOf(found), peakTempC: found.peakTempC };
    dueMin += made.layMin + MIXING_MIN;
    return made;
  });
  return {
    limitG,
    limitedBy,
    batches: planned,
    totalMin: dueMin,
    remarks: [
      ...coldRemarks(input.card.minTempC, input.tempC),
      ...(gelsTooSoon ? [{ id: 'batches.gels-too-soon', params: { workMin } }] : []),
    ],
  };
}

/** Largest mass that will do, between one that will and one that will not. */
function largest(will: (massG: number) => boolean, low: number, high: number): number {
  for (let i = 0; i < HALVINGS; i++) {
    const half = (low + high) / 2;
    if (will(half)) low = half;
    else high = half;
  }
  return low;
}
