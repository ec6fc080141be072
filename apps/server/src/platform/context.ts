import type { Logger } from 'pino';
import type { Config } from './config.js';
import type { SealKey } from '../record/seal.js';
import type { Pool } from './database.js';

/** What every service needs; `now` is passed in so that the demo and the specs can write history. */
export interface Context {
  pool: Pool;
  config: Config;
  log: Logger;
  /** What this shop's records are sealed with. */
  sealKey: SealKey;
  now: () => Date;
}
