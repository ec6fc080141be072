import { createHash } from 'node:crypto';
import type { Person, Photo } from '@ashstep/contract';
import type { Sent } from '../platform/commands.js';
import type { Context } from '../platform/context.js';
import { type Queryable, loadQueries } from '../platform/database.js';
import { ProblemError, notFound } from '../platform/problems.js';
import { changeOpen, touch } from '../repairs/store.js';
import { type KeptPicture, encodeAnew } from './encode.js';

const sql = loadQueries<'list' | 'count' | 'insert' | 'bytes' | 'sealedWith' | 'remove'>(
  import.meta.url,
  './queries.sql',
);

const MOST_PHOTOS = 40;

export async function listPhotos(db: Queryable, repairId: string): Promise<Photo[]> {
  return (await db.query<Photo>(sql.list, [repairId])).rows;
}

/** Keeps a picture with an open job; the same id sent twice keeps one. */
export async function addPhoto(
  context: Context,
  repairId: string,
  { id, name, picked }: { id: string; name: string; picked: Buffer },
  person: Person,
  sent?: Sent,
): Promise<Photo[]> {
  const picture = await encodeAnew(picked);
  await changeOpen(context, repairId, person, sent, async (client, _repair, { at }) => {
    const { count } = (await client.query<{ count: number }>(sql.count, [repairId, id])).rows[0]!;
    if (count >= MOST_PHOTOS)
      throw new ProblemError(422, 'too-many', `${MOST_PHOTOS} photographs are kept with a job. Take one out first.`);
    if (!(await insert(client, picture, [id, repairId, at, person.name, name]))) {
      if ((await client.query(sql.bytes, [repairId, id])).rowCount === 1) return null;
      throw new ProblemError(409, 'id-taken', 'Another photograph has this id already. Send it under one of its own.');
    }
    return { kind: 'photo-added', version: await touch(client, repairId, at), detail: { name } };
  });
  return listPhotos(context.pool, repairId);
}

async function insert(client: Queryable, { jpeg, widthPx, heightPx }: KeptPicture, head: unknown[]): Promise<boolean> {
  const sha256 = createHash('sha256').update(jpeg).digest('hex');
  return (await client.query(sql.insert, [...head, widthPx, heightPx, sha256, jpeg])).rowCount === 1;
}

/** Takes a picture out of an open job for good, for one that shows what it should not; who did is kept. */
export async function removePhoto(
  context: Context,
  repairId: string,
  id: string,
  person: Person,
  sent?: Sent,
): Promise<Photo[]> {
  await changeOpen(context, repairId, person, sent, async (client, _repair, { at }) => {
    if ((await client.query(sql.sealedWith, [repairId, id])).rowCount !== 0)
      throw new ProblemError(409, 'sealed', 'This photograph is part of a sealed revision, so it stays.');
    const [gone] = (await client.query<{ name: string }>(sql.remove, [repairId, id])).rows;
    if (!gone) throw notFound('photograph');
    return { kind: 'photo-removed', version: await touch(client, repairId, at), detail: { name: gone.name } };
  });
  return listPhotos(context.pool, repairId);
}

export async function photoBytes(
  { pool }: Context,
  repairId: string,
  id: string,
): Promise<{ jpeg: Buffer; sha256: string }> {
  const [row] = (await pool.query<{ jpeg: Buffer; sha256: string }>(sql.bytes, [repairId, id])).rows;
  if (!row) throw notFound('photograph');
  return row;
}
