import { bondSetting, changeAccount, newAccount, uuid } from '@ashstep/contract';
import { Router } from 'express';
import { sentOf } from '../platform/commands.js';
import type { Context } from '../platform/context.js';
import { parse } from '../platform/problems.js';
import { accounts, addAccount, alterAccount, resetPassword } from './accounts.js';
import { personOf } from './door.js';
import { names, setBond } from './service.js';

export function peopleRoutes(context: Context): Router {
  const router = Router();
  router.get('/people', async (_request, response) => {
    response.json(await names(context));
  });
  router.put('/shop/bond', async (request, response) => {
    response.json(await setBond(context, parse(bondSetting, request.body), personOf(response)));
  });
  router.get('/accounts', async (_request, response) => {
    response.json(await accounts(context, personOf(response)));
  });
  router.post('/accounts', async (request, response) => {
    response
      .status(201)
      .json(await addAccount(context, parse(newAccount, request.body), personOf(response), sentOf(request)));
  });
  router.put('/accounts/:id', async (request, response) => {
    response.json(
      await alterAccount(
        context,
        parse(uuid, request.params.id, 'id'),
        parse(changeAccount, request.body),
        personOf(response),
      ),
    );
  });
  router.post('/accounts/:id/password', async (request, response) => {
    response.json(await resetPassword(context, parse(uuid, request.params.id, 'id'), personOf(response)));
  });
  return router;
}
