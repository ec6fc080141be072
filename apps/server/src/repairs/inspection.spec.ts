import { randomUUID } from 'node:crypto';
import { NEW_REPAIR, finishCheck, planRepair } from '@ashstep/core/repair';
import { finishedRepair, newRepair, saveSection } from '../testing/repairs.js';
import { pdfText } from '../testing/pdf.js';
import { TestClient, type TestReply, TestServer } from '../testing/server.js';

describe('acceptance', () => {
  let server: TestServer;
  let tech: TestClient;
  let inspector: TestClient;
  let manager: TestClient;
  beforeAll(async () => {
    server = await TestServer.start();
    const base = await server.listen();
    tech = await new TestClient(base).signIn('tech');
    inspector = await new TestClient(base).signIn('inspector');
    manager = await new TestClient(base).signIn('manager');
  });
  afterAll(() => server.stop());

  const reason = async (id: string, client = inspector): Promise<string> =>
    (await client.send('GET', `/api/repairs/${id}`)).body.signOff.reason;

  it('says, step by step, what is still in the way', async () => {
    let repair = await newRepair(tech);
    expect(await reason(repair.id)).toContain('plan is not finished');
    repair = (
      await saveSection(tech, repair, 'laminate', { thicknessMm: 4, clueIds: ['styrene-smell', 'tint-green-blue'] })
    ).body;
    repair = (await saveSection(tech, repair, 'resin', { systemId: 'epoxy-slow' })).body;
    expect(await reason(repair.id)).toContain('Not said yet: outline, depth, waterline');
    repair = (await saveSection(tech, repair, 'damage', {})).body;
    expect(await reason(repair.id)).toContain('Not said yet: waterline, finish, reach, service of the area.');
    repair = (await saveSection(tech, repair, 'place', {})).body;
    expect(await reason(repair.id)).toContain('no reason written down');
    repair = (
      await saveSection(tech, repair, 'resin', { systemId: 'epoxy-slow', overrideReason: 'Only epoxy in the shed.' })
    ).body;
    expect(await reason(repair.id)).toContain('Not ticked off');
    const plan = planRepair(repair.inputs);
    const conditions = plan.resin!.verdicts.families.find((f) => f.family === 'epoxy')!.conditions;
    for (const checkId of [...conditions.map((c) => c.id), 'washed', 'ground', 'dry-clean', 'backing', 'dry-fit'])
      await tech.send('PUT', `/api/repairs/${repair.id}/checks`, { id: randomUUID(), checkId, done: true });
    expect(await reason(repair.id)).toContain(`0 of ${plan.patch!.faces[0]!.plies.length} plies`);
  });

  it('is an inspector’s, and never that of one who laid a ply', async () => {
    const repair = await finishedRepair(tech, inspector);
    expect(await reason(repair.id, tech)).toContain('another must accept it');
    expect((await inspector.send('GET', `/api/repairs/${repair.id}`)).body.signOff.allowed).toBeTrue();
    await manager.send('POST', `/api/repairs/${repair.id}/log`, {
      id: randomUUID(),
      entry: { kind: 'batch', label: 'extra', resinG: 40, secondG: 0.8, resinLot: 'P-1', secondLot: 'C-9', tempC: 20 },
    });
    expect(await reason(repair.id, manager)).toContain('Manager Spec did this work');
  });

  it('lets a shop that runs single-handed sign its own work and says so on the record', async () => {
    const repair = await finishedRepair(tech, inspector);
    await server.context.pool.query('UPDATE shop SET single_handed = true');
    try {
      const sealed = await tech.send('POST', `/api/repairs/${repair.id}/sign-off`, {
        password: 'a long test password',
        meaning: 'I inspected and accept',
      });
      expect(sealed.status).toBe(200);
      expect(sealed.body.seals[0].singleHanded).toBeTrue();
    } finally {
      await server.context.pool.query('UPDATE shop SET single_handed = false');
    }
  });

  it('takes a concession of a named inspector in place of a pass, with its reason', async () => {
    const repair = await finishedRepair(tech, inspector);
    const failed = (
      await inspector.send('POST', `/api/repairs/${repair.id}/results`, {
        id: randomUUID(),
        checkId: 'fairness',
        readings: [0.7],
        note: '',
      })
    ).body;
    expect(await reason(repair.id)).toContain('acceptance checks are open');
    const path = `/api/repairs/${repair.id}/rework/${failed.rework[0].id}`;
    expect((await inspector.send('PUT', path, { cause: '', action: '', concession: '  ' })).body.fields[0].path).toBe(
      'concession',
    );
    const conceded = (
      await inspector.send('PUT', path, {
        cause: 'Old dent beside it',
        action: 'none',
        concession: 'Outside the patch, hidden by the rail.',
      })
    ).body;
    expect(conceded.rework[0]).toEqual(
      jasmine.objectContaining({ closedBy: 'Inspector Spec', concession: 'Outside the patch, hidden by the rail.' }),
    );
    expect(conceded.signOff.allowed).toBeTrue();
  });

  it('accepts no job with a work of its finish open, but with one that is left out for a reason, which the record tells', async () => {
    const repair = await finishedRepair(tech, inspector);
    const last = planRepair(repair.inputs).finish!.works.at(-1)!;
    const checkId = finishCheck(last.id);
    await tech.send('PUT', `/api/repairs/${repair.id}/checks`, { id: randomUUID(), checkId, done: false });
    expect(await reason(repair.id)).toContain(`Not finished: ${last.name.toLowerCase()}. Tick it off when it is done`);
    const leaveOut = (why: string): Promise<TestReply> => saveSection(tech, repair, 'finish', { leftOut: [{ workId: last.id, why }] }); // prettier-ignore
    expect((await leaveOut(' ')).status).toBe(422);
    expect((await leaveOut('The owner polishes her himself')).status).toBe(200);
    expect(await reason(repair.id)).toBe('');
    const text = (await pdfText((await tech.send('GET', `/api/repairs/${repair.id}/record.pdf`)).body)).replace(/\s+/g, ' '); // prettier-ignore
    expect(text).toContain(`Left out here: ${last.name}. The owner polishes her himself`);
  });

  it('judges no work before it is done, and no hardness before it can be there but with the reason', async () => {
    const repair = await newRepair(tech);
    let { version } = repair;
    for (const [section, patch] of [
      ['laminate', { thicknessMm: 4, clueIds: ['plate-polyester'] }],
      ['resin', { systemId: 'polyester' }],
    ] as const)
      version = (await saveSection(tech, repair, section, patch, version)).body.version;
    const answer = (id: string, of: object) => tech.send('POST', `/api/repairs/${id}/results`, { id: randomUUID(), note: '', ...of }); // prettier-ignore
    const early = await answer(repair.id, { checkId: 'fairness', readings: [0.1] });
    expect([early.status, early.body.detail]).toEqual([409, jasmine.stringContaining('Nothing to judge yet')]);
    // What the material is can be looked at before.
    expect((await answer(repair.id, { checkId: 'identity', pass: true })).status).toBe(201);
    const done = await finishedRepair(tech, inspector);
    const hardness = { checkId: 'hardness-impressor', readings: Array(10).fill(41) };
    const soft = await answer(done.id, hardness);
    expect([soft.status, soft.body.detail]).toEqual([409, jasmine.stringContaining('Too early')]);
    expect((await answer(done.id, { ...hardness, note: 'Warmed under lamps' })).status).toBe(201);
  });

  it('asks for no batch again that the log has, nor for a thickness in per cent', async () => {
    const repair = await finishedRepair(tech, inspector);
    const { signOff, results } = repair;
    expect(signOff.allowed || /did this work/.test(signOff.reason)).toBeTrue();
    expect(results.map(({ checkId }) => checkId)).toContain('patch-thickness');
    const wrong = await inspector.send('POST', `/api/repairs/${repair.id}/results`, {
      id: randomUUID(),
      checkId: 'patch-thickness',
      readings: [1],
      note: '',
    });
    expect(wrong.body.results.at(-1)).toEqual(jasmine.objectContaining({ pass: false, mean: 1 }));
  });

  it('writes the cause of a fault into the failed check that shows it, where that stands without one, and leaves others alone', async () => {
    const repair = await finishedRepair(tech, inspector);
    const at = `/api/repairs/${repair.id}`;
    for (const [checkId, readings] of [['fairness', [2]], ['hardness-impressor', Array(10).fill(27)]] as const) await inspector.send('POST', `${at}/results`, { id: randomUUID(), checkId, readings, note: 'Warmed first' }); // prettier-ignore
    const entry = { kind: 'fault', symptoms: ['soft-through'], findings: [], cause: 'too-cold', percent: 60, label: 'Too cold to cure' }; // prettier-ignore
    const told = await inspector.send('POST', `${at}/log`, { id: randomUUID(), entry });
    const open = ({ body }: TestReply): [string, boolean][] => body.rework.filter(({ closedAt }: { closedAt: string | null }) => !closedAt).map(({ checkId, cause }: { checkId: string; cause: string }) => [checkId, cause.includes('Too cold')]); // prettier-ignore
    expect(open(told)).toEqual(jasmine.arrayWithExactContents([['fairness', false], ['hardness-impressor', true]])); // prettier-ignore
    const again = await inspector.send('POST', `${at}/log`, { id: randomUUID(), entry: { ...entry, symptoms: ['sticky'] } }); // prettier-ignore
    expect(open(again).map(([id]) => id)).toContain('solvent-wipe');
  });

  it('opens the rework of a fault with its cause in it, keeps what a person wrote there, and makes nobody a hand of the work', async () => {
    const repair = await finishedRepair(tech, inspector);
    const fault = (cause: string, symptoms = ['sticky']): object => ({
      id: randomUUID(),
      entry: {
        kind: 'fault',
        symptoms,
        findings: [{ id: 'cold', found: true }],
        cause,
        percent: 81.4,
        label: 'Too cold to cure',
      },
    });
    const told = await inspector.send('POST', `/api/repairs/${repair.id}/log`, fault('too-cold'));
    expect(told.status).toBe(201);
    const [item] = told.body.rework.filter(({ closedAt }: { closedAt: string | null }) => !closedAt);
    expect([item.checkId, item.cause]).toEqual(['solvent-wipe', 'Too cold to cure. Seen: sticky after a day.']);
    expect(item.action).toContain('Warm it slowly');
    expect(await reason(repair.id))
      .withContext('the job waits for it')
      .toContain('rework');
    const path = `/api/repairs/${repair.id}/rework/${item.id}`;
    await tech.send('PUT', path, { cause: 'The heater was off.', action: item.action, concession: null });
    const again = await inspector.send('POST', `/api/repairs/${repair.id}/log`, fault('air-held'));
    expect(
      again.body.rework
        .filter(({ closedAt }: { closedAt: string | null }) => !closedAt)
        .map(({ cause }: { cause: string }) => cause),
    ).toEqual(['The heater was off.']);
    expect((await tech.send('POST', `/api/repairs/${repair.id}/log`, fault('haunted'))).status).toBe(422);
    expect((await tech.send('POST', `/api/repairs/${repair.id}/log`, fault('too-cold', []))).status).toBe(422);
    await inspector.send('POST', `/api/repairs/${repair.id}/results`, {
      id: randomUUID(),
      checkId: 'solvent-wipe',
      pass: true,
      readings: [],
      note: '',
    });
    expect(await reason(repair.id, inspector))
      .withContext('one who only named a fault may accept')
      .not.toContain('did this work');
  });

  it('opens one rework item however often a check fails, and finds none that is not there', async () => {
    const repair = await finishedRepair(tech, inspector);
    for (let i = 0; i < 3; i++)
      await tech.send('POST', `/api/repairs/${repair.id}/results`, {
        id: randomUUID(),
        checkId: 'solvent-wipe',
        pass: false,
        note: 'Read early',
      });
    expect((await tech.send('GET', `/api/repairs/${repair.id}`)).body.openRework).toBe(1);
    expect(
      (
        await inspector.send('PUT', `/api/repairs/${repair.id}/rework/${randomUUID()}`, {
          cause: '',
          action: '',
          concession: null,
        })
      ).status,
    ).toBe(404);
  });

  it('does not open repairs', async () => {
    expect(
      (await inspector.send('POST', '/api/repairs', { id: randomUUID(), craftId: randomUUID(), title: 'x' })).status,
    ).toBe(403);
  });

  it('prints two-sided and finish-only repairs as well as the plain kind', async () => {
    for (const [section, patch] of [
      ['taper', { sides: 'two' }],
      ['damage', { depth: 'finish' }],
      ['damage', { shape: { ...NEW_REPAIR.damage.shape, rotationDeg: 30 } }],
    ] as const) {
      let repair = await newRepair(tech);
      repair = (
        await saveSection(tech, repair, 'laminate', {
          thicknessMm: 6,
          core: section === 'taper' ? null : { coreId: 'balsa', thicknessMm: 12, reachable: true },
        })
      ).body;
      repair = (await saveSection(tech, repair, section, patch)).body;
      const reply = await tech.send('GET', `/api/repairs/${repair.id}/record.pdf`);
      expect(reply.status).toBe(200);
      expect(reply.body.subarray(0, 5).toString()).toBe('%PDF-');
    }
  });
});
