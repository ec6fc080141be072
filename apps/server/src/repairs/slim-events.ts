import { changesBetween } from '@ashstep/contract';
import type pg from 'pg';

const WHOLE = `SELECT seq, repair_id AS "repairId", section, detail FROM repair_event WHERE kind = 'changed' AND detail ? 'was' ORDER BY repair_id, section, seq DESC`;
const INPUTS = 'SELECT inputs FROM repair WHERE id = $1';
const SLIM = 'UPDATE repair_event SET detail = $2 WHERE seq = $1';

/**
 * Events once held the whole section as it was before a change; from now on they hold the change. What a section became is what
 * it was before the next change, or what it is now.
 */
export async function slimEvents(client: pg.PoolClient): Promise<void> {
  const { rows } = await client.query<{
    seq: string;
    repairId: string;
    section: string;
    detail: { was: unknown } & Record<string, unknown>;
  }>(WHOLE);
  if (rows.length === 0) return;
  await client.query('ALTER TABLE repair_event DISABLE TRIGGER append_only');
  let [known, inputs]: [string, Record<string, unknown>] = ['', {}];
  let after: { repairId: string; section: string; state: unknown } | null = null;
  for (const { seq, repairId, section, detail } of rows) {
    if (repairId !== known)
      [known, inputs] = [
        repairId,
        (await client.query<{ inputs: Record<string, unknown> }>(INPUTS, [repairId])).rows[0]!.inputs,
      ];
    const is: unknown = after?.repairId === repairId && after.section === section ? after.state : inputs[section];
    const { was, ...others } = detail;
    await client.query(SLIM, [seq, JSON.stringify({ changes: changesBetween(was, is), ...others })]);
    after = { repairId, section, state: was };
  }
  await client.query('ALTER TABLE repair_event ENABLE TRIGGER append_only');
}
