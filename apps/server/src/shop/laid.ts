import { type LogEntry, roundStandings } from '@ashstep/contract';
import { LAYING_WORKS, type LayingWork, type LoggedRate, USUAL_LAYING, perHands } from '@ashstep/core/mix';
import type { RepairPlan } from '@ashstep/core/repair';
import { type Queryable, loadQueries } from '../platform/database.js';
import type { LockedRepair } from '../repairs/store.js';

const sql = loadQueries<'laid' | 'keepLaid'>(import.meta.url, './queries.sql');

/** A lay-up written down in less, or over more, was not logged as it went. */
const [LEAST_MIN, MOST_MIN] = [5, 480];
/** So far from what is usual for the work it says more of the log than of the hands. */
const UNLIKELY = 4;

/** Keeps how fast the round of a ply went down, once its last ply is: from its first pot to that. */
export async function keepLaid(
  client: Queryable,
  { id, revision, inputs }: Pick<LockedRepair, 'id' | 'revision' | 'inputs'>,
  plan: RepairPlan,
  log: readonly LogEntry[],
  plyKey: string,
): Promise<void> {
  const standing = roundStandings(plan.rounds, log).find(({ round }) => round.plies.some(({ key }) => key === plyKey));
  const [first] = standing?.pots ?? [];
  if (!standing?.done || !first || !standing.round.pace) return;
  const minutes = (Date.parse(standing.lastAt!) - Date.parse(first.at)) / 60_000;
  const grams = standing.pots.reduce((sum, { entry, within }) => (entry.kind === 'batch' && within !== false ? sum + entry.resinG + entry.secondG : sum), 0); // prettier-ignore
  if (grams === 0 || minutes < LEAST_MIN || minutes > MOST_MIN) return;
  const { work } = standing.round.pace.laying;
  const { hands, overhead } = inputs.mix;
  const gPerMin = perHands(grams / minutes, hands, overhead);
  const { low, high } = USUAL_LAYING[work];
  if (gPerMin < low / UNLIKELY || gPerMin > high * UNLIKELY) return;
  await client.query(sql.keepLaid, [id, revision, standing.round.id, work, grams, minutes, gPerMin, standing.lastAt]);
}

/** What the log says of each work there is any of, g a minute and pair of hands. */
export async function laidByLog(db: Queryable): Promise<Partial<Record<LayingWork, LoggedRate>>> {
  const { rows } = await db.query<LoggedRate & { work: LayingWork }>(sql.laid);
  const known = rows.filter(({ work }) => LAYING_WORKS.includes(work));
  return Object.fromEntries(known.map(({ work, ...rate }) => [work, rate]));
}
