import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { searchLibrary } from '@ashstep/contract';
import { standInWeather } from '@ashstep/core/air';
import { searchFit, sheetOf, throughCure } from '@ashstep/core/cure';
import { searchNest } from '@ashstep/core/cutting';
import { planDrawing, sectionDrawing } from '@ashstep/core/drawing';
import { type Shape, outlinePoints } from '@ashstep/core/geometry';
import { laminate } from '@ashstep/core/laminate';
import { FABRICS } from '@ashstep/core/material';
import { SKILLS, USUAL_SHOP, schedule } from '@ashstep/core/plan';
import {
  NEW_REPAIR,
  NOTHING_DONE,
  type RepairInputs,
  type ShedJob,
  planRepair,
  shedSchedule,
} from '@ashstep/core/repair';
import { systemOf } from '@ashstep/core/resin';
import { median } from '@ashstep/core/statistics';
import { searchStacks } from '@ashstep/core/stack';
import { type Picture, type TapReading, enclose, halfWay, squareUpRows, squaredFrame } from '@ashstep/core/survey';
import { taperRegion } from '@ashstep/core/taper';
import { type Seeded, seeded } from '../packages/core/src/testing/seeded.js';
import pg from 'pg';
import { benchEvents } from './bench-events.js';
import { cardRows, printTable } from './bench-cards.js';
import { dragFrames } from './bench-drag.js';
import { Wire } from './bench-wire.js';

const [base, password, demoSeconds, databaseUrl] = process.argv.slice(2) as [string, string, string, string];

function time(runs: number, work: () => unknown): number {
  for (let i = 0; i < 50; i++) work();
  return median(
    Array.from({ length: runs }, () => {
      const begun = performance.now();
      work();
      return performance.now() - begun;
    }),
  );
}

async function timeReads(wire: Wire, address: string, runs: number): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < runs; i++) {
    const begun = performance.now();
    const reply = await wire.read(address);
    if (reply !== 200) throw new Error(`${address} answers ${reply}`);
    times.push(performance.now() - begun);
  }
  return median(times);
}

const twelve = [
  'mat-450',
  'roving-500',
  'mat-450',
  'roving-500',
  'mat-450',
  'roving-600',
  'mat-450',
  'roving-600',
  'mat-450',
  'roving-500',
  'mat-450',
  'roving-500',
];
const inputs: RepairInputs = {
  ...NEW_REPAIR,
  damage: { ...NEW_REPAIR.damage, shape: { kind: 'roundedRectangle', lengthMm: 140, widthMm: 90, cornerRadiusMm: 30 } },
  laminate: { ...NEW_REPAIR.laminate, known: 'plies', plies: twelve.map((fabricId) => ({ fabricId })) },
  resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-slow' },
  days: { ...NEW_REPAIR.days, startAt: '2026-04-16T08:00' },
};
const plan = planRepair(inputs);
/** One for each of the runs that are timed, and for those that only warm up. */
const many = Array.from({ length: 450 }, (_, i) => ({ shape: { ...inputs.damage.shape, centreXMm: i / 10 } }));
const dragged = many.map(({ shape }): RepairInputs => ({ ...inputs, damage: { ...inputs.damage, shape } }));
const anew = dragged.map((one) => structuredClone(one));
const rows: [string, string, string][] = [
  ['whole chain, 12-ply parent, all of it new', `${time(400, () => planRepair(anew.pop()!)).toFixed(2)} ms`, '2 ms'],
  ['  its outline moved, as in a drag', `${time(400, () => planRepair(dragged.pop()!)).toFixed(2)} ms`, '2 ms'],
  [
    'plan and section geometry',
    `${time(400, () => [planDrawing(inputs, plan), sectionDrawing(inputs, plan)]).toFixed(2)} ms`,
    '12 ms',
  ],
];

