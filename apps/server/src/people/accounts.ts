import { randomBytes } from 'node:crypto';
import type { Account, ChangeAccount, MadePassword, NewAccount, Person } from '@ashstep/contract';
import { hash } from '@node-rs/argon2';
import { type Sent, wasCarriedOut } from '../platform/commands.js';
import type { Context } from '../platform/context.js';
import { type Queryable, inTransaction } from '../platform/database.js';
import { ProblemError, forbidden, notFound } from '../platform/problems.js';
import { sql } from './service.js';

function requireManager(person: Person): void {
  if (person.role !== 'manager') throw forbidden('Accounts are a manager’s. Ask one.');
}

export async function accounts({ pool }: Pick<Context, 'pool'>, person: Person): Promise<Account[]> {
  requireManager(person);
  return (await pool.query<Account>(sql.accounts)).rows;
}

/** Adds somebody, with a password made for them that is told once. */
export async function addAccount(
  context: Context,
  body: NewAccount,
  person: Person,
  sent: Sent,
): Promise<MadePassword> {
  requireManager(person);
  const password = newPassword();
  await inTransaction(context.pool, async (client) => {
    if (await wasCarriedOut(client, sent, person, null, context.now()))
      throw new ProblemError(
        409,
        'already-there',
        'This account is there already. Its password was told once; make a new one.',
      );
    const made = await client.query(sql.insertPerson, [
      body.id,
      body.login,
      body.name,
      body.role,
      await hash(password),
    ]);
    if (made.rowCount === 0)
      throw new ProblemError(422, 'invalid', 'This name is taken.', {
        fields: [{ path: 'login', message: 'Somebody signs in with this name already.' }],
      });
    await note(context, client, body.id, person, 'added', { role: body.role });
  });
  return { accounts: await accounts(context, person), password };
}

/** Changes a role, or lets somebody in no more: their sessions end at once, and what they did stays. */
export async function alterAccount(
  context: Context,
  id: string,
  change: ChangeAccount,
  person: Person,
): Promise<Account[]> {
  requireManager(person);
  await inTransaction(context.pool, async (client) => {
    const before = (await client.query<{ role: string; active: boolean }>(sql.lockPerson, [id])).rows[0];
    if (!before) throw notFound('account');
    const after = { ...before, ...change };
    if (after.role === before.role && after.active === before.active) return;
    await client.query(sql.alterPerson, [id, after.role, after.active]);
    if ((await client.query(sql.managers)).rowCount === 0)
      throw new ProblemError(409, 'last-manager', 'Somebody has to manage the shed. Make another the manager first.');
    if (!after.active) await client.query(sql.endSessions, [id, '']);
    await note(context, client, id, person, 'altered', { was: before, is: after });
  });
  return accounts(context, person);
}

/** A new password for one who has forgotten theirs, told once; all their sessions end. */
export async function resetPassword(context: Context, id: string, person: Person): Promise<MadePassword> {
  requireManager(person);
  const password = newPassword();
  await inTransaction(context.pool, async (client) => {
    const set = await client.query(sql.setPasswordOf, [id, await hash(password)]);
    if (set.rowCount === 0) throw notFound('account');
    await client.query(sql.endSessions, [id, '']);
    await note(context, client, id, person, 'password-reset', {});
  });
  return { accounts: await accounts(context, person), password };
}

const newPassword = (): string => randomBytes(9).toString('base64url');

async function note(
  context: Context,
  client: Queryable,
  id: string,
  by: Person,
  kind: string,
  detail: object,
): Promise<void> {
  await client.query(sql.personEvent, [context.now(), id, by.id, by.name, kind, JSON.stringify(detail)]);
}
