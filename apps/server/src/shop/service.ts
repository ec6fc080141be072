import { type Person, type SetMark, type SetPin, type ShopReply, completeSettings } from '@ashstep/contract';
import type { Air, AirReading, ShopSettings } from '@ashstep/core';
import type { Context } from '../platform/context.js';
import { type Queryable, loadQueries } from '../platform/database.js';
import { ProblemError, notFound } from '../platform/problems.js';

type QueryName = 'settings' | 'saveSettings' | 'forecast' | 'saveForecast' | 'dropForecast' | 'lastReading' | 'addReading' | 'pins' | 'savePin' | 'dropPin' | 'marks' | 'saveMark' | 'dropMark' | 'openRepair' | 'laid';
const sql = loadQueries<QueryName>(import.meta.url, './queries.sql');

export async function shopSettings(db: Queryable): Promise<ShopSettings> {
  return completeSettings((await db.query<{ settings: Partial<ShopSettings> }>(sql.settings)).rows[0]?.settings ?? {});
}

/** Everything the shop's plan is made from but the jobs. */
export async function shopPlan({ pool }: Context): Promise<ShopReply> {
  const [settings, forecast, reading, pins, marks, laid] = await Promise.all([
    shopSettings(pool),
    pool.query<Air>(sql.forecast),
    pool.query<AirReading & { by: string }>(sql.lastReading),
    pool.query<ShopReply['pins'][number]>(sql.pins),
    pool.query<ShopReply['marks'][number]>(sql.marks),
    pool.query<{ lays: number; gPerMin: number | null }>(sql.laid),
  ]);
  const { lays, gPerMin } = laid.rows[0]!;
  return { settings, forecast: forecast.rows[0] ?? null, reading: reading.rows[0] ?? null, pins: pins.rows, marks: marks.rows, laid: gPerMin === null ? null : { lays, gPerMin } };
}

/** Hours, hands, rates, tools, climate and money; a manager's call. */
export async function saveSettings(context: Context, settings: ShopSettings, person: Pick<Person, 'role'>): Promise<ShopReply> {
  if (person.role !== 'manager') throw new ProblemError(403, 'forbidden', 'The shed is set up by a manager. Ask one to change it.');
  await context.pool.query(sql.saveSettings, [JSON.stringify(settings)]);
  return shopPlan(context);
}

/** Keeps a forecast in place of the one before; none goes back to the stand-in. */
export async function saveForecast(context: Context, forecast: Air | null, person: Pick<Person, 'name'>): Promise<ShopReply> {
  if (forecast === null) await context.pool.query(sql.dropForecast);
  else await context.pool.query(sql.saveForecast, [forecast.startAt, JSON.stringify(forecast.hours), context.now(), person.name]);
  return shopPlan(context);
}

export async function addReading(context: Context, id: string, reading: AirReading, person: Pick<Person, 'name'>): Promise<ShopReply> {
  await context.pool.query(sql.addReading, [id, reading.at, reading.tempC, reading.humidityPercent, person.name]);
  return shopPlan(context);
}

/** Sets when a step begins, or lets it fall where it may. */
export async function setPin(context: Context, { repairId, key, startAt }: SetPin, person: Person): Promise<ShopReply> {
  await requireOpenJob(context, repairId, person);
  if (startAt === null) await context.pool.query(sql.dropPin, [repairId, key]);
  else await context.pool.query(sql.savePin, [repairId, key, startAt, person.name, context.now()]);
  return shopPlan(context);
}

/** Writes down when a step was begun and done; neither takes it back. */
export async function setMark(context: Context, { repairId, key, startedAt, doneAt }: SetMark, person: Person): Promise<ShopReply> {
  await requireOpenJob(context, repairId, person);
  if (startedAt === null && doneAt === null) await context.pool.query(sql.dropMark, [repairId, key]);
  else await context.pool.query(sql.saveMark, [repairId, key, startedAt, doneAt, person.name, context.now()]);
  return shopPlan(context);
}

async function requireOpenJob({ pool }: Context, repairId: string, person: Person): Promise<void> {
  if (person.role === 'inspector') throw new ProblemError(403, 'forbidden', 'The days are planned by those who do the work. Ask a technician.');
  const state = (await pool.query<{ state: string }>(sql.openRepair, [repairId])).rows[0]?.state;
  if (!state) throw notFound('repair');
  if (state === 'sealed') throw new ProblemError(409, 'sealed', 'This record is sealed. Nothing of it is planned any more.');
}
