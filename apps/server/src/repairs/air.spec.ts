import { randomUUID } from 'node:crypto';
import { wallClockIn } from '@ashstep/contract';
import { HOME_ZONE } from '../platform/clock.js';
import { newRepair, saveSection, startEntry } from '../testing/repairs.js';
import { TestClient, TestServer } from '../testing/server.js';

const agoMin = (minutes: number): string => wallClockIn(HOME_ZONE, Date.now() - 60_000 * minutes);

describe('the air of the shed and its jobs', () => {
  let server: TestServer;
  let tech: TestClient;

  beforeAll(async () => {
    server = await TestServer.start();
    tech = await new TestClient(await server.listen()).signIn('tech');
  });
  afterAll(() => server.stop());

  const inputs = async (id: string) => (await tech.send('GET', `/api/repairs/${id}`)).body.inputs;
  const log = (id: string, entry: object) => tech.send('POST', `/api/repairs/${id}/log`, { id: randomUUID(), entry });

  it('is read once for every open job in the shed, but for one outdoors and the one that has it', async () => {
    const [inShed, outdoors, own] = [await newRepair(tech), await newRepair(tech), await newRepair(tech)];
    await saveSection(tech, outdoors, 'days', { place: 'outdoors' });
    const reading = { id: randomUUID(), at: agoMin(5), tempC: 17.5, humidityPercent: 61, instrument: 'hygrometer' };
    const reply = await tech.send('POST', '/api/shop/readings', { ...reading, keptIn: own.id });
    expect([reply.status, reply.body.reading.instrument]).toEqual([201, 'hygrometer']);
    // The same sent again is no second reading.
    await tech.send('POST', '/api/shop/readings', { ...reading, keptIn: own.id });
    const kept = { ...reading, surfaceTempC: null, place: 'shed', by: 'Tech Spec' };
    expect((await inputs(inShed.id)).air.readings).toEqual([kept]);
    expect([(await inputs(outdoors.id)).air.readings, (await inputs(own.id)).air.readings]).toEqual([[], []]);
    const event = (await tech.send('GET', `/api/repairs/${inShed.id}`)).body.events.at(-1);
    expect([event.kind, event.section]).toEqual(['changed', 'air']);
  });

  it('is told when a lay-up begins, by one who read it not long ago', async () => {
    const { id } = await newRepair(tech);
    const { read: _, ...unread } = startEntry();
    const refused = await log(id, unread);
    expect([refused.status, refused.body.fields[0].path]).toEqual([422, 'entry.read']);
    for (const minutes of [5 * 60, -60]) {
      const reply = await log(id, { ...startEntry(), read: { by: 'A', at: agoMin(minutes), instrument: '' } });
      expect([reply.status, reply.body.code]).toEqual([422, 'invalid']);
    }
    expect((await log(id, { ...startEntry(), read: { by: 'A', at: agoMin(200), instrument: '' } })).status).toBe(201);
  });

  it('outdoors serves an hour, and none that speaks against laying without the reason', async () => {
    const { id, version } = await newRepair(tech);
    await saveSection(tech, { id, version }, 'days', { place: 'outdoors' });
    await saveSection(tech, { id, version: version + 1 }, 'resin', { systemId: 'polyester' });
    const begun = (more: object, minutes = 5) => log(id, { ...startEntry(), read: { by: 'A', at: agoMin(minutes), instrument: '' }, ...more }); // prettier-ignore
    expect((await begun({}, 70)).status).toBe(422);
    const cold = await begun({ tempC: 9 });
    expect([cold.status, cold.body.code]).toEqual([409, 'held']);
    const other = { ids: ['air.too-humid'], reason: 'the tent goes up' };
    expect((await begun({ tempC: 9, against: other })).status).toBe(409);
    const all = { ids: ['air.too-cold'], reason: 'the tent goes up' };
    expect((await begun({ tempC: 9, against: all })).status).toBe(201);
    expect((await tech.send('GET', `/api/repairs/${id}`)).body.log[0].entry.against).toEqual(all);
  });
});
