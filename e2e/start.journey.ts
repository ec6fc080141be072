import { type ChildProcess, spawn } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { ROOT, freePort } from './support/app.js';

describe('the start command', () => {
  const data = mkdtempSync(path.join(os.tmpdir(), 'ash-step-start-'));
  let command: ChildProcess;
  let base: string;
  let said = '';
  beforeAll(async () => {
    chmodSync(data, 0o755);
    const port = await freePort();
    base = `http://127.0.0.1:${port}`;
    command = spawn(process.execPath, ['tools/start.mjs', '--no-demo', '--port', String(port)], {
      cwd: ROOT,
      env: { ...process.env, ASH_STEP_DATA: data },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    for (const stream of [command.stdout!, command.stderr!])
      stream.setEncoding('utf8').on('data', (text: string) => (said += text));
    await until(() => said.includes('Nothing is lost.'));
  }, 240_000);
  afterAll(async () => {
    const ended = new Promise((resolve) => command.once('exit', resolve));
    command.kill('SIGTERM');
    if (command.exitCode === null) await ended;
    rmSync(data, { recursive: true, force: true });
  }, 90_000);

  const answers = async (): Promise<number> =>
    fetch(`${base}/api/health`).then(
      ({ status }) => status,
      () => 0,
    );
  /** Looks again and again, as often as the machine can, until it is so. */
  async function until(isSo: () => boolean | Promise<boolean>): Promise<void> {
    while (!(await isSo())) {
      if (command.exitCode !== null) throw new Error(`the start command ended:\n${said}`);
      await new Promise((resolve) => setTimeout(resolve, 25));
    }
  }
  const database = (): number =>
    Number(readFileSync(path.join(data, 'db/cluster/postmaster.pid'), 'utf8').split('\n')[0]);
  const processes = (): { pid: number; parent: number; line: string }[] =>
    readdirSync('/proc')
      .filter((name) => /^\d+$/.test(name))
      .flatMap((name) => {
        try {
          const [state, parent] = readFileSync(`/proc/${name}/stat`, 'utf8')
            .replace(/^.*\) /, '')
            .split(' ');
          // One that has ended is listed until its parent has asked how.
          if (state === 'Z') return [];
          return [{ pid: Number(name), parent: Number(parent), line: readFileSync(`/proc/${name}/cmdline`, 'utf8') }];
        } catch {
          // It has ended meanwhile.
          return [];
        }
      });
  const server = (): number =>
    processes().find(({ parent, line }) => parent === command.pid && line.includes('dist/main.js'))!.pid;

  it('builds nothing anew that is built', () => expect(said).not.toContain('Building'));

  it('given a port that is taken says so and ends, without harm to what is there', async () => {
    const second = spawn(process.execPath, ['tools/start.mjs', '--no-demo', '--port', new URL(base).port], {
      cwd: ROOT,
      env: { ...process.env, ASH_STEP_DATA: data },
      stdio: ['ignore', 'ignore', 'pipe'],
    });
    let told = '';
    second.stderr.setEncoding('utf8').on('data', (text: string) => (told += text));
    expect(await new Promise((resolve) => second.once('exit', resolve))).toBe(1);
    expect(told).toContain('Try another with --port');
    expect(await answers()).toBe(200);
  }, 90_000);

  it('starts a killed server again', async () => {
    expect(await answers()).toBe(200);
    const killed = server();
    process.kill(killed, 'SIGKILL');
    await until(async () => said.includes('Starting it again') && (await answers()) === 200);
    expect(server()).not.toBe(killed);
  }, 180_000);

  it('starts a killed database again, under a server that goes on', async () => {
    const [killed, serving] = [database(), server()];
    process.kill(killed, 'SIGQUIT');
    await until(async () => said.includes('The database ended') && (await answers()) === 200);
    expect([database() === killed, server()]).toEqual([false, serving]);
  }, 180_000);

  it('keeps from the server who owns the tables', () => {
    const told = readFileSync(`/proc/${server()}/environ`, 'utf8');
    expect(told).toContain('DATABASE_URL=postgres://ash_step_server:');
    expect(told).not.toContain(readFileSync(path.join(data, 'db/password'), 'utf8'));
  });

  it('takes server and database along when it is stopped', async () => {
    const [serving, keeping] = [server(), database()];
    const ended = new Promise<number | null>((resolve) => command.once('exit', resolve));
    command.kill('SIGTERM');
    expect(await ended).toBe(0);
    const left = new Set(processes().map(({ pid }) => pid));
    expect([left.has(serving), left.has(keeping)]).toEqual([false, false]);
  }, 90_000);
});
