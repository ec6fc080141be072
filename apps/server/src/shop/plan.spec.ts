import { type BoardRow, type ShopReply, shedPlanInput, wallClockIn } from '@ashstep/contract';
import { USUAL_SHOP } from '@ashstep/core/plan';
import { type ShedPlanFound, wholePlan } from '@ashstep/core/repair';
import { HOME_ZONE } from '../platform/clock.js';
import { newRepair, saveSection } from '../testing/repairs.js';
import { TestClient, TestServer } from '../testing/server.js';

const local = (moment: string | Date): string => wallClockIn(HOME_ZONE, moment);

describe('the plan of the shed', () => {
  let server: TestServer;
  let tech: TestClient;
  let other: TestClient;
  // What one spec sets up is not there for the next.
  beforeEach(async () => {
    server = await TestServer.start();
    tech = await new TestClient(await server.listen()).signIn('tech');
    other = await new TestClient(await server.listen()).signIn('other');
    // The clock stands, so that what is asked twice is the same state of the shed.
    const now = new Date();
    server.context.now = () => now;
  });
  afterEach(() => server.stop());

  async function jobBegun(): Promise<string> {
    let repair = await newRepair(tech);
    for (const [section, patch] of [
      ['laminate', { thicknessMm: 4, clueIds: ['styrene-smell', 'tint-green-blue'] }],
      ['resin', { systemId: 'polyester' }],
      ['days', { startAt: local(server.context.now()) }],
    ] as const)
      repair = (await saveSection(tech, repair, section, patch)).body;
    return repair.id;
  }

  it('has nothing in it while nothing has a day to begin', async () => {
    const { status, body } = await tech.send('GET', '/api/plan');
    expect([status, body.result]).toEqual([200, null]);
  });

  it('that nobody can carry out is refused with what is wrong', async () => {
    await jobBegun();
    const { status, body } = await tech.send('GET', '/api/plan');
    expect([status, body.fields.length]).toEqual([422, 1]);
  });

  it('is the one everybody sees, from whichever server, and another once something has changed', async () => {
    const manager = await new TestClient(await server.listen()).signIn('manager');
    await manager.send('PUT', '/api/shop/settings', {
      ...USUAL_SHOP,
      hands: [{ id: server.people.tech, skills: ['prepare', 'lay-up', 'finish', 'inspect'] }],
    });
    const id = await jobBegun();
    const found = (await tech.send('GET', '/api/plan')).body as ShedPlanFound;
    expect(found.result!.tasks.some((task) => task.id.startsWith(id))).toBeTrue();
    expect((await other.send('GET', '/api/plan')).body).toEqual(found);
    const [rows, shop] = [
      (await tech.send('GET', '/api/repairs')).body as BoardRow[],
      (await tech.send('GET', '/api/shop')).body as ShopReply,
    ];
    const here = wholePlan(shedPlanInput(rows, shop, local(server.context.now()), local));
    expect(found).toEqual(JSON.parse(JSON.stringify(here)) as ShedPlanFound);
    const [first] = found.result!.tasks.filter((task) => task.id.startsWith(id));
    const later = local(new Date(server.context.now().getTime() + 9 * 24 * 3600_000));
    await tech.send('PUT', '/api/plan/pins', { repairId: id, key: first!.id.split('/')[1], startAt: later });
    const moved = (await other.send('GET', '/api/plan')).body as ShedPlanFound;
    expect(moved.result!.tasks.find((task) => task.id === first!.id)!.startAt).toBe(later);
  });
});
