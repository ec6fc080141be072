import { randomUUID } from 'node:crypto';
import { Client, wait } from './client.mjs';

const BETWEEN_MS = 1500;
/** Nobody answered, or not just now: the same act is sent again. */
const AGAIN = new Set([0, 401, 403, 429, 502, 503]);

/** Everybody at work, each with a pause between presses; until the time is over or told to end. What was acknowledged is in `done`. */
export async function load(app, { people, jobs }, seconds, isOver = () => false) {
  const told = { acts: 0, faults: 0, times: [], done: [] };
  const until = Date.now() + seconds * 1000;
  await Promise.all(people.map((person, i) => work(app, person, jobs, i, () => Date.now() > until || isOver(), told)));
  told.times.sort((a, b) => a - b);
  return { ...told, p95: told.times[Math.floor(told.times.length * 0.95)] ?? 0, longest: told.times.at(-1) ?? 0 };
}

async function work(app, person, jobs, number, isOver, told) {
  const client = new Client(app.base);
  await wait((number * BETWEEN_MS) / 50);
  while (!(await client.signIn(person))) await wait(500);
  for (let n = 0; !isOver(); n++) {
    const act = actOf(jobs[(number + n) % jobs.length], person, n);
    await untilAnswered(client, person, act, told);
    await wait(BETWEEN_MS * (0.8 + 0.4 * Math.random()));
  }
}

/** What a person does in turn: a tap, a look at a job, a note, a look at the board, a tick. */
function actOf(job, person, n) {
  const id = randomUUID();
  const mark = `${person.login} ${id}`;
  const tap = {
    kind: 'tap',
    sound: 'dull',
    xMm: (n * 37) % 400,
    yMm: (n * 53) % 400,
    instrument: id,
    by: person.login,
    at: null,
  };
  switch (n % 5) {
    case 0:
      return {
        kind: 'tap',
        id,
        job,
        method: 'PATCH',
        path: `/repairs/${job}/inputs/survey`,
        body: { changes: [{ path: '/readings', at: 0, out: [], in: [tap] }] },
      };
    case 1:
      return { kind: 'look', id, job, method: 'GET', path: `/repairs/${job}` };
    case 2:
      return {
        kind: 'note',
        id,
        job,
        method: 'POST',
        path: `/repairs/${job}/log`,
        body: { id, entry: { kind: 'note', text: mark } },
      };
    case 3:
      return { kind: 'look', id, job, method: 'GET', path: '/repairs' };
    default:
      return {
        kind: 'tick',
        id,
        job,
        method: 'PUT',
        path: `/repairs/${job}/checks`,
        body: { id, checkId: 'washed', done: n % 2 === 0 },
      };
  }
}

async function untilAnswered(client, person, act, told) {
  for (let tries = 1; ; tries++) {
    const begun = performance.now();
    const { status } = await client.send(
      act.method,
      act.path,
      act.body,
      act.method === 'GET' ? {} : { 'Command-Id': act.id },
    );
    if (status >= 500 && status !== 503) told.faults += 1;
    if (!AGAIN.has(status)) {
      told.acts += 1;
      if (tries === 1) told.times.push(performance.now() - begun);
      if (status < 300 && (act.kind === 'tap' || act.kind === 'note')) told.done.push(act);
      return;
    }
    await wait(Math.min(200 * tries, 2000));
    if (status === 401 || status === 403) await client.signIn(person);
  }
}
