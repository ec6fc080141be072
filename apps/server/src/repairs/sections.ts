import { isDeepStrictEqual } from 'node:util';
import {
  type Change,
  ChangeClash,
  type Person,
  type SectionName,
  applyChanges,
  changesBetween,
  errorWords,
  inputSections,
  sameJson,
} from '@ashstep/contract';
import { STRUCTURAL_SECTIONS } from '@ashstep/core/inspection';
import { type RepairInputs, stagesAfterEdit } from '@ashstep/core/repair';
import { COUNTS } from '@ashstep/core/limits';
import { shop } from '../people/service.js';
import { type Sent, isAhead } from '../platform/commands.js';
import type { Context } from '../platform/context.js';
import type { Queryable } from '../platform/database.js';
import { ProblemError, parse } from '../platform/problems.js';
import { planOf } from '../threads/heavy.js';
import { mayPlan } from './inspection.js';
import { storedText } from './stored-inputs.js';
import { type LockedRepair, type RepairChange, changeOpen, sql } from './store.js';

/** What an edit of a section was typed over, and its own name: the same edit may be sent again when its answer was lost. */
export interface EditOrigin {
  basedOn: number;
  editId: string | null;
}

/**
 * Saves one whole section. Another person's change to another section since `basedOn` is no conflict; to the same section it is a
 * 409 that names who and when. What the same edit saved earlier is no conflict either, and what is so already is no change.
 */
export async function saveSection(
  context: Context,
  id: string,
  section: SectionName,
  value: unknown,
  { basedOn, editId }: EditOrigin,
  person: Person,
  sent?: Sent,
): Promise<void> {
  const checked = parse(inputSections[section], value, section);
  await changeOpen(context, id, person, sent, async (client, repair, { at }) => {
    const changes = changesBetween(repair.inputs[section], checked);
    if (changes.length === 0) return null;
    const since = (
      await client.query<{ section: string; by: string; at: string; editId: string | null }>(sql.changedSince, [
        id,
        basedOn,
      ])
    ).rows;
    const others = since.filter(
      (change) => change.section === section && (editId === null || change.editId !== editId),
    );
    if (others.length > 0 || basedOn > repair.version) throw stale(repair, others);
    return put(client, repair, section, checked, changes, at, person, editId);
  });
}

/**
 * Makes changes to one section, whatever it is by now: what two people add to a list both counts, and only the same field changed
 * by another since is a 409 that names who and when.
 */
export async function patchSection(
  context: Context,
  id: string,
  section: SectionName,
  changes: Change[],
  person: Person,
  sent?: Sent,
): Promise<void> {
  await changeOpen(context, id, person, sent, async (client, repair, { at }) => {
    const { result: value, error } = attempted(() => applyChanges(repair.inputs[section], changes));
    if (error)
      throw stale(
        repair,
        (await client.query<{ section: string; by: string; at: string }>(sql.lastOfSection, [id, section])).rows,
      );
    if (value === repair.inputs[section]) return null;
    return put(client, repair, section, checkedChange(section, repair.inputs[section], value), changes, at, person);
  });
}

/** The section with what came into it checked: readings that were there were checked when they came, and there may be thousands. */
function checkedChange(section: SectionName, before: unknown, after: unknown): unknown {
  const [was, is] = [before, after] as { readings?: unknown[] }[];
  if (section !== 'survey' || !was?.readings || !is?.readings || is.readings.length > COUNTS.readings)
    return parse(inputSections[section], after, section);
  const known = new Set(was.readings);
  const came = inputSections.survey.safeParse({
    ...is,
    readings: is.readings.filter((reading) => !known.has(reading)),
  });
  // What is wrong is told by its place among all.
  if (!came.success) return parse(inputSections.survey, after, section);
  const fresh = [...came.data.readings];
  return { ...came.data, readings: is.readings.map((reading) => (known.has(reading) ? reading : fresh.shift())) };
}

function attempted<T>(work: () => T): { result: T; error: null } | { result: null; error: ChangeClash } {
  try {
    return { result: work(), error: null };
  } catch (error) {
    if (error instanceof ChangeClash) return { result: null, error };
    throw error;
  }
}

