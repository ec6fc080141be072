import { NEW_REPAIR, type RepairInputs, planRepair } from '@ashstep/core/repair';
import { newRepair, saveSection } from '../testing/repairs.js';
import { TestClient, TestServer } from '../testing/server.js';
import { planOf } from './heavy.js';

/** Cracks that run to and fro through each other, the same in every run: what nobody draws and anybody may send. */
function tangle(cracks: number, points: number): RepairInputs['survey']['marks'] {
  let seed = 7;
  const next = (): number => Math.round(((seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647) * 300);
  return Array.from({ length: cracks }, (_, i) => ({
    id: `00000000-0000-4000-8000-0000000000${10 + i}`,
    kind: 'crack',
    name: '',
    widthMm: 5,
    points: Array.from({ length: points }, () => ({ x: next(), y: next() })),
  }));
}

/** As many points, drawn as cracks are: a wavy line each, none across another. */
function cracks(count: number, points: number): RepairInputs['survey']['marks'] {
  return tangle(count, 0).map((mark, i) => ({
    ...mark,
    points: Array.from({ length: points }, (_, k) => ({ x: 2 * k - points, y: 20 * i + 3 * Math.sin(k / 5) })),
  }));
}

describe('heavy work', () => {
  let server: TestServer;
  let tech: TestClient;
  let base: string;
  beforeAll(async () => {
    server = await TestServer.start();
    base = await server.listen();
    tech = await new TestClient(base).signIn('tech');
  });
  afterAll(() => server.stop());

  it('comes out of a thread as it does at once', async () => {
    const readings = Array.from({ length: 60 }, (_, i) => ({
      kind: 'tap' as const,
      sound: 'dull' as const,
      xMm: i,
      yMm: 0,
      instrument: '',
      by: '',
      at: null,
    }));
    const inputs: RepairInputs = {
      ...NEW_REPAIR,
      laminate: { ...NEW_REPAIR.laminate, thicknessMm: 4 },
      resin: { ...NEW_REPAIR.resin, systemId: 'polyester' },
      survey: { ...NEW_REPAIR.survey, readings, marks: cracks(12, 100) },
    };
    expect(await planOf(inputs)).toEqual(structuredClone(planRepair(inputs)));
  }, 30_000);

  it('that never ends is given up in words, and nobody else waits for it', async () => {
    const repair = await newRepair(tech);
    const marks = tangle(40, 700);
    const heavy = saveSection(tech, repair, 'survey', { marks });
    const waits: number[] = [];
    let done = false;
    const began = performance.now();
    void heavy.then(() => (done = true));
    while (!done) {
      const begun = performance.now();
      expect((await tech.send('GET', '/api/health')).status).toBe(200);
      waits.push(performance.now() - begun);
    }
    // Were they to wait for it, one of them would wait for nearly all of it.
    expect(Math.max(...waits)).toBeLessThan((performance.now() - began) / 2);
    const reply = await heavy;
    expect([reply.status, reply.body.code]).toEqual([422, 'too-heavy']);
    expect((await tech.send('GET', `/api/repairs/${repair.id}`)).body.inputs.survey.marks).toEqual([]);
    expect((await saveSection(tech, repair, 'survey', { gridSpacingMm: 30 })).status).toBe(200);
  }, 60_000);

  it('prints beside what is answered', async () => {
    const repair = await newRepair(tech);
    const replies = await Promise.all(
      ['record.pdf', 'quote.pdf'].map((name) => tech.send('GET', `/api/repairs/${repair.id}/${name}`)),
    );
    for (const { status, body } of replies)
      expect([status, (body as Buffer).subarray(0, 5).toString()]).toEqual([200, '%PDF-']);
  }, 30_000);
});