/** Taps on a 25 mm grid over a hidden ellipse, shifted and turned by chance. */
function survey(random: Seeded, half: number): { taps: TapReading[]; areaMm2: number } {
  const [a, b, turn] = [random.between(60, 120), random.between(40, 60), random.between(0, Math.PI)];
  const [shiftX, shiftY] = [random.between(-12, 12), random.between(-12, 12)];
  const places = Array.from({ length: 2 * half + 1 }, (_, i) => (i - half) * 25);
  const taps = places.flatMap((gridX) =>
    places.map((gridY): TapReading => {
      const [x, y] = [gridX + shiftX, gridY + shiftY];
      const [u, v] = [x * Math.cos(turn) + y * Math.sin(turn), y * Math.cos(turn) - x * Math.sin(turn)];
      return { xMm: x, yMm: y, sound: (u / a) ** 2 + (v / b) ** 2 <= 1 ? 'dull' : 'sound' };
    }),
  );
  return { taps, areaMm2: Math.PI * a * b };
}
const random = seeded(200);
const errors = Array.from({ length: 200 }, () => {
  const { taps, areaMm2 } = survey(random, 7);
  return 100 * Math.abs(halfWay(taps).dullAreaMm2 / areaMm2 - 1);
});
const large = survey(random, 22).taps;
const outline = halfWay(large).contours;
rows.push(['hidden area, 200 surveys at 25 mm, median error', `${median(errors).toFixed(1)} %`, '10 %']);
rows.push([`half-way line of ${large.length} taps`, `${time(60, () => halfWay(large)).toFixed(1)} ms`, '30 ms']);
rows.push(['best shapes round it', `${time(20, () => enclose({ outlines: outline })).toFixed(0)} ms`, '200 ms']);

const taken: Picture = { widthPx: 4000, heightPx: 3000, rgba: new Uint8ClampedArray(4 * 12e6).fill(128) };
const corners = [{ xPx: 900, yPx: 2400 }, { xPx: 3000, yPx: 2500 }, { xPx: 2800, yPx: 600 }, { xPx: 1000, yPx: 500 }]; // prettier-ignore
const frame = squaredFrame({ corners, widthMm: 300, heightMm: 300 }, taken);
const squared: Picture = {
  widthPx: frame.widthPx,
  heightPx: frame.heightPx,
  rgba: new Uint8ClampedArray(4 * frame.widthPx * frame.heightPx),
};
const begun = performance.now();
squareUpRows(taken, frame, squared, 0, frame.heightPx);
rows.push([
  `squaring up 12 megapixels onto ${((frame.widthPx * frame.heightPx) / 1e6).toFixed(1)}`,
  `${((performance.now() - begun) / 1000).toFixed(2)} s`,
  '2 s',
]);

const wavy: Shape = { kind: 'polygon', points: Array.from({ length: 400 }, (_, i) => ({ x: (200 + 4 * Math.sin((Math.PI * i) / 20)) * Math.cos((Math.PI * i) / 200), y: (140 + 4 * Math.sin((Math.PI * i) / 20)) * Math.sin((Math.PI * i) / 200) })) }; // prettier-ignore
const ringsOf = (): void => {
  const region = taperRegion({ shapes: [wavy], ratio: 12, depthMm: 10, marginMm: 25 });
  for (let ply = 1; ply <= 20; ply++) region.measures(ply / 2);
};
rows.push(['400-point outline, 20 plies', `${time(20, ringsOf).toFixed(0)} ms`, '16 ms']);

const layers = twelve.map((fabricId) => ({ fabricId }));
const entries = Array.from({ length: 5000 }, (_, i) => ({ name: `${FABRICS[i % FABRICS.length]!.name} batch ${i}` }));
const searchBegun = performance.now();
searchLibrary(entries, 'carb twill');
rows.push(['library of 5,000 searched, the first time', `${(performance.now() - searchBegun).toFixed(0)} ms`, '50 ms']);

rows.push([
  'laminates a second, 12 plies',
  `${Math.round(1000 / time(2000, () => laminate({ layers, resin: 'epoxy' })))}`,
  '20000',
]);

