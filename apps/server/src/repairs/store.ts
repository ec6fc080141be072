import type { DeviceStamp, LogEntry, Person, RepairDetail } from '@ashstep/contract';
import type { RepairInputs } from '@ashstep/core/repair';
import type pg from 'pg';
import { type Sent, HERE, wasCarriedOut } from '../platform/commands.js';
import type { Context } from '../platform/context.js';
import { type Queryable, inTransaction, loadQueries } from '../platform/database.js';
import { ProblemError, notFound } from '../platform/problems.js';
import { type Stored, inputsOf } from './stored-inputs.js';

type QueryName =
  | 'detail'
  | 'cluesOfClass'
  | 'ofSameCraft'
  | 'readWet'
  | 'board'
  | 'findable'
  | 'history'
  | 'insert'
  | 'lock'
  | 'lockInShed'
  | 'expiredLot'
  | 'fabricsOnShelf'
  | 'saveInputs'
  | 'touch'
  | 'seal'
  | 'amend'
  | 'event'
  | 'changedSince'
  | 'addLog'
  | 'setCheck'
  | 'addResult'
  | 'openRework'
  | 'openFault'
  | 'unexplained'
  | 'closeRework'
  | 'updateRework'
  | 'standing'
  | 'logged'
  | 'wholeLog'
  | 'inputs'
  | 'lastOfSection'
  | 'sameResult'
  | 'sameEntry'
  | 'events'
  | 'allEvents';

export const sql = loadQueries<QueryName>(import.meta.url, './queries.sql');

export interface LockedRepair {
  id: string;
  state: 'open' | 'sealed';
  revision: number;
  version: number;
  technicianId: string | null;
  inputs: RepairInputs;
  stageReached: number;
}

/** A repair as it is stored: who may sign it and what its results count for is worked out. */
export type RepairRow = Omit<
  RepairDetail,
  'signOff' | 'mayPlan' | 'answersCount' | 'mayAmend' | 'results' | 'seals'
> & { results: StoredResult[] };
export type StoredResult = Omit<RepairDetail['results'][number], 'standing'> & {
  byId: string | null;
  byRole: Person['role'] | null;
  version: number;
};

/** Everything about one repair but who may sign it, with the latest of its events. */
export async function loadRepair(db: Queryable, id: string): Promise<RepairRow> {
  const { inputs, ...row } = await loadSome(db, id, true);
  return { ...row, inputs: inputs! };
}

/** The same without the inputs, which may be large, where they are not wanted. */
export async function loadSome(
  db: Queryable,
  id: string,
  withInputs: boolean,
): Promise<Omit<RepairRow, 'inputs'> & { inputs: RepairRow['inputs'] | null }> {
  const row = (
    await db.query<Omit<RepairRow, 'inputs' | 'log'> & { inputs: Stored | null }>(sql.detail, [id, withInputs])
  ).rows[0];
  if (!row) throw notFound('repair');
  // Read after the version: a page that has a version has all that was logged up to it.
  const log = (await db.query<LogEntry>(sql.wholeLog, [id])).rows;
  return { ...row, log, inputs: row.inputs && inputsOf(row.inputs) };
}

export async function loadInputs(db: Queryable, id: string): Promise<RepairRow['inputs']> {
  const row = (await db.query<{ inputs: Stored }>(sql.inputs, [id])).rows[0];
  if (!row) throw notFound('repair');
  return inputsOf(row.inputs);
}

export interface RepairChange {
  kind: string;
  version: number;
  section?: string;
  detail?: Record<string, unknown>;
}

/** When an act was done, when it came in where that is much later, for it was done while the server was out of reach, and on which device. */
export interface Moment {
  at: Date;
  receivedAt: Date | null;
  device: DeviceStamp | null;
}

/** Older than this when they come in, acts are shown with both times, ms. */
const LATE_MS = 60_000;

export function momentOf(now: Date, { ageMs, device }: Sent): Moment {
  return { at: new Date(now.getTime() - ageMs), receivedAt: ageMs > LATE_MS ? now : null, device };
}

export type RepairWork = (client: pg.PoolClient, repair: LockedRepair, moment: Moment) => Promise<RepairChange | null>;

/**
 * Runs a change of one repair under its row lock. The work returns what happened, which is written as an event with the new
 * version, or null where nothing did. The same act sent again does nothing.
 */
export async function changeRepair(
  context: Context,
  id: string,
  person: Person,
  sent: Sent | undefined,
  work: RepairWork,
): Promise<void> {
  await inTransaction(context.pool, async (client) => {
    const row = (await client.query<Omit<LockedRepair, 'inputs'> & { inputs: Stored }>(sql.lock, [id])).rows[0];
    if (!row) throw notFound('repair');
    const now = context.now();
    if (await wasCarriedOut(client, sent ?? HERE, person, id, now)) return;
    const moment = momentOf(now, sent ?? HERE);
    const change = await work(client, { ...row, inputs: inputsOf(row.inputs) }, moment);
    if (change) await writeEvent(client, id, change, person, moment, sent?.id);
  });
}

export async function writeEvent(
  db: Queryable,
  repairId: string,
  change: RepairChange,
  by: Person,
  { at, receivedAt, device }: Moment,
  commandId: string | null = null,
): Promise<void> {
  await db.query(sql.event, [
    repairId,
    change.version,
    at,
    by.name,
    change.kind,
    change.section ?? null,
    JSON.stringify(change.detail ?? {}),
    by.id,
    commandId,
    receivedAt,
    device && JSON.stringify(device),
  ]);
}

/** The same of a repair that is open: one that is sealed takes no other change than to be amended. */
export function changeOpen(
  context: Context,
  id: string,
  person: Person,
  sent: Sent | undefined,
  work: RepairWork,
): Promise<void> {
  return changeRepair(context, id, person, sent, async (client, repair, moment) => {
    if (repair.state === 'sealed')
      throw new ProblemError(409, 'sealed', 'This record is sealed. Amend it to open a new revision.');
    return work(client, repair, moment);
  });
}

export async function touch(db: Queryable, id: string, at: Date, stageReached: number | null = null): Promise<number> {
  return (await db.query<{ version: number }>(sql.touch, [id, at, stageReached])).rows[0]!.version;
}
