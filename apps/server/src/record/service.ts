import {
  CHAIN_START,
  type Person,
  type RecordBody,
  type RecordFile,
  type SessionReply,
  canonicalJson,
  upgradedInputs,
  recordBody as recordBodySchema,
  recordFile,
} from '@ashstep/contract';
import type pg from 'pg';
import { craftFromElsewhere } from '../craft/service.js';
import type { Asker } from '../people/attempts.js';
import { passwordMatches, shop } from '../people/service.js';
import type { Sent } from '../platform/commands.js';
import type { Context } from '../platform/context.js';
import { listPhotos } from '../photos/service.js';
import { type Queryable, inTransaction } from '../platform/database.js';
import { ProblemError, forbidden, parse } from '../platform/problems.js';
import { asSeenBy, mayAmend, resultsStanding, standingOf } from '../repairs/inspection.js';
import { storedText } from '../repairs/stored-inputs.js';
import { type RepairRow, changeOpen, changeRepair, loadRepair, sql as repairSql } from '../repairs/store.js';
import { addAnchor, readAnchors } from './anchor.js';
import { recordBody } from './body.js';
import { chainHash, isSealedBy } from './seal.js';
import { sql, storedSeals } from './seals.js';
import { type Anchor, type Fault, type SealedJob, chainFaults, sealFaults, upgradedRecord } from './verify.js';

/** Accepts a repair: asks the password again, checks that nothing is open, and seals the record onto the chain. */
export async function signOff(
  context: Context,
  id: string,
  { password, meaning, asker }: { password: string; meaning: string; asker: Asker },
  person: Person,
  sent?: Sent,
): Promise<void> {
  if (!(await passwordMatches(context, person.id, asker, 'sign-off', password)))
    throw new ProblemError(422, 'wrong-password', 'That is not your password.', {
      fields: [{ path: 'password', message: 'That is not your password. Try again.' }],
    });
  await sealRepair(context, id, meaning, person, sent);
}

/** Seals without asking for a password: the caller has established who signs. */
export async function sealRepair(
  context: Context,
  id: string,
  meaning: string,
  person: Person,
  sent?: Sent,
): Promise<void> {
  let seal: Anchor | null = null;
  await changeOpen(context, id, person, sent, async (client, locked, { at }) => {
    const { signOff: may } = await asSeenBy(client, id, person);
    if (!may.allowed) throw new ProblemError(403, 'not-ready', may.reason);
    const { name, zone, singleHanded } = await shop(client);
    await client.query(sql.chainLock);
    const end = (await client.query<{ hash: string; number: number }>(sql.chainEnd)).rows[0] ?? {
      hash: CHAIN_START,
      number: 0,
    };
    const body = canonicalJson(
      await bodyOf(client, id, { name, zone }, { by: person.name, at: at.toISOString(), meaning, singleHanded }),
    );
    const hash = chainHash(end.hash, body);
    const given = { number: end.number + 1, hash, signature: context.sealKey.sign(end.number + 1, hash) };
    await client.query(sql.insert, [
      id,
      locked.revision,
      false,
      body,
      end.hash,
      hash,
      at,
      person.name,
      meaning,
      singleHanded,
      given.number,
      context.sealKey.publicKey,
      given.signature,
    ]);
    seal = given;
    const { version } = (await client.query<{ version: number }>(repairSql.seal, [id, at])).rows[0]!;
    return { kind: 'sealed', version, detail: { revision: locked.revision } };
  });
  if (seal) addAnchor(context.config.anchorFile, seal);
}

/** The body of a record as the repair stands, with all that happened to it. */
async function bodyOf(
  db: Queryable,
  id: string,
  of: Pick<SessionReply['shop'], 'name' | 'zone'>,
  signature: RecordBody['signature'],
): Promise<RecordBody> {
  const row = await loadRepair(db, id);
  const { rows: events } = await db.query<RepairRow['events'][number]>(repairSql.allEvents, [id]);
  return recordBody(
    { ...row, events, results: resultsStanding(row, await standingOf(db, id)) },
    await listPhotos(db, id),
    of,
    signature,
  );
}

/** Opens a new revision of a sealed repair; what was sealed stays as it is. */
export async function amend(context: Context, id: string, reason: string, person: Person, sent?: Sent): Promise<void> {
  if (!mayAmend(person, (await shop(context.pool)).singleHanded))
    throw forbidden('Opening a sealed record again is for an inspector or the manager. Ask one, and say what for.');
  await changeRepair(context, id, person, sent, async (client, repair, { at }) => {
    if (repair.state !== 'sealed')
      throw new ProblemError(409, 'not-sealed', 'Only a sealed record is amended. This one can still be changed.');
    const { version } = (await client.query<{ version: number }>(repairSql.amend, [id, at])).rows[0]!;
    return { kind: 'amended', version, detail: { revision: repair.revision + 1, reason } };
  });
}

/** A sealed record as its file, and what of it is not as it was sealed; the newest revision unless one is named. */
export async function sealedRecord(
  { pool, sealKey }: Context,
  id: string,
  revision: number | null = null,
): Promise<{ file: RecordFile; faults: string[] }> {
  const seals = await storedSeals(pool, id);
  const stored = revision === null ? seals.at(-1) : seals.find((one) => one.revision === revision);
  if (!stored)
    throw new ProblemError(404, 'not-sealed', 'Nothing is sealed here yet. The record comes with the sign-off.');
  const faults = sealFaults(stored, sealKey.publicKey).map(({ words }) => words);
  const { body, previousHash, hash, number, publicKey, signature } = stored;
  const read = readBody(body);
  if (!read)
    throw new ProblemError(
      409,
      'not-intact',
      `This record is not as it was sealed and cannot be read any more. ${faults.join(' ')}`,
    );
  return {
    file: {
      body: read,
      previousHash,
      hash,
      ...(number !== null && publicKey && signature ? { seal: { number, publicKey, signature } } : {}),
    },
    faults,
  };
}

