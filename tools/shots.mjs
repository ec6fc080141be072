import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { ensureDataFolder, ensureDebian, ensureNodePackages } from './lib/install.mjs';
import { DATA, ROOT } from './lib/paths.mjs';

ensureDebian(['postgresql', 'chromium', 'chromium-driver']);
ensureNodePackages();
const { buildServer, buildWeb } = await import('./lib/build.mjs');
await buildServer();
await buildWeb();
const { startCluster } = await import('./lib/postgres.mjs');
ensureDataFolder();
const cluster = await startCluster(path.join(DATA, 'test-db'), { throwaway: true });
try {
  const { status } = spawnSync(
    process.execPath,
    ['--conditions=@ashstep/source', '--import', 'tsx', path.join(ROOT, 'e2e/shots.ts')],
    { stdio: 'inherit', cwd: ROOT, env: { ...process.env, TEST_DATABASE_URL: cluster.url('postgres') } },
  );
  process.exitCode = status ?? 1;
} finally {
  cluster.stop();
}
