/** Why something went wrong. */
export interface Cause {
  id: string;
  label: string;
  /** How often it is the cause of any trouble, against the others. */
  weight: number;
  /** Chance that each symptom shows where this is the cause. */
  shows: Readonly<Record<string, number>>;
  /** Chance that each finding is there where this is the cause. */
  found: Readonly<Record<string, number>>;
  /** What to do now, and what to write down of it. */
  now: string;
  writeDown: string;
}

/** Chances in the words of the trade. */
export const [NEARLY, OFTEN, SOMETIMES, SELDOM] = [0.9, 0.6, 0.3, 0.1];
