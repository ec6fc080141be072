import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { migrate } from 'postgres-migrations';

export type Pool = pg.Pool;
/** A pool or a client inside a transaction. */
export type Queryable = Pick<pg.Pool, 'query'>;

export function openPool(databaseUrl: string): Pool {
  return new pg.Pool({ connectionString: databaseUrl, max: 10 });
}

/** Brings the schema up to date; safe when several processes start at once. */
export async function migrateDatabase(pool: Pool): Promise<void> {
  const client = await pool.connect();
  try {
    await migrate({ client }, fileURLToPath(new URL('../../migrations', import.meta.url)));
  } finally {
    client.release();
  }
}

/** Runs work in one transaction, rolled back when it throws. */
export async function inTransaction<T>(pool: Pool, work: (client: pg.PoolClient) => Promise<T>): Promise<T> {
  const client = await pool.connect();
  try {
    await client.query('BEGIN');
    const result = await work(client);
    await client.query('COMMIT');
    return result;
  } catch (error) {
    await client.query('ROLLBACK');
    throw error;
  } finally {
    client.release();
  }
}

/** Reads a feature's SQL file; each query follows a line `-- name: theName`. */
export function loadQueries<Name extends string>(moduleUrl: string, file: string): Record<Name, string> {
  const text = readFileSync(new URL(file, moduleUrl), 'utf8');
  const entries = text
    .split(/^-- name: /m)
    .slice(1)
    .map((part): [string, string] => {
      const end = part.indexOf('\n');
      return [part.slice(0, end).trim(), part.slice(end + 1).trim()];
    });
  return Object.fromEntries(entries) as Record<Name, string>;
}
