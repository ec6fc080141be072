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
  /** Brought to the top of the title block. */
  to?: string;
  /** Pressed when the page is there. */
  press?: string;
  /** Waited for after that. */
  shown?: string;
}

const SHOTS: Shot[] = [
  { file: '01-board', at: '/', wait: 'Hands wanted' },
  { file: '02-look-and-map', at: 'PL-2#look', wait: 'Visible damage' },
  { file: '03-laminate', at: 'TR-1#laminate?part=resin-in-it', wait: 'Look at next' },
  { file: '04-resin', at: 'PL-2#resin', wait: 'Choose the resin by' },
  { file: '05-taper', at: 'PL-2#taper', wait: 'Why 12:1' },
  { file: '06-plies', at: 'PL-2#plies?part=plies', wait: 'Lay from the bottom row up' },
  { file: '07-mix', at: 'PL-2#mix?part=pots', wait: 'Resin to' },
  { file: '08-days', at: 'PL-2#days', wait: 'Done at the earliest', shown: 'ash-time-band .hit' },
  { file: '09-lay-up', at: 'DG-3#layup?part=rounds', wait: 'Filler of 14 spots' },
  { file: '10-fair-and-finish', at: 'Heron#finish?part=fair', wait: 'What changed' },
  { file: '11-sign-off', at: 'SY-3#signoff?part=acceptance', wait: 'By the log' },
  { file: '12-what-went-wrong', at: 'PL-2#fault', wait: 'What do you see', press: '.symptom', shown: '.cause' },
  { file: '13-chart', at: '/charts?chart=catalyst', wait: 'Framed: the air read last' },
  { file: '14-library', at: '/library', wait: 'Basket roving' },
  { file: '15-small-job', at: '/small', wait: 'Gouge or chip' },
  { file: '16-card-390', at: 'SK-4#card', wait: 'Gouge or chip', size: [390, 844] },

  { file: '17-survey', at: 'TR-1#look?part=taps', wait: 'the least', shown: 'image.photo' },
  { file: '18-plan', at: '/plan', wait: 'All done at the earliest', shown: 'ash-time-band .hit' },
  { file: '19-bench', at: 'PL-2#bench', wait: 'Lay now' },
];

const app = await RunningApp.start();
const browser = await Browser.open(await app.serve());
try {
  mkdirSync(FOLDER, { recursive: true });
  await browser.enter('ilse', PASSWORDS.ilse);
  for (const { file, at, wait, to, press, shown, size = [1280, 800] } of SHOTS) {
    await browser.resize(size[0], size[1]);
    await browser.go(await addressOf(at));
    await browser.sees(wait);
    if (press) await browser.pressAt(press);
    if (shown) await browser.find(shown);
    if (to) await browser.driver.executeScript('document.querySelector(arguments[0]).scrollIntoView()', to);
    await browser.driver.executeAsyncScript(
      'const done = arguments[arguments.length - 1]; document.fonts.ready.then(() => requestAnimationFrame(() => requestAnimationFrame(done)))',
    );
    writeFileSync(path.join(FOLDER, `${file}.png`), Buffer.from(await browser.driver.takeScreenshot(), 'base64'));
  }
} finally {
  await browser.close();
  await app.stop();
  await RunningApp.clearAway();
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
