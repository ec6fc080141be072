import pg from 'pg';
import { type Pool, type Queryable, inTransaction } from './database.js';

const [ADD, CHANGE, KEEP] = ['SELECT, INSERT', 'SELECT, INSERT, UPDATE', 'SELECT, INSERT, UPDATE, DELETE'];

/** What the server may do with each table, and no more: what is written down stays, and no table is emptied or altered. */
const RIGHTS: Record<string, string> = {
  migrations: 'SELECT',
  upgrade: 'SELECT',
  repair: 'SELECT, INSERT, UPDATE (state, revision, version, stage_reached, inputs, updated_at, sealed_at)',
  repair_event: ADD,
  log_entry: ADD,
  standing_log: 'SELECT',
  inspection_result: ADD,
  sealed_record: ADD,
  laid_round: ADD,
  command: ADD,
  air_reading: ADD,
  shop_event: ADD,
  person_event: ADD,
  craft: ADD,
  photo: 'SELECT, INSERT, DELETE',
  check_mark: CHANGE,
  rework_item: CHANGE,
  shop: CHANGE,
  person: CHANGE,
  password_try: CHANGE,
  library_entry: CHANGE,
  lot: CHANGE,
  bond_trial: CHANGE,
  forecast: KEEP,
  step_pin: KEEP,
  step_mark: KEEP,
  session: KEEP,
  bridge: CHANGE,
  bridge_code: KEEP,
  instrument: CHANGE,
};

/** Another process made the same role in the same moment. */
const MADE_ALREADY = new Set(['42710', '23505']);

/**
 * Gives the role the server works as its rights on the tables, and takes every other away; the role is made where it is not there.
 * A server that works as the owner itself has all of them, and only the triggers hold it.
 * @param pool of the owner of the tables
 * @param serverUrl the server's way to the database, with its role and password
 */
export async function giveRights(pool: Pool, serverUrl: string): Promise<void> {
  const { username, password } = new URL(serverUrl);
  const name = decodeURIComponent(username);
  const role = pg.escapeIdentifier(name);
  const { owner, made } = (
    await pool.query<{ owner: string; made: boolean }>(
      'SELECT current_user AS owner, EXISTS (SELECT 1 FROM pg_roles WHERE rolname = $1) AS made',
      [name],
    )
  ).rows[0]!;
  if (name === owner) return;
  if (!made) {
    await pool
      .query(`CREATE ROLE ${role} LOGIN PASSWORD ${pg.escapeLiteral(decodeURIComponent(password))}`)
      .catch((error: { code?: string }) => {
        if (!MADE_ALREADY.has(error.code ?? '')) throw error;
      });
  }
  const grants = Object.entries(RIGHTS).map(([table, rights]) => `GRANT ${rights} ON ${table} TO ${role}`);
  await inTransaction(pool, async (client) => {
    await client.query('SELECT pg_advisory_xact_lock(4280103)');
    await client.query([`REVOKE ALL ON ALL TABLES IN SCHEMA public FROM ${role}`, ...grants].join(';'));
  });
}

/** Whether a connection's role could change the tables themselves: one that is not meant to serve. */
export async function isOwner(db: Queryable): Promise<boolean> {
  return (await db.query<{ may: boolean }>("SELECT has_schema_privilege('public', 'CREATE') AS may")).rows[0]!.may;
}
