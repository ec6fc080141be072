import { CHART_IDS } from '@ashstep/core/charts';
import { pdfText } from '../testing/pdf.js';
import { TestClient, type TestReply, TestServer } from '../testing/server.js';

describe('charts on paper', () => {
  let server: TestServer;
  let tech: TestClient;
  beforeAll(async () => {
    server = await TestServer.start();
    tech = await new TestClient(await server.listen()).signIn('tech');
  });
  afterAll(() => server.stop());

  const get = (id: string, query = ''): Promise<TestReply> => tech.send('GET', `/api/charts/${id}.pdf${query}`);
  const pages = (pdf: Buffer): number =>
    Buffer.from(pdf)
      .toString('latin1')
      .match(/\/Type \/Page\b/g)!.length;
  const size = (pdf: Buffer): string => /\/MediaBox \[([^\]]+)\]/.exec(Buffer.from(pdf).toString('latin1'))![1]!;

  it('are one page each, lying, on A4 and on Letter, with the day and where the live one stands', async () => {
    for (const id of CHART_IDS) {
      const { status, body } = await get(id, '?paper=letter');
      expect(status).withContext(id).toBe(200);
      expect(pages(body as never))
        .withContext(id)
        .toBe(1);
      expect(size(body as never)).toBe('0 0 792 612');
      const text = await pdfText(body as never);
      expect(text).toMatch(/\d{4}-\d{2}-\d{2}/);
      expect(text).toContain(`/charts?chart=${id}`);
    }
    expect(size((await get('ounces')).body as never)).toBe('0 0 841.89 595.28');
  });

  it('tell the figures of the shop’s own systems, and refuse one a system has none of', async () => {
    // 12:1 on 4 mm is 48 mm; three discs of a 50 mm hole step by 32 mm, from 82 to 146.
    expect(await pdfText((await get('discs', '?thicknessMm=4&ratio=12')).body as never)).toContain(
      '82 mm 146 mm 32 mm',
    );
    expect(await pdfText((await get('discs', '?thicknessMm=4&ratio=12')).body as never)).toContain('chart=discs&thicknessMm=4&ratio=12'); // prettier-ignore
    expect(await pdfText((await get('catalyst', '?system=polyester')).body as never)).toContain(
      'Polyester, laminating',
    );
    const { status, body } = await get('catalyst', '?system=epoxy-slow');
    expect([status, body.detail]).toEqual([422, 'Epoxy, slow hardener has no such chart. Pick another system.']);
    expect((await get('mix', '?system=nothing')).status).toBe(404);
    expect((await get('discs', '?ratio=4000')).status).toBe(422);
    expect((await get('weather')).status).toBe(422);
  });
});
