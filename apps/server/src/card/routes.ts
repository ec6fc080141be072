import { Router } from 'express';
import { personOf } from '../people/door.js';
import { shop } from '../people/service.js';
import type { Context } from '../platform/context.js';
import { fileName } from '../platform/print.js';
import { ProblemError } from '../platform/problems.js';
import { idOf } from '../repairs/routes.js';
import { loadRepair } from '../repairs/store.js';
import { printed } from '../threads/heavy.js';

export function cardRoutes(context: Context): Router {
  const router = Router();
  router.get('/repairs/:id/card.pdf', async (request, response) => {
    const repair = await loadRepair(context.pool, idOf(request));
    if (repair.inputs.small.kind === null)
      throw new ProblemError(404, 'not-found', 'This job was opened in full: it has no card. Print its record or its day sheet.'); // prettier-ignore
    const { name, zone } = await shop(context.pool);
    const now = context.now().toISOString();
    const pdf = await printed('card', { repair, shopName: name, zone, units: personOf(response).units, now });
    response
      .type('application/pdf')
      .set('Content-Disposition', `inline; filename="${fileName(repair.craft.tag)}-card.pdf"`);
    response.send(pdf);
  });
  return router;
}
