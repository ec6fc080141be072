import { readFileSync, writeFileSync } from 'node:fs';
import { CALCULATIONS } from '@ashstep/contract';
import * as z from 'zod';

/** Longest result shown whole; a longer one is cut to its beginning. */
const MOST_LINES = 40;

function shown(value: unknown): string {
  const lines = JSON.stringify(
    value,
    (_key, v: unknown) => (typeof v === 'number' ? Math.round(v * 1e4) / 1e4 : v),
    2,
  ).split('\n');
  return lines.length <= MOST_LINES ? lines.join('\n') : [...lines.slice(0, MOST_LINES), '…'].join('\n');
}

function fields(schema: z.ZodType): string {
  const json = z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }) as {
    properties?: Record<string, unknown>;
    required?: string[];
  };
  return Object.keys(json.properties ?? {})
    .map((name) => `\`${name}\`${json.required?.includes(name) ? '' : ' (may be left out)'}`)
    .join(', ');
}

const parts = CALCULATIONS.map(({ name, summary, schema, example, run }) => {
  const result = run(schema.parse(example) as never);
  const input =
    name === 'repair'
      ? 'The inputs of a new repair with a 6 mm laminate: `npm run -s calc -- --example repair`.'
      : `\`\`\`json\n${shown(example)}\n\`\`\``;
  return `## ${name}\n\n${summary}. Fields: ${fields(schema)}.\n\n${input}\n\ngives (figures rounded to four places)\n\n\`\`\`json\n${shown(result)}\n\`\`\`\n`;
});
const FILE = 'docs/calculations.md';
const text = `# Calculations

Every calculation of the core can be run from the command line, JSON in and JSON out:

\`\`\`sh
npm run -s calc -- --list             # names
npm run -s calc -- --schema ply       # JSON Schema of the input
npm run -s calc -- --example ply      # an example input
npm run -s calc -- ply < input.json   # the result
\`\`\`

Input that does not fit gives exit code 2 and \`{"error": {"code", "detail", "fields": [{"path", "message"}]}}\` on standard output.
Lengths are mm, masses g, areal weights g/m², densities kg/m³ (resins on system cards g/ml), moduli GPa (cores MPa), temperatures °C, angles
degrees. A is in N/mm, B in N, D in N·mm, with z running inwards from the mid-plane. Formulas and sources stand in the docstrings of
\`packages/core/src\`. This file is made by \`npm run docs\`.

${parts.join('\n')}`;

/** What is the same whatever the last digit of a figure is on this machine. */
const words = (whole: string): string => whole.replace(/-?\d+(\.\d+)?/g, '#');

if (!process.argv.includes('--check')) writeFileSync(FILE, text);
else if (words(readFileSync(FILE, 'utf8')) !== words(text)) {
  console.error(`Error: ${FILE} is out of date. Run npm run docs.`);
  process.exit(1);
}
