import { CoreError, type Remark, requireEntry, requireNumber } from '../errors.js';
import { CLUES, PRIORS } from './clues.js';

/** What the parent laminate may be made with. */
export const HYPOTHESES = ['polyester', 'vinylester', 'epoxy', 'thermoplastic', 'mixed'] as const;
export type Hypothesis = (typeof HYPOTHESES)[number];
export type Likelihoods = Record<Hypothesis, number>;

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
  remarks: Remark[];
}

/** Below this certainty the parent counts as unknown. */
export const CERTAIN_ENOUGH = 0.9;
/** No likelihood is taken as exactly zero: an observation can be mistaken. */
const LIKELIHOOD_FLOOR = 1e-6;

/**
 * Which resin the parent was laid with: posterior ∝ prior × Π likelihoods, worked in logarithms.
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
  const mostLikely = HYPOTHESES.reduce((best, h) => (posterior[h] > posterior[best] ? h : best));
  const treatAsUnknown = posterior[mostLikely] < CERTAIN_ENOUGH || mostLikely === 'mixed';
  const remarks: Remark[] = treatAsUnknown ? [{ id: 'evidence.unknown', params: { percent: posterior[mostLikely] * 100, limit: CERTAIN_ENOUGH * 100 } }] : [];
  return { posterior, mostLikely, treatAsUnknown, pushes, remarks };
}

function readPrior(prior: EvidenceInput['prior']): Likelihoods {
  const weights = typeof prior === 'string' ? requireEntry(PRIORS, prior, 'prior').weights : prior;
  const checked = mapHypotheses((h) => requireNumber(weights?.[h], `prior.${h}`, { min: 0, max: 1e6 }));
  if (HYPOTHESES.every((h) => checked[h] === 0)) throw new CoreError('inconsistent', 'prior');
  return checked;
}

function readClue(clue: EvidenceInput['clues'][number], field: string): { id: string; likelihoods: Likelihoods } {
  const found = typeof clue === 'string' ? requireEntry(CLUES, clue, field) : clue;
  return { id: found.id, likelihoods: mapHypotheses((h) => requireNumber(found.likelihoods?.[h], `${field}.likelihoods.${h}`, { min: 0, max: 1 })) };
}

function combine(prior: Likelihoods, likelihoods: readonly Likelihoods[]): Likelihoods {
  const logs = mapHypotheses((h) => (prior[h] === 0 ? -Infinity : likelihoods.reduce((sum, l) => sum + Math.log(Math.max(l[h], LIKELIHOOD_FLOOR)), Math.log(prior[h]))));
  const top = Math.max(...HYPOTHESES.map((h) => logs[h]));
  const weights = mapHypotheses((h) => Math.exp(logs[h] - top));
  const total = HYPOTHESES.reduce((sum, h) => sum + weights[h], 0);
  return mapHypotheses((h) => weights[h] / total);
}

function mapHypotheses(value: (h: Hypothesis) => number): Likelihoods {
  return Object.fromEntries(HYPOTHESES.map((h) => [h, value(h)])) as Likelihoods;
}
