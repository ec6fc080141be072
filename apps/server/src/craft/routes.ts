import { craftBody } from '@ashstep/contract';
import { Router } from 'express';
import { personOf } from '../people/door.js';
import { sentOf } from '../platform/commands.js';
import type { Context } from '../platform/context.js';
import { parse } from '../platform/problems.js';
import { listCraft, registerCraft } from './service.js';

export function craftRoutes(context: Context): Router {
  const router = Router();
  router.get('/craft', async (_request, response) => {
    response.json(await listCraft(context.pool));
  });
  router.post('/craft', async (request, response) => {
    response
      .status(201)
      .json(await registerCraft(context, parse(craftBody, request.body), personOf(response), sentOf(request)));
  });
  return router;
}
