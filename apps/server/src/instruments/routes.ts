import { askBody, linesBody, pairBody } from '@ashstep/contract/instruments';
import express, { type Request, type Response, Router } from 'express';
import { personOf } from '../people/door.js';
import type { ChangeFeed } from '../platform/changes.js';
import type { Context } from '../platform/context.js';
import { notFound, parse } from '../platform/problems.js';
import { uuid } from '@ashstep/contract';
import { beginPairing, bridgeOf, pair, unpair } from './pairing.js';
import { ask, gone, hear, instruments } from './service.js';
import { TOLD, sql } from './store.js';

/** Nothing a bridge says is longer. */
const BRIDGE_LIMIT = '100kb';
/** A stream that is quiet shows so often that it is there, ms. */
const BEAT_MS = 20_000;

/** What a bridge asks for: it has a token of its own in place of a session. */
export function bridgeRoutes(context: Context, changes: ChangeFeed): Router {
  const router = Router();
  const listening = new Map<Response, string>();
  changes.listen(TOLD, (payload) => {
    const { bridgeId, line } = JSON.parse(payload) as { bridgeId: string; line: string };
    for (const [response, id] of listening) if (id === bridgeId) response.write(`data: ${line}\n\n`);
  });
  router.use(express.json({ limit: BRIDGE_LIMIT }));
  router.post('/pair', async (request, response) => {
    response.json(await pair(context, parse(pairBody, request.body), (request.ip ?? 'nowhere').slice(0, 80)));
  });
  router.post('/lines', async (request, response) => {
    const bridgeId = await bridgeOf(context, tokenOf(request));
    response.json(await hear(context, bridgeId, parse(linesBody, request.body).lines));
  });
  router.get('/commands', async (request, response) => {
    const bridgeId = await bridgeOf(context, tokenOf(request));
    const seen = (): Promise<unknown> => context.pool.query(sql.seen, [bridgeId, context.now()]).catch(() => undefined);
    await seen();
    response.set({ 'Content-Type': 'text/event-stream', 'X-Accel-Buffering': 'no' });
    response.write(': here\n\n');
    listening.set(response, bridgeId);
    const beat = setInterval(() => {
      response.write(': still here\n\n');
      void seen();
    }, BEAT_MS);
    request.on('close', () => {
      clearInterval(beat);
      listening.delete(response);
      if (![...listening.values()].includes(bridgeId)) void gone(context, bridgeId).catch(() => undefined);
    });
  });
  return router;
}

/** What people ask for of the instruments of their shed. */
export function instrumentRoutes(context: Context): Router {
  const router = Router();
  router.get('/instruments', async (_request, response) => {
    response.json(await instruments(context));
  });
  router.post('/instruments/pairing', async (_request, response) => {
    response.status(201).json(await beginPairing(context, personOf(response)));
  });
  router.delete('/instruments/bridges/:id', async (request, response) => {
    await unpair(context, personOf(response), idOf(request));
    response.json(await instruments(context));
  });
  router.post('/instruments/:id/ask', async (request, response) => {
    await ask(context, idOf(request), parse(askBody, request.body));
    response.status(202).json({ asked: true });
  });
  return router;
}

function idOf(request: Request): string {
  const result = uuid.safeParse(request.params['id']);
  if (!result.success) throw notFound('instrument');
  return result.data;
}

const tokenOf = (request: Request): string => /^Bearer (\S{20,100})$/.exec(request.get('Authorization') ?? '')?.[1] ?? ''; // prettier-ignore