function readBody(text: string): RecordBody | null {
  try {
    const body = JSON.parse(text) as RecordBody;
    return recordBodySchema.safeParse({ ...body, inputs: upgradedInputs(body.inputs) }).success ? body : null;
  } catch {
    return null;
  }
}

/** The body a record would have now, for print before it is sealed. */
export async function draftRecord(context: Context, id: string): Promise<RecordBody> {
  const { name, zone, singleHanded } = await shop(context.pool);
  return bodyOf(
    context.pool,
    id,
    { name, zone },
    { by: '', at: context.now().toISOString(), meaning: '', singleHanded },
  );
}

export interface ChainReport {
  records: number;
  intact: boolean;
  /** The first record that is not as it was sealed, where it is one. */
  brokenAt: { repairId: string; revision: number } | null;
  /** Everything that is not as it was sealed. */
  faults: Fault[];
  /** The key seals are to be signed with. */
  publicKey: string;
}

/** Works every hash, signature and link out again and holds them against the seals told outside the database and the jobs themselves. */
export async function verifyChain({
  pool,
  sealKey,
  config,
}: Pick<Context, 'pool' | 'sealKey' | 'config'>): Promise<ChainReport> {
  const seals = await storedSeals(pool);
  const ids = (await pool.query<{ id: string }>(sql.sealedRepairs)).rows;
  const jobs: SealedJob[] = [];
  for (const { id } of ids) {
    const row = await loadRepair(pool, id);
    jobs.push({
      repairId: id,
      ...row,
      results: row.results.map(({ byId: _byId, byRole: _byRole, version: _version, ...result }) => result),
    });
  }
  const faults = chainFaults(seals, sealKey.publicKey, readAnchors(config.anchorFile), jobs);
  const first = faults.find(({ repairId }) => repairId !== null);
  return {
    records: seals.length,
    intact: faults.length === 0,
    brokenAt: first ? { repairId: first.repairId!, revision: first.revision! } : null,
    faults,
    publicKey: sealKey.publicKey,
  };
}

/** Takes in a record file from another installation, sealed and read-only. Refuses one whose hash does not fit its content. */
export async function importRecord(context: Context, value: unknown): Promise<{ repairId: string }> {
  const file = parse(recordFile, upgradedFile(value));
  const body = canonicalJson((value as RecordFile).body);
  if (chainHash(file.previousHash, body) !== file.hash)
    throw new ProblemError(
      422,
      'hash-mismatch',
      'The file was changed after it was sealed: its hash does not fit its content. Ask for it again.',
    );
  const { seal } = file;
  if (seal && !isSealedBy(seal.publicKey, seal.number, file.hash, seal.signature))
    throw new ProblemError(
      422,
      'signature-mismatch',
      'The file’s signature does not fit it: it was not sealed by the shop whose key it names. Ask for it again.',
    );
  const known = await context.pool.query('SELECT 1 FROM repair WHERE id = $1', [file.body.repairId]);
  if (known.rowCount) throw new ProblemError(409, 'already-there', 'This repair is here already.');
  await inTransaction(context.pool, (client) => insertImported(client, file, body));
  return { repairId: file.body.repairId };
}

/** A file sealed with inputs of an earlier version, with those of now; anything else as it is. */
function upgradedFile(value: unknown): unknown {
  const { result, error } = upgradedRecord(value);
  if (error) throw new ProblemError(422, 'too-new', `${error} Take the record in with a newer Ash Step.`);
  return result;
}

async function insertImported(client: pg.PoolClient, file: RecordFile, text: string): Promise<void> {
  const { body } = file;
  const id = body.repairId;
  const { signature } = body;
  const craftId = await craftFromElsewhere(client, body.craft, body.shop);
  await client.query(sql.importRepair, [
    id,
    craftId,
    body.title,
    body.revision,
    body.technician,
    storedText(body.inputs),
    signature.at,
  ]);
  for (const e of body.events)
    await client.query(sql.importEvent, [id, e.at, e.by, e.kind, e.section, JSON.stringify(e.detail), e.device ? JSON.stringify({ name: e.device }) : null]); // prettier-ignore
  for (const l of body.log)
    await client.query(sql.importLog, [l.id, id, l.at, l.by, JSON.stringify(l.entry), l.mixErrorPercent, l.within, l.receivedAt ?? null, l.device ? JSON.stringify(l.device) : null]); // prettier-ignore
  for (const c of body.checks) await client.query(sql.importCheck, [id, c.checkId, c.done, c.by, c.at]);
  for (const r of body.results)
    await client.query(sql.importResult, [
      r.id,
      id,
      r.checkId,
      r.pass,
      r.readings,
      r.mean,
      r.spread,
      r.why,
      r.note,
      r.by,
      r.at,
    ]);
  for (const w of body.rework)
    await client.query(sql.importRework, [
      w.id,
      id,
      w.checkId,
      w.openedAt,
      w.cause,
      w.action,
      w.closedAt,
      w.closedBy,
      w.concession,
    ]);
  await client.query(sql.sealImported, [id, signature.at]);
  await client.query(sql.insert, [
    id,
    body.revision,
    true,
    text,
    file.previousHash,
    file.hash,
    signature.at,
    signature.by,
    signature.meaning,
    signature.singleHanded,
    file.seal?.number ?? null,
    file.seal?.publicKey ?? null,
    file.seal?.signature ?? null,
  ]);
}
