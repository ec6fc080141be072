import type { BondSetting, Person, SessionReply, UnitSystemName } from '@ashstep/contract';
import { HOME_ZONE } from '../platform/clock.js';
import { hash, verify } from '@node-rs/argon2';
import type { Context } from '../platform/context.js';
import { type Asked, type Asker, tried } from './attempts.js';
import { loadQueries, type Queryable } from '../platform/database.js';
import { ProblemError, notFound } from '../platform/problems.js';

export const sql = loadQueries<
  | 'byId'
  | 'byLogin'
  | 'passwordHash'
  | 'demoAccounts'
  | 'setUnits'
  | 'shop'
  | 'setShop'
  | 'setBond'
  | 'names'
  | 'upsertPerson'
  | 'setPassword'
  | 'setPasswordOf'
  | 'loginOf'
  | 'accounts'
  | 'insertPerson'
  | 'lockPerson'
  | 'alterPerson'
  | 'managers'
  | 'endSessions'
  | 'otherSessions'
  | 'personEvent'
>(import.meta.url, './queries.sql');

/** Verified when a login is unknown, so that an unknown name takes as long as a wrong password. */
const NOBODY = await hash('nobody has this password');

const WRONG = new ProblemError(401, 'wrong-password', 'Name or password is wrong. Try again.');

export async function signInWithPassword(context: Context, asker: Asker, password: string): Promise<Person> {
  const { rows } = await context.pool.query<Person & { password_hash: string }>(sql.byLogin, [asker.login]);
  const row = rows[0];
  const right = await tried(
    context,
    asker,
    'sign-in',
    async () => (await verify(row?.password_hash ?? NOBODY, password)) && row !== undefined,
  );
  if (!row || !right) throw WRONG;
  const { password_hash: _, ...person } = row;
  return person;
}

/** One-press sign-in; only for accounts marked as demo, only in demo mode. */
export async function signInToDemo(context: Context, personId: string): Promise<Person> {
  const accounts = await demoAccounts(context);
  if (!accounts.some((account) => account.id === personId)) throw notFound('demo account');
  return (await personById(context.pool, personId))!;
}

export async function personById(db: Queryable, id: string): Promise<Person | null> {
  return (await db.query<Person>(sql.byId, [id])).rows[0] ?? null;
}

/** Whether the password is this person's; asked again at sign-off and for another password. */
export async function passwordMatches(
  context: Context,
  personId: string,
  asker: Asker,
  what: Asked,
  password: string,
): Promise<boolean> {
  const { rows } = await context.pool.query<{ password_hash: string }>(sql.passwordHash, [personId]);
  return tried(context, asker, what, () => verify(rows[0]?.password_hash ?? NOBODY, password));
}

export async function loginOf(db: Queryable, personId: string): Promise<string> {
  return (await db.query<{ login: string }>(sql.loginOf, [personId])).rows[0]!.login;
}

/** Another password of one's own, for the one there is. */
export async function setOwnPassword(
  context: Context,
  personId: string,
  asker: Asker,
  current: string,
  next: string,
): Promise<void> {
  if (!(await passwordMatches(context, personId, asker, 'password', current)))
    throw new ProblemError(422, 'wrong-password', 'That is not your password.', {
      fields: [{ path: 'current', message: 'That is not your password. Try again.' }],
    });
  await context.pool.query(sql.setPasswordOf, [personId, await hash(next)]);
}

/** Where else a person is signed in. */
export async function otherSessions(
  db: Queryable,
  personId: string,
  sid: string,
): Promise<{ startedAt: number; seenAt: number }[]> {
  return (await db.query<{ startedAt: number; seenAt: number }>(sql.otherSessions, [personId, sid])).rows;
}

export async function endOtherSessions(db: Queryable, personId: string, sid: string): Promise<void> {
  await db.query(sql.endSessions, [personId, sid]);
}

export async function demoAccounts({ pool, config }: Context): Promise<SessionReply['demoAccounts']> {
  return config.demo ? (await pool.query<SessionReply['demoAccounts'][number]>(sql.demoAccounts)).rows : [];
}

export async function setUnits({ pool }: Context, personId: string, units: UnitSystemName): Promise<Person> {
  return (await pool.query<Person>(sql.setUnits, [personId, units])).rows[0]!;
}

export async function shop(db: Queryable): Promise<SessionReply['shop']> {
  const row = (await db.query<Omit<SessionReply['shop'], 'zone'> & { zone: string | null }>(sql.shop)).rows[0];
  return { ...(row ?? { name: 'Repair shed', singleHanded: false, bond: {} }), zone: row?.zone ?? HOME_ZONE };
}

/** Sets the bond shear new jobs are planned with; a manager's call, resting on trials that are named. */
export async function setBond(
  { pool }: Context,
  bond: BondSetting,
  person: Pick<Person, 'role'>,
): Promise<SessionReply['shop']> {
  if (person.role !== 'manager')
    throw new ProblemError(403, 'forbidden', 'The shed’s bond strength is set by a manager. Show them the trials.');
  const set = await pool.query(sql.setBond, [JSON.stringify(bond)]);
  if (set.rowCount === 0) throw notFound('shop');
  return shop(pool);
}

/** Who works here, to be put down for a task. */
export async function names({ pool }: Context): Promise<Pick<Person, 'id' | 'name' | 'role'>[]> {
  return (await pool.query<Pick<Person, 'id' | 'name' | 'role'>>(sql.names)).rows;
}

export async function setShop(db: Queryable, name: string, singleHanded: boolean): Promise<void> {
  await db.query(sql.setShop, [name, singleHanded]);
}

export interface NewPerson {
  id: string;
  login: string;
  name: string;
  role: Person['role'];
  password: string;
  demo: boolean;
}

/** Adds a person, or gives an existing login a new password. */
export async function savePerson(db: Queryable, person: NewPerson): Promise<void> {
  await db.query(sql.upsertPerson, [
    person.id,
    person.login,
    person.name,
    person.role,
    await hash(person.password),
    person.demo,
  ]);
}

export async function setPassword(db: Queryable, login: string, password: string): Promise<void> {
  await db.query(sql.setPassword, [login, await hash(password)]);
}
