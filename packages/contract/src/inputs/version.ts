import type { StoredInputs } from './index.js';
import { type AnyInputs, toVersion2 } from './upgrade-2.js';
import { toVersion3 } from './upgrade-3.js';
import { toVersion4 } from './upgrade-4.js';
import { toVersion5 } from './upgrade-5.js';
import { toVersion6 } from './upgrade-6.js';
import { toVersion7 } from './upgrade-7.js';

/**
 * The shape that inputs are stored and sealed in. Raise it with every change of that shape, and add the step that makes the new one
 * of the one before, in a file of its own with a spec on inputs stored then.
 */
export const INPUTS_VERSION = 7;

/** The step to each version from the one before, from version 2 on. */
const UPGRADES: readonly ((inputs: AnyInputs) => AnyInputs)[] = [
  toVersion2,
  toVersion3,
  toVersion4,
  toVersion5,
  toVersion6,
  toVersion7,
];

/** Inputs for the database or a record, with the version of their shape. */
export const versioned = <T extends object>(inputs: T): T & { schema: number } => ({
  ...inputs,
  schema: INPUTS_VERSION,
});

/**
 * Inputs as they are now, of inputs stored or sealed at any time.
 * @throws RangeError for inputs of a version to come
 */
export function upgradedInputs(stored: object | null): StoredInputs {
  const { schema = 1, ...inputs } = (stored ?? {}) as AnyInputs & { schema?: number };
  if (schema > INPUTS_VERSION)
    throw new RangeError(`These inputs are of version ${schema}; this Ash Step knows ${INPUTS_VERSION} at most.`);
  return UPGRADES.slice(schema - 1).reduce((older, step) => step(older), inputs as AnyInputs) as StoredInputs;
}
