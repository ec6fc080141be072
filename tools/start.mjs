import path from 'node:path';
import { parseArgs } from 'node:util';
import { ensureDataFolder, ensureDebian, ensureNodePackages } from './lib/install.mjs';
import { freePort } from './lib/ports.mjs';

const { values } = parseArgs({
  options: { fresh: { type: 'boolean', default: false }, port: { type: 'string' }, 'no-demo': { type: 'boolean', default: false }, help: { type: 'boolean', default: false } },
});
if (values.help) {
  console.log('npm start -- [--fresh] [--port N] [--no-demo]\n  --fresh    throw the database away and begin anew\n  --port N   serve on this port\n  --no-demo  no demo shed and no demo accounts');
  process.exit(0);
}

ensureDebian(['postgresql']);
ensureNodePackages();
const { buildServer, buildWeb } = await import('./lib/build.mjs');
await buildServer();
await buildWeb();
const { startCluster, ensureDatabase } = await import('./lib/postgres.mjs');
const { DEMO_LOGINS, demoPasswords, serve, sessionSecret } = await import('./lib/serve.mjs');

const data = ensureDataFolder();
const cluster = await startCluster(path.join(data, 'db'));
const database = values['no-demo'] ? 'ash_step' : 'ash_step_demo';
const databaseUrl = await ensureDatabase(cluster, database, { fresh: values.fresh });
const port = values.port ? Number(values.port) : await freePort(4280);
const demo = !values['no-demo'];
const passwords = demo ? demoPasswords() : {};
const server = await serve({ databaseUrl, port, secret: sessionSecret(data), demo, passwords });

let stopping = false;
async function stop() {
  if (stopping) return;
  stopping = true;
  console.log('\nStopping …');
  await server.stop();
  cluster.stop();
  process.exit(0);
}
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
server.ended.then((code) => {
  if (stopping) return;
  console.error(`The server ended with ${code}.`);
  cluster.stop();
  process.exit(1);
});

console.log(`\nAsh Step is at http://127.0.0.1:${port}`);
if (demo) {
  console.log('\nDemo accounts (passwords of this start only; the sign-in page also offers one press):');
  for (const login of DEMO_LOGINS) console.log(`  ${login.padEnd(8)} ${passwords[login]}`);
} else console.log('Add the first person with: npm run person -- --login NAME --name "Full Name" --role manager');
console.log('\nCtrl-C stops everything. Nothing is lost.');
