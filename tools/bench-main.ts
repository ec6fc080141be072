import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { NEW_REPAIR, type RepairInputs, planDrawing, planRepair, sectionDrawing } from '@ashstep/core';

const [base, password, demoSeconds] = process.argv.slice(2) as [string, string, string];

function median(values: number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
}

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

async function timeReads(cookie: string, address: string, runs = 60): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < runs; i++) {
    const begun = performance.now();
    const reply = await fetch(`${base}${address}`, { headers: { Cookie: cookie } });
    await reply.arrayBuffer();
    if (!reply.ok) throw new Error(`${address} answers ${reply.status}`);
    times.push(performance.now() - begun);
  }
  return median(times);
}

const twelve = ['mat-450', 'roving-500', 'mat-450', 'roving-500', 'mat-450', 'roving-600', 'mat-450', 'roving-600', 'mat-450', 'roving-500', 'mat-450', 'roving-500'];
const inputs: RepairInputs = {
  ...NEW_REPAIR,
  damage: { ...NEW_REPAIR.damage, shape: { kind: 'roundedRectangle', lengthMm: 140, widthMm: 90, cornerRadiusMm: 30 } },
  laminate: { ...NEW_REPAIR.laminate, known: 'plies', plies: twelve.map((fabricId) => ({ fabricId })) },
  resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-slow' },
  days: { ...NEW_REPAIR.days, startAt: '2026-04-16T08:00' },
};
const plan = planRepair(inputs);
const rows: [string, string, string][] = [
  ['whole chain, 12-ply parent', `${time(400, () => planRepair(inputs)).toFixed(2)} ms`, '4 ms'],
  ['plan and section geometry', `${time(400, () => [planDrawing(inputs, plan), sectionDrawing(inputs, plan)]).toFixed(2)} ms`, '12 ms'],
];

const first = await fetch(`${base}/api/session`);
let cookie = first.headers.getSetCookie()[0]!.split(';')[0]!;
const { csrfToken } = (await first.json()) as { csrfToken: string };
const entered = await fetch(`${base}/api/session`, { method: 'POST', headers: { 'Content-Type': 'application/json', Cookie: cookie, 'X-CSRF-Token': csrfToken }, body: JSON.stringify({ login: 'ilse', password }) });
cookie = entered.headers.getSetCookie()[0]!.split(';')[0]!;
const board = (await (await fetch(`${base}/api/repairs`, { headers: { Cookie: cookie } })).json()) as { id: string; craftTag: string }[];
const launch = board.find((job) => job.craftTag === 'PL-2')!.id;
for (const [name, address] of [
  ['board', '/api/repairs'],
  ['one repair', `/api/repairs/${launch}`],
  ['history', '/api/history'],
  ['session', '/api/session'],
] as const)
  rows.push([`read: ${name}`, `${(await timeReads(cookie, address)).toFixed(1)} ms`, '15 ms']);
rows.push(['record as PDF', `${(await timeReads(cookie, `/api/repairs/${launch}/record.pdf`, 9)).toFixed(0)} ms`, '1000 ms']);

const built = path.resolve('apps/web/dist/browser');
const scripts = readdirSync(built).filter((file) => file.endsWith('.js'));
rows.push(['all script of the web app, compressed', `${(scripts.reduce((sum, file) => sum + gzipSync(readFileSync(path.join(built, file))).length, 0) / 1000).toFixed(0)} kB`, '350 kB']);
rows.push(['server start with the demo made anew', `${demoSeconds} s`, '–']);

const widths = [0, 1, 2].map((column) => Math.max(...rows.map((row) => row[column]!.length), 7));
for (const row of [['what', 'now', 'wanted'] as [string, string, string], ...rows]) console.log(row.map((cell, i) => (i === 0 ? cell.padEnd(widths[i]!) : cell.padStart(widths[i]! + 2))).join(''));
