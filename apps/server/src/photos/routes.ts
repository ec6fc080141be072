import { photoName } from '@ashstep/contract';
import express, { Router } from 'express';
import { personOf } from '../people/door.js';
import { sentOf } from '../platform/commands.js';
import type { Context } from '../platform/context.js';
import { ProblemError, parse } from '../platform/problems.js';
import { idOf } from '../repairs/routes.js';
import { addPhoto, listPhotos, photoBytes, removePhoto } from './service.js';

const PHOTO_LIMIT = '25mb';

export function photoRoutes(context: Context): Router {
  const router = Router();
  router.get('/repairs/:id/photos', async (request, response) => {
    response.json(await listPhotos(context.pool, idOf(request)));
  });
  router.put(
    '/repairs/:id/photos/:photoId',
    express.raw({ type: () => true, limit: PHOTO_LIMIT }),
    async (request, response) => {
      const { name } = parse(photoName, request.query);
      if (!Buffer.isBuffer(request.body) || request.body.length === 0)
        throw new ProblemError(422, 'no-picture', 'No picture came. Choose it again.');
      const photo = { id: idOf(request, 'photoId'), name, picked: request.body };
      response.status(201).json(await addPhoto(context, idOf(request), photo, personOf(response), sentOf(request)));
    },
  );
  router.get('/repairs/:id/photos/:photoId', async (request, response) => {
    const { jpeg, sha256 } = await photoBytes(context, idOf(request), idOf(request, 'photoId'));
    // A picture never changes under its id.
    response.set({ 'Cache-Control': 'private, max-age=31536000, immutable', ETag: `"${sha256}"` });
    response.type('image/jpeg').send(jpeg);
  });
  router.delete('/repairs/:id/photos/:photoId', async (request, response) => {
    response.json(
      await removePhoto(context, idOf(request), idOf(request, 'photoId'), personOf(response), sentOf(request)),
    );
  });
  return router;
}
