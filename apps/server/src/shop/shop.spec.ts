import { randomUUID } from 'node:crypto';
import { USUAL_SHOP } from '@ashstep/core/plan';
import { newRepair, saveSection, startEntry } from '../testing/repairs.js';
import { TestClient, TestServer } from '../testing/server.js';

describe('the shop', () => {
  let server: TestServer;
  let tech: TestClient;
  let manager: TestClient;
  let inspector: TestClient;
  // What one spec sets up is not there for the next.
  beforeEach(async () => {
    server = await TestServer.start();
    const base = await server.listen();
    tech = await new TestClient(base).signIn('tech');
    manager = await new TestClient(base).signIn('manager');
    inspector = await new TestClient(base).signIn('inspector');
  });
  afterEach(() => server.stop());

  const hands = () => [
    {
      id: server.people.tech,
      skills: ['prepare', 'lay-up'],
      hours: { fromMin: 540, toMin: 960, openDays: [1, 3] },
      away: [{ fromAt: '2026-06-16T08:00', untilAt: '2026-06-18T17:00' }],
    },
  ];

  it('starts from the usual settings, changed by a manager alone, and new jobs begin with them', async () => {
    expect((await tech.send('GET', '/api/shop')).body.settings).toEqual(USUAL_SHOP);
    const settings = {
      ...USUAL_SHOP,
      hands: hands(),
      hours: { fromMin: 420, toMin: 960, openDays: [1, 2, 3, 4] },
      rates: { ...USUAL_SHOP.rates, washMin: 20 },
    };
    expect((await tech.send('PUT', '/api/shop/settings', settings)).status).toBe(403);
    expect((await manager.send('PUT', '/api/shop/settings', settings)).body.settings).toEqual(settings);
    const { mix, days } = (await newRepair(tech)).inputs;
    expect([mix.layingRateGPerMin, mix.tools?.length, days.fromMin, days.openDays, days.rates?.washMin]).toEqual([
      null,
      3,
      420,
      [1, 2, 3, 4],
      20,
    ]);
  });

  it('refuses settings no shed has, naming the field', async () => {
    const refused = async (patch: object): Promise<string> => {
      const { status, body } = await manager.send('PUT', '/api/shop/settings', { ...USUAL_SHOP, ...patch });
      expect(status).toBe(422);
      return body.fields[0].path;
    };
    expect(await refused({ bays: 0 })).toBe('bays');
    expect(await refused({ hours: { fromMin: 600, toMin: 610, openDays: [1] } })).toBe('hours.toMin');
    expect(await refused({ hands: [{ id: server.people.tech, skills: ['fly'] }] })).toBe('hands.0.skills.0');
    expect(await refused({ tools: [{ kind: 'scale', name: 'Scale', stepG: 0 }] })).toBe('tools.0.stepG');
    expect(await refused({ rates: { ...USUAL_SHOP.rates, washMin: -1 } })).toBe('rates.washMin');
  });

  it('keeps a forecast as one list, and goes back to none', async () => {
    const hour = { tempC: 14, humidityPercent: 70, rainMm: 0, sunWPerM2: 0 };
    const forecast = { startAt: '2026-06-15T00:00', hours: [hour, { ...hour, tempC: 15 }] };
    expect((await tech.send('PUT', '/api/shop/forecast', forecast)).body.forecast).toEqual(forecast);
    expect(
      (await tech.send('PUT', '/api/shop/forecast', { ...forecast, startAt: '2026-06-15T00:30' })).body.fields[0].path,
    ).toBe('startAt');
    expect(
      (await tech.send('PUT', '/api/shop/forecast', { ...forecast, hours: [{ ...hour, tempC: 99 }] })).body.fields[0]
        .path,
    ).toBe('hours.0.tempC');
    expect((await tech.send('DELETE', '/api/shop/forecast')).body.forecast).toBeNull();
  });

  it('goes by the latest reading of the air, however often it is sent', async () => {
    const reading = { id: randomUUID(), at: '2026-06-15T09:10', tempC: 18.4, humidityPercent: 62 };
    await tech.send('POST', '/api/shop/readings', reading);
    await tech.send('POST', '/api/shop/readings', reading);
    await tech.send('POST', '/api/shop/readings', { ...reading, id: randomUUID(), at: '2026-06-14T09:10', tempC: 12 });
    expect((await tech.send('GET', '/api/shop')).body.reading).toEqual({
      at: reading.at,
      tempC: 18.4,
      humidityPercent: 62,
      instrument: '',
      by: 'Tech Spec',
    });
    expect(
      (await tech.send('POST', '/api/shop/readings', { ...reading, id: randomUUID(), humidityPercent: 130 })).status,
    ).toBe(422);
    await expectAsync(server.owner.query('DELETE FROM air_reading')).toBeRejected();
  });

  it('pins a step, lets it go, and writes down when it was begun and done', async () => {
    const { id: repairId } = await newRepair(tech);
    const pin = { repairId, key: 'grind', startAt: '2026-06-15T10:00' };
    expect((await tech.send('PUT', '/api/plan/pins', pin)).body.pins).toContain({ ...pin, by: 'Tech Spec' });
    expect((await tech.send('PUT', '/api/plan/pins', { ...pin, startAt: null })).body.pins).not.toContain(
      jasmine.objectContaining({ repairId }),
    );
    const mark = { repairId, key: 'grind', startedAt: '2026-06-15T10:00', doneAt: null };
    expect((await tech.send('PUT', '/api/plan/marks', mark)).body.marks).toContain({ ...mark, by: 'Tech Spec' });
    const done = { ...mark, doneAt: '2026-06-15T11:20' };
    expect((await tech.send('PUT', '/api/plan/marks', done)).body.marks).toContain({ ...done, by: 'Tech Spec' });
    expect(
      (await tech.send('PUT', '/api/plan/marks', { ...done, doneAt: '2026-06-15T09:00' })).body.fields[0].path,
    ).toBe('doneAt');
    expect((await tech.send('PUT', '/api/plan/marks', { ...mark, startedAt: null })).body.marks).not.toContain(
      jasmine.objectContaining({ repairId }),
    );
  });

  it('lets no inspector plan the days, and no stranger or lost job in', async () => {
    const { id: repairId } = await newRepair(tech);
    const pin = { repairId, key: 'grind', startAt: '2026-06-15T10:00' };
    expect((await inspector.send('PUT', '/api/plan/pins', pin)).status).toBe(403);
    expect((await tech.send('PUT', '/api/plan/pins', { ...pin, repairId: randomUUID() })).status).toBe(404);
    expect((await tech.send('PUT', '/api/plan/pins', { ...pin, startAt: 'tomorrow' })).body.fields[0].path).toBe(
      'startAt',
    );
  });

  it('writes down who pinned and marked a step, set up the shop and read its air, and none of it twice', async () => {
    const { id: repairId } = await newRepair(tech);
    const headers = { 'Command-Id': randomUUID() };
    const pin = { repairId, key: 'grind', startAt: '2026-06-15T10:00' };
    for (let i = 0; i < 2; i++) expect((await tech.send('PUT', '/api/plan/pins', pin, headers)).status).toBe(200);
    await tech.send('PUT', '/api/plan/marks', { repairId, key: 'grind', startedAt: '2026-06-15T10:10', doneAt: null });
    const events = (await tech.send('GET', `/api/repairs/${repairId}`)).body.events;
    expect(events.slice(1)).toEqual([
      jasmine.objectContaining({
        kind: 'pinned',
        by: 'Tech Spec',
        detail: { key: 'grind', was: null, is: '2026-06-15T10:00' },
      }),
      jasmine.objectContaining({
        kind: 'marked',
        by: 'Tech Spec',
        detail: {
          key: 'grind',
          was: { startedAt: null, doneAt: null },
          is: { startedAt: '2026-06-15T10:10', doneAt: null },
        },
      }),
    ]);
    const { settings } = (await manager.send('GET', '/api/shop')).body;
    await manager.send('PUT', '/api/shop/settings', { ...settings, bays: settings.bays + 1 });
    const reading = { id: randomUUID(), at: '2026-06-15T10:00', tempC: 18, humidityPercent: 60 };
    for (let i = 0; i < 2; i++) expect((await tech.send('POST', '/api/shop/readings', reading)).status).toBe(201);
    expect((await tech.send('POST', '/api/shop/readings', { ...reading, tempC: 25 })).body.code).toBe('id-taken');
    const { rows } = await server.context.pool.query<{ kind: string; by_name: string; detail: { changes?: unknown } }>(
      'SELECT kind, by_name, detail FROM shop_event ORDER BY seq',
    );
    expect(rows.filter(({ kind }) => kind === 'settings').at(-1)).toEqual({
      kind: 'settings',
      by_name: 'Manager Spec',
      detail: { changes: [{ path: '/bays', was: settings.bays, is: settings.bays + 1 }] },
    });
    expect(
      rows.filter(({ kind, detail }) => kind === 'reading' && JSON.stringify(detail).includes(reading.id)).length,
    ).toBe(1);
  });

  it('takes no reading and no mark from the future', async () => {
    const { id: repairId } = await newRepair(tech);
    const ahead = (hours: number): string =>
      new Date(Date.now() + hours * 3600_000 - new Date().getTimezoneOffset() * 60_000).toISOString().slice(0, 16);
    expect(
      (
        await tech.send('POST', '/api/shop/readings', {
          id: randomUUID(),
          at: ahead(2),
          tempC: 18,
          humidityPercent: 60,
        })
      ).body.fields[0].path,
    ).toBe('at');
    expect(
      (await tech.send('PUT', '/api/plan/marks', { repairId, key: 'grind', startedAt: ahead(2), doneAt: null })).body
        .fields[0].path,
    ).toBe('startedAt');
    expect(
      (
        await tech.send('POST', '/api/shop/readings', {
          id: randomUUID(),
          at: ahead(-1),
          tempC: 18,
          humidityPercent: 60,
        })
      ).status,
    ).toBe(201);
  });

  it('tells the board when each ply was down and each check ticked', async () => {
    const repair = await newRepair(tech);
    const { id } = repair;
    await saveSection(tech, repair, 'laminate', { thicknessMm: 4 });
    await saveSection(tech, { id, version: repair.version + 1 }, 'resin', { systemId: 'polyester' });
    await tech.send('PUT', `/api/repairs/${id}/checks`, { id: randomUUID(), checkId: 'washed', done: true });
    await tech.send('POST', `/api/repairs/${id}/log`, {
      id: randomUUID(),
      entry: startEntry(),
    });
    await tech.send('POST', `/api/repairs/${id}/log`, {
      id: randomUUID(),
      entry: { kind: 'batch', label: 'A', resinG: 100, secondG: 2.576, resinLot: 'P-1', secondLot: 'C-1', tempC: 20 },
    });
    for (const label of ['Ply 1', 'Ply 1 again'])
      await tech.send('POST', `/api/repairs/${id}/log`, {
        id: randomUUID(),
        entry: { kind: 'ply', plyKey: 'f0-p1', label },
      });
    const row = (await tech.send('GET', '/api/repairs')).body.find((job: { id: string }) => job.id === id);
    expect(row.startedAt).toEqual(jasmine.any(String));
    expect(row.plies).toEqual([{ key: 'f0-p1', at: jasmine.any(String) }]);
    expect(row.checks).toEqual([{ id: 'washed', at: jasmine.any(String) }]);
  });
});
