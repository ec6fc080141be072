import { rmSync } from 'node:fs';
import path from 'node:path';
import { ensureDataFolder, ensureDebian, ensureNodePackages } from './lib/install.mjs';
import { readOptions } from './lib/options.mjs';
import { freePort } from './lib/ports.mjs';

const [FIRST_PORT, FIRST_BRIDGE_PORT] = [4280, 4381];
/** Whether the database runs is looked at so often, ms. */
const LOOK_MS = 2_000;
/** Ending so many times, each so soon after its start, ms, is not staying up. */
const [MOST_FAILURES, SOON_MS] = [5, 20_000];
/** Waited before another try, and longer each time, ms. */
const PAUSE_MS = 500;

const USAGE =
  'npm start -- [--fresh] [--port N] [--no-demo]\n  --fresh    throw the database away and begin anew\n  --port N   serve on this port, 1 to 65535\n  --no-demo  no demo shed and no demo accounts';
const { values } = readOptions(
  USAGE,
  {
    options: {
      fresh: { type: 'boolean', default: false },
      port: { type: 'string' },
      'no-demo': { type: 'boolean', default: false },
      help: { type: 'boolean', default: false },
    },
  },
  ({ values: { port = '1' } }) => /^\d{1,5}$/.test(port) && Number(port) >= 1 && Number(port) <= 65_535,
);
if (values.help) {
  console.log(USAGE);
  process.exit(0);
}

ensureDebian(['postgresql']);
ensureNodePackages();
const { buildServer, buildWeb } = await import('./lib/build.mjs');
// The web app is built beside server, database and demo: together they take as long as it does alone.
const web = buildWeb();
web.catch(() => undefined);
await buildServer();
const { startCluster, ensureDatabase } = await import('./lib/postgres.mjs');
const { DEMO_LOGINS, anchorOf, demoBridgeToken, demoPasswords, playInstruments, prepare, serve, serverKeys } =
  await import('./lib/serve.mjs');

const data = ensureDataFolder();
const cluster = await startCluster(path.join(data, 'db'));
const database = values['no-demo'] ? 'ash_step' : 'ash_step_demo';
const urls = await ensureDatabase(cluster, database, { fresh: values.fresh });
const demo = !values['no-demo'];
const passwords = demo ? demoPasswords(data, database, await cluster.shared()) : {};
const bridgeToken = demo ? demoBridgeToken() : undefined;
const keys = serverKeys(data);
const anchor = anchorOf(data, database);
// What is thrown away takes the list of its seals with it.
if (values.fresh) rmSync(anchor, { force: true });
prepare({ ...urls, ...keys, anchor });
let port = values.port ? Number(values.port) : await freePort(FIRST_PORT);
const serveOn = () => serve({ databaseUrl: urls.databaseUrl, port, ...keys, anchor, demo, passwords, bridgeToken });
let server;
for (let tries = 1; !server; tries++) {
  try {
    server = await serveOn();
  } catch (error) {
    if (values.port || tries === MOST_FAILURES) {
      console.error(`Nothing is served on port ${port}: ${error.message}. Try another with --port.`);
      await cluster.leave();
      process.exit(1);
    }
    // Other commands may have taken the port in the same moment.
    port = await freePort(port + 1);
  }
}

// The demo works without its instruments too.
const instruments = demo
  ? await playInstruments({ port, bridgePort: await freePort(FIRST_BRIDGE_PORT), bridgeToken }).catch((error) =>
      console.error(`No simulated instruments: ${error.message}`),
    )
  : undefined;

let stopping = false;
async function stop(code = 0) {
  if (stopping) return;
  stopping = true;
  console.log('\nStopping …');
  await instruments?.stop();
  await server.stop();
  await cluster.leave();
  process.exit(code);
}
process.on('SIGINT', () => stop());
process.on('SIGTERM', () => stop());

/** What ends by itself is started again; what ends at once again and again is not. */
async function watch() {
  for (let failures = 0; failures < MOST_FAILURES;) {
    const since = Date.now();
    const code = await server.ended;
    if (stopping) return;
    failures = Date.now() - since < SOON_MS ? failures + 1 : 1;
    console.error(`The server ended with ${code}. Starting it again.`);
    await new Promise((resolve) => setTimeout(resolve, PAUSE_MS * failures));
    const again = await serveOn().catch((error) => console.error(error.message));
    if (again) server = again;
  }
  console.error('The server does not stay up. See what it said above.');
  await stop(1);
}
void watch();
setInterval(() => {
  if (stopping || cluster.running()) return;
  console.error('The database ended. Starting it again.');
  try {
    cluster.startAgain();
  } catch (error) {
    console.error(error.message);
  }
}, LOOK_MS);

await web.catch(async (error) => {
  console.error(error.message);
  await stop(1);
});
console.log(`\nAsh Step is at http://127.0.0.1:${port}`);
if (demo) {
  console.log('\nDemo accounts (passwords of this start only; the sign-in page also offers one press):');
  for (const login of DEMO_LOGINS) console.log(`  ${login.padEnd(8)} ${passwords[login]}`);
} else console.log('Add the first person with: npm run person -- --login NAME --name "Full Name" --role manager');
console.log('\nCtrl-C stops everything. Nothing is lost.');
