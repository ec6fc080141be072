import { bondSetting, demoSignIn, setUnits as setUnitsBody, signIn } from '@ashstep/contract';
import { type NextFunction, type Request, type Response, Router } from 'express';
import { rateLimit } from 'express-rate-limit';
import type { Person, SessionReply } from '@ashstep/contract';
import type { Context } from '../platform/context.js';
import { ProblemError, parse } from '../platform/problems.js';
import { csrfToken, requireCsrf } from '../platform/sessions.js';
import { demoAccounts, names, personById, setBond, setUnits, shop, signInToDemo, signInWithPassword } from './service.js';

declare global {
  // eslint-disable-next-line @typescript-eslint/no-namespace -- the way Express types are extended
  namespace Express {
    interface Locals {
      person: Person;
    }
  }
}

/** Refuses requests without a signed-in person and puts that person into `response.locals`. */
export function requirePerson(context: Context) {
  return async (request: Request, response: Response, next: NextFunction): Promise<void> => {
    const id = request.session.personId;
    const person = id ? await personById(context.pool, id) : null;
    if (!person) throw new ProblemError(401, 'signed-out', 'Sign in first. What you typed is kept.');
    response.locals['person'] = person;
    next();
  };
}

export const personOf = (response: Response): Person => response.locals['person'] as Person;

export function peopleRoutes(context: Context): Router {
  const router = Router();
  const tries = rateLimit({
    windowMs: 60_000,
    limit: 20,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: () => {
      throw new ProblemError(429, 'too-many-tries', 'Too many tries. Wait a minute, then try again.');
    },
  });

  const reply = async (request: Request, person: Person | null): Promise<SessionReply> => ({
    person,
    csrfToken: csrfToken(request),
    shop: await shop(context.pool),
    demoAccounts: await demoAccounts(context),
  });

  const enter = async (request: Request, person: Person): Promise<SessionReply> => {
    await new Promise<void>((resolve, reject) => request.session.regenerate((error: unknown) => (error ? reject(error as Error) : resolve())));
    request.session.personId = person.id;
    return reply(request, person);
  };

  router.get('/session', async (request, response) => {
    const id = request.session.personId;
    response.json(await reply(request, id ? await personById(context.pool, id) : null));
  });
  router.post('/session', requireCsrf, tries, async (request, response) => {
    const { login, password } = parse(signIn, request.body);
    response.json(await enter(request, await signInWithPassword(context, login, password)));
  });
  router.post('/session/demo', requireCsrf, async (request, response) => {
    const { personId } = parse(demoSignIn, request.body);
    response.json(await enter(request, await signInToDemo(context, personId)));
  });
  router.delete('/session', requireCsrf, async (request, response) => {
    await new Promise<void>((resolve) => request.session.destroy(() => resolve()));
    response.status(204).end();
  });
  router.put('/session/units', requireCsrf, requirePerson(context), async (request, response) => {
    response.json(await setUnits(context, personOf(response).id, parse(setUnitsBody, request.body).units));
  });
  router.get('/people', requirePerson(context), async (_request, response) => {
    response.json(await names(context));
  });
  router.put('/shop/bond', requireCsrf, requirePerson(context), async (request, response) => {
    response.json(await setBond(context, parse(bondSetting, request.body), personOf(response)));
  });
  return router;
}
