import path from 'node:path';
import { ensureDataFolder, ensureDebian, ensureNodePackages } from './lib/install.mjs';
import { readOptions } from './lib/options.mjs';

const { values, positionals } = readOptions(
  'npm run backup -- [FILE] [--demo]      everything of the shop in one file; it may go on working meanwhile',
  { allowPositionals: true, options: { demo: { type: 'boolean', default: false } } },
  (read) => read.positionals.length <= 1,
);
ensureDebian(['postgresql']);
ensureNodePackages();
const { startCluster, databases } = await import('./lib/postgres.mjs');
const { anchorOf, keptFiles } = await import('./lib/serve.mjs');
const { backup } = await import('./lib/backup.mjs');

const data = ensureDataFolder();
const database = values.demo ? 'ash_step_demo' : 'ash_step';
const cluster = await startCluster(path.join(data, 'db'));
try {
  if (!(await databases(cluster)).includes(database))
    throw new Error(
      `There is no database ${database} here.${values.demo ? '' : ' The demo’s is backed up with --demo.'}`,
    );
  const file =
    positionals[0] ??
    path.join(data, 'backups', `${database}-${new Date().toISOString().slice(0, 16).replace(':', '')}.tar`);
  await backup(cluster.url(database), keptFiles(data, anchorOf(data, database)), file);
  console.log(
    `Everything of ${database} is in ${file}. Keep it where this machine is not: whoever has it has the shop's records and its key.`,
  );
} catch (error) {
  console.error(error.message);
  process.exitCode = 1;
} finally {
  await cluster.leave();
}
