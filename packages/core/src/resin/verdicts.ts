import { type Condition, type Facts, holds } from '../conditions/condition.js';
import { CoreError, requireNumber } from '../errors.js';
import { RESIN_FAMILIES, type ResinFamily } from '../material/index.js';
import { RESIN_RULES, type RuleCondition, type Verdict } from './rules.js';

export type Parent = ResinFamily | 'unknown' | 'mixed' | 'thermoplastic';
export type School = 'finish-led' | 'like-for-like' | 'epoxy-throughout';

/** What is known of the job when a resin is chosen. Leave out what is not known. */
export interface ResinFacts {
  parent: Parent;
  waterline?: 'above' | 'below';
  finish?: 'gelcoat' | 'paint' | 'bare';
  fibres?: readonly ('glass' | 'carbon' | 'aramid')[];
  coreStyrene?: 'dissolves' | 'softens' | 'resists';
  /** Whether resin could reach it; where that is not known it is taken as within reach. */
  coreReachable?: boolean;
  coreWooden?: boolean;
  matBinder?: 'emulsion' | 'powder' | 'stitched' | 'none';
  epoxyInBond?: boolean;
  pressedPanel?: boolean;
  specialService?: 'none' | 'drinking-water' | 'fuel' | 'heat' | 'fire' | 'food';
  certified?: boolean;
  likeForLike?: boolean;
  hoursToFinish?: number;
  humidityPercent?: number;
  dewMarginC?: number;
  /** Families whose system cannot be used at the temperature at hand. */
  tooCold?: readonly ResinFamily[];
  /** Families for which only old or unlabelled stock is there. */
  outOfDate?: readonly ResinFamily[];
}

export interface FamilyVerdict {
  family: ResinFamily;
  verdict: Verdict;
  /** Of the zone named, where it is not the main one that says so. */
  reasons: { ruleId: string; about: string; verdict: Verdict; reason: string; zone?: string }[];
  conditions: (RuleCondition & { ruleId: string })[];
}

export interface VerdictsResult {
  school: School;
  families: FamilyVerdict[];
  /** The family this school takes for the job; null when none is suitable. */
  recommended: ResinFamily | null;
  /** Why the school says so, as an id for the interface's words. */
  why: 'water' | 'doubt' | 'paint' | 'known-and-dry' | 'same-family' | 'best-bond' | 'next-safe' | 'none';
  /** Rules that were asked and did not apply. */
  missed: string[];
}

const PARENTS: readonly Parent[] = ['polyester', 'vinylester', 'epoxy', 'unknown', 'mixed', 'thermoplastic'];
export const SCHOOLS: readonly School[] = ['finish-led', 'like-for-like', 'epoxy-throughout'];
const RANK: Record<Verdict, number> = { suitable: 0, if: 1, not: 2 };

/** Another part of the parent in the bond area, with a resin belief of its own: an earlier patch, the other skin. */
export interface BondZone {
  name: string;
  parent: Parent;
  epoxyInBond?: boolean;
}

/**
 * Verdict for polyester, vinylester and epoxy on this job, with reasons and conditions, and what the chosen school takes.
 * The verdict of a family is the hardest of the rules that apply, in any zone of the bond area.
 * @throws CoreError for an unknown parent or school, or figures out of range
 */
export function resinVerdicts(input: {
  facts: ResinFacts;
  school?: School;
  zones?: readonly BondZone[];
}): VerdictsResult {
  const school = input.school ?? 'finish-led';
  if (!SCHOOLS.includes(school)) throw new CoreError('unknown-id', 'school', { id: String(school) });
  const facts = checkFacts(input.facts);
  const applying = RESIN_RULES.filter((rule) => holds(rule.when as Condition, facts));
  const zones = (input.zones ?? []).map(({ name, parent, epoxyInBond = false }) => {
    const own = checkFacts({ ...input.facts, parent, epoxyInBond });
    return { name, rules: RESIN_RULES.filter((rule) => holds(rule.when as Condition, own)) };
  });
  const families = RESIN_FAMILIES.map((family) =>
    zones.reduce(
      (verdict, { name, rules }) => hardened(verdict, familyVerdict(family, rules), name),
      familyVerdict(family, applying),
    ),
  );
  // Zones of unlike resins are a parent of several: none of them is like for like.
  const parents = new Set([input.facts.parent, ...(input.zones ?? []).map(({ parent }) => parent)]);
  const whole: ResinFacts = parents.size > 1 ? { ...input.facts, parent: 'mixed' } : input.facts;
  const { recommended, why } = recommend(whole, school, families);
  return {
    school,
    families,
    recommended,
    why,
    missed: RESIN_RULES.filter((rule) => !applying.includes(rule)).map((rule) => rule.id),
  };
}

