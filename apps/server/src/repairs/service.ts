import { isDeepStrictEqual } from 'node:util';
import { type HistoryReply, type LogEntryBody, type BoardRow, type Person, type RepairDetail, type SectionName, type ShedCounts, completeInputs, errorWords, inputSections, remarkWords } from '@ashstep/contract';
import { NEW_REPAIR, type RepairInputs, attempt, batchError, certainEnough, planRepair, priorOfYear, resinEvidence } from '@ashstep/core';
import { shop } from '../people/service.js';
import { shopSettings } from '../shop/service.js';
import type { Context } from '../platform/context.js';
import { inTransaction } from '../platform/database.js';
import { ProblemError, parse } from '../platform/problems.js';
import { mayAmend, signOffAllowed } from './inspection.js';
import { type LockedRepair, changeRepair, loadRepair, requireOpen, sql, touch, writeEvent } from './store.js';

const PAGE_SIZE = 50;

export async function board({ pool }: Context): Promise<BoardRow[]> {
  const { rows } = await pool.query<BoardRow>(sql.board);
  return rows.map((row) => ({ ...row, inputs: completeInputs(row.inputs) }));
}

export async function history({ pool }: Context, query: { q?: string; lot?: string; state?: string; page?: number }): Promise<HistoryReply> {
  const page = query.page ?? 1;
  const { rows } = await pool.query<HistoryReply['rows'][number] & { total: number }>(sql.history, [query.state ?? null, query.q ? escapeLike(query.q) : null, query.lot ?? null, PAGE_SIZE, (page - 1) * PAGE_SIZE]);
  return { rows: rows.map(({ total: _, ...row }) => row), total: rows[0]?.total ?? 0, page, pageSize: PAGE_SIZE };
}

/** What finished repairs of a class turned out to be, by their clues alone: the class itself must not count twice. Only one as good as certain counts. */
export async function shedCounts({ pool }: Context, priorId: string): Promise<ShedCounts> {
  const { rows } = await pool.query<{ clueIds: string[] }>(sql.cluesOfClass, [priorId]);
  const counts = { polyester: 0, vinylester: 0, epoxy: 0, thermoplastic: 0, mixed: 0 };
  for (const { clueIds } of rows) {
    const { result } = attempt(() => resinEvidence({ prior: EVEN, clues: clueIds }));
    if (result && certainEnough(result.posterior[result.mostLikely])) counts[result.mostLikely] += 1;
  }
  return counts;
}

const EVEN = { polyester: 1, vinylester: 1, epoxy: 1, thermoplastic: 1, mixed: 1 };

const escapeLike = (text: string): string => text.replace(/[\\%_]/g, '\\$&');

export async function repairDetail(context: Context, id: string, person: Person): Promise<RepairDetail> {
  const row = await loadRepair(context.pool, id);
  return { ...row, signOff: await signOffAllowed(context, row, person), mayAmend: await mayAmend(context, person) };
}

/** Opens a repair with the trade's defaults; the same id sent twice opens one. */
export async function openRepair(context: Context, body: { id: string; craftId: string; title: string }, person: Person): Promise<RepairDetail> {
  if (person.role === 'inspector') throw new ProblemError(403, 'forbidden', 'An inspector looks at repairs others have done. Ask a technician to open it.');
  await inTransaction(context.pool, async (client) => {
    const known = await client.query<{ kind: RepairInputs['place']['craftKind']; year: number | null }>('SELECT kind, year FROM craft WHERE id = $1', [body.craftId]);
    const craft = known.rows[0];
    if (!craft) throw new ProblemError(422, 'unknown-id', 'Pick the craft first.', { fields: [{ path: 'craftId', message: 'Not in the list. Pick one that is.' }] });
    const { bond } = await shop(client);
    const { hours, rates, layingRateGPerMin, dropsPerMl } = await shopSettings(client);
    const inputs: RepairInputs = {
      ...NEW_REPAIR,
      place: { ...NEW_REPAIR.place, craftKind: craft.kind },
      laminate: { ...NEW_REPAIR.laminate, priorId: priorOfYear(craft.year) },
      taper: { ...NEW_REPAIR.taper, ...(Object.keys(bond).length > 0 ? { bond } : {}) },
      mix: { ...NEW_REPAIR.mix, layingRateGPerMin, dropsPerMl },
      days: { ...NEW_REPAIR.days, ...hours, rates },
    };
    const at = context.now();
    const made = await client.query(sql.insert, [body.id, body.craftId, body.title, person.id, person.name, JSON.stringify(inputs), at]);
    if (made.rowCount === 1) await writeEvent(client, body.id, { kind: 'opened', version: 1 }, person.name, at);
  });
  return repairDetail(context, body.id, person);
}

