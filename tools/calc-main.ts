import { readFileSync } from 'node:fs';
import { CALCULATIONS, errorWords, issueFields } from '@ashstep/contract';
import { CoreError } from '@ashstep/core';
import * as z from 'zod';

const USAGE = 'npm run -s calc -- --list | --schema NAME | --example NAME | NAME < in.json';

function fail(code: string, detail: string, fields: { path: string; message: string }[] = []): never {
  process.stdout.write(`${JSON.stringify({ error: { code, detail, fields } }, null, 2)}\n`);
  process.exit(2);
}

function find(name: string | undefined): (typeof CALCULATIONS)[number] {
  return CALCULATIONS.find((entry) => entry.name === name) ?? fail('unknown-calculation', `No calculation “${name ?? ''}”. ${USAGE}`);
}

function print(value: unknown): void {
  process.stdout.write(`${JSON.stringify(value, null, 2)}\n`);
}

function readInput(): unknown {
  try {
    return JSON.parse(readFileSync(0, 'utf8')) as unknown;
  } catch {
    return fail('broken-json', 'Standard input is not JSON.');
  }
}

const [first, second] = process.argv.slice(2);
if (first === '--list') print(CALCULATIONS.map(({ name, summary }) => ({ name, summary })));
else if (first === '--schema') print(z.toJSONSchema(find(second).schema, { io: 'input', unrepresentable: 'any' }));
else if (first === '--example') print(find(second).example);
else if (first === undefined || first.startsWith('-')) fail('usage', USAGE);
else {
  const calculation = find(first);
  const input = calculation.schema.safeParse(readInput());
  if (!input.success) fail('invalid', 'The input does not fit the schema.', issueFields(input.error));
  try {
    print(calculation.run(input.data as never));
  } catch (error) {
    if (!(error instanceof CoreError)) throw error;
    fail(error.code, 'Nothing can be worked out with these figures.', [{ path: error.field, message: errorWords(error.code, error.params) }]);
  }
}
