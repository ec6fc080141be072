import {
  type BoardRow,
  type ColoursReply,
  type CraftColour,
  type CraftLaminate,
  type EventsReply,
  type NewRepair,
  type Person,
  type RepairAnswer,
  type RepairDetail,
  type ShedCounts,
  type StoredInputs,
  errorWords,
  wallClockIn,
} from '@ashstep/contract';
import { MOST_WET_AND_CURED, type WetAndCured, deltaE00 } from '@ashstep/core/colour';
import { attempt } from '@ashstep/core/errors';
import { COUNTS } from '@ashstep/core/limits';
import { STAGES } from '@ashstep/core/hazards';
import { coreOf } from '@ashstep/core/material';
import {
  type AirRead,
  type ColourTrial,
  NEW_REPAIR,
  type RepairInputs,
  isFresh,
  isUnsaid,
  nothingSaid,
  wetAndCured,
} from '@ashstep/core/repair';
import { Remembered } from '@ashstep/core/remembered';
import { smallInputs } from '@ashstep/core/small';
import { type EvidenceInput, type Hypothesis, certainEnough, priorOfCraft, resinEvidence } from '@ashstep/core/resin';
import { shop } from '../people/service.js';
import { laidByLog } from '../shop/laid.js';
import { shedReading, shopSettings } from '../shop/service.js';
import { HERE, type Sent, once } from '../platform/commands.js';
import type { Context } from '../platform/context.js';
import type { Queryable } from '../platform/database.js';
import { ProblemError } from '../platform/problems.js';
import { sealsOf } from '../record/seals.js';
import { asSeenBy } from './inspection.js';
import { type Stored, inputsWithoutTaps, storedText } from './stored-inputs.js';
import { changeOpen, momentOf, sql, touch, writeEvent } from './store.js';

const PAGE_SIZE = 50;
/** Jobs further back are found in the history. */
const MOST_FOUND = 5000;

const EVENTS_PAGE = 200;

/** Open jobs, or one of them, with all their plans rest on. */
export async function board(context: Context, only: string | null = null): Promise<BoardRow[]> {
  return (await boardRows(context, only)).map(({ inputs, ...row }) => ({ ...row, inputs: shownOf(inputs).inputs }));
}

