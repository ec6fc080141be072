import { randomUUID } from 'node:crypto';
import { type RepairDetail, wallClockIn } from '@ashstep/contract';
import { HOME_ZONE } from '../platform/clock.js';
import { pdfText } from '../testing/pdf.js';
import { newCraft, newRepair } from '../testing/repairs.js';
import { TestClient, type TestReply, TestServer } from '../testing/server.js';

const GOUGE = { kind: 'gouge', lengthMm: 80, widthMm: 10, depthMm: 1.2, reachesFibre: false, colour: '', more: [] };
const ABOVE = { finish: 'gelcoat', waterline: 'above' };

describe('a small job', () => {
  let server: TestServer;
  let tech: TestClient;
  beforeAll(async () => {
    server = await TestServer.start();
    tech = await new TestClient(await server.listen()).signIn('tech');
  });
  afterAll(() => server.stop());

  const open = async (
    small: object,
  ): Promise<{ status: number; body: RepairDetail & { fields: { path: string; message: string }[] } }> =>
    // prettier-ignore
    tech.send('POST', '/api/repairs', { id: randomUUID(), craftId: await newCraft(tech), title: 'Bow', small });

  it('is opened with its figures as a full job has them, all stages before the bench settled', async () => {
    const { status, body } = await open({ figures: GOUGE, place: ABOVE });
    expect(status).toBe(201);
    expect(body.inputs.small.kind).toBe('gouge');
    expect(body.inputs.damage.shape).toEqual(jasmine.objectContaining({ kind: 'slot', lengthMm: 80, widthMm: 10 }));
    expect([body.inputs.damage.depth, body.inputs.damage.depthMm, body.stageReached]).toEqual(['finish', 1.2, 7]);
    expect(body.inputs.mix.tools!.length).toBeGreaterThan(0);
  });

  it('takes over what was just read of the shed’s air, so that nobody reads it twice', async () => {
    const read = (agoMin: number, tempC: number): Promise<TestReply> => tech.send('POST', '/api/shop/readings', { id: randomUUID(), at: wallClockIn(HOME_ZONE, Date.now() - 60_000 * agoMin), tempC, humidityPercent: 51, instrument: '' }); // prettier-ignore
    await read(300, 12);
    expect((await open({ figures: GOUGE, place: ABOVE })).body.inputs.air.readings).toEqual([]);
    await read(1, 18.5);
    const { body } = await open({ figures: GOUGE, place: ABOVE });
    expect(body.inputs.air.readings.map(({ tempC }) => tempC)).toEqual([18.5]);
  });

  it('that nothing can have is refused at its field', async () => {
    const { status, body } = await open({ figures: { ...GOUGE, lengthMm: 40_000 }, place: ABOVE });
    expect(status).toBe(422);
    expect(body.fields).toEqual([{ path: 'small.figures.lengthMm', message: jasmine.stringContaining('1 to 5000') as never }]); // prettier-ignore
    expect((await open({ figures: { kind: 'nothing' }, place: ABOVE })).status).toBe(422);
  });

  it('is printed on one page: figures, tapes, grams, drops, clock times; a full job has no card', async () => {
    const { body } = await open({ figures: GOUGE, place: ABOVE });
    const pdf = (await tech.send('GET', `/api/repairs/${body.id}/card.pdf`)).body as unknown as Buffer;
    const text = await pdfText(pdf);
    for (const says of [
      'Gouge or chip',
      '92 mm × 22 mm, then 122 mm × 52 mm',
      'Gel coat fill 2 of 2, from 20',
      'drops',
      'Catalyst blinds',
    ])
      // prettier-ignore
      expect(text).toContain(says);
    const holes = await open({ figures: { kind: 'holes', diametersMm: Array.from({ length: 14 }, (_, i) => 6 + i), thicknessMm: 9, through: true, bothFaces: true }, place: ABOVE }); // prettier-ignore
    const long = (await tech.send('GET', `/api/repairs/${holes.body.id}/card.pdf`)).body as unknown as Buffer;
    expect(
      Buffer.from(long)
        .toString('latin1')
        .match(/\/Type \/Page\b/g)?.length,
    ).toBe(1);
    const full = await newRepair(tech, 'Full');
    expect((await tech.send('GET', `/api/repairs/${full.id}/card.pdf`)).status).toBe(404);
  });
});
