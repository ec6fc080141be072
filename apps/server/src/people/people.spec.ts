import { newRepair } from '../testing/repairs.js';
import { TestClient, TestServer } from '../testing/server.js';

describe('people', () => {
  let server: TestServer;
  let base: string;
  beforeAll(async () => {
    server = await TestServer.start();
    base = await server.listen();
  });
  afterAll(() => server.stop());

  it('sign in with their password and stay signed in on the other process', async () => {
    const client = await new TestClient(base).signIn('tech');
    expect((await client.send('GET', '/api/session')).body.person.role).toBe('technician');
  });

  it('are turned away with a wrong password, an unknown name and a missing one alike', async () => {
    const client = new TestClient(base);
    client.token = (await client.send('GET', '/api/session')).body.csrfToken;
    for (const login of ['tech', 'nobody'])
      expect((await client.send('POST', '/api/session', { login, password: 'wrong' })).body.code).toBe(
        'wrong-password',
      );
    const missing = await client.send('POST', '/api/session', { login: 'tech' });
    expect(missing.status).toBe(422);
    expect(missing.body.fields[0].path).toBe('password');
  });

  it('are named to one another, and only a manager sets the bond strength new jobs go by', async () => {
    const tech = await new TestClient(base).signIn('tech');
    const manager = await new TestClient(base).signIn('manager');
    expect((await tech.send('GET', '/api/people')).body).toContain({
      id: server.people.tech,
      name: 'Tech Spec',
      role: 'technician',
    });
    const bond = { epoxy: { mpa: 14.2, source: 'Bare, 6 coupons' } };
    expect((await tech.send('PUT', '/api/shop/bond', bond)).status).toBe(403);
    expect(
      (await manager.send('PUT', '/api/shop/bond', { epoxy: { mpa: 14.2, source: ' ' } })).body.fields[0].path,
    ).toBe('epoxy.source');
    const before = await newRepair(tech);
    expect((await manager.send('PUT', '/api/shop/bond', bond)).body.bond).toEqual(bond);
    expect((await newRepair(tech)).inputs.taper.bond).toEqual(bond);
    expect((await tech.send('GET', `/api/repairs/${before.id}`)).body.inputs.taper.bond).toBeUndefined();
  });

  it('cannot use demo sign-in outside demo mode', async () => {
    const client = new TestClient(base);
    client.token = (await client.send('GET', '/api/session')).body.csrfToken;
    expect((await client.send('GET', '/api/session')).body.demoAccounts).toEqual([]);
    expect((await client.send('POST', '/api/session/demo', { personId: server.people.tech })).status).toBe(404);
  });

  it('need the page’s token for every change, and a session for every look', async () => {
    const client = await new TestClient(base).signIn('tech');
    client.token = 'forged';
    expect((await client.send('PUT', '/api/session/units', { units: 'imperial' })).body.code).toBe('csrf');
    const stranger = new TestClient(base);
    for (const path of ['/api/repairs', '/api/history', '/api/craft', '/api/stream', '/api/records/verify'])
      expect((await stranger.send('GET', path)).status)
        .withContext(path)
        .toBe(401);
  });

  it('keep their units, and lose their session when they sign out', async () => {
    const client = await new TestClient(base).signIn('tech');
    expect((await client.send('PUT', '/api/session/units', { units: 'imperial' })).body.units).toBe('imperial');
    expect((await client.send('DELETE', '/api/session')).status).toBe(204);
    expect((await client.send('GET', '/api/repairs')).status).toBe(401);
  });

  it('get pages that run no foreign script', async () => {
    const { headers } = await new TestClient(base).send('GET', '/api/session');
    expect(headers.get('content-security-policy')).toContain("script-src 'self'");
    expect(headers.get('permissions-policy')).toContain('geolocation=()');
  });
});
