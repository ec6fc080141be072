import { amendBody, signOffBody } from '@ashstep/contract';
import { Router } from 'express';
import * as z from 'zod';
import { askerIn, personOf } from '../people/door.js';
import { sentOf } from '../platform/commands.js';
import type { Context } from '../platform/context.js';
import { fileName } from '../platform/print.js';
import { ProblemError, parse } from '../platform/problems.js';
import { answer, idOf } from '../repairs/routes.js';
import { loadSome } from '../repairs/store.js';
import { printed } from '../threads/heavy.js';
import { recordText } from './verify.js';
import { amend, draftRecord, importRecord, sealedRecord, signOff, verifyChain } from './service.js';

const revisionQuery = z.object({ revision: z.coerce.number().int().min(1).max(1_000_000).optional() });

export function recordRoutes(context: Context): Router {
  const router = Router();
  router.post('/repairs/:id/sign-off', async (request, response) => {
    const { password, meaning } = parse(signOffBody, request.body);
    const person = personOf(response);
    await signOff(
      context,
      idOf(request),
      { password, meaning, asker: await askerIn(context, request, person) },
      person,
      sentOf(request),
    );
    await answer(context, request, response);
  });
  router.post('/repairs/:id/amend', async (request, response) => {
    await amend(context, idOf(request), parse(amendBody, request.body).reason, personOf(response), sentOf(request));
    await answer(context, request, response);
  });
  router.get('/repairs/:id/record.json', async (request, response) => {
    const { revision } = parse(revisionQuery, request.query);
    const { file, faults } = await sealedRecord(context, idOf(request), revision ?? null);
    if (faults.length > 0)
      throw new ProblemError(
        409,
        'not-intact',
        `This record is not as it was sealed, so it is not given out. ${faults.join(' ')}`,
      );
    response
      .attachment(`${fileName(file.body.craft.tag)}-record-${file.body.revision}.json`)
      .type('application/json')
      .send(recordText(file));
  });
  router.get('/repairs/:id/record.pdf', async (request, response) => {
    const id = idOf(request);
    const { state } = await loadSome(context.pool, id, false);
    const { file, faults } =
      state === 'sealed'
        ? await sealedRecord(context, id)
        : { file: { body: await draftRecord(context, id) }, faults: [] };
    response
      .type('application/pdf')
      .set('Content-Disposition', `inline; filename="${fileName(file.body.craft.tag)}-record.pdf"`);
    response.send(await printed('record', { file, faults }));
  });
  router.get('/records/verify', async (_request, response) => {
    response.json(await verifyChain(context));
  });
  router.post('/records', async (request, response) => {
    if (personOf(response).role === 'technician')
      throw new ProblemError(403, 'forbidden', 'Taking in records from outside is for an inspector or the manager.');
    response.status(201).json(await importRecord(context, request.body));
  });
  return router;
}
