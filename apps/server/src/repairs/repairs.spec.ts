import { boardRow, findReply, historyReply } from '@ashstep/contract';
import { randomUUID } from 'node:crypto';
import { TestClient, type TestReply, TestServer } from '../testing/server.js';
import { finishedRepair, newCraft, newRepair, saveSection, startEntry } from '../testing/repairs.js';

describe('repairs', () => {
  let server: TestServer;
  let base: string;
  let tech: TestClient;
  let other: TestClient;
  let inspector: TestClient;
  beforeAll(async () => {
    server = await TestServer.start();
    base = await server.listen();
    tech = await new TestClient(base).signIn('tech');
    other = await new TestClient(base).signIn('other');
    inspector = await new TestClient(base).signIn('inspector');
  });
  afterAll(() => server.stop());

  it('are opened once however often the request is sent', async () => {
    const body = { id: randomUUID(), craftId: await newCraft(tech), title: 'Stem' };
    expect((await tech.send('POST', '/api/repairs', body)).status).toBe(201);
    const again = await tech.send('POST', '/api/repairs', body);
    expect(again.status).toBe(201);
    expect(again.body.events.length).toBe(1);
  });

  it('start from what the craft’s year says of its resin', async () => {
    const opened = async (year: number | null, kind = 'boat'): Promise<string> => {
      const craft = {
        id: randomUUID(),
        tag: randomUUID().slice(0, 12),
        name: 'Old launch',
        kind,
        year,
        construction: '',
        notes: '',
      };
      await tech.send('POST', '/api/craft', craft);
      return (await tech.send('POST', '/api/repairs', { id: randomUUID(), craftId: craft.id, title: 'Stem' })).body
        .inputs.laminate.priorId;
    };
    expect([await opened(1986), await opened(1998), await opened(null)]).toEqual([
      'volume-built-before-1998',
      'volume-built',
      'volume-built',
    ]);
    expect([await opened(2021, 'board'), await opened(1995, 'vehicle')]).toEqual(['open', 'volume-built-before-1998']);
  });

  it('save a section and write down what was changed', async () => {
    const repair = await newRepair(tech);
    const saved = (await saveSection(tech, repair, 'taper', { ratio: 15 })).body;
    expect(saved.inputs.taper.ratio).toBe(15);
    expect(saved.version).toBe(repair.version + 1);
    expect(saved.events.at(-1)).toEqual(
      jasmine.objectContaining({ kind: 'changed', section: 'taper', by: 'Tech Spec' }),
    );
    expect((await tech.send('GET', `/api/repairs/${repair.id}/events`)).body.events[0].detail.changes).toEqual([
      { path: '/ratio', was: null, is: 15 },
    ]);
  });

  it('let two people change different sections, and name who changed the same one', async () => {
    const repair = await newRepair(tech);
    await saveSection(other, repair, 'days', { fromMin: 540 });
    expect((await saveSection(tech, repair, 'mix', { scaleErrorG: 0.1 })).status).toBe(200);
    const clash = await saveSection(tech, repair, 'days', { fromMin: 600 });
    expect(clash.status).toBe(409);
    expect(clash.body.changes).toEqual([jasmine.objectContaining({ section: 'days', by: 'Other Spec' })]);
    expect((await tech.send('GET', `/api/repairs/${repair.id}`)).body.inputs.days.fromMin).toBe(540);
  });

  it('takes the same edit again when its answer was lost, but not over another’s', async () => {
    const repair = await newRepair(tech);
    const put = (primeGsm: number, editId: string): Promise<TestReply> =>
      tech.send(
        'PUT',
        `/api/repairs/${repair.id}/inputs/mix`,
        { ...repair.inputs.mix, primeGsm },
        { 'If-Match': `"${repair.version}"`, 'Edit-Id': editId },
      );
    const [mine, another] = [randomUUID(), randomUUID()];
    expect((await put(140, mine)).status).toBe(200);
    expect((await put(150, mine)).body.inputs.mix.primeGsm).toBe(150);
    expect((await put(160, another)).body.changes.length).toBe(2);
    await saveSection(other, { ...repair, version: repair.version + 2 }, 'mix', { primeGsm: 120 });
    expect((await put(150, mine)).body.changes).toEqual([jasmine.objectContaining({ section: 'mix' })]);
  });

  it('refuse absurd figures with the field in the way and never answer 500', async () => {
    const repair = await newRepair(tech);
    const path = `/api/repairs/${repair.id}/inputs`;
    const cases: [string, unknown, string][] = [
      ['damage', { ...repair.inputs.damage, shape: { kind: 'circle', diameterMm: 40_000 } }, 'damage.shape.diameterMm'],
      [
        'damage',
        {
          ...repair.inputs.damage,
          shape: {
            kind: 'polygon',
            points: [
              { x: 0, y: 0 },
              { x: 9, y: 9 },
              { x: 9, y: 0 },
              { x: 0, y: 9 },
            ],
          },
        },
        'damage.shape.points',
      ],
      [
        'damage',
        { ...repair.inputs.damage, shape: { kind: 'slot', lengthMm: 20, widthMm: 0 } },
        'damage.shape.widthMm',
      ],
      ['laminate', { ...repair.inputs.laminate, thicknessMm: 0 }, 'laminate.thicknessMm'],
      ['survey', { ...repair.inputs.survey, gridSpacingMm: 0 }, 'survey.gridSpacingMm'],
      [
        'survey',
        {
          ...repair.inputs.survey,
          readings: [{ kind: 'tap', sound: 'soggy', xMm: 0, yMm: 0, instrument: '', by: '', at: null }],
        },
        'survey.readings.0.sound',
      ],
      [
        'survey',
        { ...repair.inputs.survey, rings: { ratio: 12, rings: [{ widthMm: -3 }] } },
        'survey.rings.rings.0.widthMm',
      ],
      [
        'laminate',
        { ...repair.inputs.laminate, plies: Array.from({ length: 900 }, () => ({ fabricId: 'mat-450' })) },
        'laminate.plies',
      ],
      ['laminate', { ...repair.inputs.laminate, priorId: 'guess' }, 'laminate.priorId'],
      ['taper', { ...repair.inputs.taper, ratio: 0.1 }, 'taper.ratio'],
      ['taper', { ...repair.inputs.taper, ratio: '12' }, 'taper.ratio'],
      ['taper', [], 'taper'],
      ['taper', 'null', 'taper'],
      ['days', { ...repair.inputs.days, startAt: '2026-02-30T08:00', fromMin: 900, toMin: 901 }, ''],
    ];
    for (const [section, body, field] of cases) {
      const reply = await tech.send('PUT', `${path}/${section}`, body, { 'If-Match': '"1"' });
      if (field === '') expect(reply.status).withContext(section).toBeLessThan(500);
      else {
        expect(reply.status).withContext(JSON.stringify(body).slice(0, 80)).toBe(422);
        expect(reply.body.fields[0].path).toBe(field);
        expect(reply.body.fields[0].message.length).toBeGreaterThan(5);
      }
    }
  });

  it('answer broken, oversized and misdirected requests with a problem', async () => {
    const repair = await newRepair(tech);
    const send = async (method: string, path: string, body?: unknown, headers = {}) =>
      (await tech.send(method, path, body, headers)).status;
    expect(await send('PUT', `/api/repairs/${repair.id}/inputs/taper`, '{"ratio": ')).toBe(400);
    expect(await send('PUT', `/api/repairs/${repair.id}/inputs/taper`, { a: 'x'.repeat(1_200_000) })).toBe(413);
    expect(await send('PUT', `/api/repairs/${repair.id}/inputs/taper`, {})).toBe(428);
    expect(await send('PUT', `/api/repairs/${repair.id}/inputs/colour`, {}, { 'If-Match': '"1"' })).toBe(422);
    expect(await send('GET', '/api/repairs/not-an-id')).toBe(404);
    expect(await send('GET', `/api/repairs/${randomUUID()}`)).toBe(404);
    expect(await send('GET', '/api/nothing-here')).toBe(404);
    expect(await send('GET', '/api/history?page=-1')).toBe(422);
    expect(await send('POST', '/api/repairs', { id: randomUUID(), craftId: randomUUID(), title: 'x' })).toBe(422);
    expect(
      await send('POST', `/api/repairs/${repair.id}/log`, {
        id: randomUUID(),
        entry: { kind: 'note', text: 'a\u0000b' },
      }),
    ).toBe(422);
    expect(
      await send('POST', `/api/repairs/${repair.id}/results`, { id: randomUUID(), checkId: 'no-such', note: '' }),
    ).toBe(422);
  });

  it('log a batch with its real ratio, once', async () => {
    const repair = await newRepair(tech);
    await saveSection(tech, repair, 'resin', { systemId: 'epoxy-slow' });
    const body = {
      id: randomUUID(),
      entry: { kind: 'batch', label: 'A', resinG: 100, secondG: 33, resinLot: 'R-1', secondLot: 'H-1', tempC: 20 },
    };
    const first = (await tech.send('POST', `/api/repairs/${repair.id}/log`, body)).body.log;
    expect(first[0].mixErrorPercent).toBeCloseTo(10, 9);
    expect(first[0].within).toBeFalse();
    expect((await tech.send('POST', `/api/repairs/${repair.id}/log`, body)).body.log.length).toBe(1);
    expect((await tech.send('GET', '/api/history?lot=R-1')).body.rows.map((r: { id: string }) => r.id)).toEqual([
      repair.id,
    ]);
  });

  it('refuse the lay-up while the core is wet, take notes all the same, and let it start once it reads dry', async () => {
    const repair = await newRepair(tech);
    const moisture = (at: string, value: number) => ({
      kind: 'moisture',
      value,
      xMm: 0,
      yMm: 0,
      instrument: '',
      by: 'Tech Spec',
      at,
    });
    await saveSection(tech, repair, 'survey', { readings: [moisture('2026-04-16T08:00', 18)], moistureLimit: 12 });
    const log = (entry: object) => tech.send('POST', `/api/repairs/${repair.id}/log`, { id: randomUUID(), entry });
    const start = startEntry();
    const refused = await log(start);
    expect(refused.status).toBe(409);
    expect(refused.body.detail).toContain('18 at the last reading, 12 wanted');
    expect((await log({ kind: 'note', text: 'Tent on, warm air through it.' })).status).toBe(201);
    const { body } = await tech.send('GET', `/api/repairs/${repair.id}`);
    await saveSection(tech, body, 'survey', {
      ...body.inputs.survey,
      readings: [moisture('2026-04-16T08:00', 18), moisture('2026-04-21T08:00', 11)],
    });
    expect((await log(start)).status).toBe(201);
  });

  it('let only a manager release what is beyond this tool, in their own name', async () => {
    const repair = await newRepair(tech);
    const manager = await new TestClient(base).signIn('manager');
    const held = (await saveSection(tech, repair, 'severity', { structure: 'keel' })).body;
    const start = () =>
      tech.send('POST', `/api/repairs/${repair.id}/log`, {
        id: randomUUID(),
        entry: startEntry(),
      });
    expect((await start()).status).toBe(409);
    const release = { reference: 'Drawing 114, naval architect', by: 'Tech Spec', at: '2026-04-16T08:00' };
    expect((await saveSection(tech, held, 'severity', { ...held.inputs.severity, release })).status).toBe(403);
    expect((await saveSection(manager, held, 'severity', { ...held.inputs.severity, release })).body.fields).toEqual([
      jasmine.objectContaining({ path: 'severity.release.by' }),
    ]);
    const released = await saveSection(manager, held, 'severity', {
      ...held.inputs.severity,
      release: { ...release, by: 'Manager Spec' },
    });
    expect(released.status).toBe(200);
    expect(
      (await saveSection(tech, released.body, 'severity', { ...released.body.inputs.severity, separated: true }))
        .status,
    )
      .withContext('a release that stands may stay')
      .toBe(200);
    expect((await start()).status).toBe(201);
  });

  it('complete inputs stored before a section existed', async () => {
    const repair = await newRepair(tech);
    await server.context.pool.query(
      "UPDATE repair SET inputs = (inputs::jsonb - 'survey' - 'schema') #- '{taper,maskMm}' WHERE id = $1",
      [repair.id],
    );
    const { inputs } = (await tech.send('GET', `/api/repairs/${repair.id}`)).body;
    expect(inputs.survey.readings).toEqual([]);
    expect(inputs.taper.maskMm).toBe(20);
    expect(
      (await tech.send('GET', '/api/repairs')).body.find((row: { id: string }) => row.id === repair.id).inputs.survey
        .gridSpacingMm,
    ).toBe(25);
    expect((await saveSection(tech, repair, 'survey', { gridSpacingMm: 40 })).body.inputs.survey.gridSpacingMm).toBe(
      40,
    );
  });

  it('are told by name with every craft, the job worked on last first', async () => {
    const { id } = await newRepair(tech);
    const { jobs, craft } = findReply.parse((await tech.send('GET', '/api/find')).body);
    expect(jobs[0]).toEqual(jasmine.objectContaining({ id, state: 'open', small: false }));
    expect(craft.map(({ tag }) => tag)).toContain(jobs[0]!.craftTag);
    const told = historyReply.parse((await tech.send('GET', '/api/history')).body);
    expect(jobs.length).toBe(told.total);
    expect(told.rows.map((row) => row.id)).toContain(id);
    expect(historyReply.parse((await tech.send('GET', '/api/history?q=nowhere%20at%20all')).body)).toEqual({ rows: [], total: 0, page: 1, pageSize: 50 }); // prettier-ignore
  });

  it('tell the next job of the same craft what their laminate was found to be', async () => {
    const repair = await newRepair(tech);
    const { inputs, craft } = (await tech.send('GET', `/api/repairs/${repair.id}`)).body;
    const { unsaid: _unsaid, ...said } = { ...inputs.laminate, known: 'plies', thicknessMm: 4.2, plies: [{ fabricId: 'mat-450', orientationDeg: 0 }], core: null, clueIds: ['styrene-smell', 'tint-green-blue', 'plate-polyester'] }; // prettier-ignore
    expect((await saveSection(tech, repair, 'laminate', said)).status).toBe(200);
    const next = (await tech.send('POST', '/api/repairs', { id: randomUUID(), craftId: craft.id, title: 'The next' })).body; // prettier-ignore
    const known = async (id: string) => (await tech.send('GET', `/api/repairs/${id}/laminates`)).body;
    expect(await known(next.id)).toEqual([
      { repairId: repair.id, title: repair.title, at: jasmine.any(String), sealed: false, thicknessMm: 4.2, plies: said.plies, core: null, resin: 'polyester' }, // prettier-ignore
    ]);
    // Of the new one nothing was said yet: it tells nothing.
    expect(await known(repair.id)).toEqual([]);
    expect(await known(randomUUID())).toEqual([]);
  });

  it('stand on the board as they are now, each time it is asked', async () => {
    const repair = await newRepair(tech);
    const onBoard = async () => boardRow.array().parse((await tech.send('GET', '/api/repairs')).body).find(({ id }) => id === repair.id)!; // prettier-ignore
    const first = await onBoard();
    expect(first.version).toBe(repair.version);
    await saveSection(tech, repair, 'survey', { gridSpacingMm: 35 });
    const [second, third] = [await onBoard(), await onBoard()];
    expect(first.inputs.survey.gridSpacingMm).not.toBe(35);
    expect(second.inputs.survey.gridSpacingMm).toBe(35);
    expect(third).toEqual(second);
  });

  it('keep history append-only in the database itself', async () => {
    const { owner } = server;
    const { id } = await newRepair(tech);
    await tech.send('POST', `/api/repairs/${id}/log`, { id: randomUUID(), entry: { kind: 'note', text: 'Begun.' } });
    for (const table of ['repair_event', 'log_entry'])
      await expectAsync(owner.query(`UPDATE ${table} SET at = now()`)).toBeRejected();
    await expectAsync(owner.query('DELETE FROM repair_event')).toBeRejected();
  });

  it('open a rework item on a failed check and close it when it passes', async () => {
    const repair = await finishedRepair(tech, inspector);
    const results = `/api/repairs/${repair.id}/results`;
    const failed = (
      await inspector.send('POST', results, {
        id: randomUUID(),
        checkId: 'hardness-impressor',
        readings: Array(10).fill(27),
        note: 'Read early',
      })
    ).body;
    expect(failed.openRework).toBe(1);
    expect(failed.results.at(-1)).toEqual(jasmine.objectContaining({ pass: false, mean: 27, why: 'mean-outside' }));
    const item = failed.rework[0].id;
    const concession = { cause: '', action: '', concession: 'Fine by me' };
    expect((await tech.send('PUT', `/api/repairs/${repair.id}/rework/${item}`, concession)).status).toBe(403);
    expect(
      (
        await tech.send('POST', results, {
          id: randomUUID(),
          checkId: 'hardness-impressor',
          readings: Array(10).fill(41),
          note: 'Read early',
        })
      ).body.openRework,
    )
      .withContext('an own check')
      .toBe(1);
    const passed = (
      await inspector.send('POST', results, {
        id: randomUUID(),
        checkId: 'hardness-impressor',
        readings: Array(10).fill(41),
        note: 'Read early',
      })
    ).body;
    expect(passed.openRework).toBe(0);
    expect(passed.rework[0].closedBy).toBe('Inspector Spec');
  });

  it('find words with % and _ as they are written', async () => {
    await newRepair(tech, 'Rim 50% worn');
    expect((await tech.send('GET', '/api/history?q=50%25')).body.total).toBe(1);
    expect((await tech.send('GET', '/api/history?q=5_%25')).body.total).toBe(0);
  });

  it('tell a change made through one process to those looking through another', async () => {
    const second = await server.listen();
    const watcher = await new TestClient(second).signIn('other');
    const repair = await newRepair(tech);
    const seen = new Promise<string>((resolve, reject) => {
      watcher.stream('/api/stream', (text) => text.includes(repair.id) && resolve(text)).catch(reject);
    });
    await watcher.streaming;
    await saveSection(tech, repair, 'mix', { primeGsm: 140 });
    expect(await seen).toContain('event: repair');
    expect((await watcher.send('GET', `/api/repairs/${repair.id}`)).body.inputs.mix.primeGsm).toBe(140);
  });
});
