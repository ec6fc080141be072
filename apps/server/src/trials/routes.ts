import { bondTrialBody, uuid, withdrawTrial as withdrawBody } from '@ashstep/contract';
import { Router } from 'express';
import { personOf } from '../people/door.js';
import { sentOf } from '../platform/commands.js';
import type { Context } from '../platform/context.js';
import { parse } from '../platform/problems.js';
import { addTrial, listTrials, withdrawTrial } from './service.js';

export function trialRoutes(context: Context): Router {
  const router = Router();
  router.get('/trials', async (_request, response) => {
    response.json(await listTrials(context));
  });
  router.post('/trials', async (request, response) => {
    response
      .status(201)
      .json(await addTrial(context, parse(bondTrialBody, request.body), personOf(response), sentOf(request)));
  });
  router.post('/trials/:id/withdraw', async (request, response) => {
    response.json(
      await withdrawTrial(
        context,
        parse(uuid, request.params.id, 'id'),
        parse(withdrawBody, request.body).why,
        personOf(response),
        sentOf(request),
      ),
    );
  });
  return router;
}