const stale = (repair: LockedRepair, changes: { section: string; by: string; at: string }[]): ProblemError =>
  new ProblemError(409, 'stale', 'Somebody changed this since you opened it. Look at theirs, then choose.', {
    changes: changes.map(({ section, by, at }) => ({ section, by, at })),
    currentVersion: repair.version,
  });

async function put(
  client: Queryable,
  repair: LockedRepair,
  section: SectionName,
  checked: unknown,
  changes: Change[],
  at: Date,
  person: Person,
  editId: string | null = null,
): Promise<RepairChange> {
  await requireMayEdit(client, section, person);
  if (section === 'severity')
    requireReleasedByManager(repair.inputs.severity.release, (checked as RepairInputs['severity']).release, person);
  if (section === 'survey') requireNotAhead((checked as RepairInputs['survey']).readings, changes, at);
  await requireComputable(repair, section, checked);
  const { version } = (
    await client.query<{ version: number }>(sql.saveInputs, [
      repair.id,
      storedText({ ...repair.inputs, [section]: checked }),
      at,
      stagesAfterEdit(repair.stageReached, section),
    ])
  ).rows[0]!;
  return { kind: 'changed', section, version, detail: { changes, ...(editId ? { editId } : {}) } };
}

/** Whoever accepts a plan does not make it: an inspector asks for a change and looks at it again. */
async function requireMayEdit(client: Queryable, section: SectionName, person: Person): Promise<void> {
  if (!STRUCTURAL_SECTIONS.includes(section) || mayPlan(person, (await shop(client)).singleHanded)) return;
  throw new ProblemError(
    403,
    'forbidden',
    'An inspector does not change the plan they are to accept. Ask a technician, or write down in a note what should change.',
  );
}

/** Readings that come in were taken already. */
function requireNotAhead(readings: RepairInputs['survey']['readings'], changes: readonly Change[], now: Date): void {
  const came = changes.flatMap((change) =>
    'in' in change && change.path === '/readings' ? (change.in as RepairInputs['survey']['readings']) : [],
  );
  const ahead = came.find(({ at }) => isAhead(at, now));
  if (!ahead) return;
  const place = readings.findIndex((reading) => sameJson(reading, ahead));
  throw new ProblemError(422, 'invalid', 'A reading is dated in the future.', {
    fields: [{ path: `survey.readings.${place}.at`, message: 'This is still to come. Give the time it was read.' }],
  });
}

/** Only a manager, in their own name, lifts the hold on what is beyond this tool; anybody may put it back. */
function requireReleasedByManager(
  before: RepairInputs['severity']['release'],
  after: RepairInputs['severity']['release'],
  person: Person,
): void {
  if (after === null || isDeepStrictEqual(before, after)) return;
  if (person.role !== 'manager')
    throw new ProblemError(
      403,
      'forbidden',
      'Only a manager can release this, by naming the drawing or the person responsible.',
    );
  if (after.by !== person.name)
    throw new ProblemError(422, 'invalid', 'A release is given in one’s own name.', {
      fields: [{ path: 'severity.release.by', message: `Must be ${person.name}.` }],
    });
}

/** Refuses figures no repair can have (not merely missing ones), naming the field of this section that is in the way. */
async function requireComputable(repair: LockedRepair, section: SectionName, value: unknown): Promise<void> {
  const inputs = { ...repair.inputs, [section]: value };
  const problem = (await planOf(inputs)).problems.find(
    (found) => found.code !== 'empty' && ownField(found.field, section),
  );
  if (!problem) return;
  throw new ProblemError(422, problem.code, 'Some figures need another look.', {
    fields: [coreField(problem, section)],
  });
}

const ownField = (field: string, section: SectionName): boolean =>
  field.startsWith(`${section}.`) || (section === 'damage' && field.startsWith('shape.'));

function coreField(
  {
    code,
    field,
    params,
  }: { code: Parameters<typeof errorWords>[0]; field: string; params: Parameters<typeof errorWords>[1] },
  section: SectionName,
) {
  return { path: field.startsWith(`${section}.`) ? field : `${section}.${field}`, message: errorWords(code, params) };
}
