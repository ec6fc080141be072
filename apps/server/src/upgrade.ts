import type pg from 'pg';
import type { Config } from './platform/config.js';
import type { Context } from './platform/context.js';
import { type Pool, inTransaction, knownSteps, migrateDatabase } from './platform/database.js';
import { giveRights } from './platform/rights.js';
import { signChain } from './record/sign-chain.js';
import { slimEvents } from './repairs/slim-events.js';

/** A pool of the tables' owner, and what the server will work with. */
type Needs = Pick<Context, 'pool' | 'sealKey'> & { config: Pick<Config, 'databaseUrl' | 'anchorFile'> };

/** Changes of stored rows that no statement can express, in the order they came; each is carried out once. */
const UPGRADES: readonly { name: string; work: (client: pg.PoolClient, needs: Needs) => Promise<void> }[] = [
  { name: 'slim-events', work: slimEvents },
  { name: 'sign-chain', work: signChain },
];

/** Brings schema and stored rows up to date and gives the server its rights on them; safe when several processes start at once. */
export async function prepareDatabase(needs: Needs): Promise<void> {
  await migrateDatabase(needs.pool);
  await inTransaction(needs.pool, async (client) => {
    await client.query('SELECT pg_advisory_xact_lock(4280102)');
    const done = new Set(
      (await client.query<{ name: string }>('SELECT name FROM upgrade')).rows.map(({ name }) => name),
    );
    for (const { name, work } of UPGRADES) {
      if (done.has(name)) continue;
      await work(client, needs);
      await client.query('INSERT INTO upgrade (name, at) VALUES ($1, now())', [name]);
    }
  });
  await giveRights(needs.pool, needs.config.databaseUrl);
}

/**
 * For a server that may not change tables: whether they are as this version knows them.
 * @throws Error where they were never prepared, or by another version
 */
export async function requirePrepared(pool: Pool): Promise<void> {
  const { made } = (await pool.query<{ made: boolean }>("SELECT to_regclass('upgrade') IS NOT NULL AS made")).rows[0]!;
  const { last, done } = made
    ? (
        await pool.query<{ last: number; done: number }>(
          'SELECT (SELECT max(id) FROM migrations)::int AS last, (SELECT count(*) FROM upgrade)::int AS done',
        )
      ).rows[0]!
    : { last: 0, done: 0 };
  if (last !== knownSteps() || done !== UPGRADES.length)
    throw new Error(
      'The database is not prepared for this version. Stop the server, make a backup, and prepare it with DATABASE_OWNER_URL: node apps/server/dist/prepare.js',
    );
}
