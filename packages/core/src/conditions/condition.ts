/**
 * The small language in which rules, cautions and inspection checks say when they apply, so that tables stay data.
 * A condition holds when every named fact satisfies its test; an absent fact satisfies only `{ missing: true }`.
 */
export type FactValue = string | number | boolean | readonly string[];
export type Facts = Readonly<Record<string, FactValue | undefined>>;

export type FactTest =
  | string
  | boolean
  | readonly string[]
  | { readonly not: string | readonly string[] }
  | { readonly below: number }
  | { readonly above: number }
  | { readonly missing: true };

export type Condition = Readonly<Record<string, FactTest>>;

/** Whether every test of the condition holds for the facts. An empty condition always holds. */
export function holds(condition: Condition, facts: Facts): boolean {
  return Object.entries(condition).every(([fact, test]) => satisfies(facts[fact], test));
}

function satisfies(value: FactValue | undefined, test: FactTest): boolean {
  if (typeof test === 'object' && 'missing' in test) return value === undefined;
  if (value === undefined) return false;
  if (typeof test === 'boolean') return value === test;
  if (typeof test === 'string') return isOneOf(value, [test]);
  if ('below' in test) return typeof value === 'number' && value < test.below;
  if ('above' in test) return typeof value === 'number' && value > test.above;
  if ('not' in test) return !isOneOf(value, typeof test.not === 'string' ? [test.not] : test.not);
  return isOneOf(value, test);
}

function isOneOf(value: FactValue, accepted: readonly string[]): boolean {
  const values = typeof value === 'object' ? value : [String(value)];
  return values.some((one) => accepted.includes(one));
}
