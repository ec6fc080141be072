import { randomUUID } from 'node:crypto';
import type { Craft, CraftBody, Person } from '@ashstep/contract';
import { type Sent, once } from '../platform/commands.js';
import type { Context } from '../platform/context.js';
import { type Queryable, loadQueries } from '../platform/database.js';

const sql = loadQueries<'list' | 'insert' | 'fromElsewhere'>(import.meta.url, './queries.sql');

export async function listCraft(db: Queryable): Promise<Craft[]> {
  return (await db.query<Craft>(sql.list)).rows;
}

/** Adds a craft; sending the same id again changes nothing. */
export async function addCraft(db: Queryable, craft: CraftBody, origin: string | null = null): Promise<CraftBody> {
  await db.query(sql.insert, [
    craft.id,
    craft.tag,
    craft.name,
    craft.kind,
    craft.year,
    craft.construction,
    craft.notes,
    origin,
  ]);
  return craft;
}

/** Adds a craft for a person; the same act sent again does nothing, another under its id is refused. */
export async function registerCraft(
  context: Context,
  craft: CraftBody,
  person: Person,
  sent?: Sent,
): Promise<CraftBody> {
  await once(context, sent, person, null, async (client) => void (await addCraft(client, craft)));
  return craft;
}

/** The craft of a record from another shop: one of that shop's, never one of our own, whatever tag and id it says it has. */
export async function craftFromElsewhere(db: Queryable, craft: CraftBody, origin: string): Promise<string> {
  const { rows } = await db.query<{ id: string }>(sql.fromElsewhere, [craft.tag, origin]);
  return rows[0]?.id ?? (await addCraft(db, { ...craft, id: randomUUID() }, origin)).id;
}
