import * as z from 'zod';
import { openPool } from './platform/database.js';
import { sealKey } from './record/seal.js';
import { prepareDatabase } from './upgrade.js';

const settings = z
  .object({
    /** The owner of the tables: the server is never told of it. */
    DATABASE_OWNER_URL: z.string().min(1),
    DATABASE_URL: z.string().min(1),
    RECORD_KEY: z.string().regex(/^[0-9a-f]{64}$/),
    RECORD_ANCHOR: z.string().optional(),
  })
  .parse(process.env);

const pool = openPool(settings.DATABASE_OWNER_URL);
await prepareDatabase({
  pool,
  sealKey: sealKey(settings.RECORD_KEY),
  config: { databaseUrl: settings.DATABASE_URL, anchorFile: settings.RECORD_ANCHOR ?? null },
});
await pool.end();
