import pg from 'pg';
import { inputsOf } from '../../apps/server/dist/repairs/stored-inputs.js';

/** What was acknowledged and is not there, and what is there more than once. */
export async function count(databaseUrl, done) {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  const notes = (await client.query("SELECT id FROM log_entry WHERE entry ->> 'kind' = 'note'")).rows.map(
    ({ id }) => id,
  );
  const taps = (await client.query('SELECT inputs FROM repair')).rows.flatMap(({ inputs }) =>
    inputsOf(inputs).survey.readings.map(({ instrument }) => instrument),
  );
  const texts = (
    await client.query("SELECT entry ->> 'text' AS text FROM log_entry WHERE entry ->> 'kind' = 'note'")
  ).rows.map(({ text }) => text);
  await client.end();
  const there = new Set([...notes, ...taps]);
  const lost = done.filter(({ id }) => !there.has(id)).length;
  const doubled = taps.length - new Set(taps).size + texts.length - new Set(texts).size;
  return { lost, doubled };
}
