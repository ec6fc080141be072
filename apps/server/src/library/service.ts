import {
  type ImportReply,
  type LibraryBody,
  type LibraryKind,
  type LibraryReply,
  type LotBody,
  type Person,
  SHIPPED,
  isOwn,
  issueFields,
  libraryBody,
  libraryFile,
  lotBody,
} from '@ashstep/contract';
import type { Context } from '../platform/context.js';
import { type Queryable, inTransaction, loadQueries } from '../platform/database.js';
import { ProblemError, notFound, parse } from '../platform/problems.js';

const sql = loadQueries<'entries' | 'lots' | 'saveEntry' | 'retire' | 'saveLot' | 'useUp' | 'known'>(
  import.meta.url,
  './queries.sql',
);

export async function library(db: Queryable): Promise<LibraryReply> {
  const items = (await db.query<LibraryReply['items'][number]>(sql.entries)).rows;
  const lots = (await db.query<LibraryReply['lots'][number]>(sql.lots)).rows;
  return { items, lots };
}

/** Adds one of the shop's own entries, or changes it; what jobs have taken from it stays as it was. */
export async function saveEntry(
  context: Context,
  body: LibraryBody,
  person: Pick<Person, 'name'>,
): Promise<LibraryReply> {
  await putEntry(context.pool, body, person, context.now());
  return library(context.pool);
}

async function putEntry(
  db: Queryable,
  { kind, entry }: LibraryBody,
  person: Pick<Person, 'name'>,
  at: Date,
): Promise<void> {
  if (!isOwn(entry.id))
    throw new ProblemError(422, 'invalid', 'The shipped entries stay as they are. Add one of your own.', {
      fields: [{ path: 'entry.id', message: 'An own entry’s id begins with own-.' }],
    });
  const saved = await db.query(sql.saveEntry, [entry.id, kind, entry.name, JSON.stringify(entry), at, person.name]);
  if (saved.rowCount === 0)
    throw new ProblemError(422, 'invalid', 'This id belongs to something of another kind.', {
      fields: [{ path: 'entry.id', message: 'Taken by another kind of entry.' }],
    });
}

/** Takes an entry out of the lists without forgetting it, or back into them. */
export async function retireEntry(
  context: Context,
  id: string,
  retired: boolean,
  person: Pick<Person, 'name'>,
): Promise<LibraryReply> {
  const done = await context.pool.query(sql.retire, [id, retired ? context.now() : null, retired ? person.name : null]);
  if (done.rowCount === 0) throw notFound('entry of the shop’s own');
  return library(context.pool);
}

export async function saveLot(context: Context, lot: LotBody): Promise<LibraryReply> {
  await putLot(context.pool, lot);
  return library(context.pool);
}

async function putLot(db: Queryable, lot: LotBody): Promise<void> {
  if (!(await isKnown(db, lot.kind, lot.entryId)))
    throw new ProblemError(422, 'unknown-id', 'Pick what this is a lot of.', {
      fields: [{ path: 'entryId', message: 'Not in the library. Pick one that is.' }],
    });
  await db.query(sql.saveLot, [
    lot.id,
    lot.kind,
    lot.entryId,
    lot.part,
    lot.code,
    lot.receivedOn,
    lot.expiresOn,
    lot.packSize,
    lot.unit,
    lot.packs,
    lot.price,
  ]);
}

async function isKnown(db: Queryable, kind: LibraryKind, entryId: string): Promise<boolean> {
  if (SHIPPED.some((item) => item.kind === kind && item.entry.id === entryId)) return true;
  return ((await db.query(sql.known, [kind, entryId])).rowCount ?? 0) > 0;
}

export async function useUpLot(context: Context, id: string, usedUp: boolean): Promise<LibraryReply> {
  const done = await context.pool.query(sql.useUp, [id, usedUp]);
  if (done.rowCount === 0) throw notFound('lot');
  return library(context.pool);
}

/** Takes in a library file: good rows are kept, each bad one is told with its place and reason. Entries count first, then lots. */
export async function importLibrary(
  context: Context,
  value: unknown,
  person: Pick<Person, 'name'>,
): Promise<ImportReply> {
  const { entries, lots } = parse(libraryFile, value);
  const left: ImportReply['left'] = [];
  await inTransaction(context.pool, async (client) => {
    const rows = [
      ...entries.map((row) => async (): Promise<void> => putEntry(client, row as LibraryBody, person, context.now())),
      ...lots.map((row) => async (): Promise<void> => putLot(client, row as LotBody)),
    ];
    for (const [i, take] of rows.entries()) {
      const checked =
        i < entries.length ? libraryBody.safeParse(entries[i]) : lotBody.safeParse(lots[i - entries.length]);
      const refused = checked.success
        ? await take().then(
            () => null,
            (error: unknown) => reasonOf(error),
          )
        : (issueFields(checked.error).map(({ path, message }) => `${path}: ${message}`)[0] ?? 'Cannot be read.');
      if (refused !== null) left.push({ row: i + 1, reason: refused });
    }
  });
  return { taken: entries.length + lots.length - left.length, left, library: await library(context.pool) };
}

/** A row refused in words; anything else goes on as the fault it is. */
function reasonOf(error: unknown): string {
  if (error instanceof ProblemError) return error.detail;
  throw error;
}
