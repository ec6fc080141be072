import { randomUUID } from 'node:crypto';
import type { LotBody } from '@ashstep/contract';
import { newRepair, saveSection } from '../testing/repairs.js';
import { TestClient, TestServer } from '../testing/server.js';

const cloth = (id: string, name = 'Heavy basket weave 1000') => ({
  kind: 'fabric',
  entry: {
    id,
    name,
    parts: [{ construction: 'roving', fibre: 'e-glass', arealWeightGsm: 1000 }],
    binder: 'none',
    ounceUnit: 'oz/yd2',
  },
});
const tin = (patch: Partial<LotBody> = {}): LotBody => ({
  id: randomUUID(),
  kind: 'system',
  entryId: 'epoxy-slow',
  part: 'resin',
  code: 'R-114',
  receivedOn: '2026-03-02',
  expiresOn: '2027-03-01',
  packSize: 5000,
  unit: 'g',
  packs: 2,
  price: 84.5,
  ...patch,
});

describe('the library', () => {
  let server: TestServer;
  let tech: TestClient;
  beforeAll(async () => {
    server = await TestServer.start();
    tech = await new TestClient(await server.listen()).signIn('tech');
  });
  afterAll(() => server.stop());

  it('takes own entries, changes them, and retires them without forgetting', async () => {
    const id = `own-${randomUUID()}`;
    await tech.send('PUT', '/api/library/entries', cloth(id));
    const renamed = (await tech.send('PUT', '/api/library/entries', cloth(id, 'Basket 1000'))).body;
    const own = ({ items }: { items: { entry: { id: string; name: string }; retired: { by: string } | null }[] }) =>
      items.find(({ entry }) => entry.id === id)!;
    expect(own(renamed).entry.name).toBe('Basket 1000');
    const retired = (await tech.send('PUT', `/api/library/entries/${id}/retired`, { retired: true })).body;
    expect(own(retired).retired!.by).toBe('Tech Spec');
    expect(
      own((await tech.send('PUT', `/api/library/entries/${id}/retired`, { retired: false })).body).retired,
    ).toBeNull();
    await expectAsync(server.owner.query('DELETE FROM library_entry')).toBeRejected();
  });

  it('takes a tinting paste by its drawdowns, at two strengths at the least', async () => {
    const row = (percent: number, l: number) => ({ percent, l, a: 3, b: 20 });
    const paste = (drawdowns: object[]) => ({ kind: 'pigment', entry: { id: `own-${randomUUID()}`, name: 'Sand', drawdowns } }); // prettier-ignore
    const put = (drawdowns: object[]) => tech.send('PUT', '/api/library/entries', paste(drawdowns));
    expect((await put([row(1, 88), row(4, 80)])).status).toBe(200);
    expect((await put([row(2, 88), row(2, 87)])).body.fields[0].path).toBe('entry.drawdowns');
    expect((await put([row(2, 88), row(4, 180)])).body.fields[0].path).toBe('entry.drawdowns.1.l');
  });

  it('refuses shipped ids, absurd figures and unknown things, naming the field', async () => {
    expect((await tech.send('PUT', '/api/library/entries', cloth('mat-450'))).body.fields[0].path).toBe('entry.id');
    const heavy = cloth(`own-${randomUUID()}`);
    heavy.entry.parts[0]!.arealWeightGsm = 90_000;
    expect((await tech.send('PUT', '/api/library/entries', heavy)).body.fields[0].path).toBe(
      'entry.parts.0.arealWeightGsm',
    );
    expect((await tech.send('PUT', '/api/library/lots', tin({ entryId: 'unheard-of' }))).body.fields[0].path).toBe(
      'entryId',
    );
    expect((await tech.send('PUT', '/api/library/lots', tin({ expiresOn: '2026-01-01' }))).body.fields[0].path).toBe(
      'expiresOn',
    );
    expect((await tech.send('PUT', '/api/library/entries/own-nobody/retired', { retired: true })).status).toBe(404);
  });

  it('is used by a job as it was when taken, whatever becomes of the entry', async () => {
    const id = `own-${randomUUID()}`;
    await tech.send('PUT', '/api/library/entries', cloth(id));
    const repair = await newRepair(tech);
    const plies = [{ fabricId: id, own: cloth(id).entry, orientationDeg: 0 }];
    expect((await saveSection(tech, repair, 'laminate', { known: 'plies', plies })).status).toBe(200);
    expect(
      (await saveSection(tech, repair, 'stack', { plies: [{ fabricId: id, orientationDeg: 0 }] })).body.fields[0].path,
    ).toBe('stack.plies.0.fabricId');
    await tech.send('PUT', `/api/library/entries/${id}/retired`, { retired: true });
    expect((await tech.send('GET', `/api/repairs/${repair.id}`)).body.inputs.laminate.plies).toEqual(plies);
  });

  it('keeps lots with price and date, in the order they expire, used up ones last', async () => {
    const [late, soon, done] = [
      tin({ code: 'late', expiresOn: '2028-01-01' }),
      tin({ code: 'soon', expiresOn: '2026-12-01' }),
      tin({ code: 'done', expiresOn: '2026-11-01' }),
    ];
    for (const lot of [late, soon, done]) await tech.send('PUT', '/api/library/lots', lot);
    const { lots } = (await tech.send('PUT', `/api/library/lots/${done.id}/used-up`, { usedUp: true })).body;
    expect(lots.map((lot: LotBody) => lot.code)).toEqual(['soon', 'late', 'done']);
    expect(lots[1]).toEqual({ ...late, usedUp: false, drawnG: 0 });
  });

  it('tells a job when it is opened which fabrics are there and in date', async () => {
    const own = await TestServer.start();
    const shed = await new TestClient(await own.listen()).signIn('tech');
    const roll = (entryId: string, code: string, patch: object = {}) =>
      tin({ kind: 'fabric', entryId, part: 'whole', code, unit: 'm2', packSize: 20, expiresOn: null, ...patch });
    const gone = roll('plain-290', 'roll gone');
    for (const lot of [
      roll('twill-203', 'roll 1'),
      roll('twill-203', 'roll 2'),
      roll('plain-163', 'roll old', { receivedOn: '2019-01-01', expiresOn: '2020-01-01' }),
      gone,
    ])
      expect((await shed.send('PUT', '/api/library/lots', lot)).status).toBe(200);
    await shed.send('PUT', `/api/library/lots/${gone.id}/used-up`, { usedUp: true });
    expect((await newRepair(shed)).inputs.stack.onShelf).toEqual(['twill-203']);
    await own.stop();
  });

  it('goes out as a file and comes back the same; bad rows are told, good ones kept', async () => {
    const file = (await tech.send('GET', '/api/library/library.json')).body;
    const elsewhere = await TestServer.start();
    try {
      const theirs = await new TestClient(await elsewhere.listen()).signIn('tech');
      const { taken, left } = (
        await theirs.send('POST', '/api/library/import', {
          ...file,
          lots: [...file.lots, { ...tin(), packSize: -1 }, tin({ entryId: 'unheard-of' })],
        })
      ).body;
      expect(taken).toBe(file.entries.length + file.lots.length);
      expect(left).toEqual([
        { row: taken + 1, reason: jasmine.stringContaining('packSize') },
        { row: taken + 2, reason: 'Pick what this is a lot of.' },
      ]);
      const back = (await theirs.send('GET', '/api/library/library.json')).body;
      expect(back.entries).toEqual(file.entries);
      expect(new Set(back.lots.map((lot: LotBody) => lot.id))).toEqual(
        new Set(file.lots.map((lot: LotBody) => lot.id)),
      );
    } finally {
      await elsewhere.stop();
    }
    expect((await tech.send('POST', '/api/library/import', { schema: 'other' })).status).toBe(422);
  });
});
