import {
  type Person,
  type SetMark,
  type SetPin,
  type ShopReply,
  changesBetween,
  completeSettings,
} from '@ashstep/contract';
import type { Air, AirReading } from '@ashstep/core/air';
import type { ShopSettings } from '@ashstep/core/plan';
import { HOME_ZONE } from '../platform/clock.js';
import { HERE, type Sent, isAhead, once } from '../platform/commands.js';
import type { Context } from '../platform/context.js';
import { type Queryable, loadQueries } from '../platform/database.js';
import { ProblemError } from '../platform/problems.js';
import { readForAllInShed } from '../repairs/air.js';
import { changeOpen, momentOf, touch } from '../repairs/store.js';
import { laidByLog } from './laid.js';

type QueryName =
  | 'settings'
  | 'saveSettings'
  | 'forecast'
  | 'saveForecast'
  | 'dropForecast'
  | 'lastReading'
  | 'addReading'
  | 'pins'
  | 'savePin'
  | 'dropPin'
  | 'marks'
  | 'saveMark'
  | 'dropMark'
  | 'stepBefore'
  | 'event';
const sql = loadQueries<QueryName>(import.meta.url, './queries.sql');

export async function shopSettings(db: Queryable): Promise<ShopSettings> {
  return completeSettings(
    (await db.query<{ settings: Partial<ShopSettings> }>(sql.settings)).rows[0]?.settings ?? {},
    HOME_ZONE,
  );
}

/** The last reading of the shed's air; null where nobody has read it. */
export async function shedReading(db: Queryable): Promise<ShopReply['reading']> {
  return (await db.query<AirReading & { by: string }>(sql.lastReading)).rows[0] ?? null;
}

/** Everything the shop's plan is made from but the jobs. */
export async function shopPlan({ pool }: Context): Promise<ShopReply> {
  const [settings, forecast, reading, pins, marks, laid] = await Promise.all([
    shopSettings(pool),
    pool.query<Air>(sql.forecast),
    shedReading(pool),
    pool.query<ShopReply['pins'][number]>(sql.pins),
    pool.query<ShopReply['marks'][number]>(sql.marks),
    laidByLog(pool),
  ]);
  return {
    settings,
    forecast: forecast.rows[0] ?? null,
    reading,
    pins: pins.rows,
    marks: marks.rows,
    laid,
  };
}

interface ShopEvent {
  kind: 'settings' | 'forecast' | 'reading';
  detail: Record<string, unknown>;
}

/** Runs a change of the shop and writes down who made it; the same act sent again does nothing. */
async function changeShop(
  context: Context,
  person: Person,
  sent: Sent | undefined,
  work: (client: Queryable) => Promise<ShopEvent | null>,
): Promise<ShopReply> {
  await once(context, sent, person, null, async (client) => {
    const event = await work(client);
    if (event)
      await client.query(sql.event, [context.now(), person.id, person.name, event.kind, JSON.stringify(event.detail)]);
  });
  return shopPlan(context);
}

/** Hours, hands, rates, tools, climate and money; a manager's call. */
export async function saveSettings(
  context: Context,
  settings: ShopSettings,
  person: Person,
  sent?: Sent,
): Promise<ShopReply> {
  if (person.role !== 'manager')
    throw new ProblemError(403, 'forbidden', 'The shed is set up by a manager. Ask one to change it.');
  return changeShop(context, person, sent, async (client) => {
    const changes = changesBetween(await shopSettings(client), settings);
    await client.query(sql.saveSettings, [JSON.stringify(settings)]);
    return changes.length === 0 ? null : { kind: 'settings', detail: { changes } };
  });
}

/** Keeps a forecast in place of the one before; none goes back to the stand-in. */
export async function saveForecast(
  context: Context,
  forecast: Air | null,
  person: Person,
  sent?: Sent,
): Promise<ShopReply> {
  return changeShop(context, person, sent, async (client) => {
    if (forecast === null) await client.query(sql.dropForecast);
    else
      await client.query(sql.saveForecast, [
        forecast.startAt,
        JSON.stringify(forecast.hours),
        context.now(),
        person.name,
      ]);
    return {
      kind: 'forecast',
      detail: forecast === null ? {} : { startAt: forecast.startAt, hours: forecast.hours.length },
    };
  });
}

