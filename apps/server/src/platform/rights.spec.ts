import { finishedRepair } from '../testing/repairs.js';
import { PASSWORD, TestClient, TestServer } from '../testing/server.js';

/** What nobody may do to what has been written down or sealed, the owner of the tables with every guard up no more than the server. */
const REFUSED = [
  'TRUNCATE sealed_record',
  'TRUNCATE repair_event',
  'TRUNCATE repair CASCADE',
  'TRUNCATE photo',
  'DELETE FROM sealed_record',
  'DELETE FROM repair',
  'TRUNCATE person_event',
  'UPDATE check_mark SET done = false',
  "UPDATE repair SET title = 'x'",
  "UPDATE repair SET inputs = '{}'",
  'UPDATE command SET digest = digest',
  'UPDATE sealed_record SET number = number',
  "INSERT INTO check_mark (repair_id, check_id, done, by_name, at) SELECT id, 'wax-off', true, 'x', now() FROM repair WHERE state = 'sealed'",
  "INSERT INTO log_entry (id, repair_id, at, by_name, entry) SELECT gen_random_uuid(), id, now(), 'x', '{}' FROM repair WHERE state = 'sealed'",
  "INSERT INTO rework_item (id, repair_id, check_id, opened_at) SELECT gen_random_uuid(), id, 'x', now() FROM repair WHERE state = 'sealed'",
  "INSERT INTO inspection_result (id, repair_id, check_id, pass, readings, why, note, by_name, at) SELECT gen_random_uuid(), id, 'x', true, '{}', '', '', 'x', now() FROM repair WHERE state = 'sealed'",
  "INSERT INTO repair_event (repair_id, version, at, by_name, kind) SELECT id, 1, now(), 'x', 'log' FROM repair WHERE state = 'sealed'",
  "INSERT INTO step_pin (repair_id, key, start_at, by_name, at) SELECT id, 'x', '2026-01-01T08:00', 'x', now() FROM repair WHERE state = 'sealed'",
  "UPDATE check_mark SET repair_id = (SELECT id FROM repair WHERE state = 'open' LIMIT 1)",
];

/** What the server may not either, since the tables are not its own. */
const REFUSED_TO_SERVER = [
  'ALTER TABLE sealed_record DISABLE TRIGGER append_only',
  'DROP TRIGGER guard_sealed ON repair',
  'CREATE OR REPLACE FUNCTION refuse_change() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN RETURN NEW; END $$',
  'ALTER TABLE repair ADD COLUMN x text',
  'CREATE TABLE x (y text)',
  'DROP TABLE photo',
  "SET session_replication_role = 'replica'",
  "UPDATE repair SET craft_id = craft_id, technician_name = 'x' WHERE state = 'open'",
  'DELETE FROM person',
  'DELETE FROM password_try',
  "INSERT INTO migrations (id, name, hash, executed_at) VALUES (999, 'x', 'x', now())",
  'DELETE FROM upgrade',
];

describe('rights on the database', () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await TestServer.start();
    const base = await server.listen();
    const [tech, inspector] = [
      await new TestClient(base).signIn('tech'),
      await new TestClient(base).signIn('inspector'),
    ];
    for (const seal of [true, false]) {
      const { id } = await finishedRepair(tech, inspector);
      if (seal)
        expect(
          (
            await inspector.send('POST', `/api/repairs/${id}/sign-off`, {
              password: PASSWORD,
              meaning: 'I inspected and accept',
            })
          ).status,
        ).toBe(200);
    }
  }, 60_000);
  afterAll(() => server.stop());

  for (const who of ['owner', 'server'] as const)
    it(`of the ${who} end at what has been written down or sealed`, async () => {
      const pool = who === 'owner' ? server.owner : server.context.pool;
      for (const statement of REFUSED)
        await expectAsync(pool.query(statement))
          .withContext(statement)
          .toBeRejectedWithError(/append-only|sealed|permission denied/);
    });

  it('of the server end at the tables themselves', async () => {
    for (const statement of REFUSED_TO_SERVER)
      await expectAsync(server.context.pool.query(statement))
        .withContext(statement)
        .toBeRejectedWithError(/permission denied|must be owner/);
  });

  it('are given for every table there is, and nobody else has any', async () => {
    const { rows } = await server.owner.query<{ name: string; server: boolean; all: boolean }>(
      `SELECT tablename AS name, has_table_privilege('spec_server', tablename::regclass, 'SELECT') AS server, coalesce(array_to_string((SELECT relacl FROM pg_class WHERE oid = tablename::regclass), ' ') ~ '(^| )=', false) AS all
       FROM pg_tables WHERE schemaname = 'public'`,
    );
    expect(rows.length).toBeGreaterThan(20);
    expect(rows.filter((table) => !table.server || table.all)).toEqual([]);
  });
});
