import { LIBRARY_SCHEMA, libraryBody, lotBody, setRetired, setUsedUp, uuid } from '@ashstep/contract';
import { Router } from 'express';
import { personOf } from '../people/door.js';
import type { Context } from '../platform/context.js';
import { parse } from '../platform/problems.js';
import { importLibrary, library, retireEntry, saveEntry, saveLot, useUpLot } from './service.js';

export function libraryRoutes(context: Context): Router {
  const router = Router();
  router.get('/library', async (_request, response) => {
    response.json(await library(context.pool));
  });
  router.get('/library/library.json', async (_request, response) => {
    const { items, lots } = await library(context.pool);
    response.attachment('library.json').json({
      schema: LIBRARY_SCHEMA,
      entries: items.map(({ kind, entry }) => ({ kind, entry })),
      lots: lots.map(({ usedUp: _, drawnG: __, ...lot }) => lot),
    });
  });
  router.post('/library/import', async (request, response) => {
    response.json(await importLibrary(context, request.body, personOf(response)));
  });
  router.put('/library/entries', async (request, response) => {
    response.json(await saveEntry(context, parse(libraryBody, request.body), personOf(response)));
  });
  router.put('/library/entries/:id/retired', async (request, response) => {
    response.json(
      await retireEntry(context, request.params.id, parse(setRetired, request.body).retired, personOf(response)),
    );
  });
  router.put('/library/lots', async (request, response) => {
    response.json(await saveLot(context, parse(lotBody, request.body)));
  });
  router.put('/library/lots/:id/used-up', async (request, response) => {
    response.json(await useUpLot(context, parse(uuid, request.params.id, 'id'), parse(setUsedUp, request.body).usedUp));
  });
  return router;
}
