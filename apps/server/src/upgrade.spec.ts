import { randomUUID } from 'node:crypto';
import { cpSync, mkdtempSync, readdirSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { CHAIN_START, canonicalJson } from '@ashstep/contract';
import { CALCULATION_VERSION, NEW_REPAIR } from '@ashstep/core/repair';
import { hash } from '@node-rs/argon2';
import pg from 'pg';
import { pino } from 'pino';
import { migrate } from 'postgres-migrations';
import { accounts } from './people/accounts.js';
import { type Pool, openPool } from './platform/database.js';
import { chainHash, sealKey } from './record/seal.js';
import { sealedRecord, verifyChain } from './record/service.js';
import { eventsOf, history, repairDetail } from './repairs/service.js';
import { serverUrl } from './testing/server.js';
import { prepareDatabase } from './upgrade.js';

/** The last migration of the version that is upgraded from. */
const OLD = '0007_shop_plan.sql';
const AT = '2026-03-02T09:00:00.000Z';

describe('a database of an earlier version', () => {
  const name = `spec_${randomUUID().replaceAll('-', '')}`;
  const admin = async (statement: string): Promise<void> => {
    const client = new pg.Client({ connectionString: process.env['TEST_DATABASE_URL'] });
    await client.connect();
    await client.query(statement);
    await client.end();
  };
  const [tech, inspector, manager, craft, open, sealed, item] = Array.from({ length: 7 }, () => randomUUID()) as [
    string,
    string,
    string,
    string,
    string,
    string,
    string,
  ];
  const person = (id: string, role: 'technician' | 'inspector' | 'manager') => ({
    id,
    name: `${role} of old`,
    role,
    units: 'metric' as const,
  });
  let pool: Pool;
  let context: Parameters<typeof repairDetail>[0];

  beforeAll(async () => {
    await admin(`CREATE DATABASE ${name}`);
    pool = openPool(process.env['TEST_DATABASE_URL']!.replace(/\/[^/]*$/, `/${name}`));
    await asItWas();
    const key = '5'.repeat(64);
    const config = {
      databaseUrl: serverUrl(process.env['TEST_DATABASE_URL']!, name),
      sessionSecret: '',
      recordKey: key,
      anchorFile: path.join(mkdtempSync(path.join(os.tmpdir(), 'ash-step-')), 'seals'),
      trustProxy: false as const,
      publicHosts: [],
      port: 0,
      host: '',
      webRoot: null,
      demo: false,
      demoPasswords: {},
      demoBridgeToken: null,
      logLevel: 'silent',
    };
    context = { pool, config, log: pino({ level: 'silent' }), sealKey: sealKey(key), now: () => new Date() };
    await prepareDatabase(context);
  }, 60_000);
  afterAll(async () => {
    await pool.end();
    await admin(`DROP DATABASE ${name} WITH (FORCE)`);
  });

  /** The schema of then, with an open job that is laid and half inspected, and a sealed one. */
  async function asItWas(): Promise<void> {
    const all = fileURLToPath(new URL('../migrations', import.meta.url));
    const then = mkdtempSync(path.join(os.tmpdir(), 'ash-step-'));
    for (const file of readdirSync(all).filter((one) => one <= OLD))
      cpSync(path.join(all, file), path.join(then, file));
    const client = await pool.connect();
    await migrate({ client }, then);
    const put = (table: string, row: Record<string, unknown>): Promise<unknown> => client.query(`INSERT INTO ${table} (${Object.keys(row).join(', ')}) VALUES (${Object.keys(row).map((_, i) => `$${i + 1}`).join(', ')})`, Object.values(row)); // prettier-ignore
    await put('shop', { id: 1, name: 'Old shed' });
    for (const { id, name: called, role } of [
      person(tech, 'technician'),
      person(inspector, 'inspector'),
      person(manager, 'manager'),
    ])
      await put('person', { id, login: role, name: called, role, password_hash: await hash('an old password') });
    await put('craft', { id: craft, tag: 'OLD-1', name: 'Old launch', kind: 'boat' });
    const { survey: _survey, ...inputs } = { ...NEW_REPAIR, taper: { ...NEW_REPAIR.taper, ratio: 14 } };
    await put('repair', {
      id: open,
      craft_id: craft,
      title: 'Stem',
      version: 7,
      stage_reached: 8,
      technician_id: tech,
      technician_name: 'technician of old',
      inputs: JSON.stringify(inputs),
      created_at: AT,
      updated_at: AT,
    });
    const event = (
      repair: string,
      version: number,
      kind: string,
      by: string,
      section: string | null,
      detail: object,
    ): Promise<unknown> =>
      put('repair_event', {
        repair_id: repair,
        version,
        at: `2026-03-02T09:0${version}:00Z`,
        by_name: by,
        kind,
        section,
        detail: JSON.stringify(detail),
      });
    await event(open, 1, 'opened', 'technician of old', null, {});
    await event(open, 2, 'changed', 'technician of old', 'taper', { was: NEW_REPAIR.taper, editId: randomUUID() });
    await event(open, 3, 'changed', 'technician of old', 'taper', { was: { ...NEW_REPAIR.taper, ratio: 12 } });
    await event(open, 4, 'logged', 'technician of old', null, { entry: 'ply' });
    await event(open, 5, 'passed', 'technician of old', null, { checkId: 'colour' });
    await event(open, 6, 'failed', 'inspector of old', null, { checkId: 'fairness' });
    await put('log_entry', {
      id: randomUUID(),
      repair_id: open,
      at: AT,
      by_id: tech,
      by_name: 'technician of old',
      entry: JSON.stringify({ kind: 'ply', plyKey: 'f0-p1', label: 'Ply 1' }),
    });
    const result = (checkId: string, pass: boolean, by: string, minute: number): Promise<unknown> =>
      put('inspection_result', {
        id: randomUUID(),
        repair_id: open,
        check_id: checkId,
        pass,
        readings: [],
        why: 'by-eye',
        note: '',
        by_name: by,
        at: `2026-03-02T09:0${minute}:00Z`,
      });
    await result('colour', true, 'technician of old', 5);
    await result('fairness', false, 'inspector of old', 6);
    await put('rework_item', { id: item, repair_id: open, check_id: 'fairness', opened_at: AT });
    await put('repair', {
      id: sealed,
      craft_id: craft,
      title: 'Transom',
      state: 'sealed',
      stage_reached: 9,
      technician_id: tech,
      technician_name: 'technician of old',
      inputs: JSON.stringify(NEW_REPAIR),
      created_at: AT,
      updated_at: AT,
      sealed_at: AT,
    });
    const signature = { by: 'inspector of old', at: AT, meaning: 'I inspected and accept', singleHanded: false };
    const of = { id: craft, tag: 'OLD-1', name: 'Old launch', kind: 'boat', year: null, construction: '', notes: '' };
    const body = canonicalJson({ schema: 'ash-step/repair-record/1', calculationVersion: CALCULATION_VERSION, shop: 'Old shed', repairId: sealed, revision: 1, title: 'Transom', craft: of, technician: 'technician of old', inputs: NEW_REPAIR, figures: null, conditions: [], checks: [], log: [], results: [], rework: [], events: [], signature }); // prettier-ignore
    await put('sealed_record', {
      repair_id: sealed,
      revision: 1,
      body,
      previous_hash: CHAIN_START,
      hash: chainHash(CHAIN_START, body),
      sealed_at: AT,
      signed_by: 'inspector of old',
      meaning: signature.meaning,
      single_handed: false,
    });
    client.release();
  }

  it('has its jobs, log, answers and rework as they were', async () => {
    const seen = await repairDetail(context, open, person(inspector, 'inspector'));
    expect([seen.title, seen.version, seen.stageReached, seen.inputs.taper.ratio, seen.inputs.survey.readings]).toEqual(
      ['Stem', 7, 8, 14, []],
    );
    expect(seen.log.map(({ entry }) => entry.kind)).toEqual(['ply']);
    expect(seen.rework.map(({ id }) => id)).toEqual([item]);
    expect(JSON.parse(await history(context, {}))).toEqual(jasmine.objectContaining({ total: 2 }));
  });

  it('tells its answers apart: of one who did the work an own check, of an inspector one that counts', async () => {
    const { results } = await repairDetail(context, open, person(inspector, 'inspector'));
    expect(results.map(({ checkId, standing, revision }) => [checkId, standing, revision])).toEqual([
      ['colour', 'own', 1],
      ['fairness', 'counts', 1],
    ]);
  });

  it('keeps of every change what was changed', async () => {
    const { events } = await eventsOf(context, open, null);
    expect(events.filter(({ kind }) => kind === 'changed').map(({ detail }) => detail['changes'])).toEqual([
      [{ path: '/ratio', was: 12, is: 14 }],
      [{ path: '/ratio', was: null, is: 12 }],
    ]);
    expect(events.at(-2)!.detail['editId']).toEqual(jasmine.any(String));
  });

  it('has its records signed, and as they were sealed', async () => {
    expect(await verifyChain(context)).toEqual(jasmine.objectContaining({ intact: true, records: 1 }));
    const { file, faults } = await sealedRecord(context, sealed);
    expect([faults, file.seal!.number, file.seal!.publicKey]).toEqual([[], 1, context.sealKey.publicKey]);
  });

  it('lets everybody in who was let in', async () => {
    expect((await accounts(context, person(manager, 'manager'))).map(({ active }) => active)).toEqual([
      true,
      true,
      true,
    ]);
  });

  it('is brought up to date once', async () => {
    const before = (await eventsOf(context, open, null)).events;
    await prepareDatabase(context);
    expect((await eventsOf(context, open, null)).events).toEqual(before);
  });
});
