import type { Craft, CraftBody, Person } from '@ashstep/contract';
import { HERE, type Sent, wasCarriedOut } from '../platform/commands.js';
import type { Context } from '../platform/context.js';
import { type Queryable, inTransaction, loadQueries } from '../platform/database.js';

const sql = loadQueries<'list' | 'insert' | 'byTag'>(import.meta.url, './queries.sql');

export async function listCraft(db: Queryable): Promise<Craft[]> {
  return (await db.query<Craft>(sql.list)).rows;
}

/** Adds a craft; sending the same id again changes nothing. */
export async function addCraft(db: Queryable, craft: CraftBody): Promise<CraftBody> {
  await db.query(sql.insert, [craft.id, craft.tag, craft.name, craft.kind, craft.year, craft.construction, craft.notes]);
  return craft;
}

/** Adds a craft for a person; the same act sent again does nothing, another under its id is refused. */
export async function registerCraft(context: Context, craft: CraftBody, person: Person, sent: Sent = HERE): Promise<CraftBody> {
  await inTransaction(context.pool, async (client) => {
    if (!(await wasCarriedOut(client, sent, person, null, context.now()))) await addCraft(client, craft);
  });
  return craft;
}

/** The craft with this tag, added when it is not known yet. */
export async function findOrAddCraft(db: Queryable, craft: CraftBody): Promise<string> {
  const { rows } = await db.query<{ id: string }>(sql.byTag, [craft.tag]);
  if (rows[0]) return rows[0].id;
  return (await addCraft(db, craft)).id;
}
