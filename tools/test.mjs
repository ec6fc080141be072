import { existsSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { DATA, ROOT } from './lib/paths.mjs';
import { ensureDataFolder, ensureDebian, ensureNodePackages, wishDebian } from './lib/install.mjs';
import { inLanes } from './lib/lanes.mjs';
import { captureBeside } from './lib/run.mjs';
import { watchStolen } from './lib/stolen.mjs';

ensureDebian(['postgresql', 'chromium', 'chromium-driver']);
wishDebian(['chromium-headless-shell']);
ensureNodePackages();
const { dropDatabase, startCluster } = await import('./lib/postgres.mjs');
const { buildServer, buildWeb } = await import('./lib/build.mjs');

const [begun, stolen] = [Date.now(), watchStolen()];
let passed = 0;
let failed = 0;
const node = (file, ...args) => [process.execPath, [path.join(ROOT, 'node_modules', file), ...args]];
const SOURCE = ['--conditions=@ashstep/source', '--import', 'tsx'];
const jasmine = (config, ...files) => [
  process.execPath,
  [...SOURCE, path.join(ROOT, 'node_modules/jasmine/bin/jasmine.js'), `--config=${config}`, ...files],
];

/** One check that passes or fails as a whole, or a suite whose own count is read from its output. */
async function check(name, [command, args], { counts, options } = {}) {
  const begun = Date.now();
  const { status, output } = await captureBeside(command, args, options);
  const numbers = counts?.(output) ?? null;
  const bad = status !== 0 || (counts && !numbers);
  passed += numbers ? numbers.passed : bad ? 0 : 1;
  failed += numbers ? Math.max(numbers.failed, bad ? 1 : 0) : bad ? 1 : 0;
  console.log(
    `${bad ? 'FAIL' : 'ok  '} ${name}${numbers ? `: ${numbers.passed} passed, ${numbers.failed} failed` : ''} (${((Date.now() - begun) / 1000).toFixed(1)} s)`,
  );
  if (bad) console.log(telling(output));
}

/** Of a failed check's output, the lines that say what failed, with what follows each; the end of it where none says so. */
function telling(output) {
  const lines = output.split('\n');
  const near = new Set(
    lines.flatMap((line, i) =>
      /FAILED|Disconnected|Error\b|^\s*\d+\) |Expected /i.test(line) ? [0, 1, 2, 3, 4, 5].map((k) => i + k) : [],
    ),
  );
  const told = lines.filter((line, i) => near.has(i) && line.trim() !== '');
  return [...told.slice(0, 60), '…', ...lines.slice(-40)].join('\n');
}

/** "178 specs, 0 failures" */
function jasmineCounts(output) {
  const match = /(\d+) specs?, (\d+) failures?/.exec(output);
  return match && Number(match[1]) > 0
    ? { passed: Number(match[1]) - Number(match[2]), failed: Number(match[2]) }
    : null;
}

/** Karma's last "Executed 12 of 12 (1 FAILED)" */
function karmaCounts(output) {
  const last = [...output.matchAll(/Executed (\d+) of (\d+)(?:[^\n]*?\((\d+) FAILED\))?/g)].at(-1);
  return last && Number(last[1]) > 0
    ? { passed: Number(last[1]) - Number(last[3] ?? 0), failed: Number(last[3] ?? 0) }
    : null;
}

/** How long each task took when it last ran here, ms, by its name. */
const TIMES = path.join(ensureDataFolder(), 'test-times.json');
const times = existsSync(TIMES) ? JSON.parse(readFileSync(TIMES, 'utf8')) : {};

const tasks = [];
/** What is to be done once others are; where one of them failed it is not begun. */
function task(name, needs, usualMs, run) {
  const timed = async () => {
    const begun = Date.now();
    if (!needs.some((other) => broken.has(other))) await run().catch((error) => fails(name, error));
    times[name] = Date.now() - begun;
  };
  tasks.push({ name, needs, ms: times[name] ?? usualMs, run: timed });
}
const broken = new Set();
function fails(name, error) {
  broken.add(name);
  failed += 1;
  console.log(`FAIL ${name}\n${telling(error.message)}`);
}

const cluster = await startCluster(path.join(DATA, 'test-db'), { throwaway: true });
const environment = {
  ...process.env,
  TEST_DATABASE_URL: cluster.url('postgres'),
  NG_CLI_ANALYTICS: 'false',
  CI: 'true',
};
const cache = (name) => [
  '--cache',
  '--cache-strategy',
  'content',
  '--cache-location',
  path.join(DATA, `${name}-cache`),
];

task('server', [], 12_000, buildServer);
task('web app', [], 30_000, buildWeb);
task('demo', ['server'], 20_000, async () => {
  const { status, output } = await captureBeside(process.execPath, [...SOURCE, 'e2e/support/make-model.ts'], {
    env: environment,
  });
  if (status !== 0) throw new Error(output);
  const { database, recordKey } = JSON.parse(output.trim().split('\n').at(-1));
  Object.assign(environment, { DEMO_MODEL: database, DEMO_KEY: recordKey });
});
task('types', [], 20_000, () => check('types', node('typescript/bin/tsc', '-p', 'tsconfig.specs.json')));
task('format', [], 25_000, () =>
  check('format', node('prettier/bin/prettier.cjs', '--check', '--log-level=warn', ...cache('format'), '.')),
);
task('lint', [], 20_000, () => check('lint', node('eslint/bin/eslint.js', ...cache('lint'), '.')));
task('architecture', [], 6_000, () =>
  check(
    'architecture',
    node(
      'dependency-cruiser/bin/dependency-cruise.mjs',
      'packages',
      'apps/server/src',
      'apps/instruments/src',
      'apps/web/src',
      '--config',
      '.dependency-cruiser.cjs',
    ),
  ),
);
task('calculations documented', [], 3_000, () =>
  check('calculations documented', [
    process.execPath,
    [...SOURCE, path.join(ROOT, 'tools/write-calculations.ts'), '--check'],
  ]),
);
task('core, contract, instruments and tools specs', [], 40_000, () =>
  check('core, contract, instruments and tools specs', jasmine('jasmine.core.json'), { counts: jasmineCounts }),
);
task('server specs', ['demo'], 70_000, () =>
  check('server specs', jasmine('jasmine.server.json'), { counts: jasmineCounts, options: { env: environment } }),
);
task('web specs', [], 45_000, () =>
  check('web specs', node('@angular/cli/bin/ng.js', 'test'), {
    counts: karmaCounts,
    options: { cwd: path.join(ROOT, 'apps/web'), env: environment },
  }),
);
for (const file of readdirSync(path.join(ROOT, 'e2e')).filter((name) => name.endsWith('.journey.ts'))) {
  const name = `journey ${file.replace('.journey.ts', '')}`;
  task(name, ['demo', 'web app'], 5 * statSync(path.join(ROOT, 'e2e', file)).size, () =>
    check(name, jasmine('e2e/jasmine.json', `e2e/${file}`), { counts: jasmineCounts, options: { env: environment } }),
  );
}
try {
  // Browsers and databases wait for one another: one lane more than there are processors.
  await inLanes(os.availableParallelism() + 1, tasks);
} finally {
  if (environment.DEMO_MODEL) await dropDatabase(cluster, environment.DEMO_MODEL);
  cluster.stop();
}
writeFileSync(TIMES, JSON.stringify(times, null, 2));
console.log(
  `${((Date.now() - begun) / 60_000).toFixed(1)} min; of the machine’s time its host gave ${stolen()} to others`,
);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