/** Keeps a reading of the shed's air, and gives it to every open repair in the shed. */
export async function addReading(
  context: Context,
  id: string,
  { keptIn, ...reading }: AirReading & { keptIn?: string | undefined },
  person: Person,
  sent?: Sent,
): Promise<ShopReply> {
  requireNotAhead('at', reading.at, context.now());
  const { instrument = '' } = reading;
  return changeShop(context, person, sent, async (client) => {
    const added = await client.query(sql.addReading, [
      id,
      reading.at,
      reading.tempC,
      reading.humidityPercent,
      person.name,
      instrument,
    ]);
    if (added.rowCount === 0) return null;
    const { at, tempC, humidityPercent } = reading;
    const read = {
      id,
      at,
      tempC,
      humidityPercent,
      surfaceTempC: null,
      place: 'shed',
      instrument,
      by: person.name,
    } as const;
    await readForAllInShed(client, read, keptIn ?? null, person, momentOf(context.now(), sent ?? HERE));
    return { kind: 'reading', detail: { id, ...reading } };
  });
}

/** Sets when a step begins, or lets it fall where it may. */
export async function setPin(
  context: Context,
  { repairId, key, startAt }: SetPin,
  person: Person,
  sent?: Sent,
): Promise<ShopReply> {
  await changeStep(context, repairId, key, person, sent, async (client, { pin }, at) => {
    if (startAt === pin) return null;
    if (startAt === null) await client.query(sql.dropPin, [repairId, key]);
    else await client.query(sql.savePin, [repairId, key, startAt, person.name, at]);
    return { kind: 'pinned', detail: { key, was: pin, is: startAt } };
  });
  return shopPlan(context);
}

/** Writes down when a step was begun and done; neither takes it back. */
export async function setMark(
  context: Context,
  { repairId, key, startedAt, doneAt }: SetMark,
  person: Person,
  sent?: Sent,
): Promise<ShopReply> {
  requireNotAhead('startedAt', startedAt, context.now());
  requireNotAhead('doneAt', doneAt, context.now());
  await changeStep(context, repairId, key, person, sent, async (client, before, at) => {
    if (startedAt === before.startedAt && doneAt === before.doneAt) return null;
    if (startedAt === null && doneAt === null) await client.query(sql.dropMark, [repairId, key]);
    else await client.query(sql.saveMark, [repairId, key, startedAt, doneAt, person.name, at]);
    return {
      kind: 'marked',
      detail: { key, was: { startedAt: before.startedAt, doneAt: before.doneAt }, is: { startedAt, doneAt } },
    };
  });
  return shopPlan(context);
}

interface StepBefore {
  pin: string | null;
  startedAt: string | null;
  doneAt: string | null;
}

async function changeStep(
  context: Context,
  repairId: string,
  key: string,
  person: Person,
  sent: Sent | undefined,
  work: (
    client: Queryable,
    before: StepBefore,
    at: Date,
  ) => Promise<{ kind: string; detail: Record<string, unknown> } | null>,
): Promise<void> {
  if (person.role === 'inspector')
    throw new ProblemError(403, 'forbidden', 'The days are planned by those who do the work. Ask a technician.');
  await changeOpen(context, repairId, person, sent, async (client, _repair, { at }) => {
    const done = await work(client, (await client.query<StepBefore>(sql.stepBefore, [repairId, key])).rows[0]!, at);
    return done && { ...done, version: await touch(client, repairId, at) };
  });
}

function requireNotAhead(field: string, at: string | null, now: Date): void {
  if (isAhead(at, now))
    throw new ProblemError(422, 'invalid', 'That time is still to come.', {
      fields: [{ path: field, message: 'Still to come. Give the time it was.' }],
    });
}
