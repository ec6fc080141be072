import {
  addReading as addReadingBody,
  forecast,
  setMark as setMarkBody,
  setPin as setPinBody,
  shopSettings,
} from '@ashstep/contract';
import { Router } from 'express';
import { personOf } from '../people/door.js';
import { sentOf } from '../platform/commands.js';
import type { Context } from '../platform/context.js';
import { parse } from '../platform/problems.js';
import { shedPlan } from './plan.js';
import { addReading, saveForecast, saveSettings, setMark, setPin, shopPlan } from './service.js';

export function shopRoutes(context: Context): Router {
  const router = Router();
  router.get('/shop', async (_request, response) => {
    response.json(await shopPlan(context));
  });
  router.put('/shop/settings', async (request, response) => {
    response.json(await saveSettings(context, parse(shopSettings, request.body), personOf(response), sentOf(request)));
  });
  router.put('/shop/forecast', async (request, response) => {
    response.json(await saveForecast(context, parse(forecast, request.body), personOf(response), sentOf(request)));
  });
  router.delete('/shop/forecast', async (request, response) => {
    response.json(await saveForecast(context, null, personOf(response), sentOf(request)));
  });
  router.post('/shop/readings', async (request, response) => {
    const { id, ...reading } = parse(addReadingBody, request.body);
    response.status(201).json(await addReading(context, id, reading, personOf(response), sentOf(request)));
  });
  router.get('/plan', async (_request, response) => {
    response.json(await shedPlan(context));
  });
  router.put('/plan/pins', async (request, response) => {
    response.json(await setPin(context, parse(setPinBody, request.body), personOf(response), sentOf(request)));
  });
  router.put('/plan/marks', async (request, response) => {
    response.json(await setMark(context, parse(setMarkBody, request.body), personOf(response), sentOf(request)));
  });
  return router;
}
