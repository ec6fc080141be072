import {
  type LogEntry,
  type LogEntryBody,
  type Person,
  remarkWords,
  roundStandings,
  sameJson,
  standingLog,
  wallClockIn,
} from '@ashstep/contract';
import { type RepairInputs, type RepairPlan, batchError, cardOfMedium, gramsPoured } from '@ashstep/core/repair';
import { shop } from '../people/service.js';
import type { Sent } from '../platform/commands.js';
import type { Context } from '../platform/context.js';
import type { Queryable } from '../platform/database.js';
import { ProblemError } from '../platform/problems.js';
import { keepLaid } from '../shop/laid.js';
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
    let deviation: string | null = null;
    if (entry.kind === 'taken-back') requireStanding((await client.query<LogEntry>(sql.logged, [id])).rows, entry.of);
    else if (isWork(entry)) {
      const [hold] = plan.holds;
      if (hold) throw new ProblemError(409, 'held', remarkWords(hold));
      const log = (await client.query<LogEntry>(sql.logged, [id])).rows;
      requireNotLogged(standingLog(log), entry);
      if (entry.kind === 'batch') {
        requireGramsPoured(entry, repair.inputs, plan);
        await requireLotsInDate(client, entry, at);
      }
      if (entry.kind === 'start') await requireAirRead(client, entry, repair, plan, at);
      deviation = requireInPlan(log, entry, plan);
      if (entry.kind === 'ply') {
        const added = {
          id: entryId,
          at: at.toISOString(),
          by: person.name,
          entry,
          mixErrorPercent: null,
          within: null,
        };
        const inOrder = [...log, added].sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
        await keepLaid(client, repair, plan, inOrder, entry.plyKey);
      }
    }
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
    if (deviation) await client.query(sql.openRework, [id, deviation, at]);
    return { kind: 'logged', version: await touch(client, id, at), detail: { entry: entry.kind } };
  });
}

/** Grams may differ from what came out by so much: the rounding of a figure typed or told. */
const POURED_SHARE = 0.01;
const POURED_G = 0.05;

/** What was poured by millilitres, drops or strokes comes to the grams it is written down with. @throws ProblemError 422 */
function requireGramsPoured(
  entry: Extract<LogEntryBody, { kind: 'batch' }>,
  inputs: RepairInputs,
  plan: RepairPlan,
): void {
  const card = cardOfMedium(plan.rounds.find(({ id }) => id === entry.round)?.medium ?? null, plan.resin?.card ?? null);
  const parts = [['resin', entry.resinAs, entry.resinG], ['second', entry.secondAs, entry.secondG]] as const; // prettier-ignore
  for (const [part, as, grams] of parts) {
    const poured = as && card && gramsPoured(as, part, inputs.mix, card);
    if (typeof poured === 'number' && Math.abs(poured - grams) > POURED_G + POURED_SHARE * poured)
      throw new ProblemError(422, 'inconsistent', 'What was poured and its grams do not go together.', {
        fields: [{ path: `entry.${part}G`, message: `${as!.value} ${as!.unit} come to ${poured.toFixed(2)} g.` }],
      });
  }
}

/** Nothing is mixed from a lot that is out of date but with the reason. @throws ProblemError 409 `held` */
async function requireLotsInDate(
  client: Queryable,
  entry: Extract<LogEntryBody, { kind: 'batch' }>,
  at: Date,
): Promise<void> {
  if (entry.against?.ids.includes('lot.expired')) return;
  const day = wallClockIn((await shop(client)).zone, at).slice(0, 10);
  const [found] = (
    await client.query<{ code: string; on: string }>(sql.expiredLot, [[entry.resinLot, entry.secondLot], day])
  ).rows;
  if (found)
    throw new ProblemError(409, 'held', remarkWords({ id: 'lot.expired', params: { lot: found.code, on: found.on } }));
}

/**
 * What is logged is of a round, ply or spot of the plan; no ply goes down before a pot of its round was mixed, and none from a pot that was out but with the
 * reason why: that is a deviation.
 * @returns the check whose rework it opens; null for none
 */
function requireInPlan(log: readonly LogEntry[], entry: WorkEntry, plan: RepairPlan): string | null {
  const unknown = (path: string, message: string): ProblemError => new ProblemError(422, 'unknown-id', message, { fields: [{ path, message: 'Not in the plan.' }] }); // prettier-ignore
  if ('round' in entry && entry.round !== undefined) {
    const round = plan.rounds.find((one) => one.id === entry.round);
    if (!round) throw unknown('entry.round', 'The plan has no such round. Look at the rounds again.');
    if (entry.kind === 'spot' && !round.spotIds.includes(entry.spotId))
      throw unknown('entry.spotId', 'This round has no such spot.');
  }
  if (entry.kind !== 'ply') return null;
  const standing = roundStandings(plan.rounds, log).find(({ round }) =>
    round.plies.some(({ key }) => key === entry.plyKey),
  );
  if (!standing) throw unknown('entry.plyKey', 'The plan has no such ply. Look at the stack again.');
  const said = (why: string): boolean => entry.against?.ids.includes(why) === true;
  if (!standing.lastPot && !said('log.no-pot'))
    throw new ProblemError(
      409,
      'held',
      'No pot of this round is in the log. Log the pot first, or say why there is none.',
    );
  if (standing.lastPot?.within !== false) return null;
  if (!said('mix.out-of-ratio'))
    throw new ProblemError(
      409,
      'held',
      'The last pot was out of its ratio: it never cures right. Mix and log another, or say why this ply is laid with it.',
    );
  return plan.resin?.card?.kind === 'two-part' ? 'mix' : 'mix-catalyst';
}

/** What tells of work done: it wants the plan behind it, and counts once. */
type WorkEntry = Exclude<LogEntryBody, { kind: 'note' | 'pot-temp' | 'taken-back' }>;
const isWork = (entry: LogEntryBody): entry is WorkEntry => !['note', 'pot-temp', 'taken-back'].includes(entry.kind);

/** Only what is in the log of this revision, and counts, is taken back. @throws ProblemError 409 */
function requireStanding(log: readonly LogEntry[], entryId: string): void {
  if (!standingLog(log).some(({ id }) => id === entryId))
    throw new ProblemError(409, 'not-in-log', 'That is not in the log of this revision, or was taken back before.');
}

/** A batch that is out of its ratio is thrown away and mixed again, to other weights; everything else of this revision happens once. */
function requireNotLogged(log: readonly LogEntry[], entry: WorkEntry): void {
  const before = log.find(
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
  if (a.kind === 'batch' && b.kind === 'batch')
    return a.label === b.label && a.round === b.round && a.label !== EXTRA_POT;
  if (a.kind === 'spot' && b.kind === 'spot') return a.round === b.round && a.spotId === b.spotId;
  if (a.kind === 'round' && b.kind === 'round') return a.round === b.round;
  return a.kind === 'start' && b.kind === 'start' && a.round === b.round;
}

/** A pot beside the plan: there may be several. */
const EXTRA_POT = 'extra';

const nameOf = (entry: WorkEntry): string =>
  entry.kind === 'batch' ? `Pot ${entry.label}` : entry.kind === 'start' ? 'The start' : entry.label;
