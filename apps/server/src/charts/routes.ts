import { wallClockIn } from '@ashstep/contract';
import { CHART_IDS, type ChartFrom, chartFabrics, chartHas, makeChart } from '@ashstep/core/charts';
import { attempt } from '@ashstep/core/errors';
import { LIMITS } from '@ashstep/core/limits';
import { FABRICS, type Fabric } from '@ashstep/core/material';
import { GEL_COAT, SYSTEMS, type SystemCard } from '@ashstep/core/resin';
import { Router } from 'express';
import * as z from 'zod';
import { library } from '../library/service.js';
import { personOf } from '../people/door.js';
import { shop } from '../people/service.js';
import type { Context } from '../platform/context.js';
import { ProblemError, parse } from '../platform/problems.js';
import { shedReading, shopSettings } from '../shop/service.js';
import { printed } from '../threads/heavy.js';
import { PAPERS } from './pdf.js';

const query = z.object({
  system: z.string().max(80).optional(),
  paper: z.enum(Object.keys(PAPERS) as [keyof typeof PAPERS]).optional(),
  thicknessMm: z.coerce.number().min(LIMITS.thicknessMm.min).max(LIMITS.thicknessMm.max).optional(),
  ratio: z.coerce.number().min(LIMITS.ratio.min).max(LIMITS.ratio.max).optional(),
});

export function chartRoutes(context: Context): Router {
  const router = Router();
  router.get('/charts/:chart.pdf', async (request, response) => {
    const id = parse(z.enum(CHART_IDS), request.params.chart, 'chart');
    const { system, paper = 'a4', thicknessMm, ratio } = parse(query, request.query);
    const { pool } = context;
    const [{ items, lots }, { tools, dropsPerMl }, read, { name, zone }] = await Promise.all([library(pool), shopSettings(pool), shedReading(pool), shop(pool)]); // prettier-ignore
    const of = (kind: string): unknown[] => items.filter((item) => item.kind === kind).map((item) => item.entry);
    const cards = [...SYSTEMS, GEL_COAT, ...(of('system') as SystemCard[])];
    const card = cards.find((one) => one.id === (system ?? defaultOf(id)));
    if (!card) throw new ProblemError(404, 'not-found', 'There is no such system on the shelf or in the library.');
    const shelf = new Set(lots.filter(({ kind, usedUp }) => kind === 'fabric' && !usedUp).map(({ entryId }) => entryId)); // prettier-ignore
    const from: ChartFrom = { card, tools, dropsPerMl, fabrics: chartFabrics([...FABRICS, ...(of('fabric') as Fabric[])], shelf), ...(read ? { tempC: read.tempC } : {}), ...(thicknessMm === undefined ? {} : { thicknessMm }), ...(ratio === undefined ? {} : { ratio }) }; // prettier-ignore
    const { result: chart } = attempt(() => makeChart(id, from));
    if (!chart) throw new ProblemError(422, 'not-used', `${card.name} has no such chart. Pick another system.`);
    const address = `${request.protocol}://${request.get('host') ?? ''}/charts?${new URLSearchParams({ chart: id, ...(system ? { system } : {}), ...(thicknessMm === undefined ? {} : { thicknessMm: String(thicknessMm) }), ...(ratio === undefined ? {} : { ratio: String(ratio) }) }).toString()}`; // prettier-ignore
    const pdf = await printed('chart', { chart, paper, units: personOf(response).units, shopName: name, day: wallClockIn(zone, context.now()).slice(0, 10), address, air: read && chartHas(chart, 'now') ? `${read.tempC.toFixed(0)} °C` : '' }); // prettier-ignore
    response.type('application/pdf').set('Content-Disposition', `inline; filename="${id}.pdf"`);
    response.send(pdf);
  });
  return router;
}

/** The system a chart is of where nobody picked one. */
const defaultOf = (id: string): string => (id === 'catalyst' ? GEL_COAT.id : 'epoxy-slow');
