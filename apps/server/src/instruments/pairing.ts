import { createHash, randomBytes, randomInt, randomUUID } from 'node:crypto';
import type { Person } from '@ashstep/contract';
import type { PairingReply } from '@ashstep/contract/instruments';
import { tried } from '../people/attempts.js';
import type { Context } from '../platform/context.js';
import { ProblemError, notFound } from '../platform/problems.js';
import { sql } from './store.js';

/** A code is good so long, ms. */
const CODE_MS = 10 * 60_000;
/** Letters and figures nobody mistakes for one another. */
const SIGNS = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ';
const CODE_LENGTH = 8;

export const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');

/** Case, blanks and the dash of a code are as somebody typed them. */
const bare = (code: string): string => code.toUpperCase().replace(/[^0-9A-Z]/g, '');

/** A code for a manager to give to a bridge. @throws ProblemError 403 */
export async function beginPairing({ pool, now }: Context, person: Person): Promise<PairingReply> {
  requireManager(person);
  const code = Array.from({ length: CODE_LENGTH }, () => SIGNS[randomInt(SIGNS.length)]).join('');
  const until = new Date(now().getTime() + CODE_MS);
  await pool.query(sql.dropOldCodes, [now()]);
  await pool.query(sql.addCode, [hashOf(code), until, person.name]);
  return { code: `${code.slice(0, 4)}-${code.slice(4)}`, until: until.toISOString() };
}

/** Lets a bridge in that knows the code on the screen; its token is told once. @throws ProblemError 401, 429 */
export async function pair(
  context: Context,
  { code, name }: { code: string; name: string },
  client: string,
): Promise<{ token: string }> {
  const { pool, now } = context;
  let by = '';
  const right = await tried(context, { login: 'bridge', client }, 'pairing', async () => {
    const taken = (await pool.query<{ by: string }>(sql.takeCode, [hashOf(bare(code)), now()])).rows[0];
    by = taken?.by ?? '';
    return taken !== undefined;
  });
  if (!right)
    throw new ProblemError(401, 'wrong-code', 'That code is not good, or not any more. Take a new one off the screen.');
  const token = randomBytes(32).toString('base64url');
  await pool.query(sql.addBridge, [randomUUID(), name, hashOf(token), now(), by]);
  return { token };
}

/** The bridge of the demo's simulated instruments is let in by the token of this start. */
export async function letDemoBridgeIn({ pool, now }: Context, id: string, token: string): Promise<void> {
  await pool.query(sql.addBridge, [id, 'Simulated instruments', hashOf(token), now(), 'the demo']);
}

/** A bridge is let in no more. @throws ProblemError 403, 404 */
export async function unpair({ pool, now }: Context, person: Person, id: string): Promise<void> {
  requireManager(person);
  const ended = await pool.query(sql.endBridge, [id, now()]);
  if (ended.rowCount === 0) throw notFound('bridge');
}

/** The bridge a token lets in. @throws ProblemError 401 */
export async function bridgeOf({ pool }: Pick<Context, 'pool'>, token: string): Promise<string> {
  const found = (await pool.query<{ id: string }>(sql.bridgeOf, [hashOf(token)])).rows[0];
  if (!found) throw new ProblemError(401, 'not-paired', 'This bridge is not paired. Pair it with a code of the shed.');
  return found.id;
}

function requireManager({ role }: Person): void {
  if (role !== 'manager') throw new ProblemError(403, 'not-allowed', 'A manager pairs instruments. Ask one to do it.');
}
