import { randomBytes, randomUUID } from 'node:crypto';
import { mkdtempSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { AddressInfo } from 'node:net';
import type { Server } from 'node:http';
import pg from 'pg';
import { pino } from 'pino';
import { createApp } from '../app.js';
import { savePerson, setShop } from '../people/service.js';
import { ChangeFeed } from '../platform/changes.js';
import type { Context } from '../platform/context.js';
import { type Pool, openPool } from '../platform/database.js';
import { sealKey } from '../record/seal.js';
import { prepareDatabase } from '../upgrade.js';

export interface TestReply {
  status: number;
  body: any; // eslint-disable-line @typescript-eslint/no-explicit-any -- specs look into replies of every shape
  headers: Headers;
}

/** A browser's worth of state: cookie and token. */
export class TestClient {
  readonly cookies = new Map<string, string>();
  token = '';

  constructor(private readonly base: string) {}

  send(method: string, path: string, body?: unknown, headers: Record<string, string> = {}): Promise<TestReply> {
    if (body === undefined) return this.request(method, path, null, headers);
    return this.request(method, path, typeof body === 'string' ? body : JSON.stringify(body), {
      'Content-Type': 'application/json',
      ...headers,
    });
  }

  async request(
    method: string,
    path: string,
    body: string | Uint8Array<ArrayBuffer> | null,
    headers: Record<string, string>,
  ): Promise<TestReply> {
    const response = await fetch(`${this.base}${path}`, {
      method,
      headers: { Cookie: this.cookie, 'X-CSRF-Token': this.token, ...headers },
      body,
    });
    for (const cookie of response.headers.getSetCookie()) {
      const [, name, value] = /^([^=]+)=([^;]*)/.exec(cookie)!;
      this.cookies.set(name!, value!);
    }
    const buffer = Buffer.from(await response.arrayBuffer());
    const json = /json/.test(response.headers.get('content-type') ?? '');
    return {
      status: response.status,
      body: json ? JSON.parse(buffer.toString('utf8')) : buffer,
      headers: response.headers,
    };
  }

  private get cookie(): string {
    return [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; ');
  }

  /** Sends bytes that are no JSON. */
  sendBytes(method: string, path: string, bytes: Buffer): Promise<TestReply> {
    return this.request(method, path, new Uint8Array(bytes), { 'Content-Type': 'application/octet-stream' });
  }

  private opened: () => void = () => undefined;
  /** Settles when the stream has begun. */
  readonly streaming = new Promise<void>((resolve) => (this.opened = resolve));

  /** Reads a server-sent event stream and hands its text over as it comes. */
  async stream(path: string, hear: (text: string) => void): Promise<void> {
    const response = await fetch(`${this.base}${path}`, { headers: { Cookie: this.cookie } });
    const decoder = new TextDecoder();
    try {
      for await (const chunk of response.body!) {
        this.opened();
        hear(decoder.decode(chunk));
      }
    } catch {
      // The server ends the stream when it stops.
    }
  }

  async signIn(login: string, password = PASSWORD): Promise<this> {
    this.token = (await this.send('GET', '/api/session')).body.csrfToken;
    const reply = await this.send('POST', '/api/session', { login, password });
    if (reply.status === 200) this.token = reply.body.csrfToken;
    return this;
  }
}

export const PASSWORD = 'a long test password';

/** Who works in every shed of the specs. */
const PEOPLE = { tech: randomUUID(), other: randomUUID(), inspector: randomUUID(), manager: randomUUID() };

/** A real database of its own and one or two server processes' worth of application on it. */
export class TestServer {
  private readonly servers: Server[] = [];
  private readonly feeds: ChangeFeed[] = [];
  private ownersPool: Pool | null = null;
  readonly people = PEOPLE;
  context: Context;

  private constructor(
    private readonly admin: string,
    recordKey = randomBytes(32).toString('hex'),
    private readonly database = `spec_${randomUUID().replaceAll('-', '')}`,
  ) {
    const config = {
      databaseUrl: serverUrl(admin, database),
      sessionSecret: 'only for the specs, nowhere else',
      recordKey,
      anchorFile: path.join(mkdtempSync(path.join(os.tmpdir(), 'ash-step-')), 'seals'),
      trustProxy: false as const,
      publicHosts: [],
      port: 0,
      host: '127.0.0.1',
      webRoot: null,
      demo: false,
      demoPasswords: {},
      demoBridgeToken: null,
      logLevel: 'silent',
    };
    this.context = {
      pool: openPool(config.databaseUrl),
      config,
      log: pino({ level: 'silent' }),
      sealKey: sealKey(config.recordKey),
      now: () => new Date(),
    };
  }

  /** The way of the tables' owner to the database, who may do what the server may not. */
  get ownerUrl(): string {
    return this.admin.replace(/\/[^/]*$/, `/${this.database}`);
  }

  get owner(): Pool {
    return (this.ownersPool ??= openPool(this.ownerUrl));
  }

  /** Prepares the database as the start command does. */
  async prepare(): Promise<void> {
    const pool = openPool(this.ownerUrl);
    try {
      await prepareDatabase({ ...this.context, pool });
    } finally {
      await closePool(pool);
    }
  }

  /** With tables and people and nothing else: a copy of one that is made once, for making it takes longest. */
  static async start(): Promise<TestServer> {
    const admin = adminUrl();
    const model = await (TestServer.model ??= TestServer.makeModel(admin));
    const server = new TestServer(admin);
    await onAdmin(admin, `CREATE DATABASE ${server.database} TEMPLATE ${model.database}`);
    return server;
  }

  /**
   * On a copy of a database that is there.
   * @param recordKey what the records in it are sealed with
   */
  static async onCopyOf(database: string, recordKey: string): Promise<TestServer> {
    const server = new TestServer(adminUrl(), recordKey);
    await onAdmin(server.admin, `CREATE DATABASE ${server.database} TEMPLATE ${database}`);
    await server.prepare();
    return server;
  }

  /** To be called once when all suites are done. */
  static async clearAway(): Promise<void> {
    const model = await TestServer.model;
    if (model) await onAdmin(model.admin, `DROP DATABASE ${model.database} WITH (FORCE)`);
  }

  private static model: Promise<TestServer> | undefined;

  private static async makeModel(admin: string): Promise<TestServer> {
    const model = new TestServer(admin);
    await onAdmin(admin, `CREATE DATABASE ${model.database}`);
    await model.prepare();
    await model.fill();
    await closePool(model.context.pool);
    return model;
  }

  /** Starts another application on the same database, as a second process would. */
  async listen(): Promise<string> {
    const feed = new ChangeFeed(this.context);
    await feed.start();
    this.feeds.push(feed);
    const app = createApp(this.context, feed);
    const server = await new Promise<Server>((resolve) => {
      const listening: Server = app.listen(0, '127.0.0.1', () => resolve(listening));
    });
    // A spec that computes for a while would find its idle connection closed as it takes it up again.
    server.keepAliveTimeout = 0;
    this.servers.push(server);
    return `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  }

  async stop(): Promise<void> {
    for (const feed of this.feeds) await feed.stop();
    for (const server of this.servers) {
      server.closeAllConnections();
      server.close();
    }
    await closePool(this.context.pool);
    if (this.ownersPool) await closePool(this.ownersPool);
    await onAdmin(this.admin, `DROP DATABASE ${this.database} WITH (FORCE)`);
  }

  private async fill(): Promise<void> {
    const { pool } = this.context;
    await setShop(pool, 'Spec shed', false);
    const person = (id: string, login: string, role: 'technician' | 'inspector' | 'manager') =>
      savePerson(pool, {
        id,
        login,
        name: `${login[0]!.toUpperCase()}${login.slice(1)} Spec`,
        role,
        password: PASSWORD,
        demo: false,
      });
    await person(this.people.tech, 'tech', 'technician');
    await person(this.people.other, 'other', 'technician');
    await person(this.people.inspector, 'inspector', 'inspector');
    await person(this.people.manager, 'manager', 'manager');
  }
}

/** The server's way to a database of the cluster the owner's leads to. */
export function serverUrl(ownerUrl: string, database: string): string {
  const url = new URL(ownerUrl);
  return Object.assign(url, {
    username: 'spec_server',
    password: 'only for the specs',
    pathname: `/${database}`,
  }).toString();
}

/** Ends a pool and waits until its connections are closed, which its own end does not. */
async function closePool(pool: pg.Pool): Promise<void> {
  let open = pool.totalCount;
  const closed = new Promise<void>((resolve) => {
    if (open === 0) resolve();
    pool.on('remove', () => {
      if (--open === 0) resolve();
    });
  });
  await pool.end();
  await closed;
}

function adminUrl(): string {
  const admin = process.env['TEST_DATABASE_URL'];
  if (!admin) throw new Error('TEST_DATABASE_URL is not set: run the specs with npm test');
  return admin;
}

async function onAdmin(url: string, statement: string): Promise<void> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await client.query(statement);
  await client.end();
}