const parentLayers = [
  'mat-300',
  'mat-450',
  'roving-600',
  'mat-450',
  'roving-600',
  'mat-450',
  'roving-600',
  'mat-450',
].map((fabricId) => ({ fabricId }));
const stock = [
  'biax45-600',
  'biax090-600',
  'biax45-400',
  'biax090-400',
  'biax45-800',
  'biax090-800',
  'twill-290',
  'plain-203',
  'mat-stitched-300',
  'ud-300',
  'ud-600',
  'roving-600',
].map((fabricId) => ({ fabricId }));
const stacks = searchStacks({
  parent: { resin: 'polyester', layers: parentLayers },
  resin: 'epoxy',
  fabrics: stock,
  maxPlies: 10,
});
const solverBegun = performance.now();
const bests: { ms: number; score: number }[] = [];
let solving = stacks.next();
while (!solving.done) {
  const score = solving.value.soFar.best[0]?.score ?? Infinity;
  if (score < (bests.at(-1)?.score ?? Infinity)) bests.push({ ms: performance.now() - solverBegun, score });
  solving = stacks.next(performance.now() - solverBegun > 20_000 ? 'stop' : undefined);
}
const { best: solved, proven, lowerBound } = solving.value;
const solvedIn = (performance.now() - solverBegun) / 1000;
const scoreAfter = (seconds: number): number =>
  bests.filter(({ ms }) => ms <= 1000 * seconds).at(-1)?.score ?? Infinity;
for (const [seconds, wanted] of [
  [1, '–'],
  [3, '1 %'],
  [10, '–'],
] as const)
  rows.push([
    `stack of 12 fabrics, 10 plies: over the best known, after ${seconds} s`,
    `${(100 * (scoreAfter(seconds) / solved[0]!.score - 1)).toFixed(1)} %`,
    wanted,
  ]);
rows.push([
  '  proven, or how much of its score may be left after 20 s',
  proven
    ? `proven in ${solvedIn.toFixed(1)} s`
    : `${((100 * (solved[0]!.score - lowerBound)) / solved[0]!.score).toFixed(0)} %`,
  '10 %',
]);

const thick = Array.from({ length: 20 }, () => ({ thicknessMm: 0.8, fibreMassFraction: 0.5 }));
rows.push([
  '48 h through 20 plies at 0.2 mm',
  `${time(3, () => throughCure({ cardId: 'epoxy-medium', plies: thick, under: [{ backing: 'laminate', thicknessMm: 5 }], airTempC: 20 })).toFixed(0)} ms`,
  '60 ms',
]);

const shed = { ...USUAL_SHOP, hands: Array.from({ length: 4 }, (_, i) => ({ id: `${i}`, skills: SKILLS })) };
const kept = Array.from({ length: 12 }, (_, i): ShedJob => ({ id: `job-${i}`, progress: NOTHING_DONE, pins: {}, inputs: { ...inputs, resin: { ...inputs.resin, systemId: ['epoxy-slow', 'epoxy-medium', 'polyester'][i % 3]! }, taper: { ...inputs.taper, sides: 'two' }, stack: { ...inputs.stack, goes: 2 } } })); // prettier-ignore
const weather = standInWeather({ seed: 4280, startAt: '2026-04-15T00:00', hours: 360 });
const planBegun = performance.now();
const { input: wholeShed } = shedSchedule({
  shop: shed,
  jobs: kept,
  nowAt: '2026-04-16T08:00',
  weather,
  reading: null,
});
const scheduled = schedule({ ...wholeShed!, seed: 1 });
rows.push([
  `plan of ${kept.length} jobs, ${scheduled.tasks.length} steps`,
  `${((performance.now() - planBegun) / 1000).toFixed(1)} s`,
  '5 s',
]);
rows.push(['  its gap to the bound', `${scheduled.gapPercent.toFixed(0)} %`, '–']);

