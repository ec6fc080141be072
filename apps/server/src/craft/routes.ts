import { craftBody } from '@ashstep/contract';
import { Router } from 'express';
import type { Context } from '../platform/context.js';
import { parse } from '../platform/problems.js';
import { addCraft, listCraft } from './service.js';

export function craftRoutes(context: Context): Router {
  const router = Router();
  router.get('/craft', async (_request, response) => {
    response.json(await listCraft(context.pool));
  });
  router.post('/craft', async (request, response) => {
    response.status(201).json(await addCraft(context.pool, parse(craftBody, request.body)));
  });
  return router;
}
