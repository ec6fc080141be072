import { loadQueries } from '../platform/database.js';

export const sql = loadQueries<
  | 'bridges'
  | 'instruments'
  | 'addCode'
  | 'dropOldCodes'
  | 'takeCode'
  | 'addBridge'
  | 'endBridge'
  | 'bridgeOf'
  | 'seen'
  | 'hello'
  | 'read'
  | 'trouble'
  | 'gone'
  | 'find'
  | 'say'
>(import.meta.url, './queries.sql');

/** Channels by which every server process hears of it: what instruments said, and what is said to them. */
export const [SAID, TOLD] = ['instrument_said', 'instrument_told'];
