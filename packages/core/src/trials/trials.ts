import { LIMITS } from '../limits/index.js';
import { CoreError, requireNumber } from '../errors.js';
import { mean, studentQuantile, studentTwoTailed, variance } from '../statistics/index.js';

/** Where a bond trial broke, per cent of its area; the rest is counted as mixed. */
export interface FailureAreas {
  oldLaminatePercent: number;
  newLaminatePercent: number;
  bondLinePercent: number;
}

export interface TrialGroup {
  /** What the coupons share: preparation, resin, fabric. */
  name: string;
  /** Force, strength or rank of each coupon, all groups in one unit. */
  values: readonly number[];
  failures?: readonly FailureAreas[];
}

export interface TrialsInput {
  groups: readonly TrialGroup[];
  /** Certainty wanted before two groups count as different; 0.95 when left out. */
  confidence?: number;
}

export interface GroupSummary {
  name: string;
  count: number;
  mean: number;
  /** Sample standard deviation; null for a single coupon. */
  spread: number | null;
  lowest: number;
  highest: number;
  /** Band the group's mean lies in at the wanted confidence; null for a single coupon. */
  meanBand: [number, number] | null;
  /** Mean share of the broken area, per cent; null without records of it. */
  failures: (FailureAreas & { mixedPercent: number }) | null;
}

export interface PairTest {
  a: string;
  b: string;
  /** Mean of a less mean of b. */
  difference: number;
  t: number | null;
  df: number | null;
  /** Chance of a difference this large between groups that are alike. */
  p: number | null;
  verdict: 'different' | 'not-shown' | 'too-few';
}

export interface TrialsResult {
  groups: GroupSummary[];
  pairs: PairTest[];
}

/** Fewer coupons than this in a group tell nothing about its spread. */
export const FEWEST_COUPONS = 3;
const MOST_GROUPS = 20;

/**
 * Groups of bond trials compared two by two: t = (m₁ − m₂)/√(s₁²/n₁ + s₂²/n₂) with the degrees of freedom of Welch and Satterthwaite.
 * @throws CoreError for no groups, an empty group, values that are no numbers, or failure areas over 100 %
 */
export function trials(input: TrialsInput): TrialsResult {
  const confidence = requireNumber(input.confidence ?? 0.95, 'confidence', { min: 0.5, max: 0.9999 });
  if (!Array.isArray(input.groups) || input.groups.length === 0) throw new CoreError('empty', 'groups');
  if (input.groups.length > MOST_GROUPS) throw new CoreError('too-many', 'groups', { max: MOST_GROUPS });
  const groups = input.groups.map((group, i) => checkGroup(group, `groups.${i}`));
  return {
    groups: groups.map((group) => summary(group, confidence)),
    pairs: groups.flatMap((a, i) => groups.slice(i + 1).map((b) => welch(a, b, confidence))),
  };
}

function checkGroup(group: TrialGroup, field: string): TrialGroup {
  if (!Array.isArray(group.values) || group.values.length === 0) throw new CoreError('empty', `${field}.values`);
  if (group.values.length > 1000) throw new CoreError('too-many', `${field}.values`, { max: 1000 });
  group.values.forEach((value, i) => requireNumber(value, `${field}.values.${i}`, LIMITS.trialValue));
  group.failures?.forEach((areas, i) => {
    const parts = (['oldLaminatePercent', 'newLaminatePercent', 'bondLinePercent'] as const).map((part) =>
      requireNumber(areas[part], `${field}.failures.${i}.${part}`, LIMITS.sharePercent),
    );
    if (parts.reduce((sum, part) => sum + part, 0) > 100 + 1e-9)
      throw new CoreError('inconsistent', `${field}.failures.${i}`, { why: 'over-hundred' });
  });
  return group;
}

function summary({ name, values, failures }: TrialGroup, confidence: number): GroupSummary {
  const middle = mean(values);
  const spread = values.length > 1 ? Math.sqrt(variance(values)) : null;
  const reach =
    spread === null ? null : (studentQuantile(1 - confidence, values.length - 1) * spread) / Math.sqrt(values.length);
  return {
    name,
    count: values.length,
    mean: middle,
    spread,
    lowest: Math.min(...values),
    highest: Math.max(...values),
    meanBand: reach === null ? null : [middle - reach, middle + reach],
    failures: failures && failures.length > 0 ? meanFailures(failures) : null,
  };
}

function meanFailures(failures: readonly FailureAreas[]): FailureAreas & { mixedPercent: number } {
  const share = (part: keyof FailureAreas): number => mean(failures.map((areas) => areas[part]));
  const [oldLaminatePercent, newLaminatePercent, bondLinePercent] = [
    share('oldLaminatePercent'),
    share('newLaminatePercent'),
    share('bondLinePercent'),
  ];
  return {
    oldLaminatePercent,
    newLaminatePercent,
    bondLinePercent,
    mixedPercent: Math.max(0, 100 - oldLaminatePercent - newLaminatePercent - bondLinePercent),
  };
}

