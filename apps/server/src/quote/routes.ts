import { wallClockIn } from '@ashstep/contract';
import type { Hardener, SystemCard } from '@ashstep/core/resin';
import { Router } from 'express';
import { library } from '../library/service.js';
import { shop } from '../people/service.js';
import type { Context } from '../platform/context.js';
import { fileName } from '../platform/print.js';
import { idOf } from '../repairs/routes.js';
import { loadRepair } from '../repairs/store.js';
import { shopSettings } from '../shop/service.js';
import { printed } from '../threads/heavy.js';

export function quoteRoutes(context: Context): Router {
  const router = Router();
  router.get('/repairs/:id/quote.pdf', async (request, response) => {
    const repair = await loadRepair(context.pool, idOf(request));
    const [{ items, lots }, settings, { name }] = await Promise.all([
      library(context.pool),
      shopSettings(context.pool),
      shop(context.pool),
    ]);
    const entries = (kind: string): unknown[] => items.filter((item) => item.kind === kind).map((item) => item.entry);
    const pdf = await printed('quote', {
      repair,
      shopName: name,
      settings,
      lots,
      systems: entries('system') as SystemCard[],
      hardeners: entries('hardener') as Hardener[],
      day: wallClockIn(settings.zone, context.now()).slice(0, 10),
    });
    response
      .type('application/pdf')
      .set('Content-Disposition', `inline; filename="${fileName(repair.craft.tag)}-quote.pdf"`);
    response.send(pdf);
  });
  return router;
}
