import path from 'node:path';
import { randomUUID } from 'node:crypto';
import { rmSync } from 'node:fs';
import { ensureDataFolder, ensureDebian, ensureNodePackages } from './lib/install.mjs';
import { readOptions } from './lib/options.mjs';
import { freePort } from './lib/ports.mjs';

const { values } = readOptions('npm run soak -- [--people N] [--seconds N] [--kills N] [--requests N]', {
  options: {
    people: { type: 'string', default: '50' },
    seconds: { type: 'string', default: '120' },
    kills: { type: 'string', default: '30' },
    requests: { type: 'string', default: '20000' },
  },
});
ensureDebian(['postgresql']);
ensureNodePackages();
const { buildServer } = await import('./lib/build.mjs');
await buildServer();
const { startCluster, ensureDatabase } = await import('./lib/postgres.mjs');
const { anchorOf, prepare, serve, serverKeys } = await import('./lib/serve.mjs');
const { prepareShed } = await import('./soak/shed.mjs');
const { load } = await import('./soak/load.mjs');
const { killAgainAndAgain } = await import('./soak/kills.mjs');
const { sendRubbish } = await import('./soak/rubbish.mjs');
const { count } = await import('./soak/count.mjs');
const { watchStolen } = await import('./lib/stolen.mjs');

const data = ensureDataFolder();
const cluster = await startCluster(path.join(data, 'soak-db'));
const { ownerUrl, databaseUrl } = await ensureDatabase(cluster, 'soak', { fresh: true });
const keys = serverKeys(data);
const anchor = anchorOf(data, `soak-${randomUUID()}`);
prepare({ ownerUrl, databaseUrl, ...keys, anchor });
const port = await freePort(4480);
const serveOn = () => serve({ databaseUrl, port, ...keys, anchor, demo: false, logLevel: 'fatal' });
const app = { base: `http://127.0.0.1:${port}`, server: await serveOn(), serveOn, cluster, databaseUrl };
app.watch = watchEnds(app);

let bad = 0;
const row = (what, figure, limit, isGood) => {
  if (!isGood) bad += 1;
  console.log(`${isGood ? 'ok  ' : 'BAD '} ${what.padEnd(58)} ${String(figure).padStart(10)}   ${limit}`);
};
try {
  const shed = await prepareShed(databaseUrl, Number(values.people));
  console.log(`${values.people} people for ${values.seconds} s, 1.5 s between presses`);
  const stolen = watchStolen();
  const quiet = await load(app, shed, Number(values.seconds));
  row('of the machine’s time its host gave to others', stolen(), '', true);
  row('presses acknowledged', quiet.acts, '', quiet.acts > 0);
  row('95th percentile of a press, ms', Math.round(quiet.p95), 'under 300', quiet.p95 < 300);
  row('longest press, ms', Math.round(quiet.longest), 'under 2000', quiet.longest < 2000);
  row('answers 500', quiet.faults, 'none', quiet.faults === 0);

  console.log(`${values.kills} kills of server and database, half each, in the middle of it`);
  const stormy = await Promise.all([
    load(app, shed, Infinity, () => app.calm),
    killAgainAndAgain(app, Number(values.kills)),
  ]).then(([told]) => told);
  row('presses acknowledged', stormy.acts, '', stormy.acts > 0);
  row('answers 500', stormy.faults, 'none', stormy.faults === 0);
  const { lost, doubled } = await count(databaseUrl, [...quiet.done, ...stormy.done]);
  row('acknowledged and lost', lost, 'none', lost === 0);
  row('in the database twice', doubled, 'none', doubled === 0);

  console.log(`${values.requests} mutated requests`);
  const rubbish = await sendRubbish(app, shed, Number(values.requests));
  row('answers 500 or none', rubbish.faults, 'none', rubbish.faults === 0);
  row('longest wait of somebody else meanwhile, ms', Math.round(rubbish.stall), 'under 2000', rubbish.stall < 2000);
  row('times the server ended by itself', app.watch.ends, 'none', app.watch.ends === 0);
} finally {
  app.stopping = true;
  await app.server.stop();
  cluster.stop();
  rmSync(anchor, { force: true });
}
process.exitCode = bad === 0 ? 0 : 1;

/** Counts ends of the server nobody brought about. */
function watchEnds(of) {
  const watch = { ends: 0, expected: false };
  watch.follow = () =>
    void of.server.ended.then(() => {
      if (!watch.expected && !of.stopping) watch.ends += 1;
    });
  watch.follow();
  return watch;
}
