import {
  type LogEntry,
  type LogEntryBody,
  type Person,
  type WorkEntry,
  faultSeen,
  isSameWork,
  isWork,
  remarkWords,
  roundStandings,
  sameJson,
  standingLog,
  wallClockIn,
} from '@ashstep/contract';
import { CAUSES, UNKNOWN_CAUSE, checkOfFault } from '@ashstep/core/diagnosis';
import {
  type RepairInputs,
  type RepairPlan,
  batchError,
  cardOfMedium,
  everyRound,
  gramsPoured,
} from '@ashstep/core/repair';
import { shop } from '../people/service.js';
import type { Sent } from '../platform/commands.js';
import type { Context } from '../platform/context.js';
import type { Queryable } from '../platform/database.js';
import { ProblemError } from '../platform/problems.js';
import { keepLaid } from '../shop/laid.js';
import { planOf } from '../threads/heavy.js';
import { requireAirRead } from './air.js';
import { changeOpen, sql, touch } from './store.js';

/** Writes one entry of the bench log; a batch gets its real ratio worked out. What is down, mixed or begun once counts once, whoever tells of it. */
export async function addLogEntry(
  context: Context,
  id: string,
  entryId: string,
  entry: LogEntryBody,
  person: Person,
  sent?: Sent,
): Promise<void> {
  await changeOpen(context, id, person, sent, async (client, repair, { at, receivedAt, device }) => {
    if ((await client.query(sql.sameEntry, [entryId, id, JSON.stringify(entry)])).rowCount === 1) return null;
    const plan = await planOf(repair.inputs);
    const named = namedBy(entry);
    const log = isWork(entry) || named.length > 0 ? (await client.query<LogEntry>(sql.logged, [id])).rows : [];
    for (const of of named) requireLogged(log, of);
    let kept: LogEntryBody = entry;
    let deviation: string | null = null;
    if (isWork(entry)) {
      const [hold] = plan.holds;
      if (hold) throw new ProblemError(409, 'held', remarkWords(hold));
      kept = witnessed(standingLog(log), entry);
      if (kept === entry) {
        if (entry.kind === 'batch') {
          requireGramsPoured(entry, repair.inputs, plan);
          await requireLotsInDate(client, entry, at);
        }
        if (entry.kind === 'start') await requireAirRead(client, entry, repair, plan, at);
        deviation = requireInPlan(log, entry, plan);
      }
    }
    const error = kept.kind === 'batch' ? batchError(repair.inputs, plan, kept) : null;
    const { errorPercent: mixErrorPercent = null, within = null } = error ?? {};
    if (kept.kind === 'ply') {
      const added: LogEntry = { id: entryId, at: at.toISOString(), by: person.name, entry: kept, mixErrorPercent, within }; // prettier-ignore
      const inOrder = [...log, added].sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
      await keepLaid(client, repair, plan, inOrder, kept.plyKey);
    }
    await client.query(sql.addLog, [
      entryId,
      id,
      at,
      person.id,
      person.name,
      JSON.stringify(kept),
      mixErrorPercent,
      within,
      receivedAt,
      device && JSON.stringify(device),
    ]);
    if (deviation) await client.query(sql.openRework, [id, deviation, at]);
    if (kept.kind === 'fault') await openFault(client, id, kept, plan, at);
    return { kind: 'logged', version: await touch(client, id, at), detail: { entry: kept.kind } };
  });
}

/** The rework of a fault, with its cause and what is to be done now; what a person wrote there stays. @throws ProblemError 409 on a job that has no check */
async function openFault(
  client: Queryable,
  id: string,
  fault: Extract<LogEntryBody, { kind: 'fault' }>,
  plan: RepairPlan,
  at: Date,
): Promise<void> {
  const { rows } = await client.query<{ checkId: string }>(sql.unexplained, [id]);
  const unexplained = rows.map(({ checkId }) => checkId);
  const check = checkOfFault(fault.symptoms, plan.inspection.map((one) => one.id), unexplained); // prettier-ignore
  if (!check) throw new ProblemError(409, 'no-check', 'This job has no acceptance check yet that could show the fault is gone. Say what the damage is first.'); // prettier-ignore
  const { label, now } = [...CAUSES, UNKNOWN_CAUSE].find((one) => one.id === fault.cause)!;
  await client.query(sql.openFault, [id, check, at, `${label}. Seen: ${faultSeen(fault)}.`, now]);
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
  const card = cardOfMedium(
    everyRound(plan).find(({ id }) => id === entry.round)?.medium ?? null,
    plan.resin?.card ?? null,
  );
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
    const round = everyRound(plan).find((one) => one.id === entry.round);
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

/** Ids of the entries an entry is about. */
const namedBy = (entry: LogEntryBody): string[] => ('of' in entry ? [entry.of].flat() : []);

/** Only what is in the log of this revision is taken back, settled or seen too. @throws ProblemError 409 */
function requireLogged(log: readonly LogEntry[], entryId: string): void {
  if (!log.some(({ id }) => id === entryId))
    throw new ProblemError(409, 'not-in-log', 'That is not in the log of this revision.');
}

/**
 * What is written down of work that the log tells of already: it was done once, and seen twice. A batch that was out is thrown away and mixed again, to other
 * weights; two pots under one letter with other figures are both kept, and asked about.
 */
function witnessed(log: readonly LogEntry[], entry: WorkEntry): LogEntryBody {
  const first = log.find(({ entry: known, within }) =>
    entry.kind === 'batch' ? sameJson(known, entry) : isSameWork(known, entry) && within !== false,
  );
  return first ? { kind: 'witness', of: first.id, label: nameOf(entry), said: entry } : entry;
}

const nameOf = (entry: WorkEntry): string =>
  entry.kind === 'batch' ? `Pot ${entry.label}` : entry.kind === 'start' ? 'The start' : entry.label;
