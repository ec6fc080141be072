import { randomBytes, randomUUID } from 'node:crypto';
import path from 'node:path';
import { ensureDataFolder, ensureDebian, ensureNodePackages } from './lib/install.mjs';
import { readOptions } from './lib/options.mjs';

const { values } = readOptions(
  'npm run person -- --login NAME --name "Full Name" --role technician|inspector|manager',
  {
    options: { login: { type: 'string' }, name: { type: 'string' }, role: { type: 'string', default: 'technician' } },
  },
  (read) => read.values.login && read.values.name && ['technician', 'inspector', 'manager'].includes(read.values.role),
);
ensureDebian(['postgresql']);
ensureNodePackages();
const { buildServer } = await import('./lib/build.mjs');
await buildServer();
const { startCluster, ensureDatabase } = await import('./lib/postgres.mjs');
const { openPool } = await import('../apps/server/dist/platform/database.js');
const { prepareDatabase } = await import('../apps/server/dist/upgrade.js');
const { sealKey } = await import('../apps/server/dist/record/seal.js');
const { anchorOf, recordKey } = await import('./lib/serve.mjs');
const { savePerson } = await import('../apps/server/dist/people/service.js');

const data = ensureDataFolder();
const cluster = await startCluster(path.join(data, 'db'));
const { ownerUrl, databaseUrl } = await ensureDatabase(cluster, 'ash_step');
const pool = openPool(ownerUrl);
await prepareDatabase({
  pool,
  sealKey: sealKey(recordKey(data)),
  config: { databaseUrl, anchorFile: anchorOf(data, 'ash_step') },
});
const password = randomBytes(9).toString('base64url');
await savePerson(pool, {
  id: randomUUID(),
  login: values.login.toLowerCase(),
  name: values.name,
  role: values.role,
  password,
  demo: false,
});
await pool.end();
console.log(`${values.name} signs in as ${values.login.toLowerCase()} with ${password}`);
