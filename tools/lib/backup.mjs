import {
  chmodSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { postgresBin } from './install.mjs';
import { capture } from './run.mjs';

/** Runs one of the database's own programs on a database, its password out of sight of other users. */
function program(name, url, args) {
  const { hostname, port, username, password, pathname } = new URL(url);
  const env = {
    ...process.env,
    PGHOST: hostname,
    PGPORT: port,
    PGUSER: username,
    PGPASSWORD: password,
    PGDATABASE: pathname.slice(1),
  };
  const { status, output } = capture(path.join(postgresBin(), name), args, { env });
  if (status !== 0) throw new Error(`${name} did not work:\n${output}`);
}

/** Works in a folder of its own, which is gone afterwards. */
async function inFolder(work) {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'ash-step-backup-'));
  try {
    return await work(folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/**
 * Writes one file with everything: the database, the key records are sealed with and the list of seals. Whoever has it has the
 * shop's records and its key; it is readable by its owner only.
 * @param keep files beside the database, by the name each has in the backup
 */
export function backup(url, keep, target) {
  return inFolder((folder) => {
    program('pg_dump', url, [
      '--format=custom',
      '--no-owner',
      '--no-privileges',
      '--file',
      path.join(folder, 'database'),
    ]);
    for (const [name, file] of Object.entries(keep)) if (existsSync(file)) cpSync(file, path.join(folder, name));
    mkdirSync(path.dirname(path.resolve(target)), { recursive: true });
    writeFileSync(target, '', { mode: 0o600 });
    chmodSync(target, 0o600);
    tar(['-cf', path.resolve(target), '-C', folder, '.']);
  });
}

/**
 * Reads a backup into a database that is there and empty, and puts the files beside it into their places. What is done with the
 * database before anything is put anywhere is up to `take`, which throws where the backup is not to be taken, and may give the
 * ending under which a file that was there, and is another, is kept.
 */
export function restore(file, url, keep, take = async () => undefined) {
  return inFolder(async (folder) => {
    try {
      tar(['-xf', path.resolve(file), '-C', folder]);
      program('pg_restore', url, [
        '--no-owner',
        '--no-privileges',
        '--exit-on-error',
        '--dbname',
        new URL(url).pathname.slice(1),
        path.join(folder, 'database'),
      ]);
    } catch (error) {
      throw new Error(`${file} is no backup of Ash Step, or not whole. What is here stays as it is.\n${error.message}`);
    }
    const ending = await take(Object.fromEntries(Object.keys(keep).map((name) => [name, path.join(folder, name)])));
    for (const [name, place] of Object.entries(keep)) {
      const from = path.join(folder, name);
      if (ending && existsSync(place) && !(existsSync(from) && readFileSync(from).equals(readFileSync(place))))
        renameSync(place, `${place}${ending}`);
      if (existsSync(from)) cpSync(from, place);
      else rmSync(place, { force: true });
    }
  });
}

function tar(args) {
  const { status, output } = capture('tar', args);
  if (status !== 0) throw new Error(`the file could not be written or read:\n${output}`);
}
