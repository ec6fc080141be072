import { writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { Key } from 'selenium-webdriver';
import { PASSWORDS } from './support/app.js';
import { Browser } from './support/browser.js';
import { setScene } from './support/scene.js';

describe('the plan of the days', () => {
  const scene = setScene();
  const bar = (name: string): string => `ash-time-band g[aria-label^="${name}"]`;

  it('shows every job on one clock with the weather over it, and who does what', async () => {
    const { browser } = scene;
    await browser.go('/plan');
    await browser.sees('All done at the earliest');
    for (const tag of ['CV-2', 'PL-2', 'RB-07']) await browser.sees(tag);
    await browser.sees('Left out of the plan');
    await browser.sees('No day to begin with');
    await browser.find(bar('CV-2: Dry'));
    await browser.sees('Made-up weather');
    expect(await browser.accessFaults()).toEqual([]);
    await browser.go('/plan/day');
    // Of an evening, or with the shed shut, nothing is left of today.
    if ((await browser.seesOneOf('Done at', 'the next day with work')) !== 'Done at')
      await browser.press('the next day with work');
    await browser.sees('Done at');
    expect(await browser.accessFaults()).toEqual([]);
    expect(await browser.complaints()).toEqual([]);
  }, 180_000);

  it('says what a move breaks before it is let go, sets it, and plans the rest around it', async () => {
    const { browser } = scene;
    const board = await scene.browser.go('/').then(() => browser.jobAddress('RB-07'));
    await browser.go(`${board}/days`);
    await browser.press('Open all');
    const lay = await browser.find(bar('RB-07: Lay up'));
    await browser.driver.executeScript('arguments[0].focus()', lay);
    await browser.keys(...Array.from({ length: 48 }, () => Key.ARROW_RIGHT));
    // Twelve hours on it is night.
    await browser.sees('The shed is shut then.');
    await browser.keys(Key.ENTER);
    await browser.sees('The shed is shut then');
    await browser.sees('Set by hand.');
    await browser.pressAt('[aria-label="Let go, Lay up"]');
    await browser.driver.wait(async () => !(await browser.text()).includes('Set by hand.'), 45_000, 'it is not let go');
    expect(await browser.accessFaults()).toEqual([]);
  }, 240_000);

  it('goes on from what is done, and compares other ways', async () => {
    const { browser } = scene;
    await browser.press('Compare the ways');
    await browser.sees('Three hours longer a day');
    await browser.sees('As planned');
    const hands = async (): Promise<string> =>
      /Next for hands (\d\d:\d\d \w+ \d+ \w+: [A-Z][a-z -]+)/.exec(await browser.text())?.[1] ?? '';
    const before = await hands();
    await browser.pressAt('[aria-label="Lay up is done"]');
    await browser.driver.wait(
      async () => (await hands()) !== before && (await hands()) !== '',
      45_000,
      'the lay-up is still next',
    );
    await browser.pressAt('[aria-label="Not done: Lay up"]');
    await browser.driver.wait(async () => (await hands()) === before, 45_000, 'it is not taken back');
  }, 240_000);

  it('takes in a forecast, and what stands outdoors waits for warmth', async () => {
    const { browser } = scene;
    const start = new Date(new Date().setHours(0, 0, 0, 0) - 86_400_000);
    const two = (value: number): string => String(value).padStart(2, '0');
    const rows = Array.from({ length: 24 * 12 }, (_, i) => {
      const at = new Date(start.getTime() + i * 3_600_000);
      // Frost for a working day at least, whatever day it is, then mild.
      return `${at.getFullYear()}-${two(at.getMonth() + 1)}-${two(at.getDate())}T${two(at.getHours())}:00,${i < 24 * 7 ? 1 : 19},50,0,${at.getHours() > 6 && at.getHours() < 19 ? 300 : 0}`;
    });
    const file = path.join(os.tmpdir(), 'ash-step-forecast.csv');
    writeFileSync(file, `at,temp_c,humidity_percent,rain_mm,sun_w_per_m2\n${rows.join('\n')}\nnoon,1,1,1,1\n`);
    await browser.go('/plan');
    await browser.sees('Weather');
    await (await browser.present('#forecast-file')).sendKeys(file);
    await browser.sees('288 hours are in');
    await browser.sees(`Line ${rows.length + 2}: at “noon” is no time`);
    await browser.sees('By the forecast taken in, until');
    await browser.go('/');
    await browser.go(`${await browser.jobAddress('RB-07')}/days`);
    await browser.part('Steps, with their reasons');
    await browser.choose('Worked on', 'Outdoors');
    await browser.sees('Too cold till then.');
    await browser.choose('Worked on', 'In the shed');
    await browser.saved();
    await browser.go('/plan');
    await browser.press('Let it go');
    await browser.sees('Made-up weather');
  }, 240_000);

  it('is made anew when a manager sets the shed up otherwise, and nobody else may', async () => {
    const { browser } = scene;
    await browser.go('/shop');
    await browser.sees('A manager sets this.');
    const manager = await Browser.open(scene.base);
    try {
      await manager.enter('ruben', PASSWORDS.ruben);
      await manager.go('/shop');
      await manager.sees('Hours and room');
      expect(await manager.accessFaults()).toEqual([]);
      await browser.go('/plan');
      await browser.find(bar('PL-2'));
      await manager.type('Shuts', '0600PM');
      await manager.sees('Kept.');
      // Hands are at work past what was the end of the day.
      await browser.driver.wait(
        () => browser.driver.executeScript<boolean>(WORKS_LATE),
        45_000,
        'the other page keeps the old hours',
      );
      await manager.type('Bays', '0');
      await manager.sees('What you typed stays here.');
      expect(await manager.complaints()).toEqual([]);
    } finally {
      await manager.close();
    }
  }, 240_000);

  it('prints a quote with hours, materials and sums', async () => {
    const { browser } = scene;
    await browser.go('/');
    const id = (await browser.jobAddress('PL-2')).split('/').at(-1)!;
    const kind = await browser.driver.executeAsyncScript<string>(
      'const done = arguments[arguments.length - 1]; fetch(arguments[0]).then(async (reply) => done(reply.headers.get("content-type") + " " + new TextDecoder().decode((await reply.arrayBuffer()).slice(0, 5))))',
      `/api/repairs/${id}/quote.pdf`,
    );
    expect(kind).toBe('application/pdf %PDF-');
  }, 180_000);
});

/** Whether the band has work of the hands, which neither waits nor cures, between five and six in the evening. */
const WORKS_LATE = `
  return [...document.querySelectorAll('ash-time-band svg title')]
    .map((title) => title.textContent)
    .some((told) => !/wait|cure|dry/i.test(told) && /17:(?!00)|18:00/.test(told));
`;
