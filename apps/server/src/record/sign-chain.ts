import type pg from 'pg';
import type { Config } from '../platform/config.js';
import type { Context } from '../platform/context.js';
import { addAnchor } from './anchor.js';
import { sql } from './seals.js';

/** Records sealed before the shop had a key get their number in the chain and a signature; whether they were changed before is not known by it. */
export async function signChain(
  client: pg.PoolClient,
  { sealKey, config }: Pick<Context, 'sealKey'> & { config: Pick<Config, 'anchorFile'> },
): Promise<void> {
  const { rows } = await client.query<{ position: string; hash: string }>(sql.unsigned);
  if (rows.length === 0) return;
  await client.query('ALTER TABLE sealed_record DISABLE TRIGGER append_only');
  for (const [i, { position, hash }] of rows.entries()) {
    const number = i + 1;
    const signature = sealKey.sign(number, hash);
    await client.query(sql.sign, [position, number, sealKey.publicKey, signature]);
    addAnchor(config.anchorFile, { number, hash, signature });
  }
  await client.query('ALTER TABLE sealed_record ENABLE TRIGGER append_only');
}
