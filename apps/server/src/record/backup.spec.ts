import { randomUUID } from 'node:crypto';
import { appendFileSync, existsSync, mkdtempSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import pg from 'pg';
import { finishedRepair } from '../testing/repairs.js';
import { PASSWORD, TestClient, TestServer } from '../testing/server.js';
import { openPool } from '../platform/database.js';
import { sealKey } from './seal.js';
import { verifyChain } from './service.js';

interface Tools {
  backup: (url: string, keep: Record<string, string>, target: string) => Promise<void>;
  restore: (
    file: string,
    url: string,
    keep: Record<string, string>,
    take?: (files: Record<string, string>) => Promise<string | undefined>,
  ) => Promise<void>;
}

describe('a backup', () => {
  let server: TestServer;
  let tools: Tools;
  let folder: string;
  let keep: Record<string, string>;
  let file: string;
  const made: string[] = [];
  beforeAll(async () => {
    tools = (await import(new URL('../../../../tools/lib/backup.mjs', import.meta.url).href)) as Tools;
    server = await TestServer.start();
    const base = await server.listen();
    const [tech, inspector] = [
      await new TestClient(base).signIn('tech'),
      await new TestClient(base).signIn('inspector'),
    ];
    const { id } = await finishedRepair(tech, inspector);
    await inspector.send('POST', `/api/repairs/${id}/sign-off`, {
      password: PASSWORD,
      meaning: 'I inspected and accept',
    });
    folder = mkdtempSync(path.join(os.tmpdir(), 'ash-step-'));
    const { recordKey, anchorFile } = server.context.config;
    keep = { 'record-key': path.join(folder, 'key'), seals: anchorFile! };
    writeFileSync(keep['record-key']!, recordKey);
    file = path.join(folder, 'deeper', 'shop.tar');
    await tools.backup(server.ownerUrl, keep, file);
  }, 60_000);
  afterAll(async () => {
    for (const database of made) await admin(`DROP DATABASE ${database} WITH (FORCE)`);
    await server.stop();
  });

  async function admin(statement: string): Promise<void> {
    const client = new pg.Client({ connectionString: process.env['TEST_DATABASE_URL'] });
    await client.connect();
    await client.query(statement);
    await client.end();
  }
  async function empty(): Promise<string> {
    const database = `spec_${randomUUID().replaceAll('-', '')}`;
    await admin(`CREATE DATABASE ${database}`);
    made.push(database);
    return server.ownerUrl.replace(/\/[^/]*$/, `/${database}`);
  }
  const elsewhere = (): Record<string, string> => {
    const other = mkdtempSync(path.join(os.tmpdir(), 'ash-step-'));
    return { 'record-key': path.join(other, 'key'), seals: path.join(other, 'seals') };
  };

  it('is one file that only its owner reads, and brings back everything on another machine', async () => {
    expect(statSync(file).mode & 0o077).toBe(0);
    const url = await empty();
    const places = elsewhere();
    await tools.restore(file, url, places);
    const secret = readFileSync(places['record-key']!, 'utf8');
    expect(secret).toBe(server.context.config.recordKey);
    const pool = openPool(url);
    try {
      const report = await verifyChain({
        pool,
        sealKey: sealKey(secret),
        config: { ...server.context.config, anchorFile: places['seals']! },
      });
      expect([report.intact, report.records]).toEqual([true, 1]);
      const counts =
        'SELECT (SELECT count(*) FROM repair_event) AS events, (SELECT count(*) FROM log_entry) AS log, (SELECT count(*) FROM person) AS people';
      expect((await pool.query(counts)).rows).toEqual((await server.context.pool.query(counts)).rows);
      await expectAsync(pool.query('TRUNCATE sealed_record')).withContext('guards too').toBeRejected();
    } finally {
      await pool.end();
    }
  }, 30_000);

  it('puts no key away for good: one that was there and is another is kept under an ending', async () => {
    const places = elsewhere();
    writeFileSync(places['record-key']!, 'the key of before');
    writeFileSync(places['seals']!, readFileSync(keep['seals']!));
    await tools.restore(file, await empty(), places, () => Promise.resolve('_before'));
    expect(readFileSync(places['record-key']!, 'utf8')).toBe(server.context.config.recordKey);
    expect(readFileSync(`${places['record-key']!}_before`, 'utf8')).toBe('the key of before');
    expect(existsSync(`${places['seals']!}_before`))
      .withContext('the same list')
      .toBeFalse();
  }, 30_000);

  it('that is not to be taken puts nothing anywhere', async () => {
    const places = elsewhere();
    await expectAsync(
      tools.restore(file, await empty(), places, () => Promise.reject(new Error('not as it was sealed'))),
    ).toBeRejectedWithError('not as it was sealed');
    expect(() => statSync(places['record-key']!)).toThrowError();
  }, 30_000);

  it('that is broken, or none, is said to be', async () => {
    const broken = path.join(folder, 'broken.tar');
    writeFileSync(broken, readFileSync(file).subarray(0, 3000));
    appendFileSync(broken, 'x');
    await expectAsync(tools.restore(broken, await empty(), elsewhere())).toBeRejectedWithError(/not whole/);
    const none = path.join(folder, 'none.tar');
    writeFileSync(none, 'hello');
    await expectAsync(tools.restore(none, await empty(), elsewhere())).toBeRejectedWithError(/no backup of Ash Step/);
  }, 30_000);
});
