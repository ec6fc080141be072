import { type HistoryReply, type LogEntryBody, type BoardRow, type Person, type RepairDetail, type SectionName, errorWords, inputSections } from '@ashstep/contract';
import { NEW_REPAIR, SYSTEMS, type RepairInputs, mix, mixError, planRepair } from '@ashstep/core';
import type { Context } from '../platform/context.js';
import { inTransaction } from '../platform/database.js';
import { ProblemError, parse } from '../platform/problems.js';
import { signOffAllowed } from './inspection.js';
import { type LockedRepair, changeRepair, loadRepair, requireOpen, sql, touch, writeEvent } from './store.js';

const PAGE_SIZE = 50;

export async function board({ pool }: Context): Promise<BoardRow[]> {
  return (await pool.query<BoardRow>(sql.board)).rows;
}

export async function history({ pool }: Context, query: { q?: string; lot?: string; state?: string; page?: number }): Promise<HistoryReply> {
  const page = query.page ?? 1;
  const { rows } = await pool.query<HistoryReply['rows'][number] & { total: number }>(sql.history, [query.state ?? null, query.q ? escapeLike(query.q) : null, query.lot ?? null, PAGE_SIZE, (page - 1) * PAGE_SIZE]);
  return { rows: rows.map(({ total: _, ...row }) => row), total: rows[0]?.total ?? 0, page, pageSize: PAGE_SIZE };
}

const escapeLike = (text: string): string => text.replace(/[\\%_]/g, '\\$&');

export async function repairDetail(context: Context, id: string, person: Person): Promise<RepairDetail> {
  const row = await loadRepair(context.pool, id);
  return { ...row, signOff: await signOffAllowed(context, row, person) };
}

/** Opens a repair with the trade's defaults; the same id sent twice opens one. */
export async function openRepair(context: Context, body: { id: string; craftId: string; title: string }, person: Person): Promise<RepairDetail> {
  if (person.role === 'inspector') throw new ProblemError(403, 'forbidden', 'An inspector looks at repairs others have done. Ask a technician to open it.');
  await inTransaction(context.pool, async (client) => {
    const known = await client.query('SELECT kind FROM craft WHERE id = $1', [body.craftId]);
    if (known.rowCount === 0) throw new ProblemError(422, 'unknown-id', 'Pick the craft first.', { fields: [{ path: 'craftId', message: 'Not in the list. Pick one that is.' }] });
    const kind = (known.rows[0] as { kind: RepairInputs['place']['craftKind'] }).kind;
    const inputs: RepairInputs = { ...NEW_REPAIR, place: { ...NEW_REPAIR.place, craftKind: kind } };
    const at = context.now();
    const made = await client.query(sql.insert, [body.id, body.craftId, body.title, person.id, person.name, JSON.stringify(inputs), at]);
    if (made.rowCount === 1) await writeEvent(client, body.id, { kind: 'opened', version: 1 }, person.name, at);
  });
  return repairDetail(context, body.id, person);
}

/**
 * Saves one section. Another person's change to another section since `basedOn` is no conflict; to the same section it is a 409
 * that names who and when.
 */
export async function saveSection(context: Context, id: string, section: SectionName, value: unknown, basedOn: number, person: Person): Promise<RepairDetail> {
  const checked = parse(inputSections[section], value, section);
  await changeRepair(context, id, person, async (client, repair, at) => {
    requireOpen(repair);
    const since = (await client.query<{ section: string; by: string; at: string }>(sql.changedSince, [id, basedOn])).rows;
    const mine = since.filter((change) => change.section === section);
    if (mine.length > 0 || basedOn > repair.version) throw new ProblemError(409, 'stale', 'Somebody changed this since you opened it. Look at theirs, then choose.', { changes: mine, currentVersion: repair.version });
    requireComputable(repair, section, checked);
    const { version } = (await client.query<{ version: number }>(sql.saveSection, [id, section, JSON.stringify(checked), at])).rows[0]!;
    return { kind: 'changed', section, version, detail: { was: repair.inputs[section] } };
  });
  return repairDetail(context, id, person);
}

/** Refuses figures no repair can have (not merely missing ones), naming the field of this section that is in the way. */
function requireComputable(repair: LockedRepair, section: SectionName, value: unknown): void {
  const inputs = { ...repair.inputs, [section]: value };
  const problem = planRepair(inputs).problems.find((found) => found.code !== 'empty' && ownField(found.field, section));
  if (!problem) return;
  throw new ProblemError(422, problem.code, 'Some figures need another look.', { fields: [coreField(problem, section)] });
}

const ownField = (field: string, section: SectionName): boolean => field.startsWith(`${section}.`) || (section === 'damage' && field.startsWith('shape.'));

function coreField({ code, field, params }: { code: Parameters<typeof errorWords>[0]; field: string; params: Parameters<typeof errorWords>[1] }, section: SectionName) {
  return { path: field.startsWith(`${section}.`) ? field : `${section}.${field}`, message: errorWords(code, params) };
}

export async function setStageReached(context: Context, id: string, stageReached: number, person: Person): Promise<RepairDetail> {
  await changeRepair(context, id, person, async (client, repair, at) => {
    requireOpen(repair);
    if (stageReached === repair.stageReached) return null;
    return { kind: 'stage', version: await touch(client, id, at, stageReached), detail: { stage: stageReached } };
  });
  return repairDetail(context, id, person);
}

/** Writes one entry of the bench log; a batch gets its real ratio worked out. Sending the same id again changes nothing. */
export async function addLogEntry(context: Context, id: string, entryId: string, entry: LogEntryBody, person: Person): Promise<RepairDetail> {
  await changeRepair(context, id, person, async (client, repair, at) => {
    requireOpen(repair);
    const error = entry.kind === 'batch' ? batchError(repair.inputs, entry) : null;
    const added = await client.query(sql.addLog, [entryId, id, at, person.id, person.name, JSON.stringify(entry), error?.errorPercent ?? null, error?.within ?? null]);
    if (added.rowCount === 0) return null;
    return { kind: 'logged', version: await touch(client, id, at), detail: { entry: entry.kind } };
  });
  return repairDetail(context, id, person);
}

/** How far the weighed batch is from what the plan's system wants; a catalysed batch against the planned per cent. */
function batchError(inputs: RepairInputs, entry: Extract<LogEntryBody, { kind: 'batch' }>): { errorPercent: number; within: boolean } | null {
  const card = planRepair(inputs).resin?.card ?? SYSTEMS.find((s) => s.id === inputs.resin.systemId);
  if (!card) return null;
  const { catalystPercent } = inputs.mix;
  const wanted = mix({ card, totalG: 100, ...(card.kind === 'catalysed' && catalystPercent !== null ? { catalystPercent } : {}) });
  return mixError({ per100ByWeight: wanted.per100ByWeight, resinG: entry.resinG, secondG: entry.secondG, tolerancePercent: card.tolerancePercent });
}

export async function setCheck(context: Context, id: string, checkId: string, done: boolean, person: Person): Promise<RepairDetail> {
  await changeRepair(context, id, person, async (client, repair, at) => {
    requireOpen(repair);
    await client.query(sql.setCheck, [id, checkId, done, person.name, at]);
    return { kind: done ? 'checked' : 'unchecked', version: await touch(client, id, at), detail: { checkId } };
  });
  return repairDetail(context, id, person);
}
