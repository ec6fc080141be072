import { type RepairDetail, questionsOf } from '@ashstep/contract';
import { randomUUID } from 'node:crypto';
import { type RepairInputs, planRepair } from '@ashstep/core/repair';
import { pdfText } from '../testing/pdf.js';
import { newRepair, saveSection, startEntry } from '../testing/repairs.js';
import { TestClient, type TestReply, TestServer } from '../testing/server.js';

const ADDED = {
  id: 'more',
  name: 'Seven more',
  when: 'after',
  onto: 'abraded',
  spotIds: [],
  work: { kind: 'lay', plies: [{ fabricId: 'mat-300' }, { fabricId: 'mat-300' }], shape: null, growMm: 0 },
};
const FAIRING = { ...ADDED, id: 'fair', name: 'Fairing', work: { kind: 'paste', use: 'fairing', volumeMl: 60, fillerId: 'talc' } }; // prettier-ignore

describe('rounds in the log', () => {
  let server: TestServer;
  let tech: TestClient;
  beforeAll(async () => {
    server = await TestServer.start();
    tech = await new TestClient(await server.listen()).signIn('tech');
  });
  afterAll(() => server.stop());

  const log = (id: string, entry: object): Promise<TestReply> =>
    tech.send('POST', `/api/repairs/${id}/log`, { id: randomUUID(), entry });
  const pot = (round: string, label: string, more: object = {}) => ({ kind: 'batch', round, label, resinG: 100, secondG: 2.576, resinLot: 'P-1', secondLot: 'C-9', tempC: 20, ...more }); // prettier-ignore

  async function planned(): Promise<{ id: string; inputs: RepairInputs }> {
    let repair = await newRepair(tech);
    const sections = {
      laminate: { thicknessMm: 3, clueIds: ['plate-polyester'] },
      resin: { systemId: 'polyester' },
      rounds: { added: [ADDED, FAIRING] },
    };
    for (const [section, patch] of Object.entries(sections))
      repair = (await saveSection(tech, repair, section as keyof RepairInputs, patch)).body;
    return repair;
  }

  it('teach the shed how fast its hands are, once the last ply of a round is down', async () => {
    const { id, inputs } = await planned();
    const laid = async () => (await tech.send('GET', '/api/shop')).body.laid;
    expect(await laid()).toEqual({});
    const first = planRepair(inputs).rounds[0]!;
    const logAt = (minutes: number, entry: object): Promise<TestReply> =>
      tech.send(
        'POST',
        `/api/repairs/${id}/log`,
        { id: randomUUID(), entry },
        { 'Command-Age': String((60 - minutes) * 60_000) },
      );
    await logAt(0, { ...startEntry(60), round: first.id, onto: 'ground' });
    await logAt(0, pot(first.id, 'A', { resinG: 300, secondG: 7.728 }));
    for (const [i, ply] of first.plies.entries())
      await logAt(((i + 1) * 20) / first.plies.length, { kind: 'ply', plyKey: ply.key, label: ply.label });
    // 307.7 g in twenty minutes.
    const { work } = first.pace!.laying;
    expect((await laid())[work]).toEqual({
      lays: 1,
      gPerMin: jasmine.any(Number),
      lowGPerMin: jasmine.any(Number),
      highGPerMin: jasmine.any(Number),
    });
    expect((await laid())[work].gPerMin).toBeCloseTo(307.7 / 20, 1);
  });

  it('are begun, mixed for and laid each for itself, and nothing of them twice', async () => {
    const { id, inputs } = await planned();
    expect(planRepair(inputs).rounds.map((round) => round.id)).toEqual(['f0.g0', 'more', 'fair']);
    for (const round of ['f0.g0', 'more'])
      expect((await log(id, { ...startEntry(), round, onto: round === 'more' ? 'abraded' : 'ground' })).status).toBe(
        201,
      );
    expect((await log(id, { ...startEntry(), round: 'more' })).body.log.at(-1).entry.kind).toBe('witness');
    // Two rounds have a pot A each.
    for (const round of ['f0.g0', 'more']) expect((await log(id, pot(round, 'A'))).status).toBe(201);
    const twice = (await log(id, pot('more', 'A', { resinG: 90, secondG: 2.3 }))).body.log;
    expect(questionsOf(planRepair(inputs).rounds, twice)[0]!.kind).toBe('pot-twice');
    expect((await log(id, { kind: 'ply', plyKey: 'more-p2', label: 'Seven more, ply 2' })).status).toBe(201);
    expect((await log(id, { kind: 'round', round: 'fair', label: 'Fairing', found: 'low by 0.3 mm' })).status).toBe(
      201,
    );
    const unknown = await log(id, { kind: 'spot', round: 'fair', spotId: 'none', label: 'Spot' });
    expect([unknown.status, unknown.body.fields[0].path]).toEqual([422, 'entry.spotId']);
    expect((await log(id, pot('nowhere', 'A'))).body.fields[0].path).toBe('entry.round');
  });

  it('go on into the finish: gel coat is mixed by its own catalyst, a coat has its lot and wet film, and the board and the paper tell of it', async () => {
    const { id, inputs } = await planned();
    const { works } = planRepair(inputs).finish!;
    expect(works.map((work) => work.id)).toContain('gel-coat-1');
    // 30 g with 1.8 ml of catalyst to the hundred, 1.12 g/ml.
    expect((await log(id, pot('gel-coat-1', 'A', { resinG: 30, secondG: 0.6 }))).body.log.at(-1).within).toBeTrue();
    expect((await log(id, pot('gel-coat-1', 'A', { resinG: 30, secondG: 3 }))).body.log.at(-1).within).toBeFalse();
    const on = { kind: 'round', round: 'gel-coat-1', label: 'Gel coat, pass 1 of 2', wetMm: [0.27, 0.25] };
    expect((await log(id, on)).status).toBe(201);
    expect((await log(id, on)).body.log.at(-1).entry.kind).toBe('witness');
    expect(
      (await log(id, { kind: 'round', round: 'gel-coat-2', label: 'Gel coat, pass 2 of 2', lot: 'F-12' })).status,
    ).toBe(201);
    // The fairing is a round of the job: the finish does not fill again.
    expect((await log(id, { ...on, round: 'fair-fill-1' })).body.fields[0].path).toBe('entry.round');
    expect((await log(id, { ...on, round: 'gel-coat-9' })).body.fields[0].path).toBe('entry.round');
    expect((await log(id, { ...on, round: 'gel-coat-2', wetMm: [99] })).status).toBe(422);
    const row = (await tech.send('GET', '/api/repairs')).body.find((one: { id: string }) => one.id === id);
    expect(row.checks.map((check: { id: string }) => check.id)).toEqual(jasmine.arrayContaining(['finish-gel-coat-1', 'finish-gel-coat-2'])); // prettier-ignore
    const text = (await pdfText((await tech.send('GET', `/api/repairs/${id}/record.pdf`)).body)).replace(/\s+/g, ' ');
    expect(text).toMatch(/Gel coat, pass 1 of 2.*P-1, C-9.*30\.6.*0\.27, 0\.25/);
    expect(text).toContain('lot F-12');
  });

  it('lose what is taken back, which stays in the log with its time and can be logged anew', async () => {
    const { id } = await planned();
    await log(id, { ...startEntry(), round: 'f0.g0' });
    await log(id, pot('f0.g0', 'A', { secondG: 2.35 }));
    const ply = { kind: 'ply', plyKey: 'f0-p1', label: 'Ply 1' };
    const plyId = randomUUID();
    const put = (entryId: string, entry: object) => tech.send('POST', `/api/repairs/${id}/log`, { id: entryId, entry });
    expect((await put(plyId, ply)).status).toBe(201);
    expect((await log(id, ply)).body.log.at(-1).entry.kind).toBe('witness');
    const back = { kind: 'taken-back', of: plyId, label: 'Ply 1 down', reason: 'pressed by a sleeve' };
    expect((await log(id, back)).status).toBe(201);
    expect((await log(id, { ...back, of: randomUUID() })).body.code).toBe('not-in-log');
    expect((await log(id, ply)).status).toBe(201);
    const { log: whole } = (await tech.send('GET', `/api/repairs/${id}`)).body as RepairDetail;
    expect(whole.map(({ entry }) => entry.kind)).toEqual(['start', 'batch', 'ply', 'witness', 'taken-back', 'ply']);
    expect((await log(id, { kind: 'pot-temp', round: 'f0.g0', label: 'A', tempC: 31.5, instrument: '' })).status).toBe(
      201,
    );
  });

  it('keep what was poured as it came out, where its grams are those of what came out', async () => {
    const { id } = await planned();
    await log(id, { ...startEntry(), round: 'f0.g0' });
    // Catalyst of 1.12 g/ml: 2.1 ml are 2.352 g.
    const as = (secondG: number) => pot('f0.g0', 'A', { secondG, secondAs: { unit: 'ml', value: 2.1 } });
    const refused = await log(id, as(3.5));
    expect([refused.status, refused.body.fields[0].path]).toEqual([422, 'entry.secondG']);
    expect(refused.body.fields[0].message).toContain('2.35 g');
    expect((await log(id, as(2.352))).status).toBe(201);
  });

  it('take no ply before a pot, and none from a pot that was out but as a deviation that opens rework', async () => {
    const { id } = await planned();
    const ply = { kind: 'ply', plyKey: 'f0-p1', label: 'Ply 1' };
    await log(id, { ...startEntry(), round: 'f0.g0' });
    expect((await log(id, ply)).body.code).toBe('held');
    await log(id, pot('f0.g0', 'A', { secondG: 2.35 }));
    expect((await log(id, ply)).status).toBe(201);
    await log(id, pot('f0.g0', 'B', { secondG: 1.2 }));
    const two = { ...ply, plyKey: 'f0-p2', label: 'Ply 2' };
    const refused = await log(id, two);
    expect([refused.status, refused.body.code]).toEqual([409, 'held']);
    const against = { ids: ['mix.out-of-ratio'], reason: 'it was down before it was weighed' };
    const laid = await log(id, { ...two, against });
    expect([laid.status, laid.body.rework.map(({ checkId }: { checkId: string }) => checkId)]).toEqual([201, ['mix-catalyst']]); // prettier-ignore
    expect(laid.body.log.at(-1).entry.against).toEqual(against);
  });

  it('draw their resin from the shelf, and none from a lot out of date but with the reason', async () => {
    const { id } = await planned();
    const lot = (code: string, expiresOn: string, packs = 1) => tech.send('PUT', '/api/library/lots', { id: randomUUID(), kind: 'system', entryId: 'polyester', part: 'resin', code, receivedOn: '2020-01-01', expiresOn, packSize: 5000, unit: 'g', packs, price: 40 }); // prettier-ignore
    const [old, good] = [`OLD-${id.slice(0, 6)}`, `NEW-${id.slice(0, 6)}`];
    expect([(await lot(old, '2021-01-01')).status, (await lot(good, '2099-01-01')).status]).toEqual([200, 200]);
    await log(id, { ...startEntry(), round: 'f0.g0' });
    const refused = await log(id, pot('f0.g0', 'A', { resinLot: old }));
    expect([refused.status, refused.body.code]).toEqual([409, 'held']);
    expect(refused.body.detail).toContain(`Lot ${old} ran out of date on 2021-01-01`);
    const against = { ids: ['lot.expired'], reason: 'cup test set hard in 20 min' };
    expect((await log(id, pot('f0.g0', 'A', { resinLot: old, against }))).status).toBe(201);
    expect((await log(id, pot('f0.g0', 'B', { resinLot: good }))).status).toBe(201);
    const { lots } = (await tech.send('GET', '/api/library')).body;
    expect(lots.find(({ code }: { code: string }) => code === good).drawnG).toBe(100);
  });

  it('refuse what cannot be worked, and save the rest of the job all the same', async () => {
    const repair = await planned();
    const detail = (await tech.send('GET', `/api/repairs/${repair.id}`)).body;
    const bad = await saveSection(tech, detail, 'rounds', {
      added: [{ ...ADDED, work: { ...ADDED.work, growMm: 9000 } }],
    });
    expect([bad.status, bad.body.fields[0].path]).toEqual([422, 'rounds.added.0.work.growMm']);
    expect((await saveSection(tech, detail, 'stack', { coverFabricId: null })).status).toBe(200);
    const spots = [{ id: 's2', name: '2', kind: 'hole', shape: { kind: 'circle', diameterMm: 8, centreXMm: 60, centreYMm: 0 }, depthMm: null }]; // prettier-ignore
    expect((await saveSection(tech, detail, 'damage', { spots })).status).toBe(200);
  });
});
