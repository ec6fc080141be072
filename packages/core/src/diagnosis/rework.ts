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
 * The acceptance check whose rework a fault opens: of those the job has, the plainest that shows whether the first thing that was seen is gone; any of them where none does.
 * @returns null where the job has no check at all
 * @throws CoreError unknown-id for a symptom nobody knows
 */
export function checkOfFault(symptoms: readonly string[], checks: readonly string[]): string | null {
  const groups = symptoms.map((id, i) => requireEntry(SYMPTOMS, id, `symptoms.${i}`).group);
  return groups.flatMap((group) => SHOWN_BY[group]).find((id) => checks.includes(id)) ?? checks[0] ?? null;
}
