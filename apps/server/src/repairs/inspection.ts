import { type Person, type RepairDetail, type ResultBody, type UpdateRework, remarkWords } from '@ashstep/contract';
import { INSPECTION_CHECKS, PREPARATION_CHECKS, judge, planRepair, requireEntry } from '@ashstep/core';
import { shop } from '../people/service.js';
import type { Context } from '../platform/context.js';
import { ProblemError, notFound } from '../platform/problems.js';
import { type RepairRow, changeRepair, requireOpen, sql, touch } from './store.js';

/** Records the answer to one acceptance check; a fail opens a rework item, a pass closes it. */
export async function addResult(context: Context, id: string, body: ResultBody, person: Person): Promise<void> {
  const check = requireEntry(INSPECTION_CHECKS, body.checkId, 'checkId');
  const outcome = judge(check, { ...(body.pass === undefined ? {} : { pass: body.pass }), ...(body.readings ? { readings: body.readings } : {}) });
  await changeRepair(context, id, person, async (client, repair, at) => {
    requireOpen(repair);
    const added = await client.query(sql.addResult, [body.id, id, check.id, outcome.pass, body.readings ?? [], outcome.mean, outcome.spread, outcome.why, body.note, person.name, at]);
    if (added.rowCount === 0) return null;
    if (outcome.pass) await client.query(sql.closeRework, [id, check.id, at, person.name]);
    else await client.query(sql.openRework, [id, check.id, at]);
    return { kind: outcome.pass ? 'passed' : 'failed', version: await touch(client, id, at), detail: { checkId: check.id } };
  });
}

/** Writes cause and action of a rework item, or accepts it as it is: a concession is an inspector's, with a reason. */
export async function updateRework(context: Context, id: string, itemId: string, body: UpdateRework, person: Person): Promise<void> {
  if (body.concession !== null && person.role === 'technician') throw new ProblemError(403, 'forbidden', 'A concession needs a named inspector. Ask one to accept it with a reason.');
  if (body.concession !== null && body.concession.trim() === '') throw new ProblemError(422, 'invalid', 'A concession needs a reason.', { fields: [{ path: 'concession', message: 'Say why it is accepted all the same.' }] });
  await changeRepair(context, id, person, async (client, repair, at) => {
    requireOpen(repair);
    const done = await client.query(sql.updateRework, [id, itemId, body.cause, body.action, body.concession, at, person.name]);
    if (done.rowCount === 0) throw notFound('open rework item');
    return { kind: body.concession === null ? 'rework' : 'concession', version: await touch(client, id, at), detail: { itemId } };
  });
}

/** Whether this person may open sealed records again. */
export async function mayAmend(context: Context, person: Person): Promise<boolean> {
  return person.role !== 'technician' || (await shop(context.pool)).singleHanded;
}

/** Whether this person may accept this repair now, and if not, the first thing in the way. */
export async function signOffAllowed(context: Context, repair: RepairRow, person: Person): Promise<RepairDetail['signOff']> {
  const no = (reason: string): RepairDetail['signOff'] => ({ allowed: false, reason });
  if (repair.state === 'sealed') return no('Sealed already. Amend it to open a new revision.');
  const { singleHanded } = await shop(context.pool);
  const worked = (await context.pool.query<{ id: string }>(sql.handsOn, [repair.id])).rows.map((row) => row.id);
  if (!singleHanded && (person.id === repair.technicianId || worked.includes(person.id))) return no(`${person.name} did this work, so another must accept it.`);
  if (!singleHanded && person.role === 'technician') return no('Accepting takes an inspector.');
  const missing = whatIsMissing(repair);
  return missing === null ? { allowed: true, reason: '' } : no(missing);
}

function whatIsMissing(repair: RepairRow): string | null {
  const plan = planRepair(repair.inputs);
  if (plan.holds.length > 0) return remarkWords(plan.holds[0]!);
  if (plan.severity.needsReason) return 'The severity was set against the findings and has no reason written down.';
  if (plan.problems.length > 0 || !plan.resin?.chosen) return 'The plan is not finished: look at the hollow steps above.';
  if (plan.resin.needsReason && repair.inputs.resin.overrideReason.trim() === '') return 'The resin goes against the recommendation and has no reason written down.';
  const done = new Set(repair.checks.filter((mark) => mark.done).map((mark) => mark.checkId));
  const conditions = plan.resin.verdicts.families.find((f) => f.family === plan.resin!.card!.family)!.conditions;
  const wanted = [...conditions, ...(plan.patch ? PREPARATION_CHECKS : [])].filter((item) => !done.has(item.id));
  if (wanted.length > 0) return `Not ticked off: ${wanted[0]!.text.toLowerCase()}${wanted.length > 1 ? `, and ${wanted.length - 1} more` : ''}.`;
  const laid = new Set(repair.log.flatMap((entry) => (entry.entry.kind === 'ply' ? [entry.entry.plyKey] : [])));
  const plies = plan.patch?.faces.reduce((sum, face) => sum + face.plies.length, 0) ?? 0;
  if (laid.size < plies) return `${laid.size} of ${plies} plies are logged as laid.`;
  const conceded = new Set(repair.rework.filter((item) => item.concession !== null).map((item) => item.checkId));
  const latest = new Map(repair.results.map((result) => [result.checkId, result.pass]));
  const open = plan.inspection.filter((check) => latest.get(check.id) !== true && !conceded.has(check.id));
  if (open.length > 0) return `${open.length} of ${plan.inspection.length} acceptance checks are open: ${open[0]!.label.toLowerCase()}.`;
  return repair.openRework > 0 ? 'A rework item is open.' : null;
}
