import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { DATA, ROOT } from './paths.mjs';
import { capture, run } from './run.mjs';

const DEBIAN = {
  postgresql: () => postgresBin() !== null,
  chromium: () => existsSync('/usr/bin/chromium'),
  'chromium-driver': () => existsSync('/usr/bin/chromedriver'),
  'chromium-headless-shell': () => existsSync('/usr/bin/chromium-headless-shell'),
};

/** Folder of the newest PostgreSQL server binaries, or null. */
export function postgresBin() {
  const base = '/usr/lib/postgresql';
  if (!existsSync(base)) return null;
  const versions = readdirSync(base).filter((version) => existsSync(path.join(base, version, 'bin/initdb')));
  versions.sort((a, b) => Number(b) - Number(a));
  return versions.length === 0 ? null : path.join(base, versions[0], 'bin');
}

/** Installs the Debian packages that are missing; not as root, prints the exact command and stops. */
export function ensureDebian(names) {
  const missing = names.filter((name) => !DEBIAN[name]());
  if (missing.length === 0) return;
  const prevent =
    'mkdir -p /etc/postgresql-common/createcluster.d && echo "create_main_cluster = false" > /etc/postgresql-common/createcluster.d/ash-step.conf';
  const install = `${missing.includes('postgresql') ? `${prevent} && ` : ''}apt-get update && apt-get install -y --no-install-recommends ${missing.join(' ')}`;
  if (process.getuid() !== 0) {
    console.error(`Missing: ${missing.join(', ')}. Run this once, then start again:\n\n  sudo sh -c '${install}'\n`);
    process.exit(1);
  }
  const output = installed(missing, install);
  if (output === null) return;
  console.error(output);
  throw new Error(`could not install ${missing.join(', ')}`);
}

/** A network that does not answer is not waited for. */
const SOON = '-o Acquire::http::Timeout=10 -o Acquire::https::Timeout=10 -o Acquire::Retries=0';

/** Installs Debian packages that only save time; where that cannot be done soon it goes on without. */
export function wishDebian(names) {
  const missing = names.filter((name) => !DEBIAN[name]());
  if (missing.length === 0 || process.getuid() !== 0) return;
  installed(missing, `apt-get ${SOON} update; apt-get ${SOON} install -y --no-install-recommends ${missing.join(' ')}`);
}

/** What the installer said where something is missing after it; null where nothing is. */
function installed(missing, command) {
  console.error(`Installing ${missing.join(', ')} …`);
  const { status, output } = capture('sh', ['-c', command], {
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  });
  return status === 0 && missing.every((name) => DEBIAN[name]()) ? null : output;
}

/** Runs `npm ci` when node_modules is missing or belongs to another lock file; of several commands at once only one does. */
export function ensureNodePackages() {
  if (!packagesCurrent())
    withLock('install', () => {
      if (packagesCurrent()) return;
      console.error('Installing node packages …');
      run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], { stdio: ['ignore', 2, 2] });
      writeFileSync(PACKAGE_STAMP, lockHash());
    });
  ensureHook();
}

/** What is committed is formatted and looked through first. Where npm runs no scripts its own `prepare` did not see to it. */
function ensureHook() {
  if (!existsSync(path.join(ROOT, '.git')) || existsSync(path.join(ROOT, '.husky/_'))) return;
  capture(process.execPath, [path.join(ROOT, 'node_modules/husky/bin.js')]);
}

const PACKAGE_STAMP = path.join(ROOT, 'node_modules/.ash-step-lock');
const lockHash = () =>
  createHash('sha256')
    .update(readFileSync(path.join(ROOT, 'package-lock.json')))
    .digest('hex');
const packagesCurrent = () => existsSync(PACKAGE_STAMP) && readFileSync(PACKAGE_STAMP, 'utf8') === lockHash();

/** Holds a lock file with our process number while working; a lock left by a dead process is taken over. */
function withLock(name, work) {
  const file = path.join(ensureDataFolder(), `${name}.lock`);
  for (;;) {
    try {
      writeFileSync(file, String(process.pid), { flag: 'wx' });
      break;
    } catch {
      if (!holderAlive(file)) rmSync(file, { force: true });
      else Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, 200);
    }
  }
  try {
    work();
  } finally {
    rmSync(file, { force: true });
  }
}

function holderAlive(file) {
  try {
    process.kill(Number(readFileSync(file, 'utf8')), 0);
    return true;
  } catch {
    return false;
  }
}

export function ensureDataFolder() {
  mkdirSync(DATA, { recursive: true, mode: 0o755 });
  return DATA;
}
