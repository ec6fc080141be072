import type { Craft, CraftBody } from '@ashstep/contract';
import { type Queryable, loadQueries } from '../platform/database.js';

const sql = loadQueries<'list' | 'insert' | 'byTag'>(import.meta.url, './queries.sql');

export async function listCraft(db: Queryable): Promise<Craft[]> {
  return (await db.query<Craft>(sql.list)).rows;
}

/** Adds a craft; sending the same id again changes nothing. */
export async function addCraft(db: Queryable, craft: CraftBody): Promise<CraftBody> {
  await db.query(sql.insert, [craft.id, craft.tag, craft.name, craft.kind, craft.year, craft.construction, craft.notes]);
  return craft;
}

/** The craft with this tag, added when it is not known yet. */
export async function findOrAddCraft(db: Queryable, craft: CraftBody): Promise<string> {
  const { rows } = await db.query<{ id: string }>(sql.byTag, [craft.tag]);
  if (rows[0]) return rows[0].id;
  return (await addCraft(db, craft)).id;
}
