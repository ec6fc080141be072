/**
 * Input that no calculation can use. The words a person reads live in the interface; this carries the facts.
 *
 * `code` names what is wrong ("out-of-range", "unknown-id", …), `field` is the dotted path of the offending
 * value inside the calculation's input, `params` are the figures the message needs (limits, the value found).
 */
export class CoreError extends Error {
  constructor(
    readonly code: CoreErrorCode,
    readonly field: string,
    readonly params: Readonly<Record<string, string | number>> = {},
  ) {
    super(`${code} at ${field}`);
    this.name = 'CoreError';
  }
}

export type CoreErrorCode =
  | 'not-a-number'
  | 'out-of-range'
  | 'unknown-id'
  | 'empty'
  | 'too-many'
  | 'self-crossing'
  | 'too-thick'
  | 'too-few-points'
  | 'inconsistent'
  | 'unreadable'
  | 'too-large'
  | 'not-whole'
  | 'too-fine'
  | 'beyond-horizon'
  | 'ambiguous-unit'
  | 'ambiguous-figure'
  | 'too-many-pots'
  | 'not-used';

/** A remark that travels with a result: an id and the figures for its sentence. */
export interface Remark {
  id: string;
  params?: Record<string, string | number>;
}

/** Throws unless `value` is a finite number within the limits (inclusive unless `above` is used). */
export function requireNumber(
  value: unknown,
  field: string,
  limits: { min?: number; max?: number; above?: number } = {},
): number {
  if (typeof value !== 'number' || !Number.isFinite(value)) throw new CoreError('not-a-number', field);
  const { min, max, above } = limits;
  if (
    (min !== undefined && value < min) ||
    (max !== undefined && value > max) ||
    (above !== undefined && value <= above)
  ) {
    const params: Record<string, number> = { value };
    if (min !== undefined) params['min'] = min;
    if (max !== undefined) params['max'] = max;
    if (above !== undefined) params['above'] = above;
    throw new CoreError('out-of-range', field, params);
  }
  return value;
}

/** A whole number within limits. @throws CoreError as `requireNumber`, and `not-whole` */
export function requireWhole(value: unknown, field: string, limits: { min?: number; max?: number } = {}): number {
  const found = requireNumber(value, field, limits);
  if (!Number.isInteger(found)) throw new CoreError('not-whole', field, { value: found });
  return found;
}

/** What a calculation gives, or why its input cannot be used; any other fault is thrown on. */
export function attempt<T>(work: () => T): { result: T; error: null } | { result: null; error: CoreError } {
  try {
    return { result: work(), error: null };
  } catch (error) {
    if (error instanceof CoreError) return { result: null, error };
    throw error;
  }
}

/** Looks an id up in a table, or throws `unknown-id` at the field. */
export function requireEntry<T extends { id: string }>(table: readonly T[], id: string, field: string): T {
  const found = table.find((entry) => entry.id === id);
  if (!found) throw new CoreError('unknown-id', field, { id: String(id) });
  return found;
}
