import type pg from 'pg';
import type { Context } from './platform/context.js';
import { inTransaction, migrateDatabase } from './platform/database.js';
import { signChain } from './record/sign-chain.js';
import { slimEvents } from './repairs/slim-events.js';

type Needs = Pick<Context, 'pool' | 'sealKey' | 'config'>;

/** Changes of stored rows that no statement can express, in the order they came; each is carried out once. */
const UPGRADES: readonly { name: string; work: (client: pg.PoolClient, needs: Needs) => Promise<void> }[] = [
  { name: 'slim-events', work: slimEvents },
  { name: 'sign-chain', work: signChain },
];

/** Brings schema and stored rows up to date; safe when several processes start at once. */
export async function prepareDatabase(needs: Needs): Promise<void> {
  await migrateDatabase(needs.pool);
  await inTransaction(needs.pool, async (client) => {
    await client.query('SELECT pg_advisory_xact_lock(4280102)');
    const done = new Set((await client.query<{ name: string }>('SELECT name FROM upgrade')).rows.map(({ name }) => name));
    for (const { name, work } of UPGRADES) {
      if (done.has(name)) continue;
      await work(client, needs);
      await client.query('INSERT INTO upgrade (name, at) VALUES ($1, now())', [name]);
    }
  });
}
