import {
  type Person,
  type SessionReply,
  changePassword,
  demoSignIn,
  setUnits as setUnitsBody,
  signIn,
} from '@ashstep/contract';
import express, { type NextFunction, type Request, type Response, Router } from 'express';
import { keepable } from '../platform/bodies.js';
import type { Context } from '../platform/context.js';
import { ProblemError, parse } from '../platform/problems.js';
import {
  beginSession,
  csrfToken,
  endSession,
  requireCsrf,
  requireVisitorCsrf,
  signedIn,
} from '../platform/sessions.js';
import { type Asker, askerOf, rememberDevice, tried } from './attempts.js';
import {
  demoAccounts,
  endOtherSessions,
  loginOf,
  otherSessions,
  setOwnPassword,
  setUnits,
  shop,
  signInToDemo,
  signInWithPassword,
} from './service.js';

declare global {
  // eslint-disable-next-line @typescript-eslint/no-namespace -- the way Express types are extended
  namespace Express {
    interface Locals {
      person: Person;
    }
  }
}

/** Nothing asked of a visitor is longer. */
const VISITOR_LIMIT = '4kb';

/** The signed-in person as one who is asked for the password. */
export const askerIn = async (context: Context, request: Request, { id }: Person): Promise<Asker> =>
  askerOf(context, request, await loginOf(context.pool, id));

/** Refuses requests without a signed-in person and puts that person into `response.locals`. */
export function requirePerson(context: Context) {
  return (request: Request, response: Response, next: NextFunction): void => {
    const person = signedIn(request, context.now());
    if (!person) throw new ProblemError(401, 'signed-out', 'Sign in first. What you typed is kept.');
    response.locals['person'] = person;
    next();
  };
}

export const personOf = (response: Response): Person => response.locals['person'] as Person;

/** Who is signed in, signing in and out, and one's own password: all that a visitor may reach. */
export function doorRoutes(context: Context): Router {
  const router = Router();
  const { sessionSecret } = context.config;
  const body = [express.json({ limit: VISITOR_LIMIT }), keepable];
  const visitor = requireVisitorCsrf(sessionSecret);
  const known = [requirePerson(context), requireCsrf, ...body];

  const reply = async (request: Request, person: Person | null): Promise<SessionReply> => ({
    person,
    csrfToken: csrfToken(request, sessionSecret),
    shop: await shop(context.pool),
    demoAccounts: await demoAccounts(context),
  });

  const enter = async (request: Request, person: Person): Promise<SessionReply> => {
    await beginSession(request, person.id, context.now());
    return reply(request, person);
  };

  const endOthers = async (request: Request, response: Response): Promise<void> => {
    const { id } = personOf(response);
    await endOtherSessions(context.pool, id, request.sessionID);
    response.json(await otherSessions(context.pool, id, request.sessionID));
  };

  router.get('/session', async (request, response) => {
    response.json(await reply(request, signedIn(request, context.now())));
  });
  router.post('/session', visitor, ...body, async (request, response) => {
    const { login, password } = parse(signIn, request.body);
    const person = await signInWithPassword(context, askerOf(context, request, login), password);
    rememberDevice(context, response, login);
    response.json(await enter(request, person));
  });
  router.post('/session/demo', visitor, ...body, async (request, response) => {
    const { personId } = parse(demoSignIn, request.body);
    const person = await signInToDemo(context, personId);
    await tried(context, await askerIn(context, request, person), 'sign-in', () => Promise.resolve(true));
    response.json(await enter(request, person));
  });
  router.delete('/session', ...known, async (request, response) => {
    await endSession(request);
    response.status(204).end();
  });
  router.put('/session/units', ...known, async (request, response) => {
    response.json(await setUnits(context, personOf(response).id, parse(setUnitsBody, request.body).units));
  });
  router.put('/session/password', ...known, async (request, response) => {
    const { current, next } = parse(changePassword, request.body);
    const person = personOf(response);
    await setOwnPassword(context, person.id, await askerIn(context, request, person), current, next);
    await endOthers(request, response);
  });
  router.get('/session/others', requirePerson(context), async (request, response) => {
    response.json(await otherSessions(context.pool, personOf(response).id, request.sessionID));
  });
  router.delete('/session/others', ...known, endOthers);
  return router;
}
