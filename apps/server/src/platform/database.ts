import { readFileSync, readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { migrate } from 'postgres-migrations';

export type Pool = pg.Pool;
/** A pool or a client inside a transaction. */
export type Queryable = Pick<pg.Pool, 'query'>;

/** A connection is waited for so long; a lock so long, and a transaction that stands still so long, ms. */
export const CONNECT_MS = 5_000;
const [LOCK_MS, IDLE_MS] = [8_000, 30_000];

/**
 * A pool whose connections may be ended under it: the query that meets an ended one fails, and the next gets a new one.
 * @param lost told of every connection that ended
 */
export function openPool(databaseUrl: string, lost: (error: Error) => void = () => undefined): Pool {
  const pool = new pg.Pool({
    connectionString: databaseUrl,
    max: 10,
    connectionTimeoutMillis: CONNECT_MS,
    lock_timeout: LOCK_MS,
    idle_in_transaction_session_timeout: IDLE_MS,
  });
  // The pool listens to its idle connections only: one that ends while it is out would end the process.
  pool.on('connect', (client) => client.on('error', lost));
  pool.on('error', () => undefined);
  return pool;
}

const MIGRATIONS = fileURLToPath(new URL('../../migrations', import.meta.url));

/** How many steps of the schema this version knows. */
export const knownSteps = (): number => readdirSync(MIGRATIONS).filter((file) => file.endsWith('.sql')).length;

/**
 * Brings the schema up to date; safe when several processes start at once.
 * @throws Error where the database was made by a newer version, whose rows this one would misread
 */
export async function migrateDatabase(pool: Pool): Promise<void> {
  const client = await pool.connect();
  try {
    await requireNotNewer(client);
    await migrate({ client }, MIGRATIONS);
  } finally {
    client.release();
  }
}

async function requireNotNewer(client: pg.PoolClient): Promise<void> {
  const { made } = (await client.query<{ made: boolean }>("SELECT to_regclass('migrations') IS NOT NULL AS made"))
    .rows[0]!;
  if (!made) return;
  const { last } = (await client.query<{ last: number | null }>('SELECT max(id)::int AS last FROM migrations'))
    .rows[0]!;
  const known = knownSteps();
  if ((last ?? 0) > known)
    throw new Error(
      `This database was last opened by a newer version of Ash Step (step ${last}; this one knows ${known}). Start that version, or restore a backup made before it.`,
    );
}

/** Does several readings at once where there are connections for them; on one connection, as in a transaction, one after the other. */
export async function together<Works extends readonly (() => Promise<unknown>)[]>(
  db: Queryable,
  ...works: Works
): Promise<{ -readonly [K in keyof Works]: Awaited<ReturnType<Works[K]>> }> {
  const read: unknown[] = [];
  if (db instanceof pg.Pool) read.push(...(await Promise.all(works.map((work) => work()))));
  else for (const work of works) read.push(await work());
  return read as { -readonly [K in keyof Works]: Awaited<ReturnType<Works[K]>> };
}

/** Runs work in one transaction, rolled back when it throws; a connection that cannot even be rolled back is thrown away. */
export async function inTransaction<T>(pool: Pool, work: (client: pg.PoolClient) => Promise<T>): Promise<T> {
  const client = await pool.connect();
  let broken: Error | undefined;
  try {
    await client.query('BEGIN');
    const result = await work(client);
    await client.query('COMMIT');
    return result;
  } catch (error) {
    await client.query('ROLLBACK').catch((lost: Error) => (broken = lost));
    throw error;
  } finally {
    client.release(broken);
  }
}

/** What the database or the way to it answers when it is not there: ended, starting, full, or a lock that never came. */
const AWAY = /^(?:08...|57P0[1-5]|57014|53300|55P03|25P03|ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT|ENOTFOUND)$/;
const AWAY_WORDS =
  /^(?:Connection terminated|Client has encountered a connection error|timeout exceeded when trying to connect|Client was closed)/;

/** Whether an error says that the database is not there just now, so that the same may be tried again. */
export function isAway(error: unknown): boolean {
  const { code, message, errors } = error as { code?: unknown; message?: unknown; errors?: unknown[] };
  if (Array.isArray(errors) && errors.length > 0) return errors.every(isAway);
  return AWAY.test(String(code)) || AWAY_WORDS.test(String(message));
}

/** A query the database reads and plans once for each connection, by its name. */
export type Named = pg.QueryConfig;

/** Reads a feature's SQL file; each query follows a line `-- name: theName`. */
export function loadQueries<Name extends string>(moduleUrl: string, file: string): Record<Name, Named> {
  const url = new URL(file, moduleUrl);
  const feature = url.pathname
    .split('/')
    .slice(-2)
    .join('/')
    .replace(/\.sql$/, '');
  const queries = {} as Record<Name, Named>;
  for (const part of readFileSync(url, 'utf8')
    .split(/^-- name: /m)
    .slice(1)) {
    const end = part.indexOf('\n');
    const [name, text] = [part.slice(0, end).trim(), part.slice(end + 1).trim()];
    // The driver writes values into what it is given: everybody gets one of their own.
    Object.defineProperty(queries, name, { get: (): Named => ({ name: `${feature}.${name}`, text }) });
  }
  return queries;
}
