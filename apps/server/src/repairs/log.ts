import { type LogEntryBody, type Person, remarkWords, sameJson } from '@ashstep/contract';
import { plyKey } from '@ashstep/core/drawing';
import { batchError } from '@ashstep/core/repair';
import type { Sent } from '../platform/commands.js';
import type { Context } from '../platform/context.js';
import type { Queryable } from '../platform/database.js';
import { ProblemError } from '../platform/problems.js';
import { planOf } from '../threads/heavy.js';
import { requireAirRead } from './air.js';
import { changeOpen, sql, touch } from './store.js';

/** Writes one entry of the bench log; a batch gets its real ratio worked out. What is down, mixed or begun once is not logged twice. */
export async function addLogEntry(
  context: Context,
  id: string,
  entryId: string,
  entry: LogEntryBody,
  person: Person,
  sent?: Sent,
): Promise<void> {
  await changeOpen(context, id, person, sent, async (client, repair, { at, receivedAt }) => {
    if ((await client.query(sql.sameEntry, [entryId, id, JSON.stringify(entry)])).rowCount === 1) return null;
    const plan = await planOf(repair.inputs);
    if (entry.kind !== 'note') {
      const [hold] = plan.holds;
      if (hold) throw new ProblemError(409, 'held', remarkWords(hold));
      await requireNotLogged(client, id, entry);
      if (entry.kind === 'start') await requireAirRead(client, entry, repair, plan, at);
    }
    if (
      entry.kind === 'ply' &&
      !plan.patch?.faces.some((face, f) => face.plies.some((ply) => plyKey(f, ply.laid) === entry.plyKey))
    )
      throw new ProblemError(422, 'unknown-id', 'The plan has no such ply. Look at the stack again.', {
        fields: [{ path: 'entry.plyKey', message: 'Not in the plan.' }],
      });
    const error = entry.kind === 'batch' ? batchError(repair.inputs, plan, entry) : null;
    await client.query(sql.addLog, [
      entryId,
      id,
      at,
      person.id,
      person.name,
      JSON.stringify(entry),
      error?.errorPercent ?? null,
      error?.within ?? null,
      receivedAt,
    ]);
    return { kind: 'logged', version: await touch(client, id, at), detail: { entry: entry.kind } };
  });
}

/** A batch that is out of its ratio is thrown away and mixed again, to other weights; everything else of this revision happens once. */
async function requireNotLogged(
  client: Queryable,
  id: string,
  entry: Exclude<LogEntryBody, { kind: 'note' }>,
): Promise<void> {
  const { rows } = await client.query<{ entry: LogEntryBody; by: string; at: string; within: boolean | null }>(
    sql.logged,
    [id],
  );
  const before = rows.find(
    ({ entry: known, within }) => (isSameThing(known, entry) && within !== false) || sameJson(known, entry),
  );
  if (before)
    throw new ProblemError(
      409,
      'already-logged',
      `${nameOf(entry)} is in the log already, by ${before.by}. Nothing was written twice.`,
      { changes: [{ section: 'log', by: before.by, at: before.at }] },
    );
}

function isSameThing(a: LogEntryBody, b: LogEntryBody): boolean {
  if (a.kind === 'ply' && b.kind === 'ply') return a.plyKey === b.plyKey;
  if (a.kind === 'batch' && b.kind === 'batch') return a.label === b.label && a.label !== EXTRA_POT;
  return a.kind === 'start' && b.kind === 'start';
}

/** A pot beside the plan: there may be several. */
const EXTRA_POT = 'extra';

const nameOf = (entry: LogEntryBody): string =>
  entry.kind === 'ply' ? entry.label : entry.kind === 'batch' ? `Pot ${entry.label}` : 'The start';
