import { sweep } from './sweep.js';

/** `npm run bench -- --sweep [inputs] [seed]`: every calculation, so many seeded inputs in all, and what they found. */
const [inputs = 100_000, seed = 2026] = process.argv.slice(2).map(Number);
/** A calculation that searches gets so long, ms. */
const MOST_MS = 40_000;

const begun = performance.now();
let [done, told, laws, found] = [0, 0, 0, 0];
console.log(
  `${'calculation'.padEnd(20)}${'inputs'.padStart(8)}${'refused'.padStart(9)}${'laws held'.padStart(11)}${'slowest'.padStart(11)}  found`,
);
for (const swept of sweep(inputs, seed, MOST_MS)) {
  done += swept.inputs;
  told += swept.told;
  laws += swept.lawsHeld;
  found += swept.findings.length;
  console.log(
    `${swept.calculation.padEnd(20)}${String(swept.inputs).padStart(8)}${String(swept.told).padStart(9)}${String(swept.lawsHeld).padStart(11)}${`${swept.slowestMs.toFixed(0)} ms`.padStart(11)}  ${swept.findings.length || 'nothing'}`,
  );
  for (const { what, input } of swept.findings.slice(0, 3))
    console.log(`    ${what}\n    ${JSON.stringify(input).slice(0, 600)}`);
}
console.log(
  `${done} inputs in ${((performance.now() - begun) / 1000).toFixed(0)} s, ${told} refused with a told error, laws looked at ${laws} times; ${found === 0 ? 'nothing found' : `${found} found`}.`,
);
process.exitCode = found === 0 ? 0 : 1;
