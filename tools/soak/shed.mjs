import { randomBytes, randomUUID } from 'node:crypto';
import pg from 'pg';
import { hash } from '@node-rs/argon2';
import { NEW_REPAIR } from '@ashstep/core/repair';

/** How many jobs the people of the shed work on. */
const JOBS = 12;

/** People with one password, a craft and jobs to work on, straight into the database. */
export async function prepareShed(databaseUrl, count) {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  const password = randomBytes(9).toString('base64url');
  const hashed = await hash(password);
  const people = Array.from({ length: count }, (_, i) => ({ id: randomUUID(), login: `person-${i}`, password }));
  for (const { id, login } of people)
    await client.query(
      "INSERT INTO person (id, login, name, role, password_hash) VALUES ($1, $2, $2, 'technician', $3)",
      [id, login, hashed],
    );
  const craftId = randomUUID();
  await client.query("INSERT INTO craft (id, tag, name, kind) VALUES ($1, 'SOAK', 'Soaked', 'boat')", [craftId]);
  const inputs = JSON.stringify({
    ...NEW_REPAIR,
    laminate: { ...NEW_REPAIR.laminate, thicknessMm: 4 },
    resin: { ...NEW_REPAIR.resin, systemId: 'polyester' },
  });
  const jobs = Array.from({ length: JOBS }, () => randomUUID());
  for (const [i, id] of jobs.entries())
    await client.query(
      'INSERT INTO repair (id, craft_id, title, technician_id, technician_name, inputs, created_at, updated_at) VALUES ($1, $2, $3, $4, $5, $6, now(), now())',
      [id, craftId, `Job ${i}`, people[0].id, people[0].login, inputs],
    );
  await client.end();
  return { people, jobs };
}
