import type { AskBody, InstrumentsReply } from '@ashstep/contract/instruments';
import { type Command, LineError, type Said, formatLine, parseLine } from '@ashstep/contract/instruments';
import type { Context } from '../platform/context.js';
import { ProblemError, notFound } from '../platform/problems.js';
import { SAID, TOLD, sql } from './store.js';

export async function instruments({ pool }: Context): Promise<InstrumentsReply> {
  const [bridges, found] = await Promise.all([
    pool.query<InstrumentsReply['bridges'][number]>(sql.bridges),
    pool.query<InstrumentsReply['instruments'][number]>(sql.instruments),
  ]);
  return { bridges: bridges.rows, instruments: found.rows };
}

/** What a bridge has to put right: instruments that never said who they are, and lines that could not be read. */
export interface Heard {
  unknown: string[];
  wrong: { line: string; why: string }[];
}

/** Takes what instruments said through a bridge, and tells every screen of the shed. */
export async function hear(context: Context, bridgeId: string, lines: readonly string[]): Promise<Heard> {
  const heard: Heard = { unknown: [], wrong: [] };
  for (const text of lines) {
    try {
      const line = parseLine(text);
      const known = await take(context, bridgeId, line as Said);
      if (!known && 'id' in line) heard.unknown.push(line.id);
    } catch (error) {
      if (!(error instanceof LineError)) throw error;
      heard.wrong.push({ line: text.slice(0, 80), why: error.message });
    }
  }
  return { ...heard, unknown: [...new Set(heard.unknown)] };
}

/** Whether the instrument of a line is known. @throws LineError for what is only ever said to one */
async function take({ pool, now }: Context, bridgeId: string, line: Said): Promise<boolean> {
  const at = now().toISOString();
  const tell = (news: object): Promise<unknown> => pool.query(sql.say, [SAID, JSON.stringify(news)]);
  switch (line.verb) {
    case 'HELLO':
      await pool.query(sql.hello, [bridgeId, line.id, line.kind, line.name, line.calibrated ?? null, line.simulated ?? false]); // prettier-ignore
      await tell({ kind: 'changed' });
      return true;
    case 'READ': {
      const { quantity, value, state, battery } = line;
      const reading = JSON.stringify({ value, state, at });
      const id = (await pool.query<{ id: string }>(sql.read, [bridgeId, line.id, quantity, reading, battery ?? null])).rows[0]?.id; // prettier-ignore
      if (id === undefined) return false;
      await tell({ kind: 'read', id, quantity, value, state, at, battery: battery ?? null });
      return true;
    }
    case 'ERROR': {
      const found = await pool.query(sql.trouble, [bridgeId, line.id, line.why]);
      await tell({ kind: 'changed' });
      return found.rowCount !== 0;
    }
    case 'OK': {
      const found = await pool.query(sql.trouble, [bridgeId, line.id, null]);
      await tell({ kind: 'changed' });
      return found.rowCount !== 0;
    }
    case 'BYE':
      await pool.query(sql.gone, [bridgeId, line.id]);
      await tell({ kind: 'changed' });
      return true;
    default:
      throw new LineError('that is only said to an instrument');
  }
}

/** Everything behind a bridge that is not there any more. */
export async function gone({ pool }: Context, bridgeId: string): Promise<void> {
  await pool.query(sql.gone, [bridgeId, null]);
  await pool.query(sql.say, [SAID, JSON.stringify({ kind: 'changed' })]);
}

/** Asks something of an instrument, through whichever server its bridge listens to. @throws ProblemError 404, 409 */
export async function ask({ pool }: Context, id: string, body: AskBody): Promise<void> {
  const found = (
    await pool.query<{ code: string; simulated: boolean; connected: boolean; bridgeId: string }>(sql.find, [id])
  ).rows[0];
  if (!found) throw notFound('instrument');
  if (!found.connected)
    throw new ProblemError(409, 'not-connected', 'That instrument does not answer. Type the figure instead.');
  if (body.what === 'play' && !found.simulated)
    throw new ProblemError(409, 'not-simulated', 'Only a simulated instrument can be told what to show.');
  const line = formatLine(commandOf(found.code, body));
  await pool.query(sql.say, [TOLD, JSON.stringify({ bridgeId: found.bridgeId, line })]);
}

function commandOf(id: string, body: AskBody): Command {
  switch (body.what) {
    case 'ask':
      return { verb: 'ASK', id };
    case 'tare':
      return { verb: 'TARE', id };
    case 'calibrate':
      return { verb: 'CALIBRATE', id, ...(body.value === undefined ? {} : { value: body.value }) };
    case 'play':
      return { verb: 'PLAY', id, value: body.value };
  }
}
