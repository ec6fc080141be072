import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { ensureDataFolder, ensureDebian, ensureNodePackages } from './lib/install.mjs';
import { ROOT } from './lib/paths.mjs';
import { freePort } from './lib/ports.mjs';
import { watchStolen } from './lib/stolen.mjs';

if (process.argv.includes('--sweep')) {
  ensureNodePackages();
  const asked = process.argv.slice(process.argv.indexOf('--sweep') + 1);
  const { status } = spawnSync(
    process.execPath,
    ['--conditions=@ashstep/source', '--import', 'tsx', path.join(ROOT, 'tools/sweep/main.ts'), ...asked],
    { stdio: 'inherit', cwd: ROOT },
  );
  process.exit(status ?? 1);
}
ensureDebian(['postgresql', 'chromium', 'chromium-driver']);
ensureNodePackages();
const { buildServer, buildWeb } = await import('./lib/build.mjs');
await buildServer();
await buildWeb();
const { startCluster, ensureDatabase } = await import('./lib/postgres.mjs');
const { demoPasswords, prepare, serve, serverKeys } = await import('./lib/serve.mjs');

const data = ensureDataFolder();
const cluster = await startCluster(path.join(data, 'bench-db'));
const urls = await ensureDatabase(cluster, 'bench', { fresh: true });
const keys = serverKeys(data);
const port = await freePort(4380);
const passwords = demoPasswords(data, 'bench');
const begun = performance.now();
prepare({ ...urls, ...keys });
const server = await serve({ databaseUrl: urls.databaseUrl, port, ...keys, demo: true, passwords });
const demoSeconds = ((performance.now() - begun) / 1000).toFixed(1);
const stolen = watchStolen();
try {
  // What is timed is the core as it is shipped: read from its source, every function made on the way is named anew, which costs a quarter.
  const { status } = spawnSync(
    process.execPath,
    [
      '--import',
      'tsx',
      path.join(ROOT, 'tools/bench-main.ts'),
      `http://127.0.0.1:${port}`,
      passwords.ilse,
      demoSeconds,
      urls.ownerUrl,
    ],
    { stdio: 'inherit', cwd: ROOT },
  );
  process.exitCode = status ?? 1;
  console.log(`\nOf the machine’s time its host gave ${stolen()} to others.`);
} finally {
  await server.stop();
  cluster.stop();
}
