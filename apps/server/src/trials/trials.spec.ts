import { randomUUID } from 'node:crypto';
import { TestClient, TestServer } from '../testing/server.js';

describe('bond trials', () => {
  let server: TestServer;
  let tech: TestClient;
  let base: string;
  beforeAll(async () => {
    server = await TestServer.start();
    base = await server.listen();
    tech = await new TestClient(base).signIn('tech');
  });
  afterAll(() => server.stop());

  const coupon = (patch: object = {}) => ({
    id: randomUUID(),
    preparation: '80 grit',
    resin: 'Epoxy',
    fabric: 'Roving 500',
    unit: 'MPa',
    value: 12.4,
    bonded: null,
    failure: { oldLaminatePercent: 70, newLaminatePercent: 0, bondLinePercent: 30 },
    notes: '',
    ...patch,
  });

  it('are written down once, with who and when', async () => {
    const body = coupon();
    expect((await tech.send('POST', '/api/trials', body)).status).toBe(201);
    const { body: list } = await tech.send('POST', '/api/trials', body);
    expect(list.filter((trial: { id: string }) => trial.id === body.id)).toEqual([
      { ...body, at: jasmine.any(String), by: 'Tech Spec', withdrawn: null },
    ]);
  });

  it('of a force keep the face they were bonded on', async () => {
    const body = coupon({ unit: 'N', value: 3750, bonded: { widthMm: 25, overlapMm: 12.5 } });
    const { body: list } = await tech.send('POST', '/api/trials', body);
    expect(list.find((trial: { id: string }) => trial.id === body.id).bonded).toEqual({ widthMm: 25, overlapMm: 12.5 });
    expect((await tech.send('POST', '/api/trials', coupon({ bonded: { widthMm: 0, overlapMm: 12 } }))).status).toBe(
      422,
    );
  });

  it('are withdrawn with a reason and stay on record; nothing else about them can change', async () => {
    const body = coupon({ failure: null });
    await tech.send('POST', '/api/trials', body);
    expect((await tech.send('POST', `/api/trials/${body.id}/withdraw`, { why: '' })).status).toBe(422);
    const { body: list } = await tech.send('POST', `/api/trials/${body.id}/withdraw`, { why: 'Grip slipped.' });
    expect(list.find((trial: { id: string }) => trial.id === body.id).withdrawn).toEqual(
      jasmine.objectContaining({ by: 'Tech Spec', why: 'Grip slipped.' }),
    );
    expect((await tech.send('POST', `/api/trials/${body.id}/withdraw`, { why: 'Again.' })).status).toBe(404);
    await expectAsync(server.owner.query('UPDATE bond_trial SET value = 99')).toBeRejected();
    await expectAsync(server.owner.query('DELETE FROM bond_trial')).toBeRejected();
  });

  it('are refused with the field in the way', async () => {
    const refused = async (patch: object): Promise<string> => {
      const { status, body } = await tech.send('POST', '/api/trials', coupon(patch));
      expect(status).toBe(422);
      return body.fields[0].path;
    };
    expect(await refused({ value: -1 })).toBe('value');
    expect(await refused({ preparation: '  ' })).toBe('preparation');
    expect(await refused({ unit: 'stone' })).toBe('unit');
    expect(await refused({ failure: { oldLaminatePercent: 80, newLaminatePercent: 0, bondLinePercent: 40 } })).toBe(
      'failure',
    );
    expect((await tech.send('POST', '/api/trials/not-an-id/withdraw', { why: 'x' })).status).toBe(422);
    expect((await new TestClient(base).send('GET', '/api/trials')).status).toBe(401);
  });
});
