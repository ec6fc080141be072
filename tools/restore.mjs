import path from 'node:path';
import { parseArgs } from 'node:util';
import { ensureDataFolder, ensureDebian, ensureNodePackages } from './lib/install.mjs';

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { demo: { type: 'boolean', default: false } },
});
if (positionals.length !== 1) {
  console.error(
    'npm run restore -- FILE [--demo]      puts a backup in place of what is here; what is here is kept beside it',
  );
  process.exit(2);
}
ensureDebian(['postgresql']);
ensureNodePackages();
const { buildServer } = await import('./lib/build.mjs');
await buildServer();
const { startCluster, ensureDatabase, replaceDatabase } = await import('./lib/postgres.mjs');
const { anchorOf, keptFiles } = await import('./lib/serve.mjs');
const { restore } = await import('./lib/backup.mjs');
const { checkBackup } = await import('./lib/check-backup.mjs');

const data = ensureDataFolder();
const database = values.demo ? 'ash_step_demo' : 'ash_step';
const cluster = await startCluster(path.join(data, 'db'));
try {
  if (await cluster.shared())
    throw new Error('Ash Step is running. Stop it first: nobody may work on what is replaced.');
  const fresh = `${database}_coming`;
  const urls = await ensureDatabase(cluster, fresh, { fresh: true });
  await restore(positionals[0], urls.ownerUrl, keptFiles(data, anchorOf(data, database)), (files) =>
    checkBackup(urls, files),
  );
  const before = await replaceDatabase(cluster, database, fresh);
  console.log(
    `${positionals[0]} is in place and its records are as they were sealed.${before ? ` What was here before is kept as ${before}.` : ''}`,
  );
} catch (error) {
  console.error(error.message);
  process.exitCode = 1;
} finally {
  await cluster.leave();
}
