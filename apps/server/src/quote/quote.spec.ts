import { randomUUID } from 'node:crypto';
import { planRepair } from '@ashstep/core/repair';
import { pdfText } from '../testing/pdf.js';
import { newRepair, saveSection } from '../testing/repairs.js';
import { TestClient, TestServer } from '../testing/server.js';

describe('the quote sheet', () => {
  let server: TestServer;
  let tech: TestClient;
  beforeAll(async () => {
    server = await TestServer.start();
    tech = await new TestClient(await server.listen()).signIn('tech');
  });
  afterAll(() => server.stop());

  const text = async (id: string): Promise<string> =>
    pdfText((await tech.send('GET', `/api/repairs/${id}/quote.pdf`)).body);

  it('sums materials and hours by the lots’ prices, and shows the same job in every resin', async () => {
    const lot = {
      id: randomUUID(),
      kind: 'system',
      entryId: 'polyester',
      part: 'resin',
      code: 'P-1',
      receivedOn: '2026-01-01',
      expiresOn: null,
      packSize: 1000,
      unit: 'g',
      packs: 5,
      price: 10,
    };
    await tech.send('PUT', '/api/library/lots', lot);
    let repair = await newRepair(tech, 'Stem, port');
    for (const [section, patch] of Object.entries({
      laminate: { thicknessMm: 4, clueIds: ['styrene-smell', 'tint-green-blue'] },
      resin: { systemId: 'polyester' },
      days: { startAt: '2026-06-15T08:00' },
    }))
      repair = (await saveSection(tech, repair, section as 'laminate', patch)).body;
    const plan = planRepair(repair.inputs);
    const used = (plan.mix!.totalResinG * 10) / 1000;
    const hands = (plan.days!.handsMin / 60) * 45;
    const said = await text(repair.id);
    expect(said).toContain(`Quote ${repair.craft.tag}: Stem, port`);
    expect(said).toContain(`In all ${(used + hands).toFixed(2)}`);
    expect(said).toContain(`${hands.toFixed(2)} at 45.00 an hour`);
    for (const family of ['Polyester, taken', 'Vinylester', 'Epoxy']) expect(said).toContain(family);
    expect(said).toContain('Without a price, not in the sum:');
  });

  it('says what is wanted where the plan is not finished, and finds no lost job', async () => {
    expect(await text((await newRepair(tech)).id)).toContain('The plan is not finished');
    expect((await tech.send('GET', `/api/repairs/${randomUUID()}/quote.pdf`)).status).toBe(404);
  });
});
