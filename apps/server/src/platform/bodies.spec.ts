import { randomUUID } from 'node:crypto';
import { newCraft, newRepair, saveSection } from '../testing/repairs.js';
import { TestClient, TestServer } from '../testing/server.js';

/** What is JSON and cannot be kept: half a character, a NUL, and both as names. */
const HOSTILE = ['"\\ud800"', '"a\\u0000b"', '{"\\udfff":1}', '{"__proto__":{"id":"\\ud800"}}', '[[["\\ud9aa"]]]'];

describe('what cannot be kept', () => {
  let server: TestServer;
  let tech: TestClient;

  beforeAll(async () => {
    server = await TestServer.start();
    tech = await new TestClient(await server.listen()).signIn('tech');
  });
  afterAll(() => server.stop());

  it('are refused with words by every address that takes one', async () => {
    const repair = await newRepair(tech);
    const at = `/api/repairs/${repair.id}`;
    const writes: [string, string][] = [
      ['POST', '/api/craft'], ['POST', '/api/repairs'], ['PUT', `${at}/inputs/damage`], ['PUT', `${at}/stage`], ['POST', `${at}/log`], ['PUT', `${at}/checks`],
      ['POST', `${at}/results`], ['PUT', `${at}/rework/${randomUUID()}`], ['POST', '/api/library/import'], ['PUT', '/api/library/entries'], ['PUT', '/api/library/lots'],
      ['POST', `${at}/sign-off`], ['POST', `${at}/amend`], ['POST', '/api/records'], ['POST', '/api/trials'], ['PUT', '/api/shop/settings'], ['PUT', '/api/shop/forecast'],
      ['POST', '/api/shop/readings'], ['PUT', '/api/plan/pins'], ['PUT', '/api/plan/marks'], ['POST', '/api/session'], ['PUT', '/api/session/units'], ['PUT', '/api/shop/bond'],
    ]; // prettier-ignore
    for (const [method, path] of writes)
      for (const body of [...HOSTILE, `{"a":${HOSTILE[0]}}`]) {
        const { status } = await tech.send(method, path, body, { 'If-Match': '"1"' });
        expect([400, 422]).withContext(`${method} ${path} ${body}`).toContain(status);
      }
  });

  it('name the place of the character', async () => {
    const reply = await tech.send(
      'POST',
      '/api/craft',
      JSON.stringify({ id: randomUUID(), tag: 'X', name: 'ok', notes: ['a', 'BAD'] }).replace('BAD', '\\ud800'),
    );
    expect(reply.body.fields).toEqual([{ path: 'notes.1', message: jasmine.stringContaining('cannot be kept') }]);
  });

  it('nested a hundred thousand deep are refused at once, and the server goes on', async () => {
    for (const path of ['/api/craft', '/api/records', '/api/library/import'])
      expect((await tech.send('POST', path, `{"a":${'['.repeat(100_000)}${']'.repeat(100_000)}}`)).status).toBe(422);
    expect((await tech.send('GET', '/api/session')).status).toBe(200);
  });

  it('whole characters beyond the first plane are kept', async () => {
    const craftId = await newCraft(tech);
    const title = 'Kiel 𝛼 ⚓';
    expect((await tech.send('POST', '/api/repairs', { id: randomUUID(), craftId, title })).body.title).toBe(title);
  });

  it('with days there are none of are refused at the field: 30 February, month 13, year 0, 25 o’clock', async () => {
    const repair = await newRepair(tech);
    for (const startAt of [
      '2026-02-30T08:00',
      '2026-13-01T08:00',
      '0000-01-01T08:00',
      '2026-04-16T25:00',
      '2026-04-16T08:61',
    ]) {
      const reply = await saveSection(tech, repair, 'days', { startAt });
      expect([startAt, reply.status, reply.body.fields?.[0]?.path]).toEqual([startAt, 422, 'days.startAt']);
    }
  });

  it('with such days are refused in the library as well, year 0 among them', async () => {
    const lot = {
      kind: 'system',
      entryId: 'epoxy-slow',
      part: 'resin',
      code: 'L-1',
      receivedOn: '2026-04-01',
      expiresOn: null,
      packSize: 1000,
      unit: 'g',
      packs: 1,
      price: null,
    };
    const status = async (dates: object): Promise<number> =>
      (await tech.send('PUT', '/api/library/lots', { id: randomUUID(), ...lot, ...dates })).status;
    expect([
      await status({}),
      await status({ receivedOn: '0000-01-01' }),
      await status({ expiresOn: '2027-02-29' }),
    ]).toEqual([200, 422, 422]);
  });

  it('and a revision or a page of the history there is none of are refused, not broken on', async () => {
    const { id } = await newRepair(tech);
    for (const revision of ['99999999999999999999', '-1', '0', '1e400', 'x', '2147483648'])
      expect([400, 404, 422])
        .withContext(revision)
        .toContain((await tech.send('GET', `/api/repairs/${id}/record.json?revision=${revision}`)).status);
    for (const query of ['q=%00', 'q=%ED%A0%80', 'page=99999999999999999999', 'page=-1', `q=${'x'.repeat(5000)}`])
      expect((await tech.send('GET', `/api/history?${query}`)).status)
        .withContext(query)
        .toBeLessThan(500);
  });
});
