import { LIMITS } from '../limits/index.js';
import { CoreError, type Remark, requireEntry, requireNumber } from '../errors.js';
import { CLUES, CLUE_TO_BE_HAD, PRIORS } from './clues.js';
import { HYPOTHESES, type Hypothesis, type Likelihoods } from './hypotheses.js';

export interface EvidenceInput {
  /** Id of a class prior, or explicit weights (need not add up to one). */
  prior: string | Likelihoods;
  /** Clue ids, or explicit likelihoods of seeing the clue under each hypothesis. */
  clues: readonly (string | { id: string; likelihoods: Likelihoods })[];
}

export interface EvidenceResult {
  posterior: Likelihoods;
  mostLikely: Hypothesis;
  /** Under 90 % the plan treats the parent as unknown. */
  treatAsUnknown: boolean;
  /** For each clue, how far it moved each hypothesis: posterior with it less posterior without it. */
  pushes: { id: string; push: Likelihoods }[];
  /** Two clues of which each speaks strongly for what the other speaks against. */
  contradictions: [string, string][];
  /** Clues not looked at yet, the one that promises most first. */
  next: ClueGain[];
  remarks: Remark[];
}

/** What looking for a clue is worth before it is known whether it is there. */
export interface ClueGain {
  id: string;
  /** Chance of finding it. */
  chance: number;
  /** Expected fall of the doubt (entropy of the posterior), bits. */
  gainBits: number;
  /** That, times how often such a clue can be had at all: what to look at next goes by it. */
  worthBits: number;
  /** Expected probability of the then most likely resin. */
  expectedCertainty: number;
  /** What is most likely once it is found, and how likely. */
  ifFound: { hypothesis: Hypothesis; share: number };
}

/** Below this certainty the parent counts as unknown. */
const CERTAIN_ENOUGH = 0.9;
/** From this on a thermoplastic shell is warned of, for none of the resins bonds to it. */
const THERMOPLASTIC_LIKELY = 0.5;
/** Shares are sums of logarithms: what is this close to a limit is on it. */
const ROUNDING = 1e-9;

/** Whether a share of belief is enough to plan by. */
export const certainEnough = (share: number): boolean => share >= CERTAIN_ENOUGH - ROUNDING;

/** A clue speaks strongly for one resin against another from this ratio of likelihoods on. */
const STRONG_RATIO = 4;
/** No likelihood is taken as exactly zero: an observation can be mistaken. */
const LIKELIHOOD_FLOOR = 1e-6;

/**
 * Which resin the parent was laid with: posterior ∝ prior × Π likelihoods, worked in logarithms; and what to look at next, by
 * expected information: H(posterior) less the mean of H after finding and after not finding the clue.
 *
 * @throws CoreError for unknown ids, likelihoods outside 0…1, negative or all-zero priors, or more than 40 clues
 */
export function resinEvidence(input: EvidenceInput): EvidenceResult {
  const prior = readPrior(input.prior);
  if (!Array.isArray(input.clues)) throw new CoreError('empty', 'clues');
  if (input.clues.length > 40) throw new CoreError('too-many', 'clues', { max: 40 });
  const clues = input.clues.map((clue, i) => readClue(clue, `clues.${i}`));
  const posterior = combine(
    prior,
    clues.map((clue) => clue.likelihoods),
  );
  const pushes = clues.map((clue, i) => {
    const without = combine(
      prior,
      clues.filter((_, j) => j !== i).map((other) => other.likelihoods),
    );
    return { id: clue.id, push: mapHypotheses((h) => posterior[h] - without[h]) };
  });
  const mostLikely = favourite(posterior);
  const treatAsUnknown = !certainEnough(posterior[mostLikely]) || mostLikely === 'mixed';
  const remarks: Remark[] = [
    ...(treatAsUnknown
      ? [{ id: 'evidence.unknown', params: { percent: posterior[mostLikely] * 100, limit: CERTAIN_ENOUGH * 100 } }]
      : []),
    ...(posterior.thermoplastic >= THERMOPLASTIC_LIKELY - ROUNDING
      ? [
          {
            id: certainEnough(posterior.thermoplastic) ? 'evidence.thermoplastic' : 'evidence.thermoplastic-likely',
            params: { percent: posterior.thermoplastic * 100 },
          },
        ]
      : []),
  ];
  return {
    posterior,
    mostLikely,
    treatAsUnknown,
    pushes,
    contradictions: contradictions(clues),
    next: gains(posterior, new Set(clues.map((clue) => clue.id))),
    remarks,
  };
}

/** How many finished repairs the class's own shares are worth beside those of the shed. */
const CLASS_WEIGHT = 10;

/**
 * A class prior with the shed's own finished repairs of that class added: shares times ten, plus the counts (the mean of a Dirichlet
 * posterior), so that a few jobs shift it a little and many outweigh it.
 * @throws CoreError for an unknown class or a count that is negative or no number
 */