const own = { ...systemOf('epoxy-slow', undefined), id: 'own-bench', potLifeMin: 30 };
const fitBegun = performance.now();
const fit = searchFit({
  ...sheetOf(own),
  points: [
    ...sheetOf(own).points,
    { kind: 'pot-gel', massG: 300, tempC: 15, minutes: 42 },
    { kind: 'pot-peak', massG: 300, tempC: 22, peakC: 180 },
  ],
});
let fitting = fit.next();
while (!fitting.done) fitting = fit.next();
rows.push(['cure card fitted to 5 figures', `${((performance.now() - fitBegun) / 1000).toFixed(1)} s`, '5 s']);

const sizes = seeded(60);
const rolled = Array.from({ length: 60 }, (_, i) => ({
  id: `${i}`,
  arrowDeg: 0,
  points: outlinePoints({
    kind: 'roundedRectangle',
    lengthMm: sizes.between(80, 420),
    widthMm: sizes.between(60, 300),
    cornerRadiusMm: 30,
  }),
}));
const laid = searchNest({ pieces: rolled, widthMm: 1270 });
const nestBegun = performance.now();
let [step, firstMs] = [laid.next(), 0];
while (!step.done) {
  firstMs ||= performance.now() - nestBegun;
  step = laid.next(performance.now() - nestBegun > 10_000 ? 'stop' : undefined);
}
rows.push(['nest of 60, first answer', `${firstMs.toFixed(0)} ms`, '300 ms']);
rows.push([
  'nest of 60, over the bound after 10 s',
  `${(100 * (step.value.lengthMm / step.value.boundMm - 1)).toFixed(1)} %`,
  '9 %',
]);

const visitor = (await (await fetch(`${base}/api/session`)).json()) as { csrfToken: string };
const entered = await fetch(`${base}/api/session`, {
  method: 'POST',
  headers: { 'Content-Type': 'application/json', 'X-CSRF-Token': visitor.csrfToken },
  body: JSON.stringify({ login: 'ilse', password }),
});
const cookie = entered.headers
  .getSetCookie()
  .map((one) => one.split(';')[0]!)
  .join('; ');
const board = (await (await fetch(`${base}/api/repairs`, { headers: { Cookie: cookie } })).json()) as {
  id: string;
  craftTag: string;
}[];
const launch = board.find((job) => job.craftTag === 'PL-2')!.id;

const pool = new pg.Pool({ connectionString: databaseUrl, max: 2 });
/** The statements of a feature, by name, as the server has them. */
const statements = (file: string): Record<string, string> =>
  Object.fromEntries(
    readFileSync(file, 'utf8')
      .split(/^-- name: /m)
      .slice(1)
      .map((part) => [part.slice(0, part.indexOf('\n')).trim(), part.slice(part.indexOf('\n')).trim()]),
  );
const repairSql = statements('apps/server/src/repairs/queries.sql');
const shopSql = statements('apps/server/src/shop/queries.sql');
const sealSql = statements('apps/server/src/record/queries.sql');
/** Asked first by every read of one who is signed in. */
const session: [string, unknown[]] = [statements('apps/server/src/platform/sessions.sql')['kept']!, [sidOf(cookie)]];
/** What a session is kept under, out of its signed cookie. */
function sidOf(signed: string): string {
  return /ash-step=s%3A([^.;]+)/.exec(signed)![1]!;
}

