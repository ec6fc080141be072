import { readdirSync, statSync } from 'node:fs';
import path from 'node:path';
import { DATA, ROOT } from './lib/paths.mjs';
import { ensureDataFolder, ensureDebian, ensureNodePackages } from './lib/install.mjs';
import { captureBeside } from './lib/run.mjs';

ensureDebian(['postgresql', 'chromium', 'chromium-driver']);
ensureNodePackages();
const { startCluster } = await import('./lib/postgres.mjs');
const { buildServer, buildWeb } = await import('./lib/build.mjs');

let passed = 0;
let failed = 0;
const node = (file, ...args) => [process.execPath, [path.join(ROOT, 'node_modules', file), ...args]];
const SOURCE = ['--conditions=@ashstep/source', '--import', 'tsx'];
const jasmine = (config, ...files) => [process.execPath, [...SOURCE, path.join(ROOT, 'node_modules/jasmine/bin/jasmine.js'), `--config=${config}`, ...files]];

/** One check that passes or fails as a whole, or a suite whose own count is read from its output. */
async function check(name, [command, args], { counts, options } = {}) {
  const begun = Date.now();
  const { status, output } = await captureBeside(command, args, options);
  const numbers = counts?.(output) ?? null;
  const bad = status !== 0 || (counts && !numbers);
  passed += numbers ? numbers.passed : bad ? 0 : 1;
  failed += numbers ? Math.max(numbers.failed, bad ? 1 : 0) : bad ? 1 : 0;
  console.log(`${bad ? 'FAIL' : 'ok  '} ${name}${numbers ? `: ${numbers.passed} passed, ${numbers.failed} failed` : ''} (${((Date.now() - begun) / 1000).toFixed(1)} s)`);
  if (bad) console.log(telling(output));
}

/** Of a failed check's output, the lines that say what failed, with what follows each; the end of it where none says so. */
function telling(output) {
  const lines = output.split('\n');
  const near = new Set(lines.flatMap((line, i) => (/FAILED|Disconnected|Error\b|^\s*\d+\) |Expected /i.test(line) ? [0, 1, 2, 3, 4, 5].map((k) => i + k) : [])));
  const told = lines.filter((line, i) => near.has(i) && line.trim() !== '');
  return [...told.slice(0, 60), '…', ...lines.slice(-40)].join('\n');
}

/** "178 specs, 0 failures" */
function jasmineCounts(output) {
  const match = /(\d+) specs?, (\d+) failures?/.exec(output);
  return match && Number(match[1]) > 0 ? { passed: Number(match[1]) - Number(match[2]), failed: Number(match[2]) } : null;
}

/** Karma's last "Executed 12 of 12 (1 FAILED)" */
function karmaCounts(output) {
  const last = [...output.matchAll(/Executed (\d+) of (\d+)(?:[^\n]*?\((\d+) FAILED\))?/g)].at(-1);
  return last && Number(last[1]) > 0 ? { passed: Number(last[1]) - Number(last[3] ?? 0), failed: Number(last[3] ?? 0) } : null;
}

/** Journeys in so many parts of about the same length. */
function journeysIn(count) {
  const files = readdirSync(path.join(ROOT, 'e2e')).filter((file) => file.endsWith('.journey.ts'));
  const sized = files.map((file) => ({ file: `e2e/${file}`, size: statSync(path.join(ROOT, 'e2e', file)).size })).sort((a, b) => b.size - a.size);
  const parts = Array.from({ length: count }, () => ({ files: [], size: 0 }));
  for (const { file, size } of sized) {
    const least = parts.reduce((a, b) => (b.size < a.size ? b : a));
    least.files.push(file);
    least.size += size;
  }
  return parts.map(({ files: own }) => own);
}

ensureDataFolder();
const cluster = await startCluster(path.join(DATA, 'test-db'), { throwaway: true });
const environment = { ...process.env, TEST_DATABASE_URL: cluster.url('postgres'), NG_CLI_ANALYTICS: 'false', CI: 'true' };
try {
  await buildServer();
  // Two things at once: the machine has two cores at least.
  let built = true;
  const still = async () => {
    await check('format', node('prettier/bin/prettier.cjs', '--check', '--log-level=warn', '.'));
    await check('lint', node('eslint/bin/eslint.js', '.'));
    await check('architecture', node('dependency-cruiser/bin/dependency-cruise.mjs', 'packages', 'apps/server/src', 'apps/web/src', '--config', '.dependency-cruiser.cjs'));
    await buildWeb().catch((error) => {
      console.log(telling(error.message));
      built = false;
      failed += 1;
    });
  };
  const specs = async () => {
    await check('types', node('typescript/bin/tsc', '-p', 'tsconfig.specs.json'));
    await check('core and contract specs', jasmine('jasmine.core.json'), { counts: jasmineCounts });
    await check('command line', [process.execPath, [path.join(ROOT, 'tools/check-calc.mjs')]]);
    await check('calculations documented', [process.execPath, [...SOURCE, path.join(ROOT, 'tools/write-calculations.ts'), '--check']]);
    await check('server specs', jasmine('jasmine.server.json'), { counts: jasmineCounts, options: { env: environment } });
  };
  await Promise.all([still(), specs()]);
  await check('web specs', node('@angular/cli/bin/ng.js', 'test'), { counts: karmaCounts, options: { cwd: path.join(ROOT, 'apps/web'), env: environment } });
  if (built) await Promise.all(journeysIn(2).map((files, i) => check(`journeys, part ${i + 1}`, jasmine('e2e/jasmine.json', ...files), { counts: jasmineCounts, options: { env: environment } })));
} finally {
  cluster.stop();
}
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