export function shedPrior(priorId: string, counts: Likelihoods): Likelihoods {
  const shares = readPrior(priorId);
  HYPOTHESES.forEach((h) => requireNumber(counts[h], `counts.${h}`, LIMITS.observed));
  const total = CLASS_WEIGHT + HYPOTHESES.reduce((sum, h) => sum + counts[h], 0);
  return mapHypotheses((h) => (CLASS_WEIGHT * shares[h] + counts[h]) / total);
}

/** A pair contradicts when each one's favourite is held against by the other. */
function contradictions(clues: readonly ReadClue[]): [string, string][] {
  return clues.flatMap((a, i) =>
    clues
      .slice(i + 1)
      .flatMap((b): [string, string][] => (opposed(a.likelihoods, b.likelihoods) ? [[a.id, b.id]] : [])),
  );
}

function opposed(a: Likelihoods, b: Likelihoods): boolean {
  const [forA, forB] = [favourite(a), favourite(b)];
  const ratio = (l: Likelihoods, h: Hypothesis, against: Hypothesis): number =>
    Math.max(l[h], LIKELIHOOD_FLOOR) / Math.max(l[against], LIKELIHOOD_FLOOR);
  return forA !== forB && ratio(a, forA, forB) >= STRONG_RATIO && ratio(b, forB, forA) >= STRONG_RATIO;
}

const favourite = (of: Likelihoods): Hypothesis => HYPOTHESES.reduce((best, h) => (of[h] > of[best] ? h : best));

function gains(posterior: Likelihoods, seen: ReadonlySet<string>): ClueGain[] {
  const doubt = entropyBits(posterior);
  return CLUES.filter((clue) => !seen.has(clue.id) && !clue.excludes.some((id) => seen.has(id)))
    .map(({ id, group, likelihoods }): ClueGain => {
      const found = normalised(mapHypotheses((h) => posterior[h] * likelihoods[h]));
      const absent = normalised(mapHypotheses((h) => posterior[h] * (1 - likelihoods[h])));
      const chance = HYPOTHESES.reduce((sum, h) => sum + posterior[h] * likelihoods[h], 0);
      const mean = (of: (l: Likelihoods) => number): number => chance * of(found) + (1 - chance) * of(absent);
      const gainBits = Math.max(0, doubt - mean(entropyBits));
      return {
        id,
        chance,
        gainBits,
        worthBits: gainBits * CLUE_TO_BE_HAD[group],
        expectedCertainty: mean((l) => l[favourite(l)]),
        ifFound: { hypothesis: favourite(found), share: found[favourite(found)] },
      };
    })
    .sort((a, b) => b.gainBits - a.gainBits);
}

const entropyBits = (of: Likelihoods): number =>
  HYPOTHESES.reduce((sum, h) => sum - (of[h] > 0 ? of[h] * Math.log2(of[h]) : 0), 0);

function normalised(weights: Likelihoods): Likelihoods {
  const total = HYPOTHESES.reduce((sum, h) => sum + weights[h], 0);
  return total > 0 ? mapHypotheses((h) => weights[h] / total) : weights;
}

function readPrior(prior: EvidenceInput['prior']): Likelihoods {
  const weights = typeof prior === 'string' ? requireEntry(PRIORS, prior, 'prior').weights : prior;
  const checked = mapHypotheses((h) => requireNumber(weights?.[h], `prior.${h}`, LIMITS.observed));
  if (HYPOTHESES.every((h) => checked[h] === 0)) throw new CoreError('inconsistent', 'prior', { why: 'no-weight' });
  return checked;
}

interface ReadClue {
  id: string;
  likelihoods: Likelihoods;
}

function readClue(clue: EvidenceInput['clues'][number], field: string): ReadClue {
  const found = typeof clue === 'string' ? requireEntry(CLUES, clue, field) : clue;
  return {
    id: found.id,
    likelihoods: mapHypotheses((h) =>
      requireNumber(found.likelihoods?.[h], `${field}.likelihoods.${h}`, { min: 0, max: 1 }),
    ),
  };
}

function combine(prior: Likelihoods, likelihoods: readonly Likelihoods[]): Likelihoods {
  const logs = mapHypotheses((h) =>
    prior[h] === 0
      ? -Infinity
      : likelihoods.reduce((sum, l) => sum + Math.log(Math.max(l[h], LIKELIHOOD_FLOOR)), Math.log(prior[h])),
  );
  const top = Math.max(...HYPOTHESES.map((h) => logs[h]));
  const weights = mapHypotheses((h) => Math.exp(logs[h] - top));
  const total = HYPOTHESES.reduce((sum, h) => sum + weights[h], 0);
  return mapHypotheses((h) => weights[h] / total);
}

function mapHypotheses(value: (h: Hypothesis) => number): Likelihoods {
  const made = {} as Likelihoods;
  for (const h of HYPOTHESES) made[h] = value(h);
  return made;
}
