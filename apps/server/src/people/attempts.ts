import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import type { Request, Response } from 'express';
import type { Context } from '../platform/context.js';
import { loadQueries } from '../platform/database.js';
import { ProblemError } from '../platform/problems.js';

const sql = loadQueries<'try' | 'triesBefore' | 'outcome'>(import.meta.url, './attempts.sql');

/** Wrong passwords taken in a while, ms, for one account from one device, and from one device for all accounts it was never signed in to. */
const [WHILE_MS, MOST_FOR_ONE, MOST_FROM_ONE] = [15 * 60_000, 8, 40];

export type Asked = 'sign-in' | 'sign-off' | 'password' | 'pairing';

/** Who asks: a device that was signed in to this account before by its cookie, any other by its address. */
export interface Asker {
  login: string;
  client: string;
}

/**
 * Checks a password, as often as may be tried: what one device guesses shuts out no other, nor those known to the account.
 * The try is written down before it is counted, so that many at once are counted as many.
 * @throws ProblemError 429 when there were too many wrong ones
 */
export async function tried(
  { pool, now }: Pick<Context, 'pool' | 'now'>,
  { login, client }: Asker,
  what: Asked,
  check: () => Promise<boolean>,
): Promise<boolean> {
  const at = now();
  const name = login.toLowerCase().slice(0, 80);
  const { seq } = (await pool.query<{ seq: string }>(sql.try, [at, name, client, what])).rows[0]!;
  const { forOne, fromOne } = (
    await pool.query<{ forOne: number; fromOne: number }>(sql.triesBefore, [
      seq,
      name,
      client,
      new Date(at.getTime() - WHILE_MS),
    ])
  ).rows[0]!;
  if (forOne >= MOST_FOR_ONE || (fromOne >= MOST_FROM_ONE && !client.startsWith(DEVICE))) {
    await pool.query(sql.outcome, [seq, 'held']);
    throw new ProblemError(429, 'too-many-tries', 'Too many tries. Wait a quarter of an hour, then try again.');
  }
  const right = await check();
  await pool.query(sql.outcome, [seq, right ? 'right' : 'wrong']);
  return right;
}

const DEVICE = 'device ';
const COOKIE = 'ash-step-device';
const YEAR_MS = 365 * 24 * 3600_000;

/** A cookie by which an account knows a device again it was signed in on; it opens nothing. */
export function rememberDevice({ config }: Context, response: Response, login: string): void {
  const nonce = randomBytes(12).toString('base64url');
  const secure = config.trustProxy !== false;
  response.cookie(COOKIE, `${nonce}.${markOf(config.sessionSecret, login, nonce)}`, {
    httpOnly: true,
    sameSite: 'strict',
    secure,
    maxAge: YEAR_MS,
    path: '/api/',
  });
}

export function askerOf({ config }: Context, request: Request, login: string): Asker {
  const [, nonce = '', mark = ''] =
    new RegExp(`(?:^|; )${COOKIE}=([\\w-]{16})\\.([\\w-]{43})(?:;|$)`).exec(request.get('Cookie') ?? '') ?? [];
  const wanted = markOf(config.sessionSecret, login, nonce);
  const known = mark.length === wanted.length && timingSafeEqual(Buffer.from(mark), Buffer.from(wanted));
  return { login, client: known ? `${DEVICE}${nonce}` : (request.ip ?? 'nowhere').slice(0, 80) };
}

const markOf = (secret: string, login: string, nonce: string): string =>
  createHmac('sha256', secret).update(`device\n${login.toLowerCase()}\n${nonce}`).digest('base64url');
