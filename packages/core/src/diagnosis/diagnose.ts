import { CoreError, type Remark, requireEntry } from '../errors.js';
import { CAUSES, type Cause } from './causes/index.js';
import { type Finding, FINDINGS } from './findings.js';
import { SYMPTOMS } from './symptoms.js';

export interface DiagnoseInput {
  /** What is wrong, at least one. */
  symptoms: readonly string[];
  /** What was looked at or what the record tells, found or not. */
  findings?: readonly { id: string; found: boolean }[];
}

export interface RankedCause {
  id: string;
  probability: number;
  /** How far each symptom and finding moved it: probability with it less probability without. */
  pushes: { id: string; push: number }[];
}

/** What looking is worth before it is known what is found. */
export interface NextLook {
  id: string;
  /** Chance of finding it. */
  chance: number;
  /** Expected fall of the doubt (entropy over the causes), bits. */
  gainBits: number;
  /** Expected probability of the then most likely cause. */
  expectedCertainty: number;
}

export interface Diagnosis {
  /** Most likely first; those under one in a thousand are left out. */
  causes: RankedCause[];
  /** Not looked at yet, what tells most first; the record before the eye where they tell the same. */
  next: NextLook[];
  remarks: Remark[];
}

/** Chance that a symptom shows though the cause has nothing to do with it, and of a cause nobody thought of. */
const [STRAY, UNKNOWN_WEIGHT] = [0.01, 2];
/** Such a cause shows anything about so often. */
const UNKNOWN_SHOWS = 0.05;
/** No chance is taken as nothing or as all: an observation can be mistaken. */
const [LEAST, MOST] = [0.01, 0.99];
/** Causes below this are not named, the most likely one is settled from here on, and under this two lie too close together. */
const [NAMED, SETTLED] = [0.001, 0.8];
const MOST_ITEMS = 60;

/** A cause beside those that are named. */
export const UNKNOWN_CAUSE: Cause = {
  id: 'unknown',
  label: 'Something else',
  weight: UNKNOWN_WEIGHT,
  shows: {},
  found: {},
  now: 'Do nothing over it that shuts it in. Take a sample or a picture, and ask somebody who has seen it before.',
  writeDown: 'What was seen, and all that was looked at without finding the cause.',
};
const ALL: readonly Cause[] = [...CAUSES, UNKNOWN_CAUSE];

const within = (chance: number): number => Math.min(MOST, Math.max(LEAST, chance));
/** Chance that a symptom shows under a cause. */
const showing = (cause: Cause, id: string): number =>
  cause.shows[id] ?? (cause === UNKNOWN_CAUSE ? UNKNOWN_SHOWS : STRAY);
/** Chance that a finding is there under a cause. */
const finding = (cause: Cause, { id, usual }: Finding): number => within(cause.found[id] ?? usual);

interface Item {
  id: string;
  /** Chance of it under each cause, in their order. */
  chances: readonly number[];
}

/**
 * Which cause is behind what is seen: posterior ∝ weight × Π chances, worked in logarithms over all causes and one that is none of them, each symptom and finding
 * held to be independent of the others under a cause; and what to look at next, by the doubt it is expected to take.
 * Source: Bayes; the tables of causes, symptoms and findings.
 * @throws CoreError empty without a symptom, unknown-id, inconsistent for one named twice
 */
export function diagnose(input: DiagnoseInput): Diagnosis {
  const { symptoms, findings = [] } = input;
  if (!Array.isArray(symptoms) || symptoms.length === 0) throw new CoreError('empty', 'symptoms');
  if (symptoms.length + findings.length > MOST_ITEMS) throw new CoreError('too-many', 'findings', { max: MOST_ITEMS });
  symptoms.forEach((id, i) => requireEntry(SYMPTOMS, id, `symptoms.${i}`));
  once(symptoms, 'symptoms');
  once(findings.map(({ id }) => id), 'findings');
  const items = [
    ...symptoms.map((id): Item => ({ id, chances: ALL.map((cause) => showing(cause, id)) })),
    ...findings.map(({ id, found }, i): Item => {
      const of = requireEntry(FINDINGS, id, `findings.${i}.id`);
      return { id, chances: ALL.map((cause) => (found ? finding(cause, of) : 1 - finding(cause, of))) };
    }),
  ];
  const posterior = combined(items);
  const without = items.map((item) => combined(items.filter((other) => other !== item)));
  const causes = ALL.map(({ id }, c): RankedCause => ({
    id,
    probability: posterior[c]!,
    pushes: items.map((item, i) => ({ id: item.id, push: posterior[c]! - without[i]![c]! })).sort((a, b) => Math.abs(b.push) - Math.abs(a.push)),
  }))
    .filter(({ probability }) => probability >= NAMED)
    .sort((a, b) => b.probability - a.probability);
  const looked = new Set(findings.map(({ id }) => id));
  const best = causes[0]!;
  return {
    causes,
    next: looks(posterior, FINDINGS.filter(({ id }) => !looked.has(id))),
    remarks: [
      ...(best.id === UNKNOWN_CAUSE.id ? [{ id: 'diagnosis.none' }] : best.probability < SETTLED ? [{ id: 'diagnosis.open', params: { percent: 100 * best.probability } }] : []),
    ],
  };
} // prettier-ignore

function once(ids: readonly string[], field: string): void {
  ids.forEach((id, i) => {
    if (ids.indexOf(id) !== i) throw new CoreError('inconsistent', `${field}.${i}`, { id });
  });
}

function combined(items: readonly Item[]): number[] {
  const logs = ALL.map(({ weight }, c) => items.reduce((sum, { chances }) => sum + Math.log(chances[c]!), Math.log(weight)));
  const top = Math.max(...logs);
  return normalised(logs.map((log) => Math.exp(log - top)));
} // prettier-ignore

function normalised(weights: readonly number[]): number[] {
  const whole = weights.reduce((sum, one) => sum + one, 0);
  return weights.map((one) => (whole > 0 ? one / whole : 0));
}

const doubtBits = (of: readonly number[]): number => of.reduce((sum, p) => sum - (p > 0 ? p * Math.log2(p) : 0), 0);

function looks(posterior: readonly number[], open: readonly Finding[]): NextLook[] {
  const doubt = doubtBits(posterior);
  return open
    .map((one) => {
      const chances = ALL.map((cause) => finding(cause, one));
      const chance = posterior.reduce((sum, p, c) => sum + p * chances[c]!, 0);
      const found = normalised(posterior.map((p, c) => p * chances[c]!));
      const absent = normalised(posterior.map((p, c) => p * (1 - chances[c]!)));
      const mean = (of: (values: readonly number[]) => number): number => chance * of(found) + (1 - chance) * of(absent);
      return { id: one.id, chance, gainBits: Math.max(0, doubt - mean(doubtBits)), expectedCertainty: mean((of) => Math.max(...of)) };
    })
    .sort((a, b) => b.gainBits - a.gainBits);
} // prettier-ignore
