import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { PASSWORDS, RunningApp } from './support/app.js';
import { Browser } from './support/browser.js';

const FOLDER = path.resolve('docs/screenshots');

interface Shot {
  file: string;
  /** Address, or craft tag and stage. */
  at: string;
  wait: string;
  size?: [number, number];
}

const SHOTS: Shot[] = [
  { file: '01-board', at: '/', wait: 'Hands wanted' },
  { file: '02-look-and-map', at: 'PL-2#look', wait: 'Visible damage' },
  { file: '03-laminate', at: 'TR-1#laminate', wait: 'Which resin is in it' },
  { file: '04-resin', at: 'PL-2#resin', wait: 'School' },
  { file: '05-taper', at: 'PL-2#taper', wait: 'Why 12:1' },
  { file: '06-plies', at: 'PL-2#plies', wait: 'Lay from the bottom row up' },
  { file: '07-mix', at: 'PL-2#mix', wait: 'Resin to' },
  { file: '08-days', at: 'PL-2#days', wait: 'Done at the earliest' },
  { file: '09-lay-up', at: 'PL-2#layup', wait: 'Lay now' },
  { file: '10-fair-and-finish', at: 'Heron#finish', wait: 'Abrasives' },
  { file: '11-sign-off', at: 'SY-3#signoff', wait: 'Acceptance' },
  { file: '12-sealed', at: 'SK-4#signoff', wait: 'I inspected and accept' },
  { file: '13-history', at: '/history', wait: 'repairs' },
  { file: '14-library', at: '/library', wait: 'Resin systems' },
  { file: '15-lay-up-820', at: 'PL-2#layup', wait: 'Lay now', size: [820, 1180] },
  { file: '16-taper-390', at: 'PL-2#taper', wait: 'Why 12:1', size: [390, 844] },
];

const app = await RunningApp.start();
const browser = await Browser.open(await app.serve());
try {
  mkdirSync(FOLDER, { recursive: true });
  await browser.signIn('ilse', PASSWORDS.ilse);
  for (const { file, at, wait, size = [1280, 800] } of SHOTS) {
    await browser.resize(size[0], size[1]);
    await browser.go(await addressOf(at));
    await browser.sees(wait);
    await browser.driver.executeAsyncScript('const done = arguments[arguments.length - 1]; document.fonts.ready.then(() => requestAnimationFrame(() => requestAnimationFrame(done)))');
    writeFileSync(path.join(FOLDER, `${file}.png`), Buffer.from(await browser.driver.takeScreenshot(), 'base64'));
  }
} finally {
  await browser.close();
  await app.stop();
}

async function addressOf(at: string): Promise<string> {
  const [tag, stage] = at.split('#');
  if (!stage) return at;
  const id = await browser.driver.executeAsyncScript<string>(
    `const done = arguments[arguments.length - 1];
     fetch('/api/history?q=' + arguments[0]).then((r) => r.json()).then(({ rows }) => done((rows.find((r) => r.craftTag === arguments[0] && r.state === 'open') ?? rows.find((r) => r.title.startsWith('Gouges')) ?? rows[0]).id))`,
    tag,
  );
  return `/repair/${id}/${stage}`;
}
