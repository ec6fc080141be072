import { requireEntry } from '../errors.js';
import { type Symptom, SYMPTOMS } from './symptoms.js';

/** Acceptance checks that show whether a fault is gone, by where it is met, the plainest first. */
const SHOWN_BY: Readonly<Record<Symptom['group'], readonly string[]>> = {
  laminate: ['solvent-wipe', 'hardness-d', 'hardness-impressor', 'void', 'taps', 'plies'],
  bond: ['taps', 'void', 'plies'],
  shape: ['fairness', 'stiffness', 'thickness'],
  coat: ['colour', 'fairness', 'solvent-wipe'],
  colour: ['colour', 'fairness'],
};

/**
 * The acceptance check whose rework a fault opens: one of those that show whether the first thing that was seen is gone and has failed without a cause so far;
 * else the plainest of them that the job has; any of its checks where none does.
 * @param failed checks whose rework stands open without a cause
 * @returns null where the job has no check at all
 * @throws CoreError unknown-id for a symptom nobody knows
 */
export function checkOfFault(
  symptoms: readonly string[],
  checks: readonly string[],
  failed: readonly string[] = [],
): string | null {
  const groups = symptoms.map((id, i) => requireEntry(SYMPTOMS, id, `symptoms.${i}`).group);
  const showing = groups.flatMap((group) => SHOWN_BY[group]).filter((id) => checks.includes(id));
  return showing.find((id) => failed.includes(id)) ?? showing[0] ?? checks[0] ?? null;
}
