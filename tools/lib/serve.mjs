import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { ROOT } from './paths.mjs';
import { capture, start } from './run.mjs';
import { secretOf } from './secrets.mjs';

const RECORD_KEY = 'record-key';
export const DEMO_LOGINS = ['ilse', 'tomas', 'maren', 'ruben'];

/** Passwords for the demo accounts, easy to type: new ones, or those of a start that still runs on the same database, which would else be told wrong ones. */
export function demoPasswords(folder, database, keep = false) {
  const file = path.join(folder, `passwords-${database}.json`);
  if (keep && existsSync(file)) return JSON.parse(readFileSync(file, 'utf8'));
  const passwords = Object.fromEntries(
    DEMO_LOGINS.map((login) => [login, randomBytes(6).toString('base64url').replace(/[-_]/g, 'x')]),
  );
  writeFileSync(file, JSON.stringify(passwords), { mode: 0o600 });
  return passwords;
}

/** The secret half of the key records are sealed with. */
export const recordKey = (folder) => secretOf(folder, RECORD_KEY);

/** What a server process signs sessions and seals records with. */
export const serverKeys = (folder) => ({ secret: secretOf(folder, 'session-secret'), key: recordKey(folder) });

/** The file every seal of a database is told to. */
export const anchorOf = (folder, database) => path.join(folder, `seals-${database}`);

/** What belongs to a database and is kept outside it, by its name in a backup. */
export const keptFiles = (folder, anchor) => ({ [RECORD_KEY]: path.join(folder, RECORD_KEY), seals: anchor });

const SOURCE = ['--conditions=@ashstep/source', '--import', 'tsx'];

/** Brings a database up to date as its owner, whom the server knows nothing of, and gives the server its rights. */
export function prepare({ ownerUrl, databaseUrl, key, anchor, development = false }) {
  const env = {
    ...process.env,
    DATABASE_OWNER_URL: ownerUrl,
    DATABASE_URL: databaseUrl,
    RECORD_KEY: key,
    ...(anchor ? { RECORD_ANCHOR: anchor } : {}),
  };
  const args = development ? [...SOURCE, 'apps/server/src/prepare.ts'] : ['apps/server/dist/prepare.js'];
  const { status, output } = capture(process.execPath, args, { env, cwd: ROOT });
  if (status !== 0) throw new Error(`The database could not be prepared:\n${output}`);
}

/** Starts one server process and waits until it listens itself: another on the same port says nothing about this one. It ends with the process that started it. */
export async function serve({
  databaseUrl,
  port,
  secret,
  key,
  anchor,
  demo,
  passwords = {},
  bridgeToken,
  development = false,
  logLevel = 'warn',
}) {
  const env = {
    ...process.env,
    DATABASE_URL: databaseUrl,
    PORT: String(port),
    HOST: '127.0.0.1',
    SESSION_SECRET: secret,
    RECORD_KEY: key,
    ...(anchor ? { RECORD_ANCHOR: anchor } : {}),
    DEMO: demo ? '1' : '0',
    DEMO_PASSWORDS: JSON.stringify(passwords),
    ...(bridgeToken ? { DEMO_BRIDGE_TOKEN: bridgeToken } : {}),
    LOG_LEVEL: logLevel,
    WEB_ROOT: path.join(ROOT, 'apps/web/dist/browser'),
  };
  const args = development ? [...SOURCE, 'apps/server/src/main.ts'] : ['apps/server/dist/main.js'];
  const child = start(process.execPath, args, { env, detached: true, stdio: ['inherit', 'inherit', 'inherit', 'ipc'] });
  const ended = new Promise((resolve) => child.once('exit', resolve));
  const ready = new Promise((resolve) => child.once('message', resolve));
  await Promise.race([ready, ended.then((code) => Promise.reject(new Error(`the server ended with ${code}`)))]);
  return {
    child,
    ended,
    stop: async () => {
      child.kill('SIGTERM');
      await ended;
    },
  };
}

/** A token for the bridge of the demo's simulated instruments, of this start only. */
export const demoBridgeToken = () => randomBytes(32).toString('base64url');

/** Starts the bridge of the demo with every simulated instrument on it; they end with the process that started them. */
export async function playInstruments({ port, bridgePort, bridgeToken }) {
  const run = async (file, args, env = {}) => {
    const child = start(process.execPath, [path.join(ROOT, 'apps/instruments/dist', file), ...args], {
      env: { ...process.env, ...env },
      detached: true,
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    });
    const ended = new Promise((resolve) => child.once('exit', resolve));
    const ready = new Promise((resolve) => child.once('message', resolve));
    await Promise.race([ready, ended.then((code) => Promise.reject(new Error(`${file} ended with ${code}`)))]);
    return () => (child.kill('SIGTERM'), ended);
  };
  const stops = [
    await run('main.js', ['--server', `http://127.0.0.1:${port}`, '--port', String(bridgePort)], {
      BRIDGE_TOKEN: bridgeToken,
    }),
    await run('simulator/main.js', ['--port', String(bridgePort)]),
  ];
  return { stop: () => Promise.all(stops.map((stop) => stop())) };
}
