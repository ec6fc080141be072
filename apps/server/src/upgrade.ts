import type pg from 'pg';
import { type Pool, inTransaction, migrateDatabase } from './platform/database.js';
import { slimEvents } from './repairs/slim-events.js';

/** Changes of stored rows that no statement can express, in the order they came; each is carried out once. */
const UPGRADES: readonly { name: string; work: (client: pg.PoolClient) => Promise<void> }[] = [{ name: 'slim-events', work: slimEvents }];

/** Brings schema and stored rows up to date; safe when several processes start at once. */
export async function prepareDatabase(pool: Pool): Promise<void> {
  await migrateDatabase(pool);
  await inTransaction(pool, async (client) => {
    await client.query('SELECT pg_advisory_xact_lock(4280102)');
    const done = new Set((await client.query<{ name: string }>('SELECT name FROM upgrade')).rows.map(({ name }) => name));
    for (const { name, work } of UPGRADES) {
      if (done.has(name)) continue;
      await work(client);
      await client.query('INSERT INTO upgrade (name, at) VALUES ($1, now())', [name]);
    }
  });
}
