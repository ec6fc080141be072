import type { Logger } from 'pino';
import type { Config } from './config.js';
import type { Pool } from './database.js';

/** What every service needs; `now` is passed in so that the demo and the specs can write history. */
export interface Context {
  pool: Pool;
  config: Config;
  log: Logger;
  now: () => Date;
}
