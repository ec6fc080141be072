import { addLogEntry as addLogBody, historyQuery, newRepair, priorId, resultBody, sectionName, setCheck as setCheckBody, setStage, updateRework as updateReworkBody, uuid } from '@ashstep/contract';
import { type Request, Router } from 'express';
import { personOf } from '../people/routes.js';
import type { Context } from '../platform/context.js';
import { ProblemError, notFound, parse } from '../platform/problems.js';
import { addResult, updateRework } from './inspection.js';
import { addLogEntry, board, history, openRepair, repairDetail, saveSection, setCheck, setStageReached, shedCounts } from './service.js';

/** An id from the path; anything that is no id cannot name a repair. */
export function idOf(request: Request, name = 'id'): string {
  const result = uuid.safeParse(request.params[name]);
  if (!result.success) throw notFound('repair');
  return result.data;
}

/** Names the edit a save belongs to, in Edit-Id; without it a save sent twice counts as two edits. */
function editIdOf(request: Request): string | null {
  const result = uuid.safeParse(request.get('Edit-Id'));
  return result.success ? result.data : null;
}

function versionOf(request: Request): number {
  const match = /^"?(\d{1,9})"?$/.exec(request.get('If-Match') ?? '');
  if (!match) throw new ProblemError(428, 'version-missing', 'Send the version you started from in If-Match.');
  return Number(match[1]);
}

export function repairRoutes(context: Context): Router {
  const router = Router();
  router.get('/repairs', async (_request, response) => {
    response.json(await board(context));
  });
  router.get('/history', async (request, response) => {
    response.json(await history(context, parse(historyQuery, request.query)));
  });
  router.get('/evidence/:priorId', async (request, response) => {
    response.json(await shedCounts(context, parse(priorId, request.params.priorId, 'priorId')));
  });
  router.post('/repairs', async (request, response) => {
    response.status(201).json(await openRepair(context, parse(newRepair, request.body), personOf(response)));
  });
  router.get('/repairs/:id', async (request, response) => {
    const detail = await repairDetail(context, idOf(request), personOf(response));
    response.set('ETag', `"${detail.version}"`).json(detail);
  });
  router.put('/repairs/:id/inputs/:section', async (request, response) => {
    const section = parse(sectionName, request.params['section'], 'section');
    response.json(await saveSection(context, idOf(request), section, request.body, { basedOn: versionOf(request), editId: editIdOf(request) }, personOf(response)));
  });
  router.put('/repairs/:id/stage', async (request, response) => {
    response.json(await setStageReached(context, idOf(request), parse(setStage, request.body).stageReached, personOf(response)));
  });
  router.post('/repairs/:id/log', async (request, response) => {
    const { id, entry } = parse(addLogBody, request.body);
    response.status(201).json(await addLogEntry(context, idOf(request), id, entry, personOf(response)));
  });
  router.put('/repairs/:id/checks', async (request, response) => {
    const { checkId, done } = parse(setCheckBody, request.body);
    response.json(await setCheck(context, idOf(request), checkId, done, personOf(response)));
  });
  router.post('/repairs/:id/results', async (request, response) => {
    const id = idOf(request);
    await addResult(context, id, parse(resultBody, request.body), personOf(response));
    response.status(201).json(await repairDetail(context, id, personOf(response)));
  });
  router.put('/repairs/:id/rework/:itemId', async (request, response) => {
    const id = idOf(request);
    await updateRework(context, id, idOf(request, 'itemId'), parse(updateReworkBody, request.body), personOf(response));
    response.json(await repairDetail(context, id, personOf(response)));
  });
  return router;
}
