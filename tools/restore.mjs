import path from 'node:path';
import { ensureDataFolder, ensureDebian, ensureNodePackages } from './lib/install.mjs';
import { readOptions } from './lib/options.mjs';

const { values, positionals } = readOptions(
  'npm run restore -- FILE [--demo]      puts a backup in place of what is here; what is here is kept beside it',
  { allowPositionals: true, options: { demo: { type: 'boolean', default: false } } },
  (read) => read.positionals.length === 1,
);
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
  let before = null;
  await restore(positionals[0], urls.ownerUrl, keptFiles(data, anchorOf(data, database)), async (files) => {
    await checkBackup(urls, files);
    before = await replaceDatabase(cluster, database, fresh);
    return before?.slice(database.length);
  });
  console.log(
    `${positionals[0]} is in place and its records are as they were sealed.${before ? ` What was here before is kept as ${before}; its key and list of seals, where they are others, beside those in place, under the same ending.` : ''}`,
  );
} catch (error) {
  console.error(error.message);
  process.exitCode = 1;
} finally {
  await cluster.leave();
}
