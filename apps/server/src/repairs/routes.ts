import {
  addLogEntry as addLogBody,
  eventsQuery,
  historyQuery,
  newRepair,
  patchSection as patchBody,
  priorId,
  resultBody,
  sectionName,
  setCheck as setCheckBody,
  setStage,
  updateRework as updateReworkBody,
  uuid,
} from '@ashstep/contract';
import { type Request, type Response, Router } from 'express';
import * as z from 'zod';
import { personOf } from '../people/door.js';
import { sentOf } from '../platform/commands.js';
import type { Context } from '../platform/context.js';
import { ProblemError, notFound, parse } from '../platform/problems.js';
import { addResult, updateRework } from './inspection.js';
import { addLogEntry } from './log.js';
import { patchSection, saveSection } from './sections.js';
import {
  boardReply,
  coloursKnown,
  eventsOf,
  findable,
  history,
  laminatesKnown,
  openRepair,
  repairAnswer,
  repairDetail,
  setCheck,
  setStageReached,
  shedCounts,
} from './service.js';

const boardQuery = z.strictObject({ only: uuid.optional() });

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

/** Whether a write is to answer everything or, asked for little (RFC 7240), all but the inputs: those the page has. */
const wantsLittle = (request: Request): boolean => /\breturn=minimal\b/.test(request.get('Prefer') ?? '');

/** Answers a write with the repair as it is now. */
export async function answer(context: Context, request: Request, response: Response, status = 200): Promise<void> {
  response.status(status);
  const [id, person] = [idOf(request), personOf(response)];
  if (wantsLittle(request))
    response.set('Preference-Applied', 'return=minimal').json(await repairAnswer(context, id, person));
  else response.json(await repairDetail(context, id, person));
}

export function repairRoutes(context: Context): Router {
  const router = Router();
  router.get('/repairs', async (request, response) => {
    response.type('json').send(await boardReply(context, parse(boardQuery, request.query).only ?? null));
  });
  router.get('/history', async (request, response) => {
    response.type('json').send(await history(context, parse(historyQuery, request.query)));
  });
  router.get('/find', async (_request, response) => {
    response.type('json').send(await findable(context));
  });
  router.get('/evidence/:priorId', async (request, response) => {
    response.json(await shedCounts(context, parse(priorId, request.params.priorId, 'priorId')));
  });
  router.post('/repairs', async (request, response) => {
    response
      .status(201)
      .json(await openRepair(context, parse(newRepair, request.body), personOf(response), sentOf(request)));
  });
  router.get('/repairs/:id', async (request, response) => {
    const detail = await repairDetail(context, idOf(request), personOf(response));
    response.set('ETag', `"${detail.version}"`).json(detail);
  });
  router.get('/repairs/:id/colours', async (request, response) => {
    response.json(await coloursKnown(context, idOf(request)));
  });
  router.get('/repairs/:id/laminates', async (request, response) => {
    response.json(await laminatesKnown(context, idOf(request)));
  });
  router.get('/repairs/:id/events', async (request, response) => {
    response.json(await eventsOf(context, idOf(request), parse(eventsQuery, request.query).before ?? null));
  });
  router.put('/repairs/:id/inputs/:section', async (request, response) => {
    const section = parse(sectionName, request.params['section'], 'section');
    await saveSection(
      context,
      idOf(request),
      section,
      request.body,
      { basedOn: versionOf(request), editId: editIdOf(request) },
      personOf(response),
      sentOf(request),
    );
    await answer(context, request, response);
  });
  router.patch('/repairs/:id/inputs/:section', async (request, response) => {
    const section = parse(sectionName, request.params['section'], 'section');
    await patchSection(
      context,
      idOf(request),
      section,
      parse(patchBody, request.body).changes,
      personOf(response),
      sentOf(request),
    );
    await answer(context, request, response);
  });
  router.put('/repairs/:id/stage', async (request, response) => {
    await setStageReached(
      context,
      idOf(request),
      parse(setStage, request.body).stageReached,
      personOf(response),
      sentOf(request),
    );
    await answer(context, request, response);
  });
  router.post('/repairs/:id/log', async (request, response) => {
    const { id, entry } = parse(addLogBody, request.body);
    await addLogEntry(context, idOf(request), id, entry, personOf(response), sentOf(request));
    await answer(context, request, response, 201);
  });
  router.put('/repairs/:id/checks', async (request, response) => {
    const { id, checkId, done } = parse(setCheckBody, request.body);
    await setCheck(context, idOf(request), checkId, done, personOf(response), { ...sentOf(request), id });
    await answer(context, request, response);
  });
  router.post('/repairs/:id/results', async (request, response) => {
    await addResult(context, idOf(request), parse(resultBody, request.body), personOf(response), sentOf(request));
    await answer(context, request, response, 201);
  });
  router.put('/repairs/:id/rework/:itemId', async (request, response) => {
    await updateRework(
      context,
      idOf(request),
      idOf(request, 'itemId'),
      parse(updateReworkBody, request.body),
      personOf(response),
      sentOf(request),
    );
    await answer(context, request, response);
  });
  return router;
}
