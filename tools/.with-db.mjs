import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { DATA, ROOT } from './lib/paths.mjs';
import { ensureDataFolder } from './lib/install.mjs';
import { startCluster } from './lib/postgres.mjs';
ensureDataFolder();
const cluster = await startCluster(path.join(DATA, 'with-db'), { throwaway: true });
const SOURCE = ['--conditions=@ashstep/source', '--import', 'tsx'];
const env = { ...process.env, TEST_DATABASE_URL: cluster.url('postgres') };
try {
  const { status } = spawnSync(process.execPath, [...SOURCE, path.join(ROOT, 'node_modules/jasmine/bin/jasmine.js'), ...process.argv.slice(2)], { stdio: 'inherit', cwd: ROOT, env });
  process.exitCode = status ?? 1;
} finally { cluster.stop(); }
