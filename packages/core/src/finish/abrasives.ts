import { CoreError, type Remark, requireNumber } from '../errors.js';
import { LIMITS } from '../limits/index.js';

/** Mean grain of P grades, µm. Source: the standard's own table. */
export const GRAIN_UM: Readonly<Record<number, number>> = {
  36: 538,
  40: 425,
  60: 269,
  80: 201,
  100: 162,
  120: 125,
  150: 100,
  180: 82,
  220: 68,
  240: 58.5,
  280: 52.2,
  320: 46.2,
  360: 40.5,
  400: 35,
  500: 30.2,
  600: 25.8,
  800: 21.8,
  1000: 18.3,
  1200: 15.3,
  1500: 12.6,
  2000: 10.3,
};
const GRADES: readonly number[] = Object.keys(GRAIN_UM).map(Number);
/** Abrasive grits a shed keeps. */
export const GRITS: readonly number[] = [36, 40, 80, 120, 180, 240, 320, 400, 600, 800, 1000, 1500];
/** Wet from here on. */
export const WET_FROM_GRIT = 320;
/** No jump longer than these in grit number: the finer paper cannot take the coarser scratch out. Source: workshop practice. */
export const MAX_GRIT_JUMP = { dry: 2, wet: 1.5 } as const;
/** A scratch is about so deep a share of the grain. A workshop rule, no measurement. */
export const SCRATCH_SHARE = 0.2;
/** Gel coat that is left under this has little to weather from, mm. */
const THIN_MM = 0.2;
/** Sheets a square metre takes at each grit, where the shop has no rate of its own. Source: workshop estimate. */
export const USUAL_SHEETS_PER_M2 = 2;
/** From this length on a long board rides the neighbours on both sides; on a surface rounder than this radius no hard block follows. Source: workshop practice. */
const LONG_MM = 300;
const ROUND_MM = 1000;
/** What sands it fair. */
export type SandingTool = 'block' | 'long-board' | 'soft-pad';

export interface LadderInput {
  /** Grit it is begun with, and the one it stops at. */
  from: number;
  to: number;
  /** Grits that are there; those a shed usually keeps when left out. */
  shelf?: readonly number[];
  /** Wet from this grit on; 320 when left out. */
  wetFrom?: number;
  /** Polished after it, which takes the last scratch out. */
  polished?: boolean;
  /** Finish that is there, mm, with the high places that are levelled into it; no budget without it. */
  finishMm?: number;
  highMm?: number;
  /** Less than this left is thin, mm; 0.2 when left out, as for gel coat. */
  thinMm?: number;
  /** Area and the shop's sheets to the square metre at each grit, for the paper to have ready. */
  areaM2?: number;
  sheetsPerM2?: number;
}

export interface LadderStep {
  grit: number;
  wet: boolean;
  /** Not among what is there: to be had first. */
  missing: boolean;
  grainUm: number;
  /** Scratch it leaves, µm. */
  scratchUm: number;
  /** What it has to take off: the scratch of the one before, µm. */
  takesOffUm: number;
  sheets: number | null;
}

export interface LadderResult {
  steps: LadderStep[];
  /** All that the ladder takes off, with the polish, mm. */
  lossMm: number;
  /** Finish left, mm; null where nobody knows what there is. */
  leftMm: number | null;
  verdict: 'unknown' | 'enough' | 'thin' | 'through';
  remarks: Remark[];
}

/** Longest jump to a grit. */
const mostFor = (grit: number, wetFrom: number): number => (grit >= wetFrom ? MAX_GRIT_JUMP.wet : MAX_GRIT_JUMP.dry);
const tooFar = (from: number, to: number, wetFrom: number): boolean => to / from > mostFor(to, wetFrom) + 1e-9;

/**
 * Grits from the coarsest to where it stops, none of the shelf left out and no jump over twofold, or half as much again where it is wet; what the shelf lacks
 * for that is put in and named. With the finish that is there: what the scratches cost, each step taking off the scratch before it, and what is left.
 * @throws CoreError for a grit no paper has, a ladder from finer to coarser, or a figure outside its range
 */
