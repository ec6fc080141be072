import { randomUUID } from 'node:crypto';
import { USUAL_SHOP } from '@ashstep/core/plan';
import { NEW_REPAIR } from '@ashstep/core/repair';
import { Client, wait } from './client.mjs';

const SIDE_BY_SIDE = 8;
const ODD = [
  null,
  true,
  false,
  0,
  -1,
  1e308,
  -1e308,
  1e-320,
  Number.MAX_SAFE_INTEGER,
  '',
  ' ',
  'x'.repeat(10_000),
  '\u0000',
  '\ud800',
  '\u202e',
  "'; DROP TABLE repair; --",
  '__proto__',
  '2026-02-30T08:00',
  '0000-01-01',
  [],
  {},
  [[[[[[]]]]]],
  { length: 1e9 },
  'NaN',
  '1,000',
  '½',
];

/** Valid requests with something in them changed to what nobody would send. Every answer but a fault of the server is right. */
export async function sendRubbish(app, { people, jobs }, count) {
  const clients = await Promise.all(
    people.slice(0, SIDE_BY_SIDE).map(async (person) => {
      const client = new Client(app.base);
      await client.signIn(person);
      return { client, person };
    }),
  );
  const told = { faults: 0, stall: 0 };
  let left = count;
  const look = watchStalls(app, told);
  await Promise.all(
    clients.map(async ({ client, person }) => {
      while (left-- > 0) {
        const { method, path, body, headers } = pick(requests(jobs))();
        const { status, why = '' } = await client.send(
          method,
          oddPath(path),
          method === 'GET' ? undefined : mutated(body),
          headers,
        );
        if (status === 0 || (status >= 500 && status !== 503)) {
          told.faults += 1;
          console.log(`  ${status} ${method} ${path} ${why}`);
        }
        if (status === 401) await client.signIn(person);
      }
    }),
  );
  look.stop();
  return told;
}

/** Somebody else who only looks whether there is an answer. */
function watchStalls(app, told) {
  let on = true;
  void (async () => {
    const client = new Client(app.base);
    while (on) {
      const begun = performance.now();
      await client.send('GET', '/health');
      told.stall = Math.max(told.stall, performance.now() - begun);
      await wait(50);
    }
  })();
  return { stop: () => (on = false) };
}

const pick = (list) => list[Math.floor(Math.random() * list.length)];

function requests(jobs) {
  const job = `/repairs/${pick(jobs)}`;
  const section = pick(Object.keys(NEW_REPAIR));
  return [
    () => ({
      method: 'PUT',
      path: `${job}/inputs/${section}`,
      body: NEW_REPAIR[section],
      headers: { 'If-Match': '"1"' },
    }),
    () => ({
      method: 'PATCH',
      path: `${job}/inputs/${section}`,
      body: { changes: [{ path: `/${pick(Object.keys(NEW_REPAIR[section]))}`, was: null, is: pick(ODD) }] },
    }),
    () => ({
      method: 'PATCH',
      path: `${job}/inputs/survey`,
      body: {
        changes: [
          {
            path: '/readings',
            at: 0,
            out: [],
            in: [{ kind: 'moisture', value: 12, xMm: 0, yMm: 0, instrument: '', by: '', at: null }],
          },
        ],
      },
    }),
    () => ({
      method: 'POST',
      path: `${job}/log`,
      body: {
        id: randomUUID(),
        entry: pick([
          { kind: 'note', text: 'a' },
          { kind: 'start', tempC: 20, humidityPercent: 50 },
          { kind: 'ply', plyKey: 'f0-p1', label: 'Ply 1' },
          { kind: 'batch', label: 'A', resinG: 100, secondG: 1, resinLot: 'P', secondLot: 'C', tempC: 20 },
        ]),
      },
    }),
    () => ({ method: 'PUT', path: `${job}/checks`, body: { id: randomUUID(), checkId: 'washed', done: true } }),
    () => ({
      method: 'POST',
      path: `${job}/results`,
      body: { id: randomUUID(), checkId: 'fairness', readings: [0.2], note: '' },
    }),
    () => ({ method: 'PUT', path: `${job}/stage`, body: { stageReached: 3 } }),
    () => ({ method: 'POST', path: '/repairs', body: { id: randomUUID(), craftId: randomUUID(), title: 'x' } }),
    () => ({
      method: 'POST',
      path: '/craft',
      body: {
        id: randomUUID(),
        tag: randomUUID().slice(0, 12),
        name: 'x',
        kind: 'boat',
        year: 2000,
        construction: '',
        notes: '',
      },
    }),
    () => ({
      method: 'POST',
      path: '/shop/readings',
      body: { id: randomUUID(), at: '2026-01-02T03:04', tempC: 18, humidityPercent: 60 },
    }),
    () => ({ method: 'PUT', path: '/shop/settings', body: USUAL_SHOP }),
    () => ({
      method: 'PUT',
      path: '/plan/pins',
      body: { repairId: pick(jobs), key: 'grind', startAt: '2026-01-02T03:04' },
    }),
    () => ({
      method: 'PUT',
      path: '/plan/marks',
      body: { repairId: pick(jobs), key: 'grind', startedAt: '2026-01-02T03:04', doneAt: null },
    }),
    () => ({
      method: 'PUT',
      path: '/library/lots',
      body: {
        id: randomUUID(),
        kind: 'system',
        entryId: 'polyester',
        part: 'resin',
        code: 'P',
        receivedOn: '2026-01-02',
        expiresOn: null,
        packSize: 1,
        unit: 'kg',
        packs: 1,
        price: null,
      },
    }),
    () => ({
      method: 'POST',
      path: '/library/import',
      body: { schema: 'ash-step/library/1', entries: [{}], lots: [{}] },
    }),
    () => ({ method: 'PUT', path: '/session/units', body: { units: 'metric' } }),
    () => ({ method: 'GET', path: `${job}/events?before=12` }),
    () => ({ method: 'GET', path: '/history?q=a&lot=b&page=1' }),
    () => ({ method: 'GET', path: `/repairs?only=${pick(jobs)}` }),
  ];
}

/** Now and then something in the address is odd too. */
const oddPath = (path) =>
  Math.random() < 0.1
    ? path.replace(
        /[0-9a-f]{8}|[a-z]+$/,
        encodeURIComponent(String(pick(['x', '..', '%', '-1', '0', '\u0000', '99999999999999999999']))),
      )
    : path;

/** A copy with one to three places changed, taken out or doubled; at times no JSON at all. */
function mutated(body) {
  if (Math.random() < 0.03) return pick(['{', 'null', '"x"', '[1,2', '\u0000', '{"a":'.repeat(5000)]);
  const copy = structuredClone(body);
  for (let i = Math.ceil(Math.random() * 3); i > 0; i--) {
    let at = copy;
    while (at && typeof at === 'object' && Object.keys(at).length > 0) {
      const key = pick(Object.keys(at));
      if (typeof at[key] === 'object' && at[key] !== null && Object.keys(at[key]).length > 0 && Math.random() < 0.7)
        at = at[key];
      else {
        if (Math.random() < 0.2) delete at[key];
        else if (Math.random() < 0.1) at[`${key}x`] = at[key];
        // A copy: what is changed next would be changed in the list itself, and could come to hold itself.
        else at[key] = structuredClone(pick(ODD));
        break;
      }
    }
  }
  return copy;
}
