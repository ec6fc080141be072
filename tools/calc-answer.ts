import { CALCULATIONS, errorWords, issueFields } from '@ashstep/contract';
import { CoreError } from '@ashstep/core/errors';
import * as z from 'zod';

const USAGE = 'npm run -s calc -- --list | --schema NAME | --example NAME | NAME < in.json';

export interface Answer {
  /** 0, or 2 where nothing was worked out. */
  status: number;
  body: unknown;
}

/** What the command line answers to its arguments; standard input is read where it is wanted. */
export function answer([first, second]: readonly string[], readInput: () => string): Answer {
  if (first === '--list') return good(CALCULATIONS.map(({ name, summary }) => ({ name, summary })));
  if (first === undefined || (first.startsWith('-') && first !== '--schema' && first !== '--example'))
    return bad('usage', USAGE);
  const name = first.startsWith('-') ? second : first;
  const calculation = CALCULATIONS.find((entry) => entry.name === name);
  if (!calculation) return bad('unknown-calculation', `No calculation “${name ?? ''}”. ${USAGE}`);
  if (first === '--schema') return good(z.toJSONSchema(calculation.schema, { io: 'input', unrepresentable: 'any' }));
  if (first === '--example') return good(calculation.example);
  return workedOut(calculation, readInput());
}

function workedOut(calculation: (typeof CALCULATIONS)[number], text: string): Answer {
  let given: unknown;
  try {
    given = JSON.parse(text);
  } catch {
    return bad('broken-json', 'Standard input is not JSON.');
  }
  const input = calculation.schema.safeParse(given);
  if (!input.success) return bad('invalid', 'The input does not fit the schema.', issueFields(input.error));
  try {
    return good(calculation.run(input.data as never));
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    return bad(error.code, 'Nothing can be worked out with these figures.', [
      { path: error.field, message: errorWords(error.code, error.params) },
    ]);
  }
}

const good = (body: unknown): Answer => ({ status: 0, body });
const bad = (code: string, detail: string, fields: { path: string; message: string }[] = []): Answer => ({
  status: 2,
  body: { error: { code, detail, fields } },
});
