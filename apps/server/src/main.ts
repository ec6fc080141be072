import { pino } from 'pino';
import { createApp } from './app.js';
import { loadDemo } from './demo/index.js';
import { ChangeFeed } from './platform/changes.js';
import { readConfig } from './platform/config.js';
import { openPool } from './platform/database.js';
import { sealKey } from './record/seal.js';
import { prepareDatabase, requirePrepared } from './upgrade.js';
import { isOwner } from './platform/rights.js';

const config = readConfig(process.env);
const log = pino({ level: config.logLevel });
const pool = openPool(config.databaseUrl, (error) => log.error({ err: error }, 'database connection lost'));
const context = { pool, config, log, sealKey: sealKey(config.recordKey), now: () => new Date() };
if (await isOwner(pool)) {
  log.warn(
    'DATABASE_URL is that of the owner of the tables. Give the server a role of its own: see docs/operations.md.',
  );
  await prepareDatabase(context);
} else await requirePrepared(pool);
if (config.demo) await loadDemo(context);
const changes = new ChangeFeed(context);
await changes.start();

// The application calls this too where it cannot listen.
const server = createApp(context, changes).listen(config.port, config.host, (error) => {
  if (error) {
    log.fatal({ err: error }, 'cannot listen');
    process.exit(1);
  }
  // One connection that cannot be taken is no reason to leave the others.
  server.on('error', (failed) => log.error({ err: failed }, 'a connection was not taken'));
  const address = server.address();
  process.send?.('ready');
  log.info({ port: typeof address === 'object' ? address?.port : config.port }, 'ready');
});

let stopping = false;
async function stop(): Promise<void> {
  if (stopping) return;
  stopping = true;
  server.close();
  server.closeIdleConnections();
  await changes.stop();
  server.closeAllConnections();
  await pool.end();
  process.exit(0);
}
process.on('SIGINT', () => void stop());
process.on('SIGTERM', () => void stop());
// Started by a command that has been killed, it would serve on unseen and hold the port.
process.on('disconnect', () => void stop());