export function abrasiveLadder(input: LadderInput): LadderResult {
  const { from, to, shelf = GRITS, wetFrom = WET_FROM_GRIT, polished = false } = input;
  for (const [field, grit] of [
    ['from', from],
    ['to', to],
    ...shelf.map((one, i) => [`shelf.${i}`, one] as const),
  ] as const)
    // prettier-ignore
    if (GRAIN_UM[grit] === undefined) throw new CoreError('unknown-id', field, { value: grit });
  requireNumber(wetFrom, 'wetFrom', { min: 36, max: 10_000 });
  if (to < from) throw new CoreError('inconsistent', 'to', { from, to });
  const grits = withBetween([...new Set([from, ...shelf.filter((grit) => grit > from && grit < to), to])].sort((a, b) => a - b), wetFrom); // prettier-ignore
  const there = new Set(shelf);
  const area = input.areaM2 === undefined ? null : requireNumber(input.areaM2, 'areaM2', { above: 0, max: 10_000 });
  const rate = requireNumber(input.sheetsPerM2 ?? USUAL_SHEETS_PER_M2, 'sheetsPerM2', { above: 0, max: 1000 });
  const scratch = (grit: number): number => SCRATCH_SHARE * GRAIN_UM[grit]!;
  const steps = grits.map((grit, i): LadderStep => ({
    grit,
    wet: grit >= wetFrom,
    missing: !there.has(grit),
    grainUm: GRAIN_UM[grit]!,
    scratchUm: scratch(grit),
    takesOffUm: i === 0 ? 0 : scratch(grits[i - 1]!),
    sheets: area === null ? null : Math.ceil(area * rate - 1e-9),
  }));
  const lossMm = (steps.reduce((sum, { takesOffUm }) => sum + takesOffUm, 0) + (polished ? scratch(to) : 0)) / 1000;
  const highMm = requireNumber(input.highMm ?? 0, 'highMm', LIMITS.finishMm);
  const leftMm = input.finishMm === undefined ? null : requireNumber(input.finishMm, 'finishMm', LIMITS.finishMm) - lossMm - highMm; // prettier-ignore
  const thinMm = requireNumber(input.thinMm ?? THIN_MM, 'thinMm', LIMITS.finishMm);
  const verdict = leftMm === null ? 'unknown' : leftMm < 0 ? 'through' : leftMm < thinMm ? 'thin' : 'enough';
  const missing = steps.filter((step) => step.missing).map(({ grit }) => grit);
  return {
    steps,
    lossMm,
    leftMm,
    verdict,
    remarks: [
      ...(missing.length > 0 ? [{ id: 'ladder.missing', params: { grits: missing.join(', ') } }] : []),
      ...(verdict === 'thin' ? [{ id: 'ladder.thin', params: { leftMm: leftMm! } }] : []),
      ...(verdict === 'through' ? [{ id: 'ladder.through', params: { overMm: -leftMm! } }] : []),
    ],
  };
}

/** The same with what lies between where a jump is too long: each time the coarsest paper that gets furthest and still takes the scratch out. */
function withBetween(grits: readonly number[], wetFrom: number): number[] {
  const out: number[] = [];
  for (const grit of grits) {
    for (let last = out.at(-1); last !== undefined && tooFar(last, grit, wetFrom); last = out.at(-1)) {
      const before = last;
      const next = GRADES.filter((one) => one > before && one < grit && !tooFar(before, one, wetFrom)).at(-1);
      if (next === undefined) break;
      out.push(next);
    }
    out.push(grit);
  }
  return out;
}

/**
 * What a place is sanded with: on a round the pad follows it, on a long place a board rides the neighbours, else a block longer than the place.
 * @param longestMm longest side of what is sanded, mm
 * @param radiusMm smallest radius of its surface, mm; null where it is flat or nobody said
 */
export function sandingTool(longestMm: number, radiusMm: number | null): SandingTool {
  requireNumber(longestMm, 'longestMm', { above: 0, max: 100_000 });
  if (radiusMm !== null && requireNumber(radiusMm, 'radiusMm', { above: 0 }) < ROUND_MM) return 'soft-pad';
  return longestMm >= LONG_MM ? 'long-board' : 'block';
}

/** Grits from one to another of what a shed usually keeps, no jump too long. */
export const ladder = (from: number, to: number): number[] =>
  abrasiveLadder({ from, to }).steps.map(({ grit }) => grit);
