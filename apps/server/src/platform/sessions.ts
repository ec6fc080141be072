import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import type { Person } from '@ashstep/contract';
import connectPgSimple from 'connect-pg-simple';
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import session, { type SessionData, type Store } from 'express-session';
import type { Context } from './context.js';
import { type Pool, loadQueries } from './database.js';
import { ProblemError } from './problems.js';

declare module 'express-session' {
  interface SessionData {
    personId: string;
    csrfToken: string;
    /** When it began and when it was last used, ms. */
    startedAt: number;
    seenAt: number;
  }
}

/** A session ends so long after it began, and so long after it was last used, ms; its use is noted so often. */
const [ABSOLUTE_MS, NOTE_MS] = [12 * 3600_000, 5 * 60_000];
export const IDLE_MS = 4 * 3600_000;

/** `kept`: a session that is not over, and whose it is: nobody's where they are let in no more. */
const sql = loadQueries<'kept'>(import.meta.url, './sessions.sql');

/** Whose session a request came with, as the database had them then. */
const owners = new WeakMap<Request, Person | null>();

/** The library's store, which reads whose a session is along with it: every request asks both. */
function storeOf(pool: Pool): Store {
  const found = new WeakMap<SessionData, Person | null>();
  class SessionStore extends connectPgSimple(session) {
    override get(sid: string, callback: (error: unknown, kept?: SessionData | null) => void): void {
      pool.query<{ sess: SessionData; person: Person | null }>(sql.kept, [sid]).then(({ rows: [row] }) => {
        if (row) found.set(row.sess, row.person);
        callback(null, row?.sess ?? null);
      }, callback);
    }

    override createSession(request: Request, kept: SessionData): session.Session & SessionData {
      owners.set(request, found.get(kept) ?? null);
      return super.createSession(request, kept);
    }
  }
  // Kept alive by what is noted in it, at times, and not by a write for every read.
  return new SessionStore({ pool, tableName: 'session', pruneSessionInterval: 900, disableTouch: true });
}

/** Sessions in the database, for those who are signed in: a visitor leaves nothing there. Behind a TLS proxy the cookie is for this host over TLS only. */
export function sessions({ pool, config }: Context): RequestHandler {
  const secure = config.trustProxy !== false;
  return session({
    name: secure ? '__Host-ash-step' : 'ash-step',
    store: storeOf(pool),
    secret: config.sessionSecret,
    resave: false,
    saveUninitialized: false,
    rolling: false,
    cookie: { httpOnly: true, sameSite: 'strict', secure, maxAge: ABSOLUTE_MS, path: '/' },
  });
}

/** What a session is told to do, as a promise. */
const done = (tell: (answer: (error: unknown) => void) => void): Promise<void> =>
  new Promise((resolve, reject) => tell((error) => (error ? reject(error as Error) : resolve())));

/**
 * Begins a session of a person; whatever was in the one before is gone.
 * It is kept before anybody is told of it: the library itself sends the cookie first.
 * @throws what the database threw, with no session begun
 */
export async function beginSession(request: Request, personId: string, now: Date): Promise<void> {
  await done((answer) => request.session.regenerate(answer));
  Object.assign(request.session, {
    personId,
    csrfToken: randomBytes(24).toString('base64url'),
    startedAt: now.getTime(),
    seenAt: now.getTime(),
  });
  try {
    await done((answer) => request.session.save(answer));
  } catch (error) {
    await endSession(request);
    throw error;
  }
}

export async function endSession(request: Request): Promise<void> {
  await new Promise<void>((resolve) => request.session.destroy(() => resolve()));
}

/** Who is signed in, as long as the session lasts and they are let in. */
export function signedIn(request: Request, now: Date): Person | null {
  const { personId, startedAt = 0, seenAt = 0 } = request.session;
  const time = now.getTime();
  if (!personId || time - startedAt > ABSOLUTE_MS || time - seenAt > IDLE_MS) return null;
  if (time - seenAt > NOTE_MS) request.session.seenAt = time;
  return owners.get(request) ?? null;
}

/** The token a page must send back with every change: of the session, or for a visitor one that only this server can have made. */
export function csrfToken(request: Request, secret: string): string {
  if (request.session.csrfToken) return request.session.csrfToken;
  const nonce = randomBytes(12).toString('base64url');
  return `${nonce}.${visitorMark(secret, nonce)}`;
}

const visitorMark = (secret: string, nonce: string): string =>
  createHmac('sha256', secret).update(`visitor\n${nonce}`).digest('base64url');

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Refuses changes that do not carry the session's token. */
export function requireCsrf(request: Request, _response: Response, next: NextFunction): void {
  if (SAFE.has(request.method) || isSame(request.get('X-CSRF-Token') ?? '', request.session.csrfToken ?? ''))
    return next();
  throw outOfStep();
}

/** For signing in: the token of a visitor will do. */
export function requireVisitorCsrf(secret: string): RequestHandler {
  return (request, _response, next) => {
    const given = request.get('X-CSRF-Token') ?? '';
    const [nonce = '', mark = ''] = given.split('.');
    if (isSame(given, request.session.csrfToken ?? '') || isSame(mark, visitorMark(secret, nonce))) return next();
    throw outOfStep();
  };
}

function isSame(given: string, wanted: string): boolean {
  const [a, b] = [Buffer.from(given), Buffer.from(wanted)];
  return b.length > 0 && a.length === b.length && timingSafeEqual(a, b);
}

const outOfStep = (): ProblemError =>
  new ProblemError(403, 'csrf', 'This page is out of step with the server. Reload it; what you typed is kept.');
