import { readFileSync } from 'node:fs';
import { answer } from './calc-answer.js';

const { status, body } = answer(process.argv.slice(2), () => readFileSync(0, 'utf8'));
process.stdout.write(`${JSON.stringify(body, null, 2)}\n`);
process.exitCode = status;
