import { readFileSync } from 'node:fs';
import path from 'node:path';
import { ensureDataFolder, ensureDebian, ensureNodePackages } from './lib/install.mjs';
import { readOptions } from './lib/options.mjs';

const { values, positionals } = readOptions(
  'npm run verify -- FILE…      whether record files are as they were sealed\n' +
    'npm run verify -- --all      whether everything kept here is\n' +
    '  --key HEX   the public key of the shop that sealed it, as it stands on its records; without it, that of this shop\n' +
    '  --any-key   take the key the file names: proves that nothing was changed, not who sealed it',
  {
    allowPositionals: true,
    options: {
      all: { type: 'boolean', default: false },
      key: { type: 'string' },
      'any-key': { type: 'boolean', default: false },
    },
  },
  (read) =>
    read.values.all !== read.positionals.length > 0 && (!read.values.key || /^[0-9a-f]{64}$/.test(read.values.key)),
);
if (values.all) ensureDebian(['postgresql']);
ensureNodePackages();
const { buildServer } = await import('./lib/build.mjs');
await buildServer();
const { recordKey, anchorOf } = await import('./lib/serve.mjs');
const { sealKey } = await import('../apps/server/dist/record/seal.js');

const data = ensureDataFolder();
const key = sealKey(recordKey(data));

if (values.all) console.log(`The public key of this shop: ${key.publicKey}`);
const found = values.all ? await verifyAll() : await Promise.all(positionals.map(verifyFile));
process.exitCode = found.every((intact) => intact) ? 0 : 1;

async function verifyFile(file) {
  const { fileFaults } = await import('../apps/server/dist/record/verify.js');
  const trusted = values['any-key'] ? null : (values.key ?? key.publicKey);
  return told(file, fileFaults(readFileSync(file, 'utf8'), trusted));
}

async function verifyAll() {
  const { startCluster, databases } = await import('./lib/postgres.mjs');
  const { openPool } = await import('../apps/server/dist/platform/database.js');
  const { verifyChain } = await import('../apps/server/dist/record/service.js');
  const cluster = await startCluster(path.join(data, 'db'));
  const intact = [];
  for (const database of await databases(cluster)) {
    const pool = openPool(cluster.url(database));
    const report = await verifyChain({ pool, sealKey: key, config: { anchorFile: anchorOf(data, database) } });
    await pool.end();
    intact.push(told(`${database}, ${report.records} records`, report.faults));
  }
  await cluster.leave();
  return intact;
}

function told(what, faults) {
  console.log(faults.length === 0 ? `${what}: as it was sealed` : `${what}: NOT AS IT WAS SEALED`);
  for (const { repairId, revision, words } of faults)
    console.log(`  ${repairId ? `repair ${repairId}, revision ${revision}: ` : ''}${words}`);
  return faults.length === 0;
}
