import {
  type Person,
  type LogEntry,
  type RepairDetail,
  type ResultBody,
  type RoundStanding,
  type UpdateRework,
  hardFrom,
  leftUnticked,
  provenBy,
  remarkWords,
  roundName,
  roundStandings,
  unsaidWords,
  workStandings,
} from '@ashstep/contract';
import { requireEntry } from '@ashstep/core/errors';
import {
  INSPECTION_CHECKS,
  type InspectionCheck,
  STRUCTURAL_SECTIONS,
  judge,
  judgesCure,
  judgesWork,
} from '@ashstep/core/inspection';
import { type PlannedRound, type RepairPlan, closedCheckOf, unsaidOf } from '@ashstep/core/repair';
import type { Sent } from '../platform/commands.js';
import type { Context } from '../platform/context.js';
import { type Queryable, together } from '../platform/database.js';
import { ProblemError, notFound } from '../platform/problems.js';
import { planOf } from '../threads/heavy.js';
import { type RepairRow, changeOpen, loadInputs, loadSome, sql, touch } from './store.js';

/** Who had hands on a repair, and when last each section was changed or something laid: what acceptance is judged by. */
export interface Standing {
  singleHanded: boolean;
  hands: ReadonlySet<string>;
  /** Version of the last change, by section; `log` for what was laid or mixed. */
  lastChange: ReadonlyMap<string, number>;
}

export async function standingOf(db: Queryable, repairId: string): Promise<Standing> {
  const { singleHanded, hands, lastChange } = (
    await db.query<{ singleHanded: boolean; hands: string[]; lastChange: [section: string, version: number][] }>(
      sql.standing,
      [repairId, STRUCTURAL_SECTIONS],
    )
  ).rows[0]!;
  return { singleHanded, hands: new Set(hands), lastChange: new Map(lastChange) };
}

/** Why this person's word is no acceptance of this work; null where it is. */
function notTheirs(
  { singleHanded, hands }: Standing,
  person: Pick<Person, 'id' | 'role'> & { name?: string },
): string | null {
  if (singleHanded) return null;
  if (hands.has(person.id)) return `${person.name ?? 'This person'} did this work, so another must accept it.`;
  return person.role === 'technician' ? 'Accepting takes an inspector.' : null;
}

/** Results with what each counts for: acceptance, an own check only, or nothing any more. Those of a record taken in count as they came. */
export function resultsStanding(
  repair: Pick<RepairRow, 'results' | 'state'>,
  standing: Standing,
): RepairDetail['results'] {
  const all: RepairDetail['results'] = repair.results.map(({ byId, byRole, version, ...result }) => {
    const check = INSPECTION_CHECKS.find(({ id }) => id === result.checkId);
    const later = [...(check?.restsOn ?? []), 'log'].some(
      (section) => (standing.lastChange.get(section) ?? 0) > version,
    );
    const own = byId !== null && byRole !== null && notTheirs(standing, { id: byId, role: byRole }) !== null;
    return { ...result, standing: later && repair.state === 'open' ? 'void' : own ? 'own' : 'counts' };
  });
  if (repair.state === 'open') return all;
  // What was accepted stands, by whoever it was answered then.
  const counted = new Set(all.filter(({ standing: of }) => of === 'counts').map(({ checkId }) => checkId));
  return all.map((result) => (counted.has(result.checkId) ? result : { ...result, standing: 'counts' }));
}

type Seen = Omit<RepairDetail, 'seals'>;

/** A repair as one person sees it: with what results count for and whether they may accept it or open it again. The inputs are read where they are wanted. */
export async function asSeenBy(db: Queryable, id: string, person: Person): Promise<Seen>;
export async function asSeenBy(
  db: Queryable,
  id: string,
  person: Person,
  whole: boolean,
): Promise<Omit<Seen, 'inputs'> & Partial<Pick<Seen, 'inputs'>>>;
export async function asSeenBy(
  db: Queryable,
  id: string,
  person: Person,
  whole = true,
): Promise<Omit<Seen, 'inputs'> & Partial<Pick<Seen, 'inputs'>>> {
  const [{ inputs: read, ...row }, standing] = await together(
    db,
    () => loadSome(db, id, whole),
    () => standingOf(db, id),
  );
  const results = resultsStanding(row, standing);
  const inWay =
    row.state === 'sealed' ? 'Sealed already. Amend it to open a new revision.' : notTheirs(standing, person);
  const inputs = read ?? (inWay === null ? await loadInputs(db, id) : null);
  const reason = inWay ?? (await whatIsMissing({ ...row, inputs: inputs! }, results));
  return {
    ...row,
    ...(whole ? { inputs: inputs! } : {}),
    results,
    signOff: { allowed: reason === null, reason: reason ?? '' },
    mayPlan: mayPlan(person, standing.singleHanded),
    answersCount: notTheirs(standing, person) === null,
    mayAmend: mayAmend(person, standing.singleHanded),
  };
}

