import { type Person, type RepairDetail, type StoredInputs, completeInputs } from '@ashstep/contract';
import type { RepairInputs } from '@ashstep/core';
import type pg from 'pg';
import type { Context } from '../platform/context.js';
import { type Queryable, inTransaction, loadQueries } from '../platform/database.js';
import { ProblemError, notFound } from '../platform/problems.js';

type QueryName =
  'detail' | 'cluesOfClass' | 'board' | 'history' | 'insert' | 'lock' | 'saveSection' | 'touch' | 'seal' | 'amend' | 'event' | 'changedSince' | 'addLog' | 'setCheck' | 'addResult' | 'openRework' | 'closeRework' | 'updateRework' | 'handsOn';

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

export type RepairRow = Omit<RepairDetail, 'signOff'>;

/** Everything about one repair but who may sign it. */
export async function loadRepair(db: Queryable, id: string): Promise<RepairRow> {
  const row = (await db.query<RepairRow>(sql.detail, [id])).rows[0];
  if (!row) throw notFound('repair');
  return { ...row, inputs: completeInputs(row.inputs) };
}

export interface Change {
  kind: string;
  section?: string;
  detail?: Record<string, unknown>;
}

/**
 * Runs a change of one open repair under its row lock. The work returns what happened, which is written as an event with the new
 * version, or null when the same request had been carried out before.
 */
export async function changeRepair(context: Context, id: string, person: Pick<Person, 'name'>, work: (client: pg.PoolClient, repair: LockedRepair, at: Date) => Promise<(Change & { version: number }) | null>): Promise<void> {
  await inTransaction(context.pool, async (client) => {
    const row = (await client.query<LockedRepair & { inputs: Partial<StoredInputs> }>(sql.lock, [id])).rows[0];
    if (!row) throw notFound('repair');
    const repair = { ...row, inputs: completeInputs(row.inputs) };
    const at = context.now();
    const change = await work(client, repair, at);
    if (change) await writeEvent(client, id, change, person.name, at);
  });
}

export async function writeEvent(db: Queryable, repairId: string, change: Change & { version: number }, by: string, at: Date): Promise<void> {
  await db.query(sql.event, [repairId, change.version, at, by, change.kind, change.section ?? null, JSON.stringify(change.detail ?? {})]);
}

export function requireOpen(repair: LockedRepair): void {
  if (repair.state === 'sealed') throw new ProblemError(409, 'sealed', 'This record is sealed. Amend it to open a new revision.');
}

export async function touch(db: Queryable, id: string, at: Date, stageReached: number | null = null): Promise<number> {
  return (await db.query<{ version: number }>(sql.touch, [id, at, stageReached])).rows[0]!.version;
}
