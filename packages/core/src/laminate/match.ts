import { type LaminateResult, laminate } from './laminate.js';
import type { LaminateInput } from './sheets.js';

export type MatchBand = 'soft' | 'match' | 'note' | 'hard';
export type MatchDirection = 'a11' | 'a22' | 'a66' | 'd11' | 'd22' | 'd66';

export interface MatchRatio {
  direction: MatchDirection;
  parent: number;
  patch: number;
  ratio: number;
  band: MatchBand;
}

export interface MatchResult {
  ratios: MatchRatio[];
  /** Patch weight over parent weight; no band, weight alone is no fault. null for a parent given by its stiffness, without a weight. */
  weightRatio: number | null;
  thicknessRatio: number;
  /** The worst band found: a hard spot outranks a soft one only by its distance from the band. */
  worst: MatchBand;
}

/** Limits of patch over parent: under `soft` a soft spot, up to `match` a match, over `hard` a hard spot, between them a note. */
export const MATCH_LIMITS = { soft: 0.9, match: 1.15, hard: 1.25 } as const;

export function matchBand(ratio: number): MatchBand {
  if (ratio < MATCH_LIMITS.soft) return 'soft';
  if (ratio <= MATCH_LIMITS.match) return 'match';
  return ratio > MATCH_LIMITS.hard ? 'hard' : 'note';
}

/**
 * Stiffness of a patch against its parent: the ratio patch/parent of A11, A22, A66 (N/mm), D11, D22, D66 (N·mm) and weight,
 * each with its band. A and D are those about each laminate's own mid-plane.
 * @throws CoreError as `laminate`, with fields under `parent` or `patch`
 */
export function match(input: { parent: LaminateInput; patch: LaminateInput }): MatchResult {
  return compare(laminate(input.parent, 'parent.'), laminate(input.patch, 'patch.'));
}

export function compare(parent: LaminateResult, patch: LaminateResult): MatchResult {
  const entries: [MatchDirection, number, number][] = (['a', 'd'] as const).flatMap((kind) => {
    const [p, q] = kind === 'a' ? [parent.aNPerMm, patch.aNPerMm] : [parent.dNMm, patch.dNMm];
    return ([0, 1, 2] as const).map((i): [MatchDirection, number, number] => [
      `${kind}${DIGITS[i]}` as MatchDirection,
      p[i][i],
      q[i][i],
    ]);
  });
  const ratios = entries.map(([direction, a, b]) => ({
    direction,
    parent: a,
    patch: b,
    ratio: b / a,
    band: matchBand(b / a),
  }));
  return {
    ratios,
    weightRatio: parent.massGsm > 0 ? patch.massGsm / parent.massGsm : null,
    thicknessRatio: patch.thicknessMm / parent.thicknessMm,
    worst: worstBand(ratios),
  };
}

const DIGITS = ['11', '22', '66'] as const;

function worstBand(ratios: readonly MatchRatio[]): MatchBand {
  const outside = (r: number): number => (r < 1 ? MATCH_LIMITS.soft / r : r / MATCH_LIMITS.match);
  return ratios.reduce((worst, next) => (outside(next.ratio) > outside(worst.ratio) ? next : worst)).band;
}
