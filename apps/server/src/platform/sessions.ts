import { randomBytes, timingSafeEqual } from 'node:crypto';
import connectPgSimple from 'connect-pg-simple';
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import session from 'express-session';
import type { Context } from './context.js';
import { ProblemError } from './problems.js';

declare module 'express-session' {
  interface SessionData {
    personId: string;
    csrfToken: string;
  }
}

const TWELVE_HOURS_MS = 12 * 3600 * 1000;

export function sessions({ pool, config }: Context): RequestHandler {
  const Store = connectPgSimple(session);
  return session({
    name: 'ash-step',
    store: new Store({ pool, tableName: 'session', pruneSessionInterval: 900 }),
    secret: config.sessionSecret,
    resave: false,
    saveUninitialized: false,
    rolling: false,
    cookie: { httpOnly: true, sameSite: 'strict', secure: false, maxAge: TWELVE_HOURS_MS },
  });
}

/** The token a page must send back with every change; made on first need. */
export function csrfToken(request: Request): string {
  request.session.csrfToken ??= randomBytes(24).toString('base64url');
  return request.session.csrfToken;
}

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Refuses changes that do not carry the session's token. */
export function requireCsrf(request: Request, _response: Response, next: NextFunction): void {
  if (SAFE.has(request.method)) return next();
  const wanted = Buffer.from(request.session.csrfToken ?? '');
  const given = Buffer.from(request.get('X-CSRF-Token') ?? '');
  if (wanted.length === 0 || wanted.length !== given.length || !timingSafeEqual(wanted, given)) throw new ProblemError(403, 'csrf', 'This page is out of step with the server. Reload it; what you typed is kept.');
  next();
}