const wire = new Wire(base, cookie);
const WARM_RUNS = 30;
/** A read and its SQL alone, asked for in turn: what the machine has to spare changes from one second to the next. */
async function timeBeside(
  address: string,
  asked: readonly (readonly [string, unknown[]])[],
  runs = 150,
): Promise<{ raw: number; read: number }> {
  const [raw, read]: [number[], number[]] = [[], []];
  for (let i = 0; i < WARM_RUNS + runs; i++) {
    const begun = performance.now();
    for (const [text, values] of asked) await pool.query({ text, values, name: `${text.length} ${text.slice(0, 40)}` });
    const between = performance.now();
    const status = await wire.read(address);
    if (status !== 200) throw new Error(`${address} answers ${status}`);
    if (i < WARM_RUNS) continue;
    raw.push(between - begun);
    read.push(performance.now() - between);
  }
  return { raw: median(raw), read: median(read) };
}
const reads: [name: string, address: string, asked: [string, unknown[]][]][] = [
  ['nothing', '/api/health', [['SELECT 1', []]]],
  ['board', '/api/repairs', [session, [repairSql['board']!, [null]]]],
  ['one repair', `/api/repairs/${launch}`, [session, [repairSql['detail']!, [launch, true]], [repairSql['wholeLog']!, [launch]], [repairSql['standing']!, [launch, []]], [sealSql['seals']!, [launch]]]], // prettier-ignore
  ['history', '/api/history', [session, [repairSql['history']!, [null, null, null, 50, 0, 1]]]],
  ['shop and its plan’s marks', '/api/shop', [session, ...['settings', 'forecast', 'lastReading', 'pins', 'marks', 'laid'].map((name): [string, unknown[]] => [shopSql[name]!, []])]], // prettier-ignore
  ['names to find', '/api/find', [session, [repairSql['findable']!, [5000]]]],
];
for (const [name, address, asked] of reads) {
  const { raw, read } = await timeBeside(address, asked);
  rows.push([
    `read: ${name} (its SQL alone ${raw.toFixed(1)} ms)`,
    `${read.toFixed(1)} ms`,
    `${(2 * raw).toFixed(1)} ms`,
  ]);
}
await pool.end();
rows.push([
  'quote as PDF',
  `${(await timeReads(wire, `/api/repairs/${launch}/quote.pdf`, 9)).toFixed(0)} ms`,
  '1000 ms',
]);
rows.push([
  'record as PDF',
  `${(await timeReads(wire, `/api/repairs/${launch}/record.pdf`, 9)).toFixed(0)} ms`,
  '1000 ms',
]);
wire.close();

const built = path.resolve('apps/web/dist/browser');
const weight = (files: Iterable<string>): string =>
  `${([...files].reduce((sum, file) => sum + gzipSync(readFileSync(path.join(built, file))).length, 0) / 1000).toFixed(0)} kB`;
const scripts = readdirSync(built).filter((file) => file.endsWith('.js'));
/** A script with all it imports outright; what is imported when it is needed does not count. */
function withImports(file: string, seen: Set<string>): Set<string> {
  if (seen.has(file) || !scripts.includes(file)) return seen;
  seen.add(file);
  for (const [, other] of readFileSync(path.join(built, file), 'utf8').matchAll(
    /(?:from|import)\s*"\.\/([\w-]+\.js)"/g,
  ))
    withImports(other!, seen);
  return seen;
}
const page = readFileSync(path.join(built, 'index.html'), 'utf8');
const loaded = new Set<string>();
for (const [, file] of page.matchAll(/(?:src|href)="([\w-]+\.js)"/g)) withImports(file!, loaded);
for (const file of scripts)
  if (/"ash-board"/.test(readFileSync(path.join(built, file), 'utf8'))) withImports(file, loaded);
rows.push(['script of the first load of the board, compressed', weight(loaded), '280 kB']);
rows.push(['all script, charts and worker with it', weight(scripts), '–']);
const frames = await dragFrames(base, 'ilse', password);
rows.push([
  'script of a frame of a drag in headless Chromium, median and 95th of 100',
  `${frames[Math.floor(frames.length / 2)]!.toFixed(1)}, ${frames[Math.floor(0.95 * frames.length)]!.toFixed(1)} ms`,
  '8 ms',
]);
rows.push(...(await benchEvents(base, password, databaseUrl)));
rows.push(['server start with the demo made anew', `${demoSeconds} s`, '–']);

printTable([['what', 'now', 'wanted'], ...rows]);
console.log('\nThe cure cards by the rules of the workshop');
printTable([['card', 'rule', 'workshop', 'card gives'], ...cardRows()], 2);