/** What an edit of a section was typed over, and its own name: the same edit may be sent again when its answer was lost. */
export interface EditOrigin {
  basedOn: number;
  editId: string | null;
}

/**
 * Saves one section. Another person's change to another section since `basedOn` is no conflict; to the same section it is a 409
 * that names who and when. What the same edit saved earlier is no conflict either.
 */
export async function saveSection(context: Context, id: string, section: SectionName, value: unknown, { basedOn, editId }: EditOrigin, person: Person): Promise<RepairDetail> {
  const checked = parse(inputSections[section], value, section);
  await changeRepair(context, id, person, async (client, repair, at) => {
    requireOpen(repair);
    const since = (await client.query<{ section: string; by: string; at: string; editId: string | null }>(sql.changedSince, [id, basedOn])).rows;
    const others = since.filter((change) => change.section === section && (editId === null || change.editId !== editId));
    if (others.length > 0 || basedOn > repair.version)
      throw new ProblemError(409, 'stale', 'Somebody changed this since you opened it. Look at theirs, then choose.', { changes: others.map(({ editId: _, ...change }) => change), currentVersion: repair.version });
    if (section === 'severity') requireReleasedByManager(repair.inputs.severity.release, (checked as RepairInputs['severity']).release, person);
    requireComputable(repair, section, checked);
    const { version } = (await client.query<{ version: number }>(sql.saveSection, [id, section, JSON.stringify(checked), at])).rows[0]!;
    return { kind: 'changed', section, version, detail: { was: repair.inputs[section], ...(editId ? { editId } : {}) } };
  });
  return repairDetail(context, id, person);
}

/** Only a manager, in their own name, lifts the hold on what is beyond this tool; anybody may put it back. */
function requireReleasedByManager(before: RepairInputs['severity']['release'], after: RepairInputs['severity']['release'], person: Person): void {
  if (after === null || isDeepStrictEqual(before, after)) return;
  if (person.role !== 'manager') throw new ProblemError(403, 'forbidden', 'Only a manager can release this, by naming the drawing or the person responsible.');
  if (after.by !== person.name) throw new ProblemError(422, 'invalid', 'A release is given in one’s own name.', { fields: [{ path: 'severity.release.by', message: `Must be ${person.name}.` }] });
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
    if (entry.kind !== 'note') requireNoHold(repair);
    const error = entry.kind === 'batch' ? batchError(repair.inputs, planRepair(repair.inputs), entry) : null;
    const added = await client.query(sql.addLog, [entryId, id, at, person.id, person.name, JSON.stringify(entry), error?.errorPercent ?? null, error?.within ?? null]);
    if (added.rowCount === 0) return null;
    return { kind: 'logged', version: await touch(client, id, at), detail: { entry: entry.kind } };
  });
  return repairDetail(context, id, person);
}

function requireNoHold(repair: LockedRepair): void {
  const [hold] = planRepair(repair.inputs).holds;
  if (hold) throw new ProblemError(409, 'held', remarkWords(hold));
}

export async function setCheck(context: Context, id: string, checkId: string, done: boolean, person: Person): Promise<RepairDetail> {
  await changeRepair(context, id, person, async (client, repair, at) => {
    requireOpen(repair);
    await client.query(sql.setCheck, [id, checkId, done, person.name, at]);
    return { kind: done ? 'checked' : 'unchecked', version: await touch(client, id, at), detail: { checkId } };
  });
  return repairDetail(context, id, person);
}