/** The same as it is sent: of a job that did not change nothing is read or written anew. */
export async function boardReply(context: Context, only: string | null): Promise<string> {
  const rows = await boardRows(context, only);
  return `[${rows.map(({ inputs, ...row }) => `{"inputs":${shownOf(inputs).written},${JSON.stringify(row).slice(1)}`).join()}]`;
}

/** Open jobs with their inputs as text. */
async function boardRows(
  { pool }: Context,
  only: string | null,
): Promise<(Omit<BoardRow, 'inputs'> & { inputs: string })[]> {
  return (await pool.query<Omit<BoardRow, 'inputs'> & { inputs: string }>(sql.board, [only])).rows;
}

/** So many jobs' inputs are kept as the board shows them. */
const MOST_SHOWN = 100;
const shown = new Remembered<{ inputs: StoredInputs; written: string }>(MOST_SHOWN);

/** Inputs as the board shows them, of their text in the database. */
const shownOf = (text: string): { inputs: StoredInputs; written: string } =>
  shown.of(text, () => {
    const inputs = inputsWithoutTaps(JSON.parse(text) as Stored);
    return { inputs, written: JSON.stringify(inputs) };
  });

/** A page of all jobs: a `HistoryReply` as the database writes it, to be sent as it is. */
export async function history(
  { pool }: Context,
  query: { q?: string; lot?: string; state?: string; page?: number },
): Promise<string> {
  const page = query.page ?? 1;
  const { rows } = await pool.query<{ written: string }>(sql.history, [
    query.state ?? null,
    query.q ? escapeLike(query.q) : null,
    query.lot ?? null,
    PAGE_SIZE,
    (page - 1) * PAGE_SIZE,
    page,
  ]);
  return rows[0]!.written;
}

/** Other jobs of a craft that are looked through, and jobs of the shop for what was read wet and cured. */
const [MOST_OF_CRAFT, MOST_READ_WET] = [40, 60];

/** Another job of the same craft. */
interface SameCraft {
  id: string;
  title: string;
  inputs: Stored;
  at: string;
  sealed: boolean;
}

/** Other jobs of the craft of one, those opened last first. */
const ofSameCraft = async ({ pool }: Context, id: string): Promise<SameCraft[]> =>
  (await pool.query<SameCraft>(sql.ofSameCraft, [id, MOST_OF_CRAFT])).rows;

/** What other jobs know of colour. */
export async function coloursKnown(context: Context, id: string): Promise<ColoursReply> {
  const [ofCraft, wetAndCured] = await Promise.all([coloursOfCraft(context, id), readBothWays(context, id)]);
  return { ofCraft, wetAndCured };
}

/** Colours that were matched on other jobs of the same craft, the latest job first: of each the trial that came out nearest. */
async function coloursOfCraft(context: Context, id: string): Promise<CraftColour[]> {
  const rows = await ofSameCraft(context, id);
  return rows.flatMap(({ id: repairId, title, inputs }) => {
    const { target, trials } = inputsWithoutTaps(inputs).finish.colour;
    const read = trials.flatMap((trial) => (target && trial.read ? [{ trial, deltaE00: deltaE00(target, trial.read) }] : [])); // prettier-ignore
    const [nearest] = read.sort((a, b) => a.deltaE00 - b.deltaE00);
    return target && nearest ? [{ repairId, title, target, ...nearest }] : [];
  });
}

/** Earlier jobs of a craft that tell anything of its laminate, the latest first. */
const MOST_TELLING = 5;

/** What other jobs of the same craft found its laminate to be, those first that were sealed or worked on last. */
export async function laminatesKnown(context: Context, id: string): Promise<CraftLaminate[]> {
  const rows = await ofSameCraft(context, id);
  return rows.map(laminateOf).filter(tells).sort((a, b) => b.at.localeCompare(a.at)).slice(0, MOST_TELLING); // prettier-ignore
}

function laminateOf({ id, title, inputs, at, sealed }: SameCraft): CraftLaminate {
  const { laminate } = inputsWithoutTaps(inputs);
  const { core } = laminate;
  return {
    repairId: id,
    title,
    at,
    sealed,
    thicknessMm: laminate.thicknessMm,
    plies: laminate.known === 'plies' ? [...laminate.plies] : [],
    ...(!isUnsaid(laminate, 'core') && { core: core && { name: coreOf(core).name, thicknessMm: isUnsaid(laminate, 'coreThickness') ? null : core.thicknessMm } }), // prettier-ignore
    resin: laminate.clueIds.length > 0 ? certainResin(laminate.priorId, laminate.clueIds) : null,
  };
}

const tells = ({ thicknessMm, plies, resin }: CraftLaminate): boolean =>
  thicknessMm !== null || plies.length > 0 || resin !== null;

/** The resin that is as good as certain; null where none is. */
function certainResin(prior: EvidenceInput['prior'], clues: readonly string[]): Hypothesis | null {
  const { result } = attempt(() => resinEvidence({ prior, clues }));
  return result && certainEnough(result.posterior[result.mostLikely]) ? result.mostLikely : null;
}

/** Cups of the shop's other jobs that were read wet and cured, the latest job first. */
async function readBothWays({ pool }: Context, id: string): Promise<WetAndCured[]> {
  const { rows } = await pool.query<{ trials: ColourTrial[] }>(sql.readWet, [id, MOST_READ_WET]);
  return rows.flatMap(({ trials }) => wetAndCured(trials)).slice(0, MOST_WET_AND_CURED / 2);
}

/** What can be gone to by its name, the jobs worked on last and every craft: a `FindReply` as the database writes it, to be sent as it is. */
export async function findable({ pool }: Context): Promise<string> {
  const { rows } = await pool.query<{ written: string }>(sql.findable, [MOST_FOUND]);
  return rows[0]!.written;
}

/** What finished repairs of a class turned out to be, by their clues alone: the class itself must not count twice. Only one as good as certain counts. */
export async function shedCounts({ pool }: Context, priorId: string): Promise<ShedCounts> {
  const { rows } = await pool.query<{ clueIds: string[] }>(sql.cluesOfClass, [priorId]);
  const counts = { polyester: 0, vinylester: 0, epoxy: 0, thermoplastic: 0, mixed: 0 };
  for (const { clueIds } of rows) {
    const resin = certainResin(EVEN, clueIds);
    if (resin) counts[resin] += 1;
  }
  return counts;
}

const EVEN = { polyester: 1, vinylester: 1, epoxy: 1, thermoplastic: 1, mixed: 1 };

const escapeLike = (text: string): string => text.replace(/[\\%_]/g, '\\$&');

/** Everything about a repair but its inputs and its past, for a page that knows them. */
export async function repairAnswer(context: Context, id: string, person: Person): Promise<RepairAnswer> {
  const {
    inputs: _inputs,
    craft: _craft,
    events: _events,
    ...little
  } = await asSeenBy(context.pool, id, person, false);
  return little;
}

export async function repairDetail(context: Context, id: string, person: Person): Promise<RepairDetail> {
  const [seen, seals] = await Promise.all([
    asSeenBy(context.pool, id, person),
    sealsOf(context.pool, id, context.sealKey.publicKey),
  ]);
  return { ...seen, seals };
}

/** A page of what happened to a repair, newest first. */
export async function eventsOf({ pool }: Context, id: string, before: number | null): Promise<EventsReply> {
  const { rows } = await pool.query<EventsReply['events'][number]>(sql.events, [id, before, EVENTS_PAGE + 1]);
  return { events: rows.slice(0, EVENTS_PAGE), more: rows.length > EVENTS_PAGE };
}

/** Fabrics of which there is a lot in date, by id. */
async function fabricsOnShelf(client: Queryable, day: string): Promise<string[]> {
  const { rows } = await client.query<{ id: string }>(sql.fabricsOnShelf, [day, COUNTS.onShelf]);
  return rows.map(({ id }) => id);
}

/** What was last read of the shed's air while it still tells how it is: a job that is opened does not ask for it again. */
async function airInShed(client: Queryable, jobId: string, now: string): Promise<AirRead[]> {
  const read = await shedReading(client);
  if (!read || read.at > now || !isFresh(read.at, now, 'shed')) return [];
  const { at, by, tempC, humidityPercent, instrument = '' } = read;
  return [{ id: `shed-${jobId}`, at, by, tempC, humidityPercent, surfaceTempC: null, place: 'shed', instrument }];
}

/** Inputs with the figures of a short sheet. @throws ProblemError 422 for a figure no job can have, by its field */
function withFigures(
  inputs: RepairInputs,
  { figures, place }: NonNullable<NewRepair['small']>,
  now: string,
): RepairInputs {
  // prettier-ignore
  const { result, error } = attempt(() => smallInputs({ ...inputs, place: { ...inputs.place, ...place }, days: { ...inputs.days, startAt: now } }, figures)); // prettier-ignore
  if (result) return result;
  throw new ProblemError(422, error.code, 'Some figures need another look.', {
    fields: [{ path: `small.figures.${error.field}`, message: errorWords(error.code, error.params) }],
  });
}

/** Stages that a short sheet settles: all before the bench. */
const SETTLED = STAGES.indexOf('layup');

/** Opens a repair with the trade's defaults, or with the figures of a short sheet; the same id sent twice opens one. */
export async function openRepair(
  context: Context,
  body: NewRepair,
  person: Person,
  sent: Sent = HERE,
): Promise<RepairDetail> {
  if (person.role === 'inspector')
    throw new ProblemError(
      403,
      'forbidden',
      'An inspector looks at repairs others have done. Ask a technician to open it.',
    );
  await once(context, sent, person, body.id, async (client) => {
    const known = await client.query<{ kind: RepairInputs['place']['craftKind']; year: number | null }>(
      'SELECT kind, year FROM craft WHERE id = $1',
      [body.craftId],
    );
    const craft = known.rows[0];
    if (!craft)
      throw new ProblemError(422, 'unknown-id', 'Pick the craft first.', {
        fields: [{ path: 'craftId', message: 'Not in the list. Pick one that is.' }],
      });
    const { bond, zone } = await shop(client);
    const { hours, rates, tools, dropsPerMl } = await shopSettings(client);
    const layingLog = await laidByLog(client);
    const moment = momentOf(context.now(), sent);
    const now = wallClockIn(zone, moment.at);
    const onShelf = await fabricsOnShelf(client, now.slice(0, 10));
    const opened: RepairInputs = {
      ...NEW_REPAIR,
      // Where on it is what the job is called by: it is not asked twice.
      place: { ...NEW_REPAIR.place, where: body.title, craftKind: craft.kind },
      laminate: { ...NEW_REPAIR.laminate, priorId: priorOfCraft(craft) },
      taper: { ...NEW_REPAIR.taper, ...(Object.keys(bond).length > 0 ? { bond } : {}) },
      stack: { ...NEW_REPAIR.stack, ...(onShelf.length > 0 ? { onShelf } : {}) },
      mix: { ...NEW_REPAIR.mix, tools, dropsPerMl, ...(Object.keys(layingLog).length > 0 ? { layingLog } : {}) },
      days: { ...NEW_REPAIR.days, ...hours, rates },
      air: { readings: await airInShed(client, body.id, now), expected: null },
    };
    const inputs = body.small ? withFigures(opened, body.small, now) : nothingSaid(opened);
    const made = await client.query(sql.insert, [
      body.id,
      body.craftId,
      body.title,
      person.id,
      person.name,
      storedText(inputs),
      moment.at,
      body.small ? SETTLED : 0,
    ]);
    if (made.rowCount === 1) await writeEvent(client, body.id, { kind: 'opened', version: 1 }, person, moment, sent.id);
  });
  return repairDetail(context, body.id, person);
}

export async function setStageReached(
  context: Context,
  id: string,
  stageReached: number,
  person: Person,
  sent?: Sent,
): Promise<void> {
  await changeOpen(context, id, person, sent, async (client, repair, { at }) => {
    if (stageReached === repair.stageReached) return null;
    return { kind: 'stage', version: await touch(client, id, at, stageReached), detail: { stage: stageReached } };
  });
}

export async function setCheck(
  context: Context,
  id: string,
  checkId: string,
  done: boolean,
  person: Person,
  sent?: Sent,
): Promise<void> {
  await changeOpen(context, id, person, sent, async (client, _repair, { at }) => {
    await client.query(sql.setCheck, [id, checkId, done, person.name, at]);
    return { kind: done ? 'checked' : 'unchecked', version: await touch(client, id, at), detail: { checkId } };
  });
}
