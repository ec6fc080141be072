import { randomUUID } from 'node:crypto';
import { type RepairDetail, changesBetween, questionsOf } from '@ashstep/contract';
import { NEW_REPAIR, type RepairInputs, planRepair } from '@ashstep/core/repair';
import { finishedRepair, newRepair, saveSection, startEntry } from '../testing/repairs.js';
import { TestClient, type TestReply, TestServer } from '../testing/server.js';

const START = startEntry();
const LOTS = { resinLot: 'P-1', secondLot: 'C-9', tempC: 20 };
const PLY = { kind: 'ply', plyKey: 'f0-p1', label: 'Ply 1' };

describe('acts', () => {
  let server: TestServer;
  let tech: TestClient;
  let other: TestClient;
  let inspector: TestClient;
  beforeAll(async () => {
    server = await TestServer.start();
    tech = await new TestClient(await server.listen()).signIn('tech');
    const second = await server.listen();
    other = await new TestClient(second).signIn('other');
    inspector = await new TestClient(second).signIn('inspector');
  });
  afterAll(() => server.stop());

  const read = async (id: string): Promise<RepairDetail> => (await tech.send('GET', `/api/repairs/${id}`)).body;
  const log = (
    client: TestClient,
    repairId: string,
    entry: object,
    id = randomUUID(),
    headers: Record<string, string> = {},
  ): Promise<TestReply> => client.send('POST', `/api/repairs/${repairId}/log`, { id, entry }, headers);
  const patch = (
    client: TestClient,
    repairId: string,
    section: string,
    was: object,
    is: object,
    headers = {},
  ): Promise<TestReply> =>
    client.send('PATCH', `/api/repairs/${repairId}/inputs/${section}`, { changes: changesBetween(was, is) }, headers);
  const potOf = (inputs: RepairInputs) => {
    const { label, mix } = planRepair(inputs).mix!.faces[0]!.pots[0]!;
    return { kind: 'batch', label, resinG: mix.resinG, secondG: mix.secondG, ...LOTS };
  };
  const planned = async (): Promise<RepairDetail> => {
    let repair = await newRepair(tech);
    repair = (await saveSection(tech, repair, 'laminate', { thicknessMm: 4 })).body;
    return (await saveSection(tech, repair, 'resin', { systemId: 'polyester' })).body;
  };

  it('of every kind sent twice are carried out once, with one event', async () => {
    const { id } = await planned();
    const named = (): { 'Command-Id': string } => ({ 'Command-Id': randomUUID() });
    const acts: [string, string, object, Record<string, string>][] = [
      [
        'PATCH',
        `/api/repairs/${id}/inputs/mix`,
        { changes: [{ path: '/wastePercent', was: NEW_REPAIR.mix.wastePercent, is: 17 }] },
        named(),
      ],
      ['PUT', `/api/repairs/${id}/stage`, { stageReached: 3 }, named()],
      ['PUT', `/api/repairs/${id}/checks`, { id: randomUUID(), checkId: 'washed', done: true }, {}],
      ['POST', `/api/repairs/${id}/log`, { id: randomUUID(), entry: { kind: 'note', text: 'Damp by the stem' } }, {}],
      ['POST', `/api/repairs/${id}/results`, { id: randomUUID(), checkId: 'identity', pass: false, note: '' }, {}],
    ];
    for (const [method, path, body, headers] of acts) {
      const first = await tech.send(method, path, body, headers);
      expect(first.status).withContext(path).toBeLessThan(300);
      const again = await tech.send(method, path, body, headers);
      expect([again.status, again.body.eventCount, again.body.version])
        .withContext(path)
        .toEqual([first.status, first.body.eventCount, first.body.version]);
    }
    const [item] = (await read(id)).rework;
    const rework: [string, string, object, Record<string, string>] = [
      'PUT',
      `/api/repairs/${id}/rework/${item!.id}`,
      { cause: 'Not blocked', action: 'Long board', concession: null },
      named(),
    ];
    const [once, twice] = [await tech.send(...rework), await tech.send(...rework)];
    expect(twice.body.eventCount).toBe(once.body.eventCount);
  });

  it('a tick taken back by another stays so when the first is sent again', async () => {
    const { id } = await planned();
    const tick = { id: randomUUID(), checkId: 'washed', done: true };
    await tech.send('PUT', `/api/repairs/${id}/checks`, tick);
    await other.send('PUT', `/api/repairs/${id}/checks`, { id: randomUUID(), checkId: 'washed', done: false });
    expect((await tech.send('PUT', `/api/repairs/${id}/checks`, tick)).body.checks[0].done).toBeFalse();
  });

  it('under an id that belongs to another act are refused: other content, another job, another person', async () => {
    const [one, two] = [await planned(), await planned()];
    const id = randomUUID();
    expect((await log(tech, one.id, { kind: 'note', text: 'First' }, id)).status).toBe(201);
    for (const reply of [
      await log(tech, one.id, { kind: 'note', text: 'Second' }, id),
      await log(tech, two.id, { kind: 'note', text: 'First' }, id),
      await log(other, one.id, { kind: 'note', text: 'First' }, id),
    ])
      expect([reply.status, reply.body.code]).toEqual([409, 'id-taken']);
    expect((await read(one.id)).log.map(({ entry }) => entry)).toEqual([{ kind: 'note', text: 'First' }]);
    expect((await read(two.id)).log).toEqual([]);
  });

  it('of two people at one bench count once, with two witnesses: a start, a pot, a ply, through two servers at the same time', async () => {
    const { id, inputs } = await planned();
    for (const entry of [START, potOf(inputs), PLY]) {
      const replies = await Promise.all([log(tech, id, entry), log(other, id, entry)]);
      expect(replies.map(({ status }) => status))
        .withContext(entry.kind)
        .toEqual([201, 201]);
    }
    const told = (await read(id)).log;
    expect(told.map(({ entry }) => entry.kind).sort()).toEqual(['batch', 'ply', 'start', 'witness', 'witness', 'witness']); // prettier-ignore
    for (const { by, entry } of told) {
      if (entry.kind !== 'witness') continue;
      const first = told.find((one) => one.id === entry.of)!;
      expect(first.by).not.toBe(by);
      expect(first.entry).toEqual(entry.said);
    }
    expect(questionsOf(planRepair(inputs).rounds, told)).toEqual([]);
    expect((await log(tech, id, { ...PLY, plyKey: 'f0-p77' })).body.fields[0].path).toBe('entry.plyKey');
  });

  it('that say two things of one pot are both kept and asked about, until somebody says how it was', async () => {
    const { id, inputs } = await planned();
    const pot = potOf(inputs);
    await log(tech, id, START);
    await log(tech, id, pot);
    const scale = 1.05;
    const theirs = { ...pot, resinG: scale * pot.resinG, secondG: scale * pot.secondG };
    const told = (await log(other, id, theirs)).body.log as RepairDetail['log'];
    const [question] = questionsOf(planRepair(inputs).rounds, told);
    expect([question?.kind, question?.entries.map(({ by }) => by)]).toEqual(['pot-twice', ['Tech Spec', 'Other Spec']]);
    const unknown = await log(other, id, { kind: 'settled', of: [randomUUID()], label: 'Pot A' });
    expect([unknown.status, unknown.body.code]).toEqual([409, 'not-in-log']);
    const seen = await log(other, id, { kind: 'witness', of: randomUUID(), label: 'Pot A', said: pot });
    expect([seen.status, seen.body.code]).toEqual([409, 'not-in-log']);
    const settled = await log(other, id, { kind: 'settled', of: question!.of, label: 'both pots A' });
    expect(questionsOf(planRepair(inputs).rounds, settled.body.log)).toEqual([]);
  });

  it('stand with the device they were done on, whose own clock moves nothing', async () => {
    const { id } = await planned();
    const device = { 'Device-Id': randomUUID(), 'Device-Name': encodeURIComponent('Tablet by the dory ½'), 'Device-Time': '2020-01-01T00:00:00.000Z', 'Device-Place': '7' }; // prettier-ignore
    const [noted] = (await log(tech, id, { kind: 'note', text: 'Damp' }, randomUUID(), device)).body.log as RepairDetail['log']; // prettier-ignore
    expect(noted!.device).toEqual({ id: device['Device-Id'], name: 'Tablet by the dory ½', at: device['Device-Time'], place: 7 }); // prettier-ignore
    expect(Math.abs(Date.now() - Date.parse(noted!.at))).toBeLessThan(60_000);
    expect((await read(id)).events.at(-1)!.device).toBe('Tablet by the dory ½');
    const bad = (await log(tech, id, { kind: 'note', text: 'On' }, randomUUID(), { ...device, 'Device-Name': '%E0%A4%A' })).body.log as RepairDetail['log']; // prettier-ignore
    expect(bad.at(-1)!.device).toBeNull();
  });

  it('let a pot that was out be mixed again, and one beside the plan as often as it takes', async () => {
    const { id, inputs } = await planned();
    const pot = potOf(inputs);
    await log(tech, id, START);
    const out = { ...pot, secondG: pot.secondG * 3 };
    expect((await log(tech, id, out)).body.log.at(-1).within).toBeFalse();
    expect((await log(other, id, out)).body.log.at(-1).entry.kind)
      .withContext('the same pot told by another')
      .toBe('witness');
    expect((await log(tech, id, pot)).status).toBe(201);
    for (const resinG of [30, 40]) expect((await log(tech, id, { ...pot, label: 'extra', resinG })).status).toBe(201);
  });

  it('done while the server was out of reach are written down at the time they were done, with when they came in', async () => {
    const { id } = await planned();
    const late = (await log(tech, id, startEntry(30), randomUUID(), { 'Command-Age': String(20 * 60_000) })).body
      .log[0];
    expect(Date.now() - new Date(late.at).getTime()).toBeGreaterThan(19.9 * 60_000);
    expect(new Date(late.receivedAt).getTime() - new Date(late.at).getTime()).toBe(20 * 60_000);
    expect((await log(tech, id, { kind: 'note', text: 'on' })).body.log.at(-1).receivedAt).toBeNull();
  });

  it('of two people on one section both count, but for the same field', async () => {
    const repair = await planned();
    const { survey } = repair.inputs;
    const tap = (x: number) => ({
      kind: 'tap' as const,
      sound: 'dull' as const,
      xMm: x,
      yMm: 0,
      instrument: 'coin',
      by: '',
      at: null,
    });
    const [one, two] = await Promise.all(
      [10, 20].map((x, i) =>
        patch(i === 0 ? tech : other, repair.id, 'survey', survey, { ...survey, readings: [tap(x)] }),
      ),
    );
    expect([one!.status, two!.status]).toEqual([200, 200]);
    expect((await read(repair.id)).inputs.survey.readings.map(({ xMm }) => xMm).sort()).toEqual([10, 20]);
    const { days } = repair.inputs;
    await patch(other, repair.id, 'days', days, { ...days, fromMin: 540 });
    expect((await patch(tech, repair.id, 'days', days, { ...days, toMin: 1000 })).status).toBe(200);
    const clash = await patch(tech, repair.id, 'days', days, { ...days, fromMin: 600 });
    expect([clash.status, clash.body.code, clash.body.changes[0].section]).toEqual([409, 'stale', 'days']);
    expect((await read(repair.id)).inputs.days).toEqual(jasmine.objectContaining({ fromMin: 540, toMin: 1000 }));
  });

  it('that make a section impossible are refused with the field', async () => {
    const repair = await planned();
    const reply = await patch(tech, repair.id, 'taper', repair.inputs.taper, { ...repair.inputs.taper, ratio: 0.1 });
    expect([reply.status, reply.body.fields[0].path]).toEqual([422, 'taper.ratio']);
    for (const changes of [
      [],
      [{ path: 'ratio', is: 3 }],
      [{ path: '/__proto__/x', is: 1 }],
      [{ path: '/ratio', at: 0, out: [], in: [1] }],
      'x',
      null,
    ])
      expect((await tech.send('PATCH', `/api/repairs/${repair.id}/inputs/taper`, { changes })).status)
        .withContext(JSON.stringify(changes))
        .toBeGreaterThanOrEqual(400);
    expect((await read(repair.id)).inputs.taper).toEqual(repair.inputs.taper);
  });

  it('upstream send the stages that lean on them back, and one who saves nothing new changes nothing', async () => {
    const repair = await planned();
    await tech.send('PUT', `/api/repairs/${repair.id}/stage`, { stageReached: 7 });
    const saved = (await patch(tech, repair.id, 'taper', repair.inputs.taper, { ...repair.inputs.taper, ratio: 15 }))
      .body;
    expect(saved.stageReached).toBe(4);
    const same = (
      await tech.send('PUT', `/api/repairs/${repair.id}/inputs/taper`, saved.inputs.taper, {
        'If-Match': `"${saved.version}"`,
      })
    ).body;
    expect([same.version, same.eventCount]).toEqual([saved.version, saved.eventCount]);
  });

  it('answer all but the inputs to a page that asks for little', async () => {
    const { id, inputs } = await planned();
    const reply = await patch(
      tech,
      id,
      'mix',
      inputs.mix,
      { ...inputs.mix, primeGsm: 140 },
      { Prefer: 'return=minimal' },
    );
    expect(reply.headers.get('Preference-Applied')).toBe('return=minimal');
    expect(reply.body).toEqual(
      jasmine.objectContaining({ id, version: jasmine.any(Number), signOff: jasmine.any(Object), log: [] }),
    );
    expect([reply.body.inputs, reply.body.events, reply.body.craft]).toEqual([undefined, undefined, undefined]);
  });

  it('one by one to five thousand taps stay small: what is kept, what is answered, how long it takes', async () => {
    const repair = await planned();
    const tap = (i: number) => ({
      kind: 'tap' as const,
      sound: 'dull' as const,
      xMm: (i % 100) * 20,
      yMm: Math.floor(i / 100) * 20,
      instrument: 'coin',
      by: 'Tech Spec',
      at: '2026-04-16T08:00',
    });
    const survey = { ...repair.inputs.survey, readings: Array.from({ length: 4990 }, (_, i) => tap(i)) };
    await patch(tech, repair.id, 'survey', repair.inputs.survey, survey);
    for (let i = 0; i < 10; i++) {
      const more = { ...survey, readings: [...survey.readings, tap(4990 + i)] };
      const reply = await patch(tech, repair.id, 'survey', survey, more, { Prefer: 'return=minimal' });
      expect(reply.status).toBe(200);
      expect(JSON.stringify(reply.body).length).toBeLessThan(5000);
      survey.readings = more.readings;
    }
    const { rows } = await server.context.pool.query<{ size: number }>(
      "SELECT length(detail::text) AS size FROM repair_event WHERE repair_id = $1 AND section = 'survey' ORDER BY seq DESC LIMIT 10",
      [repair.id],
    );
    expect(Math.max(...rows.map(({ size }) => size))).toBeLessThan(400);
    expect((await read(repair.id)).inputs.survey.readings.length).toBe(5000);
  }, 30_000);

  it('are read in pages, the latest with the repair', async () => {
    const repair = await planned();
    for (let i = 0; i < 60; i++) await log(tech, repair.id, { kind: 'note', text: `Note ${i}` });
    const seen = await read(repair.id);
    expect([seen.events.length, seen.eventCount]).toEqual([50, 63]);
    const page = (await tech.send('GET', `/api/repairs/${repair.id}/events?before=${seen.events[0]!.seq}`)).body;
    expect([page.events.length, page.more, page.events.at(-1).kind]).toEqual([13, false, 'opened']);
    expect((await tech.send('GET', `/api/repairs/${repair.id}/events?before=x`)).status).toBe(422);
  });

  it('take no reading from the future', async () => {
    const repair = await planned();
    const { survey } = repair.inputs;
    const readAt = (at: string) =>
      patch(tech, repair.id, 'survey', survey, {
        ...survey,
        readings: [{ kind: 'moisture', value: 12, xMm: 0, yMm: 0, instrument: '', by: '', at }],
      });
    const soon = new Date(Date.now() + 3600_000 - new Date().getTimezoneOffset() * 60_000).toISOString().slice(0, 16);
    expect((await readAt(soon)).body.fields[0].path).toBe('survey.readings.0.at');
    expect((await readAt('2026-04-16T08:00')).status).toBe(200);
  });

  it('of the one who is to accept do not touch the plan, and answers of one who worked on it are an own check', async () => {
    const repair = await finishedRepair(tech, inspector);
    expect(
      (await patch(inspector, repair.id, 'taper', repair.inputs.taper, { ...repair.inputs.taper, ratio: 15 })).status,
    ).toBe(403);
    const { survey } = repair.inputs;
    expect((await patch(inspector, repair.id, 'survey', survey, { ...survey, gridSpacingMm: 30 })).status).toBe(200);
    expect([
      (await read(repair.id)).mayPlan,
      (await inspector.send('GET', `/api/repairs/${repair.id}`)).body.mayPlan,
    ]).toEqual([true, false]);
    const own = (
      await tech.send('POST', `/api/repairs/${repair.id}/results`, {
        id: randomUUID(),
        checkId: 'colour',
        pass: true,
        note: '',
      })
    ).body;
    expect(own.results.at(-1).standing).toBe('own');
    const manager = await new TestClient(await server.listen()).signIn('manager');
    expect((await manager.send('GET', `/api/repairs/${repair.id}`)).body.signOff.allowed).toBeTrue();
    await patch(manager, repair.id, 'mix', repair.inputs.mix, { ...repair.inputs.mix, wastePercent: 20 });
    expect((await manager.send('GET', `/api/repairs/${repair.id}`)).body.signOff.reason).toContain(
      'Manager Spec did this work',
    );
  });

  it('stored whole by an earlier version are kept as the change, once', async () => {
    const repair = await planned();
    let { taper } = repair.inputs;
    const whole: unknown[] = [];
    for (const ratio of [10, 14, 18]) {
      whole.push(taper);
      taper = (await patch(tech, repair.id, 'taper', taper, { ...taper, ratio })).body.inputs.taper;
    }
    const events = async (): Promise<unknown> =>
      (await tech.send('GET', `/api/repairs/${repair.id}/events`)).body.events;
    const before = await events();
    const client = await server.owner.connect();
    try {
      await client.query('BEGIN');
      await client.query('ALTER TABLE repair_event DISABLE TRIGGER append_only');
      const { rows } = await client.query<{ seq: string }>(
        "SELECT seq FROM repair_event WHERE repair_id = $1 AND section = 'taper' ORDER BY seq",
        [repair.id],
      );
      for (const [i, { seq }] of rows.entries())
        await client.query('UPDATE repair_event SET detail = $2 WHERE seq = $1', [
          seq,
          JSON.stringify({ was: whole[i] }),
        ]);
      await client.query('ALTER TABLE repair_event ENABLE TRIGGER append_only');
      await client.query("DELETE FROM upgrade WHERE name = 'slim-events'");
      await client.query('COMMIT');
    } finally {
      client.release();
    }
    expect(await events()).not.toEqual(before);
    await Promise.all([server.prepare(), server.prepare()]);
    expect(await events()).toEqual(before);
    await expectAsync(server.owner.query('UPDATE repair_event SET at = now()')).toBeRejected();
  });
});
