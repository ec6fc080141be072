import { randomUUID } from 'node:crypto';
import { request } from 'node:http';
import { finishedRepair } from '../testing/repairs.js';
import { PASSWORD, TestClient, type TestReply, TestServer } from '../testing/server.js';
import { setPassword } from './service.js';

const HOUR_MS = 3600_000;

describe('the door', () => {
  let server: TestServer;
  let base: string;
  beforeAll(async () => {
    server = await TestServer.start();
    base = await server.listen();
  });
  afterAll(() => server.stop());
  afterEach(async () => {
    server.context.now = () => new Date();
    await server.owner.query('DELETE FROM password_try');
  });

  const visitor = async (at = base): Promise<TestClient> => {
    const client = new TestClient(at);
    client.token = (await client.send('GET', '/api/session')).body.csrfToken;
    return client;
  };
  const enter = (client: TestClient, login: string, password: string, headers = {}): Promise<TestReply> =>
    client.send('POST', '/api/session', { login, password }, headers);
  const sessions = async (): Promise<number> =>
    (await server.context.pool.query<{ count: number }>('SELECT count(*)::int AS count FROM session')).rows[0]!.count;
  const later = (ms: number): void => {
    const at = Date.now() + ms;
    server.context.now = () => new Date(at);
  };

  it('leaves nothing of a visitor in the database, and no cookie with them', async () => {
    const before = await sessions();
    const client = new TestClient(base);
    const reply = await client.send('GET', '/api/session');
    expect([reply.body.person, client.cookies.size]).toEqual([null, 0]);
    for (const path of ['/api/repairs', '/api/stream', '/api/nothing'])
      expect((await client.send('GET', path)).status).toBe(401);
    expect(await sessions()).toBe(before);
  });

  it('lets nobody in without a token that this server made', async () => {
    const client = await visitor();
    for (const token of ['', 'x', 'a.b', `${client.token}x`, client.token.split('.')[0]!]) {
      const forger = new TestClient(base);
      forger.token = token;
      expect((await enter(forger, 'tech', PASSWORD)).body.code)
        .withContext(token)
        .toBe('csrf');
    }
    expect((await enter(client, 'tech', PASSWORD)).status).toBe(200);
  });

  it('reads nothing large for one who is not known', async () => {
    const stranger = await visitor();
    const heavy = JSON.stringify({ body: 'x'.repeat(7_000_000) });
    for (const path of ['/api/records', '/api/library/import', '/api/repairs'])
      expect((await stranger.send('POST', path, heavy)).status)
        .withContext(path)
        .toBe(401);
    expect((await enter(stranger, 'tech', 'x'.repeat(5000))).status).toBe(413);
  });

  it('slows one who guesses down, on every process, however many at once, and nobody else', async () => {
    const other = await server.listen();
    const guessers = [await visitor(), await visitor(other)];
    const replies = await Promise.all(
      Array.from({ length: 30 }, (_, i) => enter(guessers[i % 2]!, 'other', `guess ${i}`)),
    );
    expect(replies.filter(({ status }) => status === 401).length).toBe(8);
    expect(replies.filter(({ body }) => body.code === 'too-many-tries').length).toBe(22);
    expect((await enter(await visitor(other), 'other', PASSWORD)).status)
      .withContext('the account from this device')
      .toBe(429);
    expect((await enter(await visitor(), 'tech', PASSWORD)).status)
      .withContext('another account')
      .toBe(200);
    later(16 * 60_000);
    expect((await enter(await visitor(), 'other', PASSWORD)).status)
      .withContext('a quarter of an hour later')
      .toBe(200);
  });

  it('knows a device again that was signed in, whatever is guessed from beside it', async () => {
    const known = await visitor();
    await enter(known, 'manager', PASSWORD);
    await known.send('DELETE', '/api/session');
    known.token = (await known.send('GET', '/api/session')).body.csrfToken;
    const guesser = await visitor();
    for (let i = 0; i < 10; i++) await enter(guesser, 'manager', `guess ${i}`);
    expect((await enter(guesser, 'manager', PASSWORD)).status).toBe(429);
    expect((await enter(known, 'manager', PASSWORD)).status).toBe(200);
    const { rows } = await server.context.pool.query<{ outcome: string }>(
      "SELECT DISTINCT outcome FROM password_try WHERE login = 'manager' ORDER BY outcome",
    );
    expect(rows.map(({ outcome }) => outcome)).toEqual(['held', 'right', 'wrong']);
  });

  it('holds guessing through many accounts from one place', async () => {
    later(2 * HOUR_MS);
    const guesser = await visitor();
    const statuses: number[] = [];
    for (let i = 0; i < 42; i++) statuses.push((await enter(guesser, `somebody-${i}`, 'guess')).status);
    expect(statuses.filter((status) => status === 401).length).toBe(40);
    expect(statuses.slice(-2)).toEqual([429, 429]);
  });

  it('asks for the password at sign-off no more often than at the door', async () => {
    const tech = await new TestClient(base).signIn('tech');
    const inspector = await new TestClient(base).signIn('inspector');
    const { id } = await finishedRepair(tech, inspector);
    const sign = (password: string): Promise<TestReply> =>
      inspector.send('POST', `/api/repairs/${id}/sign-off`, { password, meaning: 'I inspected and accept' });
    for (let i = 0; i < 8; i++) expect((await sign(`guess ${i}`)).body.code).toBe('wrong-password');
    expect((await sign(PASSWORD)).body.code).toBe('too-many-tries');
    later(16 * 60_000);
    expect((await sign(PASSWORD)).status).toBe(200);
  });

  it('ends a session when it has stood still, and when it is old, however much it is used', async () => {
    const idle = await new TestClient(base).signIn('tech');
    later(4.1 * HOUR_MS);
    expect((await idle.send('GET', '/api/repairs')).status).toBe(401);
    server.context.now = () => new Date();
    const used = await new TestClient(base).signIn('tech');
    for (const hours of [3, 6, 9, 11.9]) {
      later(hours * HOUR_MS);
      expect((await used.send('GET', '/api/repairs')).status)
        .withContext(`${hours} h`)
        .toBe(200);
    }
    later(12.1 * HOUR_MS);
    expect((await used.send('GET', '/api/repairs')).status).toBe(401);
    expect((await used.send('PUT', '/api/session/units', { units: 'metric' })).body.code).toBe('signed-out');
  });

  it('ends a stream with its session, and the oldest of too many', async () => {
    const tech = await new TestClient(base).signIn('tech');
    let heard = '';
    const first = tech.stream('/api/stream', (text) => (heard += text));
    await tech.streaming;
    const streams = Array.from({ length: 12 }, () => {
      const copy = new TestClient(base);
      for (const [name, value] of tech.cookies) copy.cookies.set(name, value);
      return { ended: copy.stream('/api/stream', () => undefined), open: copy.streaming };
    });
    await Promise.all(streams.map(({ open }) => open));
    await first;
    expect(heard).toContain('retry');
    await tech.send('DELETE', '/api/session');
    await Promise.all(streams.map(({ ended }) => ended));
  });

  it('lets a person change their password, which ends their other sessions and no one else’s', async () => {
    const [here, there] = [await new TestClient(base).signIn('other'), await new TestClient(base).signIn('other')];
    const tech = await new TestClient(base).signIn('tech');
    const put = (current: string, next: string): Promise<TestReply> =>
      here.send('PUT', '/api/session/password', { current, next });
    expect((await put('wrong', 'a longer password')).body.fields[0].path).toBe('current');
    expect((await put(PASSWORD, 'short')).body.fields[0].path).toBe('next');
    expect((await here.send('GET', '/api/session/others')).body.length).toBeGreaterThan(0);
    expect((await put(PASSWORD, 'quite another password')).body).toEqual([]);
    expect((await there.send('GET', '/api/repairs')).status).toBe(401);
    for (const client of [here, tech]) expect((await client.send('GET', '/api/repairs')).status).toBe(200);
    expect((await enter(await visitor(), 'other', PASSWORD)).status).toBe(401);
    expect((await enter(await visitor(), 'other', 'quite another password')).status).toBe(200);
    await setPassword(server.owner, 'other', PASSWORD);
  });

  it('signs another device out', async () => {
    const [here, there] = [await new TestClient(base).signIn('tech'), await new TestClient(base).signIn('tech')];
    expect((await here.send('DELETE', '/api/session/others')).body).toEqual([]);
    expect((await there.send('GET', '/api/repairs')).status).toBe(401);
    expect((await here.send('GET', '/api/repairs')).status).toBe(200);
  });

  it('is kept by a manager: adds people, changes what they are, lets them in no more, gives them a new password', async () => {
    const manager = await new TestClient(base).signIn('manager');
    const tech = await new TestClient(base).signIn('tech');
    for (const [method, path] of [
      ['GET', ''],
      ['POST', ''],
      ['PUT', `/${server.people.tech}`],
      ['POST', `/${server.people.tech}/password`],
    ] as const)
      // prettier-ignore
      expect((await tech.send(method, `/api/accounts${path}`, method === 'GET' ? undefined : method === 'POST' && path === '' ? { id: randomUUID(), login: 'x', name: 'X', role: 'technician' } : {})).status).withContext(`${method} ${path}`).toBe(403);
    const id = randomUUID();
    const made = await manager.send('POST', '/api/accounts', {
      id,
      login: 'newcomer',
      name: 'New Comer',
      role: 'technician',
    });
    expect(made.status).toBe(201);
    expect(
      (
        await manager.send('POST', '/api/accounts', {
          id: randomUUID(),
          login: 'newcomer',
          name: 'Other',
          role: 'technician',
        })
      ).body.fields[0].path,
    ).toBe('login');
    const newcomer = await new TestClient(base).signIn('newcomer', made.body.password);
    expect((await newcomer.send('GET', '/api/repairs')).status).toBe(200);
    await manager.send('PUT', `/api/accounts/${id}`, { role: 'inspector' });
    expect((await newcomer.send('GET', '/api/session')).body.person.role).toBe('inspector');
    const reset = (await manager.send('POST', `/api/accounts/${id}/password`)).body;
    expect((await newcomer.send('GET', '/api/repairs')).status).toBe(401);
    const back = await new TestClient(base).signIn('newcomer', reset.password);
    expect((await back.send('GET', '/api/repairs')).status).toBe(200);
    const list = (await manager.send('PUT', `/api/accounts/${id}`, { active: false })).body;
    expect(list.find((one: { id: string }) => one.id === id)).toEqual(
      jasmine.objectContaining({
        active: false,
        lastSignInAt: jasmine.any(String),
        lastChange: jasmine.objectContaining({
          kind: 'altered',
          by: 'Manager Spec',
          was: { role: 'inspector', active: true },
          is: { role: 'inspector', active: false },
        }),
      }),
    );
    expect((await back.send('GET', '/api/repairs')).status).toBe(401);
    expect((await enter(await visitor(), 'newcomer', reset.password)).status).toBe(401);
    expect(
      (await manager.send('PUT', `/api/accounts/${server.people.manager}`, { role: 'technician' })).body.code,
    ).toBe('last-manager');
    expect((await manager.send('PUT', `/api/accounts/${randomUUID()}`, { active: false })).status).toBe(404);
    const { rows } = await server.context.pool.query<{ kind: string }>(
      'SELECT kind FROM person_event WHERE person_id = $1 ORDER BY seq',
      [id],
    );
    expect(rows.map(({ kind }) => kind)).toEqual(['added', 'altered', 'password-reset', 'altered']);
  });

  it('answers under its own names only', async () => {
    const under = (host: string): Promise<number> =>
      new Promise((resolve, reject) => {
        const { port } = new URL(base);
        request(
          { host: '127.0.0.1', port, path: '/api/session', headers: { Host: host } },
          (response) => (response.resume(), resolve(response.statusCode!)),
        )
          .on('error', reject)
          .end();
      });
    expect([
      await under('evil.example'),
      await under('localhost:4280'),
      await under('192.0.2.7'),
      await under('[::1]:4280'),
    ]).toEqual([421, 200, 200, 200]);
    server.context.config.publicHosts.push('shed.example');
    try {
      expect([await under('shed.example'), await under('SHED.example:443'), await under('notshed.example')]).toEqual([
        200, 200, 421,
      ]);
    } finally {
      server.context.config.publicHosts.pop();
    }
  });

  it('behind a TLS proxy keeps its cookie to TLS and to this host, asks for TLS, and counts the true client', async () => {
    const { context } = server;
    server.context = { ...context, config: { ...context.config, trustProxy: 1 } };
    const secured = await server.listen();
    server.context = context;
    const from = (client: string) => ({ 'X-Forwarded-For': client, 'X-Forwarded-Proto': 'https' });
    const client = await visitor(secured);
    const reply = await enter(client, 'tech', PASSWORD, from('198.51.100.7'));
    const cookies = reply.headers.getSetCookie();
    expect(cookies.find((cookie) => cookie.startsWith('__Host-ash-step='))).toMatch(
      /; Path=\/; .*HttpOnly; Secure; SameSite=Strict/,
    );
    expect(cookies.every((cookie) => /; Secure/.test(cookie))).toBeTrue();
    expect(reply.headers.get('strict-transport-security')).toContain('max-age=31536000');
    for (let i = 0; i < 9; i++) await enter(await visitor(secured), 'inspector', `guess ${i}`, from('198.51.100.8'));
    expect((await enter(await visitor(secured), 'inspector', PASSWORD, from('198.51.100.8'))).status).toBe(429);
    expect((await enter(await visitor(secured), 'inspector', PASSWORD, from('198.51.100.9'))).status).toBe(200);
  });
});
