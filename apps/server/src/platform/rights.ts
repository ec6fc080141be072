import pg from 'pg';

const [ADD, CHANGE, KEEP] = ['SELECT, INSERT', 'SELECT, INSERT, UPDATE', 'SELECT, INSERT, UPDATE, DELETE'];

/** What the server may do with each table, and no more: what is written down stays, and no table is emptied or altered. */
const RIGHTS: Record<string, string> = {
  migrations: 'SELECT',
  upgrade: 'SELECT',
  repair: 'SELECT, INSERT, UPDATE (state, revision, version, stage_reached, inputs, updated_at, sealed_at)',
  repair_event: ADD,
  log_entry: ADD,
  inspection_result: ADD,
  sealed_record: ADD,
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
};

/** Another process made the same role in the same moment. */
const MADE_ALREADY = new Set(['42710', '23505']);

/**
 * Gives the role the server works as its rights on the tables, and takes every other away; the role is made where it is not there.
 * A server that works as the owner itself has all of them, and only the triggers hold it.
 * @param client as the owner of the tables, in no transaction
 * @param serverUrl the server's way to the database, with its role and password
 */
export async function giveRights(client: pg.PoolClient, serverUrl: string): Promise<void> {
  const { username, password } = new URL(serverUrl);
  const name = decodeURIComponent(username);
  const role = pg.escapeIdentifier(name);
  const { owner, made } = (
    await client.query<{ owner: string; made: boolean }>(
      'SELECT current_user AS owner, EXISTS (SELECT 1 FROM pg_roles WHERE rolname = $1) AS made',
      [name],
    )
  ).rows[0]!;
  if (name === owner) return;
  if (!made) {
    await client
      .query(`CREATE ROLE ${role} LOGIN PASSWORD ${pg.escapeLiteral(decodeURIComponent(password))}`)
      .catch((error: { code?: string }) => {
        if (!MADE_ALREADY.has(error.code ?? '')) throw error;
      });
  }
  const grants = Object.entries(RIGHTS).map(([table, rights]) => `GRANT ${rights} ON ${table} TO ${role}`);
  await client.query(
    [
      'BEGIN',
      'SELECT pg_advisory_xact_lock(4280103)',
      `REVOKE ALL ON ALL TABLES IN SCHEMA public FROM ${role}`,
      ...grants,
      'COMMIT',
    ].join(';'),
  );
}

/** Whether a connection's role could change the tables themselves: one that is not meant to serve. */
export async function isOwner(db: Pick<pg.Pool, 'query'>): Promise<boolean> {
  return (await db.query<{ may: boolean }>("SELECT has_schema_privilege('public', 'CREATE') AS may")).rows[0]!.may;
}
