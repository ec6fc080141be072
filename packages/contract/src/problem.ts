import * as z from 'zod';

/** One field in the way: its dotted path and what would be accepted. */
export const fieldProblem = z.object({ path: z.string(), message: z.string() });

/** Problem details (RFC 9457) with a code and the fields concerned. */
export const problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number(),
  detail: z.string(),
  code: z.string(),
  fields: z.array(fieldProblem).default([]),
  /** Of a stale write: the sections and people that came between. */
  changes: z.array(z.object({ section: z.string(), by: z.string(), at: z.string() })).optional(),
  currentVersion: z.number().optional(),
});

export type FieldProblem = z.infer<typeof fieldProblem>;
export type Problem = z.infer<typeof problem>;

/** Zod issues as fields with words that say what would be accepted. */
export function issueFields(error: z.ZodError, prefix = ''): FieldProblem[] {
  return error.issues
    .flatMap((issue) => likeliest(issue, []))
    .slice(0, 50)
    .map(({ issue, path }) => ({
      path: [...(prefix ? [prefix] : []), ...path.map(String)].join('.'),
      message: issueWords(issue),
    }));
}

/** Of a choice between shapes, what is wrong by the one that was most likely meant: the one with least wrong with it. */
function likeliest(
  issue: z.core.$ZodIssue,
  before: readonly PropertyKey[],
): { issue: z.core.$ZodIssue; path: readonly PropertyKey[] }[] {
  const path = [...before, ...issue.path];
  if (issue.code !== 'invalid_union' || issue.errors.length === 0) return [{ issue, path }];
  const weight = (issues: readonly z.core.$ZodIssue[]): number =>
    issues.reduce((sum, one) => sum + (one.path.length === 0 && one.code === 'invalid_type' ? 10 : 1), 0);
  const best = issue.errors.reduce((a, b) => (weight(b) < weight(a) ? b : a));
  return best.flatMap((one) => likeliest(one, path));
}

/** What zod itself says where a schema has no words of its own. */
const ZODS_OWN = /^(?:Too (?:small|big): |Invalid )/;
/** Longer lists of accepted values are not read out. */
const MOST_LISTED = 8;

/** What is wanted where something else was given, in words. */
const WANTED: Partial<Record<string, string>> = {
  number: 'a figure',
  int: 'a whole figure',
  string: 'text',
  boolean: 'yes or no (true, false)',
  array: 'a list',
  object: 'named values',
  record: 'named values',
};

function issueWords(issue: z.core.$ZodIssue): string {
  switch (issue.code) {
    case 'invalid_type':
      return issue.message.endsWith('received undefined')
        ? 'This is still missing.'
        : `Give ${WANTED[issue.expected] ?? `a ${issue.expected}`} here.`;
    case 'too_small':
      if (!ZODS_OWN.test(issue.message)) return issue.message;
      if (issue.origin === 'array') return `At least ${String(issue.minimum)}.`;
      return issue.origin === 'string'
        ? 'This is still missing.'
        : `Accepted: ${issue.inclusive === false ? 'more than ' : ''}${String(issue.minimum)}${issue.inclusive === false ? '' : ' or more'}.`;
    case 'too_big':
      if (!ZODS_OWN.test(issue.message)) return issue.message;
      if (issue.origin === 'array') return `${String(issue.maximum)} at the most.`;
      return `Accepted: up to ${String(issue.maximum)}${issue.origin === 'string' ? ' characters' : ''}.`;
    case 'invalid_value':
      return issue.values.length > MOST_LISTED
        ? 'Not in the list. Pick one that is.'
        : `Accepted: ${issue.values.map(String).join(', ')}.`;
    case 'unrecognized_keys':
      return `Not known here: ${issue.keys.join(', ')}.`;
    case 'invalid_format':
      return ZODS_OWN.test(issue.message) ? 'Not written as it has to be here.' : issue.message;
    default:
      return issue.message;
  }
}
