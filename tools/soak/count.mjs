import pg from 'pg';

/** What was acknowledged and is not there, and what is there more than once. */
export async function count(databaseUrl, done) {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  const notes = (await client.query("SELECT id FROM log_entry WHERE entry ->> 'kind' = 'note'")).rows.map(({ id }) => id);
  const taps = (await client.query("SELECT jsonb_array_elements(inputs::jsonb -> 'survey' -> 'readings') ->> 'instrument' AS id FROM repair")).rows.map(({ id }) => id);
  const texts = (await client.query("SELECT entry ->> 'text' AS text FROM log_entry WHERE entry ->> 'kind' = 'note'")).rows.map(({ text }) => text);
  await client.end();
  const there = new Set([...notes, ...taps]);
  const lost = done.filter(({ id }) => !there.has(id)).length;
  const doubled = taps.length - new Set(taps).size + texts.length - new Set(texts).size;
  return { lost, doubled };
}
