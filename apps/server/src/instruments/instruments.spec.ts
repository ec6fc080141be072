import { randomUUID } from 'node:crypto';
import { TestClient, TestServer } from '../testing/server.js';

const HELLO = 'HELLO id=s1 kind=scale name="Bench scale" calibrated=2026-03-01 simulated=yes';
const read = (value: number, state = 'stable'): string =>
  `READ id=s1 quantity=mass value=${value} unit=g state=${state} battery=80`;
/** A reading is on every screen within so long, ms; the median of many. */
const SEEN_MS = 200;

describe('instruments', () => {
  let server: TestServer;
  let bases: string[];
  let [manager, tech]: TestClient[] = [];
  let token: string;
  beforeAll(async () => {
    server = await TestServer.start();
    bases = [await server.listen(), await server.listen()];
    manager = await new TestClient(bases[0]!).signIn('manager');
    tech = await new TestClient(bases[1]!).signIn('tech');
    token = await paired('Bridge by the bench');
  });
  afterAll(() => server.stop());

  async function paired(name: string): Promise<string> {
    const { code } = (await manager!.send('POST', '/api/instruments/pairing')).body;
    // As one types it: small letters, no dash.
    const reply = await post('/pair', { code: code.toLowerCase().replace('-', ' '), name });
    expect(reply.status).toBe(200);
    return ((await reply.json()) as { token: string }).token;
  }
  const post = (path: string, body: unknown, bearer = '', base = bases[0]!): Promise<Response> =>
    fetch(`${base}/api/bridge${path}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', ...(bearer ? { Authorization: `Bearer ${bearer}` } : {}) },
      body: JSON.stringify(body),
    });
  const say = async (...lines: string[]): Promise<{ unknown: string[]; wrong: { why: string }[] }> => (await post('/lines', { lines }, token)).json() as never; // prettier-ignore
  const listed = async () => (await tech!.send('GET', '/api/instruments')).body;
  /** What a bridge is told, line by line, until it hangs up. */
  function commands(bearer: string, base: string) {
    const lines: string[] = [];
    const end = new AbortController();
    const open = fetch(`${base}/api/bridge/commands`, { headers: { Authorization: `Bearer ${bearer}` }, signal: end.signal }); // prettier-ignore
    const done = open.then(async (response) => {
      for await (const chunk of response.body!) lines.push(...new TextDecoder().decode(chunk).split('\n').filter((line) => line.startsWith('data: '))); // prettier-ignore
    }).catch(() => undefined); // prettier-ignore
    return { open, lines, hangUp: () => (end.abort(), done) };
  }
  async function until(is: () => Promise<boolean> | boolean): Promise<void> {
    const end = Date.now() + 10_000;
    while (!(await is())) {
      if (Date.now() > end) throw new Error('it does not come');
      await new Promise((resolve) => setImmediate(resolve));
    }
  }

  it('are let in by a code that is good once, which only a manager may show', async () => {
    expect((await tech!.send('POST', '/api/instruments/pairing')).status).toBe(403);
    const { code } = (await manager!.send('POST', '/api/instruments/pairing')).body;
    expect(code).toMatch(/^[2-9A-HJ-NP-Z]{4}-[2-9A-HJ-NP-Z]{4}$/);
    expect((await post('/pair', { code, name: 'One' })).status).toBe(200);
    const again = await post('/pair', { code, name: 'Two' });
    expect([again.status, ((await again.json()) as { code: string }).code]).toEqual([401, 'wrong-code']);
    expect((await post('/lines', { lines: [HELLO] }, 'x'.repeat(40))).status).toBe(401);
    expect((await post('/lines', { lines: [HELLO] })).status).toBe(401);
  });

  it('cannot be let in by guessing', async () => {
    await server.owner.query("DELETE FROM password_try WHERE what = 'pairing'");
    const tries = [];
    for (let i = 0; i < 10; i++) tries.push((await post('/pair', { code: `AAAA-AAA${i}`, name: 'x' })).status);
    expect(tries.slice(0, 8)).toEqual(Array.from({ length: 8 }, () => 401));
    expect(tries.at(-1)).toBe(429);
    await server.owner.query("DELETE FROM password_try WHERE what = 'pairing'");
  });

  it('tell every screen of the shed, through another server, well within a fifth of a second', async () => {
    await say(HELLO);
    let heard = '';
    void tech!.stream('/api/stream', (text) => (heard += text));
    await tech!.streaming;
    const took: number[] = [];
    for (let i = 0; i < 20; i++) {
      const [value, from] = [i + 0.25, performance.now()];
      expect(await say(read(value))).toEqual({ unknown: [], wrong: [] });
      await until(() => heard.includes(`"value":[${value}]`));
      took.push(performance.now() - from);
    }
    expect(took.sort((a, b) => a - b)[10]).toBeLessThan(SEEN_MS);
    const [scale] = (await listed()).instruments;
    expect(scale).toEqual(jasmine.objectContaining({ code: 's1', name: 'Bench scale', calibratedOn: '2026-03-01', simulated: true, connected: true, battery: 80 })); // prettier-ignore
    expect(scale.readings).toEqual([{ quantity: 'mass', value: [19.25], state: 'stable', at: jasmine.any(String) }]);
  });

  it('say who they are again where nobody knows them, and nothing that cannot be read is taken', async () => {
    const heard = await say(read(1).replace('id=s1', 'id=nobody'), 'nonsense', read(99_999), 'TARE id=s1');
    expect(heard.unknown).toEqual(['nobody']);
    expect(heard.wrong.map(({ why }) => why)).toEqual([
      jasmine.stringContaining('no known word'),
      jasmine.stringContaining('between'),
      'that is only said to an instrument',
    ]);
    for (const lines of [[], ['x'.repeat(500)], 'READ']) expect((await post('/lines', { lines }, token)).status).toBe(422); // prettier-ignore
  });

  it('do what they are asked through whichever server their bridge listens to, and are gone when it is', async () => {
    await say(HELLO);
    const line = commands(token, bases[1]!);
    expect((await line.open).status).toBe(200);
    const [scale] = (await listed()).instruments as { id: string }[];
    const ask = (body: object, id = scale!.id) => manager!.send('POST', `/api/instruments/${id}/ask`, body);
    expect((await ask({ what: 'tare' })).status).toBe(202);
    expect((await ask({ what: 'play', value: 45.6 })).status).toBe(202);
    await until(() => line.lines.length === 2);
    expect(line.lines).toEqual(['data: TARE id=s1', 'data: PLAY id=s1 value=45.6']);
    expect((await ask({ what: 'fly' })).status).toBe(422);
    expect((await ask({ what: 'tare' }, randomUUID())).status).toBe(404);
    await say('HELLO id=s1 kind=scale name="Bench scale"');
    expect((await ask({ what: 'play', value: 1 })).body.code).toBe('not-simulated');
    await line.hangUp();
    await until(async () => (await listed()).instruments[0].connected === false);
    expect((await ask({ what: 'tare' })).body.code).toBe('not-connected');
    await say(read(3));
    expect((await listed()).instruments[0].connected).toBeTrue();
  });

  it('are shut out with their bridge', async () => {
    const other = await paired('Old bridge');
    await post('/lines', { lines: [HELLO] }, other);
    const { bridges } = await listed();
    const { id } = bridges.find(({ name }: { name: string }) => name === 'Old bridge');
    expect((await tech!.send('DELETE', `/api/instruments/bridges/${id}`)).status).toBe(403);
    const left = await manager!.send('DELETE', `/api/instruments/bridges/${id}`);
    expect(left.body.bridges.some((bridge: { id: string }) => bridge.id === id)).toBeFalse();
    expect((await post('/lines', { lines: [HELLO] }, other)).status).toBe(401);
  });
});
