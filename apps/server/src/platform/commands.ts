import { createHash } from 'node:crypto';
import { type DeviceStamp, type Person, deviceStamp, uuid } from '@ashstep/contract';
import type { Request } from 'express';
import type pg from 'pg';
import type { Context } from './context.js';
import { type Queryable, inTransaction } from './database.js';
import { ProblemError } from './problems.js';

/** How an act came in: its id, made on the device it was done on, what was asked for, how long ago it was done, and on which device. */
export interface Sent {
  id: string | null;
  digest: string;
  ageMs: number;
  device: DeviceStamp | null;
}

/** An act that is done where it is called: never sent, so never sent twice. */
export const HERE: Sent = { id: null, digest: '', ageMs: 0, device: null };

/** Acts done longer ago are taken as done so long ago, ms: thirty days. */
const OLDEST_MS = 30 * 24 * 3600_000;

/** The id in `Command-Id`, or that of what is posted; the age in `Command-Age`, ms by the device's own clock, so that a wrong one does no harm. */
export function sentOf(request: Request): Sent {
  const { method, originalUrl, body } = request as { method: string; originalUrl: string; body: unknown };
  const posted = method === 'POST' ? (body as { id?: unknown } | undefined)?.id : undefined;
  const id = uuid.safeParse(request.get('Command-Id') ?? posted);
  const age = Number(request.get('Command-Age') ?? 0);
  return {
    id: id.success ? id.data : null,
    digest: createHash('sha256')
      .update(`${method} ${originalUrl}\n`)
      .update(Buffer.isBuffer(body) ? body : (JSON.stringify(body) ?? ''))
      .digest('hex'),
    ageMs: Number.isFinite(age) ? Math.min(Math.max(age, 0), OLDEST_MS) : 0,
    device: deviceOf(request),
  };
}

/** The device of an act as it says itself; what says it badly has none. */
function deviceOf(request: Request): DeviceStamp | null {
  const told = deviceStamp.safeParse({
    id: request.get('Device-Id'),
    name: decoded(request.get('Device-Name') ?? ''),
    at: request.get('Device-Time'),
    place: Number(request.get('Device-Place') ?? NaN),
  });
  return told.success ? told.data : null;
}

function decoded(name: string): string {
  try {
    return decodeURIComponent(name);
  } catch {
    return '';
  }
}

/** Clocks may differ by so much, ms, before what was done counts as still to come. */
export const CLOCKS_MS = 10 * 60_000;

/** Whether a time read off the shed's clock is still to come. */
export const isAhead = (at: string | null, now: Date): boolean =>
  at !== null && new Date(at).getTime() > now.getTime() + CLOCKS_MS;

const NOTE =
  'INSERT INTO command (id, by_id, repair_id, digest, at) VALUES ($1, $2, $3, $4, $5) ON CONFLICT (id) DO NOTHING';
const KNOWN = 'SELECT by_id AS "byId", repair_id AS "repairId", digest FROM command WHERE id = $1';

/**
 * Notes an act in the transaction that carries it out. Whether it had been carried out before.
 * @throws ProblemError 409 `id-taken` when the id was given to another act
 */
export async function wasCarriedOut(
  client: Queryable,
  sent: Sent,
  person: Pick<Person, 'id'>,
  repairId: string | null,
  at: Date,
): Promise<boolean> {
  if (sent.id === null) return false;
  const noted = await client.query(NOTE, [sent.id, person.id, repairId, sent.digest, at]);
  if (noted.rowCount === 1) return false;
  const known = (await client.query<{ byId: string; repairId: string | null; digest: string }>(KNOWN, [sent.id]))
    .rows[0]!;
  if (known.byId === person.id && known.repairId === repairId && known.digest === sent.digest) return true;
  throw new ProblemError(
    409,
    'id-taken',
    'Something else was sent under this id before. It is not overwritten; send this under an id of its own.',
  );
}

/** Does something in one transaction, unless the same act was carried out before. @throws ProblemError as `wasCarriedOut` */
export async function once(
  { pool, now }: Pick<Context, 'pool' | 'now'>,
  sent: Sent | undefined,
  person: Pick<Person, 'id'>,
  repairId: string | null,
  work: (client: pg.PoolClient) => Promise<void>,
): Promise<void> {
  await inTransaction(pool, async (client) => {
    if (!(await wasCarriedOut(client, sent ?? HERE, person, repairId, now()))) await work(client);
  });
}
