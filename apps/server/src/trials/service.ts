import type { BondTrial, BondTrialBody, Person } from '@ashstep/contract';
import { type Sent, once } from '../platform/commands.js';
import type { Context } from '../platform/context.js';
import { loadQueries } from '../platform/database.js';
import { notFound } from '../platform/problems.js';

const sql = loadQueries<'list' | 'insert' | 'withdraw'>(import.meta.url, './queries.sql');

export async function listTrials({ pool }: Context): Promise<BondTrial[]> {
  return (await pool.query<BondTrial>(sql.list)).rows;
}

/** Writes down one coupon; sending the same id again changes nothing. */
export async function addTrial(
  context: Context,
  trial: BondTrialBody,
  person: Person,
  sent?: Sent,
): Promise<BondTrial[]> {
  const { failure } = trial;
  const values = [
    trial.id,
    context.now(),
    person.name,
    trial.preparation,
    trial.resin,
    trial.fabric,
    trial.unit,
    trial.value,
    failure?.oldLaminatePercent ?? null,
    failure?.newLaminatePercent ?? null,
    failure?.bondLinePercent ?? null,
    trial.notes,
    trial.bonded?.widthMm ?? null,
    trial.bonded?.overlapMm ?? null,
  ];
  await once(context, sent, person, null, async (client) => void (await client.query(sql.insert, values)));
  return listTrials(context);
}

/** Takes a coupon out of the comparison; it stays on record with the reason. */
export async function withdrawTrial(
  context: Context,
  id: string,
  why: string,
  person: Person,
  sent?: Sent,
): Promise<BondTrial[]> {
  await once(context, sent, person, null, async (client) => {
    const done = await client.query(sql.withdraw, [id, context.now(), person.name, why]);
    if (done.rowCount === 0) throw notFound('bond trial that counts');
  });
  return listTrials(context);
}
