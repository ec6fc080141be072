import { type ChildProcess, execFileSync, spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { createServer } from 'node:net';
import path from 'node:path';
import pg from 'pg';

export const ROOT = path.resolve(import.meta.dirname ?? '.', '../..');
const SECRET = 'only for the journeys, nowhere else';
/** What the records of the demo are sealed with. */
export const RECORD_KEY = '7'.repeat(64);
const BRIDGE_TOKEN = 'only-for-the-bridge-of-the-journeys';
/** The model made before by whoever runs several suites. */
const MODEL = process.env['DEMO_MODEL'];
export const PASSWORDS = {
  ilse: 'ilse journey',
  tomas: 'tomas journey',
  maren: 'maren journey',
  ruben: 'ruben journey',
};

export async function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.once('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() =>
        typeof address === 'object' && address ? resolve(address.port) : reject(new Error('no port')),
      );
    });
  });
}

/** The built application on a database of its own, filled with the demo; more processes can be started beside the first. */
export class RunningApp {
  private readonly children: ChildProcess[] = [];
  private readonly instruments: ChildProcess[] = [];

  private constructor(
    private readonly admin: string,
    readonly database: string,
  ) {}

  /** A copy of the demo, which is made once for all suites: making it takes longest. */
  static async start(): Promise<RunningApp> {
    const model = await (RunningApp.model ??= MODEL
      ? Promise.resolve(RunningApp.named(MODEL))
      : RunningApp.makeModel());
    const app = RunningApp.named();
    await app.onAdmin(`CREATE DATABASE ${app.database} TEMPLATE ${model.database}`);
    return app;
  }

  /** To be called once when all suites are done. */
  static async clearAway(): Promise<void> {
    if (!MODEL) await (await RunningApp.model)?.stop();
  }

  private static model: Promise<RunningApp> | undefined;

  /** A database filled with the demo, which others are copied from. */
  static async makeModel(): Promise<RunningApp> {
    const app = RunningApp.named();
    await app.onAdmin(`CREATE DATABASE ${app.database}`);
    app.prepare();
    await app.serve();
    await app.halt();
    return app;
  }

  private static named(database = `journey_${randomUUID().replaceAll('-', '')}`): RunningApp {
    const admin = process.env['TEST_DATABASE_URL'];
    if (!admin) throw new Error('TEST_DATABASE_URL is not set: run the journeys with npm test');
    return new RunningApp(admin, database);
  }

  private get ownerUrl(): string {
    return this.admin.replace(/\/[^/]*$/, `/${this.database}`);
  }

  private get serverUrl(): string {
    return Object.assign(new URL(this.ownerUrl), {
      username: 'journey_server',
      password: 'only for the journeys',
    }).toString();
  }

  /** Makes the tables as their owner, and gives the server its rights. */
  private prepare(): void {
    const env = { ...process.env, DATABASE_OWNER_URL: this.ownerUrl, DATABASE_URL: this.serverUrl, RECORD_KEY };
    execFileSync(process.execPath, [path.join(ROOT, 'apps/server/dist/prepare.js')], { env, stdio: 'inherit' });
  }

  /** Starts a server process and gives its address once it answers. */
  async serve(port?: number): Promise<string> {
    port ??= await freePort();
    const env = {
      ...process.env,
      DATABASE_URL: this.serverUrl,
      PORT: String(port),
      HOST: '127.0.0.1',
      SESSION_SECRET: SECRET,
      RECORD_KEY,
      DEMO: '1',
      DEMO_PASSWORDS: JSON.stringify(PASSWORDS),
      DEMO_BRIDGE_TOKEN: BRIDGE_TOKEN,
      LOG_LEVEL: 'warn',
      WEB_ROOT: path.join(ROOT, 'apps/web/dist/browser'),
    };
    const child = spawn(process.execPath, [path.join(ROOT, 'apps/server/dist/main.js')], { env, stdio: 'inherit' });
    this.children.push(child);
    const base = `http://127.0.0.1:${port}`;
    const end = Date.now() + 180_000;
    while (Date.now() < end) {
      if (child.exitCode !== null) throw new Error(`the server ended with ${child.exitCode}`);
      const answered = await fetch(`${base}/api/health`).then(
        (response) => response.ok,
        () => false,
      );
      if (answered) return base;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    throw new Error('the server did not answer');
  }

  /** Starts the bridge with every simulated instrument on it. */
  async playInstruments(base: string): Promise<void> {
    const port = String(await freePort());
    const run = (file: string, args: string[]): void => {
      const env = { ...process.env, BRIDGE_TOKEN };
      this.instruments.push(spawn(process.execPath, [path.join(ROOT, 'apps/instruments/dist', file), ...args], { env, stdio: 'inherit' })); // prettier-ignore
    };
    run('main.js', ['--server', base, '--port', port]);
    run('simulator/main.js', ['--port', port]);
  }

  async stopInstruments(): Promise<void> {
    await ended(this.instruments.splice(0), 'SIGTERM');
  }

  /** Kills the server processes where they stand. */
  async kill(): Promise<void> {
    await ended(this.children.splice(0), 'SIGKILL');
  }

  /** Asks the database, past the server. */
  async query<Row extends pg.QueryResultRow>(statement: string, values: unknown[] = []): Promise<Row[]> {
    const client = new pg.Client({ connectionString: this.ownerUrl });
    await client.connect();
    try {
      return (await client.query<Row>(statement, values)).rows;
    } finally {
      await client.end();
    }
  }

  async stop(): Promise<void> {
    await this.halt();
    await this.onAdmin(`DROP DATABASE ${this.database} WITH (FORCE)`);
  }

  /** Ends the server processes and what was started beside them; the database stays. */
  async halt(): Promise<void> {
    await this.stopInstruments();
    await ended(this.children.splice(0), 'SIGTERM');
  }

  private async onAdmin(statement: string): Promise<void> {
    const client = new pg.Client({ connectionString: this.admin });
    await client.connect();
    await client.query(statement);
    await client.end();
  }
}

async function ended(children: readonly ChildProcess[], signal: NodeJS.Signals): Promise<void> {
  await Promise.all(
    children.map(
      (child) =>
        new Promise<void>((resolve) => {
          if (child.exitCode !== null || child.signalCode !== null) return resolve();
          child.once('exit', () => resolve());
          child.kill(signal);
        }),
    ),
  );
}