function welch(a: TrialGroup, b: TrialGroup, confidence: number): PairTest {
  const difference = mean(a.values) - mean(b.values);
  const none = { a: a.name, b: b.name, difference, t: null, df: null, p: null };
  if (Math.min(a.values.length, b.values.length) < FEWEST_COUPONS) return { ...none, verdict: 'too-few' };
  const [va, vb] = [variance(a.values) / a.values.length, variance(b.values) / b.values.length];
  // Groups without any spread cannot be tested: the reading is coarser than the coupons differ.
  if (va + vb === 0) return { ...none, verdict: difference === 0 ? 'not-shown' : 'too-few' };
  const t = difference / Math.sqrt(va + vb);
  const df = (va + vb) ** 2 / (va ** 2 / (a.values.length - 1) + vb ** 2 / (b.values.length - 1));
  const p = studentTwoTailed(t, df);
  return { ...none, t, df, p, verdict: p < 1 - confidence ? 'different' : 'not-shown' };
}

/** A coupon by what is compared, and by all else it was made with. */
export interface BlockedCoupon {
  /** What is compared: its preparation. */
  level: string;
  /** All else about it: resin and fabric. Coupons are compared only with those of the same. */
  block: string;
  value: number;
  failure?: FailureAreas;
}

export interface BlockedPair extends Omit<PairTest, 'verdict'> {
  verdict: PairTest['verdict'] | 'never-together';
  /** In how many blocks both are found. */
  blocks: number;
}

/**
 * Coupons of two factors compared within the second: of each block that holds both levels the difference of the means, weighed by n₁n₂/(n₁+n₂),
 * against the spread within the cells, s/√Σw with Σ(n − 1) degrees of freedom. So a strong resin does not pass for a good preparation. Where all
 * coupons are of one block it is the test of `trials`.
 * @throws CoreError for no coupons, more than 20 levels, values that are no numbers, or failure areas over 100 %
 */
export function trialsWithin({
  coupons,
  confidence: wanted,
}: {
  coupons: readonly BlockedCoupon[];
  confidence?: number;
}): { groups: GroupSummary[]; pairs: BlockedPair[] } {
  if (!Array.isArray(coupons) || coupons.length === 0) throw new CoreError('empty', 'coupons');
  const levels = [...new Set(coupons.map(({ level }) => level))];
  const of = (level: string): BlockedCoupon[] => coupons.filter((one) => one.level === level);
  const { groups, pairs } = trials({
    groups: levels.map((name) => ({
      name,
      values: of(name).map(({ value }) => value),
      failures: of(name).flatMap(({ failure }) => (failure ? [failure] : [])),
    })),
    ...(wanted === undefined ? {} : { confidence: wanted }),
  });
  if (new Set(coupons.map(({ block }) => block)).size === 1)
    return { groups, pairs: pairs.map((pair) => ({ ...pair, blocks: 1 })) };
  const confidence = wanted ?? 0.95;
  return { groups, pairs: pairs.map(({ a, b }) => within(a, b, of(a), of(b), confidence)) };
}

function within(
  a: string,
  b: string,
  ofA: readonly BlockedCoupon[],
  ofB: readonly BlockedCoupon[],
  confidence: number,
): BlockedPair {
  const shared = [...new Set(ofA.map(({ block }) => block))].filter((block) => ofB.some((one) => one.block === block));
  const cells = shared.map((block) =>
    [ofA, ofB].map((all) => all.filter((one) => one.block === block).map(({ value }) => value)),
  );
  const weights = cells.map(([x, y]) => (x!.length * y!.length) / (x!.length + y!.length));
  const weight = weights.reduce((sum, w) => sum + w, 0);
  const difference = cells.reduce((sum, [x, y], i) => sum + weights[i]! * (mean(x!) - mean(y!)), 0) / (weight || 1);
  const none = { a, b, difference, t: null, df: null, p: null, blocks: shared.length };
  if (shared.length === 0) return { ...none, verdict: 'never-together' };
  const counted = [0, 1].map((i) => cells.reduce((sum, cell) => sum + cell[i]!.length, 0));
  const df = cells.flat().reduce((sum, cell) => sum + cell.length - 1, 0);
  if (Math.min(...counted) < FEWEST_COUPONS || df < FEWEST_COUPONS - 1) return { ...none, verdict: 'too-few' };
  const squares = cells.flat().reduce((sum, cell) => sum + cell.reduce((all, x) => all + (x - mean(cell)) ** 2, 0), 0);
  if (squares === 0) return { ...none, verdict: difference === 0 ? 'not-shown' : 'too-few' };
  const t = difference / Math.sqrt(squares / df / weight);
  const p = studentTwoTailed(t, df);
  return { ...none, t, df, p, verdict: p < 1 - confidence ? 'different' : 'not-shown' };
}

/**
 * Shear of a lapped coupon, MPa: the force over the bonded face.
 * @throws CoreError for a face outside 1 mm … 20 m either way, or a force out of range
 */
export function lapShearMPa(forceN: number, widthMm: number, overlapMm: number): number {
  requireNumber(forceN, 'forceN', LIMITS.trialValue);
  return forceN / (requireNumber(widthMm, 'widthMm', LIMITS.lengthMm) * requireNumber(overlapMm, 'overlapMm', LIMITS.lengthMm)); // prettier-ignore
}
