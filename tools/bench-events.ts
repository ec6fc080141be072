import { By } from 'selenium-webdriver';
import { median } from '@ashstep/core/statistics';
import pg from 'pg';
import { Browser } from '../e2e/support/browser.js';

type Row = [string, string, string];

const PRESSES = 12;
const EVENTS = 10_000;
/** Presses follow one another no faster at the bench, ms. */
const DEAF_MS = 650;

/** Notes when the words of the act change. */
const WATCH = `
  window.shown = [];
  new MutationObserver(() => { const at = Date.now(); requestAnimationFrame(() => window.shown.push([at, document.querySelector('.act-words')?.innerText])); }).observe(document.body, { subtree: true, childList: true, characterData: true });
`;
/** Presses the main act; done when its next words are painted and when the act stands in the store of the device. */
const PRESS = `
  const done = arguments[arguments.length - 1];
  const begun = performance.now();
  const words = () => document.querySelector('.act-words').innerText;
  const before = words();
  const found = {};
  const told = () => { if (found.shown !== undefined && found.stored !== undefined) done(found); };
  const look = () => { if (words() !== before) { found.shown = performance.now() - begun; told(); } else requestAnimationFrame(look); };
  const opening = indexedDB.open('ash-step');
  opening.onsuccess = () => {
    const kept = () => new Promise((resolve) => { const all = opening.result.transaction('commands').objectStore('commands').count(); all.onsuccess = () => resolve(all.result); });
    kept().then((was) => {
      const start = performance.now() - begun;
      const watch = () => kept().then((is) => { if (is > was) { found.stored = performance.now() - begun - start; told(); } else setTimeout(watch, 1); });
      document.querySelector('footer .main').click();
      requestAnimationFrame(look);
      watch();
    });
  };
`;

const spread = (values: readonly number[]): string => `${median(values).toFixed(0)}, ${Math.max(...values).toFixed(0)} ms`; // prettier-ignore

/** How fast the bench shows, keeps and tells on what is pressed, on two devices of a shed. */
export async function benchEvents(base: string, password: string, databaseUrl: string): Promise<Row[]> {
  const [one, other] = [await Browser.open(base, 'mouse', { keeps: true }), await Browser.open(base)];
  try {
    for (const browser of [one, other]) await browser.enter('ilse', password);
    const board = await one.jobAddress('RB-07');
    await one.go(`${board}/bench`);
    await one.press('Leave it out');
    await one.sees('Wash, take the wax off');
    const begun = performance.now();
    await other.go(`${board}/bench`);
    await other.find('.act-words');
    const opens = performance.now() - begun;
    const [seen, pressed] = [await seenByOther(one, other), await pressedOffline(one)];
    return [
      ['a press of the bench until its next words are painted, median and most', spread(pressed.map(({ shown }) => shown)), '50 ms'], // prettier-ignore
      ['  until it is kept on the device', spread(pressed.map(({ stored }) => stored)), '100 ms'],
      ['  until it is seen on another device', spread(seen), '200, 1000 ms'],
      ['the bench opened on a second device', `${opens.toFixed(0)} ms`, '1000 ms'],
      ['the app started with no network, until the act stands there', `${(await startsOffline(one)).toFixed(0)} ms`, '2000 ms'], // prettier-ignore
      [
        `a job with ${EVENTS} events opened`,
        `${(await opensLong(other, board, databaseUrl)).toFixed(0)} ms`,
        '1000 ms',
      ],
    ];
  } finally {
    await one.close();
    await other.close();
  }
}

/** Goes to where the main act is pressed next, to and fro: the act is done, and taken back. */
async function toPress(one: Browser, i: number): Promise<void> {
  await one.driver.sleep(DEAF_MS);
  if (i % 2 === 0) return;
  await one.press('Go back');
  await one.sees('Take it back');
  await one.driver.sleep(DEAF_MS);
}

/** From a press on one device until its words have changed on the other: both go by the clock of this machine. */
async function seenByOther(one: Browser, other: Browser): Promise<number[]> {
  await other.driver.executeScript(WATCH);
  const found: number[] = [];
  for (let i = 0; i < PRESSES; i++) {
    await toPress(one, i);
    await other.driver.executeScript('window.shown = []');
    const before = await other.driver.executeScript<string>('return document.querySelector(".act-words").innerText');
    const at = await one.driver.executeScript<number>('document.querySelector("footer .main").click(); return Date.now()'); // prettier-ignore
    const seen = await other.driver.wait(() => other.driver.executeScript<number | null>('return window.shown.find(([, words]) => words !== arguments[0])?.[0] ?? null', before), 5_000); // prettier-ignore
    found.push(seen! - at);
  }
  return found;
}

async function pressedOffline(one: Browser): Promise<{ shown: number; stored: number }[]> {
  await one.saved();
  await one.offline(true);
  const found: { shown: number; stored: number }[] = [];
  for (let i = 0; i < PRESSES; i++) {
    await toPress(one, i);
    found.push(await one.driver.executeAsyncScript(PRESS));
  }
  await one.offline(false);
  await one.saved();
  return found;
}

async function startsOffline(browser: Browser): Promise<number> {
  await browser.driver.wait(() => browser.driver.executeScript('return navigator.serviceWorker.controller !== null'), 30_000); // prettier-ignore
  const address = await browser.driver.getCurrentUrl();
  await browser.driver.get(address);
  await browser.find('.act-words');
  await browser.offline(true);
  const begun = performance.now();
  await browser.driver.get(address);
  await browser.find('.act-words');
  const took = performance.now() - begun;
  await browser.offline(false);
  return took;
}

async function opensLong(browser: Browser, board: string, databaseUrl: string): Promise<number> {
  const pool = new pg.Pool({ connectionString: databaseUrl, max: 1 });
  const id = board.split('/').at(-1);
  await pool.query(
    `INSERT INTO log_entry (id, repair_id, at, by_name, entry)
     SELECT gen_random_uuid(), $1, now() - make_interval(secs => n), 'Ilse Varga', jsonb_build_object('kind', 'note', 'text', 'Note ' || n)
     FROM generate_series(1, $2::int) AS n`,
    [id, EVENTS],
  );
  await pool.end();
  await browser.go('/');
  await browser.driver.findElement(By.css('body'));
  const begun = performance.now();
  await browser.go(`${board}/bench`);
  await browser.find('.act-words');
  return performance.now() - begun;
}
