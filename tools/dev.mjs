import path from 'node:path';
import { ensureDataFolder, ensureDebian, ensureNodePackages } from './lib/install.mjs';
import { ROOT } from './lib/paths.mjs';
import { freePort } from './lib/ports.mjs';
import { start } from './lib/run.mjs';

ensureDebian(['postgresql']);
ensureNodePackages();
const { startCluster, ensureDatabase } = await import('./lib/postgres.mjs');
const { DEMO_LOGINS, demoPasswords, prepare, serve, serverKeys } = await import('./lib/serve.mjs');

const data = ensureDataFolder();
const cluster = await startCluster(path.join(data, 'db'));
const urls = await ensureDatabase(cluster, 'ash_step_dev');
const keys = serverKeys(data);
prepare({ ...urls, ...keys, development: true });
const passwords = demoPasswords(data, 'ash_step_dev');
const port = await freePort(4281);
const server = await serve({
  databaseUrl: urls.databaseUrl,
  port,
  ...keys,
  demo: true,
  passwords,
  development: true,
  logLevel: 'info',
});
const web = start(
  process.execPath,
  [path.join(ROOT, 'node_modules/@angular/cli/bin/ng.js'), 'serve', '--port', '4200'],
  { cwd: path.join(ROOT, 'apps/web'), env: { ...process.env, API_URL: `http://127.0.0.1:${port}` } },
);
console.log(`\nWeb app with reload: http://127.0.0.1:4200 (API on ${port})`);
for (const login of DEMO_LOGINS) console.log(`  ${login.padEnd(8)} ${passwords[login]}`);

async function stop() {
  web.kill('SIGTERM');
  await server.stop();
  cluster.stop();
  process.exit(0);
}
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
