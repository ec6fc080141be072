import { cpSync, existsSync, mkdirSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { createHash } from 'node:crypto';
import { ROOT } from './paths.mjs';
import { captureBeside } from './run.mjs';

/** Names and contents of every source file below the folders, as one hash. */
function fingerprint(folders) {
  const hash = createHash('sha256');
  const visit = (folder) => {
    for (const entry of readdirSync(folder, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1))) {
      if (['node_modules', 'dist', '.angular'].includes(entry.name)) continue;
      const file = path.join(folder, entry.name);
      if (entry.isDirectory()) visit(file);
      else hash.update(path.relative(ROOT, file)).update(readFileSync(file));
    }
  };
  folders.forEach((folder) => visit(path.join(ROOT, folder)));
  return hash.digest('hex');
}

async function whenStale(name, folders, output, build) {
  const stamp = path.join(ROOT, output, `.${name}-stamp`);
  const now = fingerprint(folders);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === now) return;
  console.error(`Building the ${name} …`);
  await build();
  mkdirSync(path.dirname(stamp), { recursive: true });
  writeFileSync(stamp, now);
}

/** Runs one of the builders; what it says is told only when it fails. */
async function run(file, args, options) {
  const { status, output } = await captureBeside(process.execPath, [bin(file), ...args], options);
  if (status !== 0) throw new Error(`The build failed.\n${output}`);
}

const bin = (file) => path.join(ROOT, 'node_modules', file);

/** Packages of others stay outside; what is ours goes in, or stays outside too where it is built by itself. */
const keepOutside = (others) => ({
  name: 'keep outside',
  setup: (build) =>
    build.onResolve({ filter: /^[^./]/ }, ({ path: name }) =>
      name.startsWith('@ashstep/') && !others.includes(name.split('/')[1]) ? null : { path: name, external: true },
    ),
});

const sources = (folder) =>
  readdirSync(path.join(ROOT, folder, 'src'), { recursive: true }).map((file) => `src/${file}`);

/**
 * What is built for Node: packages by what they offer and a thread by what it does, each with all that only it needs in one file, for
 * hundreds read one by one take a second with every process and every thread; server and bridge file by file, each with its SQL beside it.
 */
const BUILDS = [
  { folder: 'packages/core', entries: (file) => /^src\/(?:\w+|[\w-]+\/index)\.ts$/.test(file), bundle: [] },
  {
    folder: 'packages/contract',
    entries: (file) => /^src\/(?:index|words|instruments\/index)\.ts$/.test(file),
    bundle: ['core'],
  },
  { folder: 'apps/server', entries: (file) => !/^src\/(?:testing\/|threads\/tasks)/.test(file) },
  { folder: 'apps/server', entries: (file) => file === 'src/threads/tasks.ts', bundle: [] },
  { folder: 'apps/instruments', entries: () => true },
];

/** Server, bridge of the instruments and packages to JavaScript, with the SQL beside it. Types are a check of their own. */
export async function buildServer() {
  await whenStale('server', ['packages', 'apps/server', 'apps/instruments'], 'apps/server/dist', async () => {
    const { build } = await import('esbuild');
    for (const { folder } of BUILDS) rmSync(path.join(ROOT, folder, 'dist'), { recursive: true, force: true });
    for (const { folder, entries, bundle } of BUILDS)
      await build({
        absWorkingDir: path.join(ROOT, folder),
        entryPoints: sources(folder).filter((file) => /\.ts$/.test(file) && !/\.spec\.ts$/.test(file) && entries(file)),
        outbase: 'src',
        outdir: 'dist',
        ...(bundle && {
          bundle: true,
          splitting: true,
          chunkNames: 'shared/[name]-[hash]',
          plugins: [keepOutside(bundle)],
        }),
        platform: 'node',
        conditions: ['@ashstep/source'],
        format: 'esm',
        target: 'node20',
        sourcemap: true,
        logLevel: 'warning',
      });
    copySql('apps/server/src', 'apps/server/dist');
  });
}

export async function buildWeb() {
  await whenStale('web app', ['packages', 'apps/web'], 'apps/web/dist', () =>
    run('@angular/cli/bin/ng.js', ['build'], { cwd: path.join(ROOT, 'apps/web') }),
  );
}

function copySql(from, to) {
  for (const entry of readdirSync(path.join(ROOT, from), { withFileTypes: true })) {
    const [source, target] = [path.join(from, entry.name), path.join(to, entry.name)];
    if (entry.isDirectory()) copySql(source, target);
    else if (entry.name.endsWith('.sql')) cpSync(path.join(ROOT, source), path.join(ROOT, target));
  }
}