/** Whether this person may change what the plan is made from: whoever accepts it does not make it. */
export const mayPlan = (person: Pick<Person, 'role'>, singleHanded: boolean): boolean =>
  person.role !== 'inspector' || singleHanded;

/** Whether this person may open sealed records again. */
export const mayAmend = (person: Pick<Person, 'role'>, singleHanded: boolean): boolean =>
  person.role !== 'technician' || singleHanded;

/** The first thing in the way of acceptance; null where there is none. */
async function whatIsMissing(repair: RepairRow, results: RepairDetail['results']): Promise<string | null> {
  const plan = await planOf(repair.inputs);
  if (plan.holds.length > 0) return remarkWords(plan.holds[0]!);
  if (plan.severity.needsReason) return 'The severity was set against the findings and has no reason written down.';
  if (plan.problems.length > 0 || !plan.resin?.chosen)
    return 'The plan is not finished: open the stages above that have no tick.';
  const unsaid = unsaidOf(repair.inputs);
  if (unsaid.length > 0) return `${unsaidWords(unsaid)}. Say it on the stages above.`;
  if (plan.resin.needsReason && repair.inputs.resin.overrideReason.trim() === '')
    return 'The resin goes against the recommendation and has no reason written down.';
  const done = new Set(repair.checks.filter((mark) => mark.done).map((mark) => mark.checkId));
  const closings = plan.rounds.flatMap(closingCheck).filter(({ id }) => !done.has(id));
  const wanted = [...leftUnticked(plan, repair), ...closings];
  if (wanted.length > 0)
    return `Not ticked off: ${wanted[0]!.text.toLowerCase()}${wanted.length > 1 ? `, and ${wanted.length - 1} more` : ''}.`;
  const unfinished = roundStandings(plan.rounds, repair.log).find(({ done: whole }) => !whole);
  if (unfinished) return notDone(unfinished, plan.rounds);
  const undone = workStandings(plan.finish, repair).filter(({ done: one }) => !one);
  if (undone.length > 0)
    return `Not finished: ${undone[0]!.work.name.toLowerCase()}${undone.length > 1 ? `, and ${undone.length - 1} more` : ''}. Tick it off when it is done, or leave it out with a reason.`;
  const conceded = new Set(repair.rework.filter((item) => item.concession !== null).map((item) => item.checkId));
  const latest = new Map(results.map((result) => [result.checkId, result]));
  const counted = new Map(
    results.filter(({ standing }) => standing === 'counts').map((result) => [result.checkId, result.pass]),
  );
  const proven = new Set(provenBy(plan, repair.log, repair.inputs.survey.readings).filter(({ pass }) => pass).map(({ checkId }) => checkId)); // prettier-ignore
  const open = plan.inspection.filter(({ id }) => counted.get(id) !== true && !proven.has(id) && !conceded.has(id));
  if (open.length > 0)
    return `${open.length} of ${plan.inspection.length} acceptance checks are open: ${open[0]!.label.toLowerCase()}${WHY_OPEN[latest.get(open[0]!.id)?.standing ?? ''] ?? ''}.`;
  return repair.openRework > 0 ? 'A rework item is open.' : null;
}

/** A round that was to be kept from the air, as something to tick off. */
function closingCheck(round: PlannedRound, _: number, all: readonly PlannedRound[]): { id: string; text: string }[] {
  const id = closedCheckOf(round);
  return id === null ? [] : [{ id, text: `${roundName(round, all)} closed from the air` }];
}

