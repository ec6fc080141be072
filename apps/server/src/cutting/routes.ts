import { cutPieces } from '@ashstep/core/repair';
import { Router } from 'express';
import * as z from 'zod';
import type { Context } from '../platform/context.js';
import { fileName } from '../platform/print.js';
import { ProblemError, parse } from '../platform/problems.js';
import { idOf } from '../repairs/routes.js';
import { loadRepair } from '../repairs/store.js';
import { planOf } from '../threads/heavy.js';
import { MOST_SHEETS, PAPERS, type Paper, sheetsNeeded, tilesPdf } from './tiles.js';

const patternsQuery = z.object({
  paper: z.enum(Object.keys(PAPERS) as [Paper]).default('a4'),
  cut: z.enum(['exact', 'over']).default('over'),
  hand: z.enum(['this', 'other']).default('this'),
});

export function cuttingRoutes(context: Context): Router {
  const router = Router();
  router.get('/repairs/:id/patterns.pdf', async (request, response) => {
    const { paper, cut, hand } = parse(patternsQuery, request.query);
    const { inputs, craftTag } = await loadRepair(context.pool, idOf(request));
    const pieces = cutPieces(inputs, await planOf(inputs), { oversize: cut === 'over', mirrored: hand === 'other' });
    if (pieces.length === 0)
      throw new ProblemError(409, 'not-ready', 'There is nothing to cut yet. Plan the plies first.');
    const sheets = sheetsNeeded(pieces, paper);
    if (sheets > MOST_SHEETS)
      throw new ProblemError(
        422,
        'invalid',
        `That would be ${sheets} sheets. Take larger paper, or the outlines as DXF or SVG for a plotter.`,
      );
    response
      .type('application/pdf')
      .set('Content-Disposition', `inline; filename="${fileName(craftTag)}-patterns-${paper}.pdf"`);
    response.send(await tilesPdf(pieces, craftTag, paper));
  });
  return router;
}
