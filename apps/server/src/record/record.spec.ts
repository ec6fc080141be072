import { randomUUID } from 'node:crypto';
import { CHAIN_START, type RecordFile, canonicalJson } from '@ashstep/contract';
import { pdfText } from '../testing/pdf.js';
import { PASSWORD, TestClient, type TestReply, TestServer } from '../testing/server.js';
import { finishedRepair, inspectAgain, newRepair, saveSection, SCALE } from '../testing/repairs.js';
import { chainHash } from './seal.js';
import { verifyChain } from './service.js';
import { fileFaults } from './verify.js';

const SIGN = { password: PASSWORD, meaning: 'I inspected and accept' };

describe('record', () => {
  let server: TestServer;
  let tech: TestClient;
  let inspector: TestClient;
  beforeAll(async () => {
    server = await TestServer.start();
    const base = await server.listen();
    tech = await new TestClient(base).signIn('tech');
    inspector = await new TestClient(base).signIn('inspector');
  });
  afterAll(() => server.stop());

  it('is sealed only by another than the technician, with the password, when nothing is open', async () => {
    const fresh = await newRepair(tech);
    expect((await inspector.send('POST', `/api/repairs/${fresh.id}/sign-off`, SIGN)).body.code).toBe('not-ready');
    const repair = await finishedRepair(tech, inspector);
    const path = `/api/repairs/${repair.id}/sign-off`;
    const own = await tech.send('POST', path, SIGN);
    expect(own.status).toBe(403);
    expect(own.body.detail).toContain('another must accept it');
    expect((await inspector.send('POST', path, { ...SIGN, password: 'wrong' })).body.fields[0].path).toBe('password');
    const sealed = await inspector.send('POST', path, SIGN);
    expect(sealed.body.state).toBe('sealed');
    expect(sealed.body.seals[0]).toEqual(
      jasmine.objectContaining({
        revision: 1,
        signedBy: 'Inspector Spec',
        publicKey: server.context.sealKey.publicKey,
        origin: null,
        faults: [],
      }),
    );
  });

  it('cannot be changed once sealed, by service or by hand, and is amended as a new revision', async () => {
    const repair = await finishedRepair(tech, inspector);
    const sealed = (await inspector.send('POST', `/api/repairs/${repair.id}/sign-off`, SIGN)).body;
    expect((await saveSection(tech, sealed, 'taper', { ratio: 20 })).body.code).toBe('sealed');
    expect(
      (
        await tech.send('POST', `/api/repairs/${repair.id}/log`, {
          id: randomUUID(),
          entry: { kind: 'note', text: 'late' },
        })
      ).status,
    ).toBe(409);
    await expectAsync(
      server.owner.query("UPDATE repair SET title = 'forged' WHERE id = $1", [repair.id]),
    ).toBeRejected();
    await expectAsync(server.owner.query("UPDATE sealed_record SET body = '{}'")).toBeRejected();
    const amend = (client: TestClient, body: object): Promise<TestReply> =>
      client.send('POST', `/api/repairs/${repair.id}/amend`, body);
    expect((await amend(tech, { reason: 'Lot was read wrongly' })).status).toBe(403);
    expect((await amend(inspector, { reason: ' ' })).body.fields[0].path).toBe('reason');
    const amended = (await amend(inspector, { reason: 'Lot was read wrongly' })).body;
    expect([amended.state, amended.revision]).toEqual(['open', 2]);
    expect(amended.events.at(-1)).toEqual(
      jasmine.objectContaining({
        kind: 'amended',
        by: 'Inspector Spec',
        detail: { revision: 2, reason: 'Lot was read wrongly' },
      }),
    );
    expect((await saveSection(tech, amended, 'taper', { ratio: 15 })).status).toBe(200);
    const early = await inspector.send('POST', `/api/repairs/${repair.id}/sign-off`, SIGN);
    expect(early.body.detail).toContain('for something changed after it was answered');
    const seen = (await inspector.send('GET', `/api/repairs/${repair.id}`)).body.results as {
      checkId: string;
      standing: string;
      revision: number;
    }[];
    // The ratio decides taper, taps, voids, count of plies and stiffness; hardness and colour rest on other things and are carried over.
    expect(seen.filter(({ standing }) => standing === 'void').map(({ checkId }) => checkId)).toContain('taper');
    expect(seen.find(({ checkId }) => checkId === 'hardness-impressor')).toEqual(
      jasmine.objectContaining({ standing: 'counts', revision: 1 }),
    );
    await inspectAgain(inspector, (await inspector.send('GET', `/api/repairs/${repair.id}`)).body);
    const again = (await inspector.send('POST', `/api/repairs/${repair.id}/sign-off`, SIGN)).body;
    expect(again.seals.map((s: { revision: number }) => s.revision)).toEqual([1, 2]);
    expect(await pdfText((await tech.send('GET', `/api/repairs/${repair.id}/record.pdf`)).body)).toMatch(
      /Opened again as revision 2 by Inspector Spec.*Lot was read wrongly/s,
    );
  });

  it('goes out as a file and comes into another installation exactly', async () => {
    const repair = await finishedRepair(tech, inspector);
    await inspector.send('POST', `/api/repairs/${repair.id}/sign-off`, SIGN);
    const file: RecordFile = (await tech.send('GET', `/api/repairs/${repair.id}/record.json`)).body;
    expect(chainHash(file.previousHash, canonicalJson(file.body))).toBe(file.hash);
    const elsewhere = await TestServer.start();
    try {
      const theirs = await new TestClient(await elsewhere.listen()).signIn('inspector');
      expect(
        (await theirs.send('POST', '/api/records', { ...file, body: { ...file.body, title: 'Altered' } })).body.code,
      ).toBe('hash-mismatch');
      expect((await theirs.send('POST', '/api/records', { body: {} })).status).toBe(422);
      expect((await theirs.send('POST', '/api/records', file)).status).toBe(201);
      expect((await theirs.send('POST', '/api/records', file)).status).toBe(409);
      const back: RecordFile = (await theirs.send('GET', `/api/repairs/${repair.id}/record.json`)).body;
      expect(canonicalJson(back)).toBe(canonicalJson(file));
      const [seal] = (await theirs.send('GET', `/api/repairs/${repair.id}`)).body.seals;
      expect(seal).toEqual(
        jasmine.objectContaining({ origin: 'Spec shed', publicKey: file.seal!.publicKey, faults: [] }),
      );
      const forged = { ...file, seal: { ...file.seal!, number: file.seal!.number + 1 } };
      expect((await theirs.send('POST', '/api/records', forged)).body.code).toBe('signature-mismatch');
      const shown = (await theirs.send('GET', `/api/repairs/${repair.id}`)).body;
      expect(shown.log).toEqual(repair.log);
      expect(shown.state).toBe('sealed');
      expect((await verifyChain(elsewhere.context)).intact).toBeTrue();
    } finally {
      await elsewhere.stop();
    }
  });

  it('tells who did what, when, on which device and read off which instrument, in file and print', async () => {
    const repair = await finishedRepair(tech, inspector);
    await inspector.send('POST', `/api/repairs/${repair.id}/sign-off`, SIGN);
    const { body }: RecordFile = (await tech.send('GET', `/api/repairs/${repair.id}/record.json`)).body;
    expect(new Set(body.log.map(({ by, device }) => `${by}, ${device?.name}, ${device?.at}`))).toEqual(
      new Set(['Tech Spec, Tablet by the bench, 2026-04-16T09:00:00.000Z']),
    );
    expect(body.log.find(({ entry }) => entry.kind === 'batch')!.entry).toEqual(
      jasmine.objectContaining({ resinWith: SCALE, secondWith: SCALE }),
    );
    expect(body.events.some(({ kind, device }) => kind === 'logged' && device === 'Tablet by the bench')).toBeTrue();
    const print = (await pdfText((await tech.send('GET', `/api/repairs/${repair.id}/record.pdf`)).body)).replace(/\s+/g, ' '); // prettier-ignore
    expect(print).toContain('Tech Spec, Tablet by the bench');
    expect(print).toContain(`read off ${SCALE}`);
  });

  it('of another shop is never filed under a craft or as the evidence of this one', async () => {
    const repair = await finishedRepair(tech, inspector);
    await inspector.send('POST', `/api/repairs/${repair.id}/sign-off`, SIGN);
    const { body }: RecordFile = (await tech.send('GET', `/api/repairs/${repair.id}/record.json`)).body;
    const made = { ...body, repairId: randomUUID(), shop: 'Somewhere else', log: [], results: [], events: [] };
    const evidence = (await tech.send('GET', '/api/evidence/volume-built')).body;
    const file = { body: made, previousHash: CHAIN_START, hash: chainHash(CHAIN_START, canonicalJson(made)) };
    expect((await inspector.send('POST', '/api/records', file)).status).toBe(201);
    const seen = (await tech.send('GET', `/api/repairs/${made.repairId}`)).body;
    expect(seen.craft.id).not.toBe(body.craft.id);
    expect(seen.seals[0]).toEqual(
      jasmine.objectContaining({ origin: 'Somewhere else', number: null, publicKey: null }),
    );
    expect(
      (await tech.send('GET', '/api/craft')).body.filter(({ tag }: { tag: string }) => tag === body.craft.tag).length,
    ).toBe(1);
    expect((await tech.send('GET', '/api/evidence/volume-built')).body).toEqual(evidence);
    expect(await pdfText((await tech.send('GET', `/api/repairs/${made.repairId}/record.pdf`)).body)).toContain(
      'Nobody has signed this seal',
    );
  });

  it('counts for the shed by what its clues say alone, once it is sealed', async () => {
    const before = (await tech.send('GET', '/api/evidence/volume-built')).body;
    let repair = await finishedRepair(tech, inspector);
    repair = (
      await saveSection(tech, repair, 'laminate', {
        ...repair.inputs.laminate,
        clueIds: [...repair.inputs.laminate.clueIds, 'plate-polyester'],
      })
    ).body;
    expect((await tech.send('GET', '/api/evidence/volume-built')).body).toEqual(before);
    await inspectAgain(inspector, (await inspector.send('GET', `/api/repairs/${repair.id}`)).body);
    expect((await inspector.send('POST', `/api/repairs/${repair.id}/sign-off`, SIGN)).body.detail).toBeUndefined();
    const after = (await tech.send('GET', '/api/evidence/volume-built')).body;
    expect(after).toEqual({ ...before, polyester: before.polyester + 1 });
    expect((await tech.send('GET', '/api/evidence/nobody')).status).toBe(422);
  });

  it('comes in from before a field of the inputs existed, and goes out as it was sealed', async () => {
    const repair = await finishedRepair(tech, inspector);
    await inspector.send('POST', `/api/repairs/${repair.id}/sign-off`, SIGN);
    const { body }: RecordFile = (await tech.send('GET', `/api/repairs/${repair.id}/record.json`)).body;
    const { marks: _marks, photo: _photo, ...survey } = body.inputs.survey;
    const { schema: _schema, ...inputs } = { ...body.inputs, survey, schema: 0 };
    const older = { ...body, repairId: randomUUID(), log: [], results: [], inputs };
    const file = { body: older, previousHash: CHAIN_START, hash: chainHash(CHAIN_START, canonicalJson(older)) };
    expect((await inspector.send('POST', '/api/records', file)).status).toBe(201);
    expect((await tech.send('GET', `/api/repairs/${older.repairId}`)).body.inputs.survey.marks).toEqual([]);
    expect((await tech.send('GET', `/api/repairs/${older.repairId}/record.json`)).body).toEqual(
      JSON.parse(canonicalJson(file)),
    );
    expect((await tech.send('GET', `/api/repairs/${older.repairId}/record.pdf`)).status).toBe(200);
  });

  it('of an Ash Step to come is refused and says so', async () => {
    const repair = await finishedRepair(tech, inspector);
    await inspector.send('POST', `/api/repairs/${repair.id}/sign-off`, SIGN);
    const file = (await tech.send('GET', `/api/repairs/${repair.id}/record.json`)).body;
    file.body.inputs.schema = 99;
    const reply = await inspector.send('POST', '/api/records', file);
    expect([reply.status, reply.body.code]).toEqual([422, 'too-new']);
    expect(reply.body.detail).toContain('version 99');
    expect(fileFaults(JSON.stringify(file), null)[0]?.words).toContain('version 99');
  });

  it('prints how fair it was read to be, before and after, and the colour with its trials', async () => {
    const repair = await newRepair(tech);
    const line = (dipMm: number) => (name: string, l: number) => ({ name, readings: [-150, -120, -90, -30, 0, 30, 90, 120, 150].map((xMm) => ({ xMm, yMm: 20 * l, zMm: Math.abs(xMm) > 80 ? 0 : -dipMm, sound: Math.abs(xMm) > 80 })) }); // prettier-ignore
    const read = (after: string, dipMm: number): object => ({ id: randomUUID(), after, lines: ['A', 'B'].map(line(dipMm)), instrument: 'Depth gauge 7', by: 'Tech Spec', at: '2026-06-15T10:00' }); // prettier-ignore
    const colour = (l: number, a: number, b: number): object => ({ l, a, b, from: 'typed', plusMinus: null, instrument: '', by: 'Tech Spec', at: '2026-06-15T10:00' }); // prettier-ignore
    const finish = {
      fairClassId: 'gloss',
      fair: [read('cured', 1.2), read('filled', 0.1)],
      colour: {
        target: colour(88, -2, 8),
        polished: true,
        batchG: 200,
        measuredIn: { way: 'drops' },
        trials: [
          {
            id: randomUUID(),
            baseG: 199,
            pigments: [{ id: 'ochre', amountG: 0.75 }],
            corrects: false,
            wet: colour(89, -2, 6.6),
            read: colour(88.4, -1.8, 7.1),
            by: 'Tech Spec',
            at: '2026-06-15T11:00',
          },
        ],
      },
    };
    expect((await saveSection(tech, repair, 'finish', finish)).status).toBe(200);
    const text = (await pdfText((await tech.send('GET', `/api/repairs/${repair.id}/record.pdf`)).body)).replace(
      /\s+/g,
      ' ',
    );
    expect(text).toContain('Fairing, coats and colour');
    expect(text).toMatch(/as it cured.*1\.20.*no.*after filling.*0\.10.*yes/);
    expect(text).toContain('Colour to match: L 88.0, a -2.0, b 8.0, typed; cleaned and polished first');
    expect(text).toContain(
      'Mixed: 199.0 g white, 0.75 g ochre. Read wet L 89.0, a -2.0, b 6.6, typed. Read cured L 88.4',
    );
    expect(text).toContain('Of the made-up shelf, no paste on sale: ochre.');
    // The next job of the same craft is told what was matched.
    const craftId = (await tech.send('GET', `/api/repairs/${repair.id}`)).body.craft.id;
    const next = (await tech.send('POST', '/api/repairs', { id: randomUUID(), craftId, title: 'The next' })).body;
    const known = (await tech.send('GET', `/api/repairs/${next.id}/colours`)).body;
    const [recalled] = known.ofCraft;
    expect([recalled.repairId, recalled.trial.baseG, recalled.target.l]).toEqual([repair.id, 199, 88]);
    expect(recalled.deltaE00).toBeGreaterThan(0);
    expect(known.wetAndCured).toEqual([{ wet: { l: 89, a: -2, b: 6.6 }, cured: { l: 88.4, a: -1.8, b: 7.1 } }]);
    expect((await tech.send('GET', `/api/repairs/${repair.id}/colours`)).body).toEqual({
      ofCraft: [],
      wetAndCured: [],
    });
    expect((await tech.send('GET', `/api/repairs/${randomUUID()}/colours`)).body.ofCraft).toEqual([]);
    const bad = { ...finish, colour: { ...finish.colour, target: colour(120, 0, 0) } };
    expect(
      (await saveSection(tech, (await tech.send('GET', `/api/repairs/${repair.id}`)).body, 'finish', bad)).status,
    ).toBe(422);
  });

  it('prints as a PDF a stranger can read', async () => {
    const repair = await finishedRepair(tech, inspector);
    const draft = await pdfText((await tech.send('GET', `/api/repairs/${repair.id}/record.pdf`)).body);
    expect(draft).toContain('Draft, not sealed');
    const sealed = (await inspector.send('POST', `/api/repairs/${repair.id}/sign-off`, SIGN)).body;
    const reply = await tech.send('GET', `/api/repairs/${repair.id}/record.pdf`);
    expect(reply.headers.get('content-type')).toContain('application/pdf');
    const text = await pdfText(reply.body);
    // 80 mm circle + 10 mm margin = 100 mm; 12:1 on 4.0 mm = 48 mm; footprint 196 mm.
    for (const wanted of [
      '12.0:1 over 4.0 mm = 48 mm',
      '196 mm × 196 mm',
      'lot P-1',
      'I inspected and accept',
      'Inspector Spec',
      sealed.seals[0].hash,
      'Section A–A',
      'Hardness, impressor',
      server.context.sealKey.publicKey,
      'Times are those of the shed',
    ])
      expect(text).toContain(wanted);
  });

  it('says when nothing is sealed yet', async () => {
    const fresh = await newRepair(tech);
    expect((await tech.send('GET', `/api/repairs/${fresh.id}/record.json`)).status).toBe(404);
    expect((await inspector.send('POST', `/api/repairs/${fresh.id}/amend`, { reason: 'Only to see' })).body.code).toBe(
      'not-sealed',
    );
    expect((await tech.send('POST', '/api/records', {})).status).toBe(403);
  });
});