function notDone({ round, plies }: RoundStanding, all: readonly PlannedRound[]): string {
  return round.kind === 'lay'
    ? `${roundName(round, all)}: ${plies.size} of ${round.plies.length} plies are logged as laid.`
    : `${roundName(round, all)} is not logged as done.`;
}

const WHY_OPEN: Record<string, string> = {
  own: ', an own check only so far',
  void: ', for something changed after it was answered',
};

/** There is nothing to judge before it is laid. @throws ProblemError 409 `held` */
function requireWorkDone(
  check: InspectionCheck,
  standings: readonly RoundStanding[],
  rounds: readonly PlannedRound[],
): void {
  const unfinished = judgesWork(check) && standings.find(({ done }) => !done);
  if (unfinished)
    throw new ProblemError(409, 'held', `Nothing to judge yet. ${notDone(unfinished, rounds)} Look at it once it is.`);
}

/** What is read before it can be hard says nothing: it is written down only with the reason why it is read now. @throws ProblemError 409 `held` */
function requireHard(plan: RepairPlan, log: readonly LogEntry[], at: Date): void {
  const from = hardFrom(plan, log);
  if (from !== null && at.getTime() < from)
    throw new ProblemError(
      409,
      'held',
      'Too early: it is not hard enough to be judged. Say why it is read now, or wait.',
    );
}

/** Records the answer to one acceptance check; a fail opens a rework item, a pass that counts closes it. */
export async function addResult(
  context: Context,
  id: string,
  body: ResultBody,
  person: Person,
  sent?: Sent,
): Promise<void> {
  const known = requireEntry(INSPECTION_CHECKS, body.checkId, 'checkId');
  await changeOpen(context, id, person, sent, async (client, repair, { at }) => {
    const plan = await planOf(repair.inputs);
    const check = plan.inspection.find((one) => one.id === known.id) ?? known;
    const outcome = judge(check, {
      ...(body.pass === undefined ? {} : { pass: body.pass }),
      ...(body.readings ? { readings: body.readings } : {}),
    });
    const log = (await client.query<LogEntry>(sql.wholeLog, [id])).rows;
    requireWorkDone(check, roundStandings(plan.rounds, log), plan.rounds);
    if (judgesCure(check) && body.note.trim() === '') requireHard(plan, log, at);
    const counts = notTheirs(await standingOf(client, repair.id), person) === null;
    if ((await client.query(sql.sameResult, [body.id, id, check.id])).rowCount === 1) return null;
    const version = await touch(client, id, at);
    await client.query(sql.addResult, [
      body.id,
      id,
      check.id,
      outcome.pass,
      body.readings ?? [],
      outcome.mean,
      outcome.spread,
      outcome.why,
      body.note,
      person.name,
      at,
      person.id,
      repair.revision,
      version,
    ]);
    if (!outcome.pass) await client.query(sql.openRework, [id, check.id, at]);
    else if (counts) await client.query(sql.closeRework, [id, check.id, at, person.name]);
    return { kind: outcome.pass ? 'passed' : 'failed', version, detail: { checkId: check.id } };
  });
}

/** Writes cause and action of a rework item, or accepts it as it is: a concession is an inspector's, with a reason. */
export async function updateRework(
  context: Context,
  id: string,
  itemId: string,
  body: UpdateRework,
  person: Person,
  sent?: Sent,
): Promise<void> {
  if (body.concession !== null && body.concession.trim() === '')
    throw new ProblemError(422, 'invalid', 'A concession needs a reason.', {
      fields: [{ path: 'concession', message: 'Say why it is accepted all the same.' }],
    });
  await changeOpen(context, id, person, sent, async (client, repair, { at }) => {
    if (body.concession !== null) {
      const why = notTheirs(await standingOf(client, repair.id), person);
      if (why) throw new ProblemError(403, 'forbidden', `A concession needs a named inspector. ${why}`);
    }
    const done = await client.query(sql.updateRework, [
      id,
      itemId,
      body.cause,
      body.action,
      body.concession,
      at,
      person.name,
    ]);
    if (done.rowCount === 0) throw notFound('open rework item');
    return {
      kind: body.concession === null ? 'rework' : 'concession',
      version: await touch(client, id, at),
      detail: { itemId },
    };
  });
}
