import type { Logger } from 'pino';
import type { Config } from './config.js';
import type { Pool } from './database.js';

/** The key a shop seals its records with (Ed25519, RFC 8032). Its secret half is made at the first start and kept outside the database. */
export interface SealKey {
  /** 32 bytes in hexadecimal, on every record. */
  publicKey: string;
  /** The signature of a seal by its number in the chain and its hash: 64 bytes in hexadecimal. */
  sign: (number: number, hash: string) => string;
}

/** What every service needs; `now` is passed in so that the demo and the specs can write history. */
export interface Context {
  pool: Pool;
  config: Config;
  log: Logger;
  /** What this shop's records are sealed with. */
  sealKey: SealKey;
  now: () => Date;
}