function checkFacts(facts: ResinFacts): Facts {
  if (!PARENTS.includes(facts.parent)) throw new CoreError('unknown-id', 'facts.parent', { id: String(facts.parent) });
  if (facts.humidityPercent !== undefined)
    requireNumber(facts.humidityPercent, 'facts.humidityPercent', { min: 0, max: 100 });
  if (facts.hoursToFinish !== undefined)
    requireNumber(facts.hoursToFinish, 'facts.hoursToFinish', { min: 0, max: 100_000 });
  if (facts.dewMarginC !== undefined) requireNumber(facts.dewMarginC, 'facts.dewMarginC', { min: -100, max: 200 });
  const { certified = false, specialService = 'none' } = facts;
  // A core that styrene harms is taken as within its reach until somebody says it is not.
  const coreReachable = facts.coreReachable ?? (facts.coreStyrene !== undefined && facts.coreStyrene !== 'resists');
  return { ...facts, certified, specialService, coreReachable };
}

/** A verdict with what another zone adds to it: the harder of the two, with the reasons and conditions of both. */
function hardened(verdict: FamilyVerdict, other: FamilyVerdict, zone: string): FamilyVerdict {
  const known = new Set(verdict.reasons.map(({ ruleId }) => ruleId));
  const asked = new Set(verdict.conditions.map(({ id }) => id));
  return {
    family: verdict.family,
    verdict: RANK[other.verdict] > RANK[verdict.verdict] ? other.verdict : verdict.verdict,
    reasons: [...verdict.reasons, ...other.reasons.filter(({ ruleId }) => !known.has(ruleId)).map((reason) => ({ ...reason, zone }))], // prettier-ignore
    conditions: [...verdict.conditions, ...other.conditions.filter(({ id }) => !asked.has(id))],
  };
}

function familyVerdict(family: ResinFamily, rules: typeof RESIN_RULES): FamilyVerdict {
  const effects = rules.flatMap((rule) => (rule.effects[family] ? [{ rule, effect: rule.effects[family] }] : []));
  const conditions = new Map<string, RuleCondition & { ruleId: string }>();
  for (const { rule, effect } of effects)
    for (const c of effect.conditions ?? []) if (!conditions.has(c.id)) conditions.set(c.id, { ...c, ruleId: rule.id });
  return {
    family,
    verdict: effects.reduce<Verdict>(
      (worst, { effect }) => (RANK[effect.verdict] > RANK[worst] ? effect.verdict : worst),
      'suitable',
    ),
    reasons: effects.map(({ rule, effect }) => ({
      ruleId: rule.id,
      about: rule.about,
      verdict: effect.verdict,
      reason: effect.reason,
    })),
    conditions: [...conditions.values()],
  };
}

/** Bond margin, best first: where a school's own choice is ruled out, the next safe one is taken in this order. */
const BY_BOND: readonly ResinFamily[] = ['epoxy', 'vinylester', 'polyester'];

function recommend(
  facts: ResinFacts,
  school: School,
  families: readonly FamilyVerdict[],
): Pick<VerdictsResult, 'recommended' | 'why'> {
  const verdictOf = (family: ResinFamily): Verdict => families.find((f) => f.family === family)!.verdict;
  const wish = wished(facts, school);
  if (verdictOf(wish.family) !== 'not') return { recommended: wish.family, why: wish.why };
  const fallback = [...BY_BOND].sort((a, b) => RANK[verdictOf(a)] - RANK[verdictOf(b)])[0]!;
  return verdictOf(fallback) === 'not'
    ? { recommended: null, why: 'none' }
    : { recommended: fallback, why: 'next-safe' };
}

function wished(facts: ResinFacts, school: School): { family: ResinFamily; why: VerdictsResult['why'] } {
  const parent = facts.parent;
  const known = parent === 'polyester' || parent === 'vinylester' || parent === 'epoxy';
  if (school === 'epoxy-throughout') return { family: 'epoxy', why: 'best-bond' };
  if (school === 'like-for-like')
    return known ? { family: parent, why: 'same-family' } : { family: 'epoxy', why: 'doubt' };
  if (!known) return { family: 'epoxy', why: 'doubt' };
  if (facts.waterline === 'below') return { family: 'epoxy', why: 'water' };
  if (facts.finish === 'paint') return { family: 'epoxy', why: 'paint' };
  if (parent === 'epoxy') return { family: 'epoxy', why: 'same-family' };
  return { family: parent, why: 'known-and-dry' };
}
