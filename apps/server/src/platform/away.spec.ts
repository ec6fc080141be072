import pg from 'pg';
import { newRepair, saveSection } from '../testing/repairs.js';
import { PASSWORD, TestClient, TestServer } from '../testing/server.js';
import { inTransaction, isAway } from './database.js';

/** Ends every connection to the database, as its restart does; not what the database itself does in it at times, such as tidying its tables. */
async function endAll(databaseUrl: string): Promise<number> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  const { rows } = await client.query(
    "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND pid <> pg_backend_pid() AND backend_type = 'client backend'",
  );
  await client.end();
  return rows.length;
}

describe('a database that ends its connections', () => {
  let server: TestServer;
  let base: string;
  let tech: TestClient;

  beforeAll(async () => {
    server = await TestServer.start();
    base = await server.listen();
    tech = await new TestClient(base).signIn('tech');
  });
  afterAll(() => server.stop());

  /** Asks until it is answered as wanted: what meets an ended connection may be told to try again. */
  async function untilOk(path: string): Promise<number[]> {
    const statuses: number[] = [];
    do statuses.push((await tech.send('GET', path)).status);
    while (statuses.at(-1) !== 200 && statuses.length < 20);
    return statuses;
  }

  it('is asked again on new ones, and the server stays up', async () => {
    const { id } = await newRepair(tech);
    expect(await endAll(server.context.config.databaseUrl)).toBeGreaterThan(0);
    const statuses = await untilOk(`/api/repairs/${id}`);
    expect(statuses.at(-1)).toBe(200);
    expect(statuses.filter((status) => status !== 200 && status !== 503)).toEqual([]);
  });

  it('in the middle of a transaction fails that one alone, and the connection is not used again', async () => {
    const { pool, config } = server.context;
    const failed = inTransaction(pool, async (client) => {
      await client.query('SELECT 1');
      await endAll(config.databaseUrl);
      await client.query('SELECT 2');
    });
    await expectAsync(failed).toBeRejected();
    expect(isAway(await failed.catch((error: unknown) => error))).toBeTrue();
    // Others that lay idle were ended too, and may not have been told yet.
    const two = (): Promise<number> =>
      inTransaction(pool, (client) => client.query<{ two: number }>('SELECT 2 AS two')).then(
        ({ rows }) => rows[0]!.two,
        (error: unknown) => {
          if (isAway(error)) return two();
          throw error;
        },
      );
    expect(await two()).toBe(2);
  });

  it('is listened to again: streams end once it is, and a change made after that is heard', async () => {
    const before = await new TestClient(base).signIn('tech');
    const ended = before.stream('/api/stream', () => undefined);
    await before.streaming;
    await endAll(server.context.config.databaseUrl);
    await ended;
    await untilOk('/api/session');
    const repair = await newRepair(tech);
    const after = await new TestClient(base).signIn('tech');
    const heard = new Promise<string>((resolve) => {
      void after.stream('/api/stream', (text) => {
        if (text.includes(repair.id)) resolve(text);
      });
    });
    await after.streaming;
    expect((await saveSection(tech, repair, 'days', { fromMin: 540 })).status).toBe(200);
    expect(await heard).toContain('event: repair');
  });

  it('or that is full keeps nobody’s session, and nobody is told that they are signed in', async () => {
    await server.owner.query(`
      CREATE FUNCTION is_full() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RAISE 'full' USING ERRCODE = '53300'; END $$;
      CREATE TRIGGER is_full BEFORE INSERT ON session FOR EACH ROW EXECUTE FUNCTION is_full()`);
    const visitor = new TestClient(base);
    visitor.token = (await visitor.send('GET', '/api/session')).body.csrfToken;
    const signIn = await visitor.send('POST', '/api/session', { login: 'tech', password: PASSWORD });
    await server.owner.query('DROP FUNCTION is_full CASCADE');
    expect(signIn.status).toBe(503);
    expect(signIn.headers.getSetCookie().filter((cookie) => cookie.startsWith('ash-step='))).toEqual([]);
  });
});

describe('an error of the database', () => {
  it('is “not just now” when it is away, full or a lock never came, and a fault of ours otherwise', () => {
    const coded = (code: string): Error => Object.assign(new Error('x'), { code });
    for (const code of ['57P01', '57P03', '08006', '53300', '55P03', 'ECONNREFUSED'])
      expect(isAway(coded(code)))
        .withContext(code)
        .toBeTrue();
    expect(isAway(new Error('Connection terminated unexpectedly'))).toBeTrue();
    expect(isAway(new AggregateError([coded('ECONNREFUSED'), coded('ECONNREFUSED')]))).toBeTrue();
    for (const error of [coded('42P01'), coded('23505'), new Error('secret'), new TypeError('x')])
      expect(isAway(error)).toBeFalse();
  });
});
