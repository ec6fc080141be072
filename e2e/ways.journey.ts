import { By, Key, type WebElement } from 'selenium-webdriver';
import { PASSWORDS } from './support/app.js';
import { Browser } from './support/browser.js';
import type { Touch } from './support/hands.js';
import { setScene } from './support/scene.js';

const TAP_PX = 44;

describe('other ways of working', () => {
  const scene = setScene();

  /** The first ply of the launch's laminate carried down onto the third changes their order on paper and on the server. */
  const carriesFirstOverThird = async (browser: Browser): Promise<void> => {
    await browser.go(`${scene.launch}/laminate`);
    await browser.part('Plies');
    await browser.find('ash-layer-table li:nth-child(3) .grip');
    const listed = (): Promise<string[]> =>
      browser.driver.executeScript(
        'return [...document.querySelectorAll("ash-layer-table li input, ash-layer-table li select")].map((field) => field.value)',
      );
    const [first, second, third, ...rest] = await listed();
    const grip = (n: number): Promise<WebElement> => browser.find(`ash-layer-table li:nth-child(${n}) .grip`);
    await browser.hand.carry(await grip(1), await grip(3));
    const wanted = [second, third, first, ...rest].join();
    await browser.driver.wait(
      async () => (await listed()).join() === wanted,
      45_000,
      `the first of ${first}, ${second}, ${third} does not go under the third`,
    );
    await browser.saved();
  };

  it('by keyboard: stages, grips, parting line, ply table', async () => {
    await scene.browser.go(`${scene.launch}/taper`);
    await scene.browser.sees('Why 12:1');
    await scene.browser.keys('1');
    await scene.browser.sees('Visible damage');
    const grip = await scene.browser.find('[data-handle="length"]');
    await scene.browser.driver.executeScript('arguments[0].focus()', grip);
    await scene.browser.keys(Key.ARROW_RIGHT, Key.ARROW_RIGHT);
    await scene.browser.sees('142 × 90');
    await scene.browser.keys(Key.ARROW_LEFT, Key.ARROW_LEFT);
    await scene.browser.sees('140 × 90');
    await scene.browser.saved();
    await scene.browser.driver.executeScript('document.activeElement.blur()');
    await scene.browser.keys('5');
    await scene.browser.part('Plies to lay');
    await scene.browser.sees('Lay from the bottom row up');
    const line = await scene.browser.find('[role="slider"][aria-label^="Parting line"]');
    await scene.browser.driver.executeScript('arguments[0].focus()', line);
    const before = Number(await line.getAttribute('aria-valuenow'));
    await scene.browser.keys(Key.ARROW_LEFT);
    await scene.browser.driver.wait(
      async () => Number(await line.getAttribute('aria-valuenow')) < before,
      45_000,
      'the parting line does not move',
    );
    await scene.browser.keys(Key.HOME);
    await scene.browser.driver.wait(
      async () => (await line.getAttribute('aria-valuetext')) === '100 % as ground',
      45_000,
      'the parting line never reaches the end',
    );
    const row = await scene.browser.find('.pick tbody tr');
    await scene.browser.driver.executeScript('arguments[0].focus()', row);
    await scene.browser.keys(Key.ARROW_DOWN);
    await scene.browser.find('.pick tbody tr:nth-child(2).on');
    await scene.browser.keys('?');
    await scene.browser.sees('the primary action');
    await scene.browser.keys(Key.ESCAPE);
    await scene.browser.keys('g', 'b');
    await scene.browser.sees('Hands wanted');
    await scene.browser.keys('/');
    await scene.browser.driver.wait(
      async () => (await scene.browser.driver.executeScript<string>('return document.activeElement.id')) === 'find',
      45_000,
      'the field that finds is not reached',
    );
    await scene.browser.keys(...'hull bottom patrol');
    await scene.browser.sees('PL-2 Hull bottom');
    expect(await scene.browser.accessFaults()).toEqual([]);
    await scene.browser.keys(Key.ENTER);
    await scene.browser.sees('Visible damage');
    // On a sheet its own parts are found too, and by a press as well.
    await scene.browser.pressAt('header .find');
    await scene.browser.find('#find:focus');
    await scene.browser.keys(...'check the grind');
    await scene.browser.sees('on Taper');
    await scene.browser.keys(Key.ENTER);
    await scene.browser.sees('On the drawing: ▲ stands high');
    expect(new URL(await scene.browser.driver.getCurrentUrl()).search).toBe('?part=grind');
    await scene.browser.pressAt('header .find');
    await scene.browser.find('#find:focus');
    await scene.browser.keys(...'scarf');
    await scene.browser.sees('Taper ratio');
    await scene.browser.keys(Key.ESCAPE, Key.ESCAPE);
    await scene.browser.driver.wait(
      async () => (await scene.browser.driver.findElements(By.css('#find'))).length === 0,
      45_000,
      'the field stays',
    );
  }, 180_000);

  it('at 820 px by touch: every target can be hit', async () => {
    await scene.browser.resize(820, 1180);
    await scene.browser.go(`${scene.launch}/layup`);
    const act = await scene.browser.find('ash-layup .do.bench');
    expect((await act.getRect()).height).toBeGreaterThanOrEqual(88);
    for (const button of await scene.browser.driver.findElements(
      By.css('.zoom button, ash-layup .act:not(.small), .compact .act'),
    ))
      if (await button.isDisplayed()) expect((await button.getRect()).height).toBeGreaterThanOrEqual(TAP_PX);
    await act.click();
    await scene.browser.sees('2 of 6 down');
    await scene.browser.resize(1280, 800);
  }, 180_000);

  it('two fingers drawn apart zoom the drawing', async () => {
    const tablet = await Browser.open(scene.base, 'touch');
    try {
      await tablet.enter('ilse', PASSWORDS.ilse);
      await tablet.go(`${scene.launch}/taper`);
      const sheet = await tablet.find('ash-repair-drawing svg[role="group"]');
      const width = (): Promise<number> =>
        tablet.driver.executeScript('return document.querySelector(".plan .tape").getBoundingClientRect().width');
      const before = await width();
      await (tablet.hand as Touch).spread(sheet, 2);
      await tablet.driver.wait(async () => (await width()) > 1.9 * before, 45_000, 'the drawing does not grow');
    } finally {
      await tablet.close();
    }
  }, 180_000);

  it('a crack is traced by finger, and a ply carried up the stack', async () => {
    const tablet = await Browser.open(scene.base, 'touch');
    try {
      await tablet.enter('ilse', PASSWORDS.ilse);
      const deck = await tablet.jobAddress('TR-1');
      await tablet.go(`${deck}/look`);
      await tablet.part('Trace, or from a file');
      await tablet.press('Trace on the plan');
      await tablet.press('Crack');
      const plan = await tablet.find('ash-repair-drawing svg[role="group"]');
      await tablet.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', plan);
      const { x, y, width, height } = await tablet.driver.executeScript<{
        x: number;
        y: number;
        width: number;
        height: number;
      }>(
        'const r = arguments[0].getBoundingClientRect(); return { x: r.x, y: r.y, width: r.width, height: r.height }',
        plan,
      );
      for (const [across, down] of [[0.4, 0.3], [0.45, 0.34], [0.5, 0.31]] as const) await tablet.hand.pressPlace({ x: Math.round(x + across * width), y: Math.round(y + down * height) }); // prettier-ignore
      await tablet.sees('3 points set');
      await tablet.press('End it here');
      await tablet.sees('Crack');
      await tablet.saved();
      await carriesFirstOverThird(tablet);
    } finally {
      await tablet.close();
    }
    await carriesFirstOverThird(scene.browser);
  }, 300_000);

  it('in inches and ounces', async () => {
    await scene.browser.go(`${scene.launch}/taper`);
    await scene.browser.sees('54 mm');
    await scene.browser.press('IV');
    await scene.browser.press('Read in inches and ounces');
    await scene.browser.sees('2.13 in');
    await scene.browser.press('IV');
    await scene.browser.press('Read in millimetres');
    await scene.browser.sees('54 mm');
  }, 180_000);

  it('through a second server process, live', async () => {
    const second = await Browser.open(await scene.app.serve());
    try {
      await second.enter('tomas', PASSWORDS.tomas);
      await second.go(`${scene.launch}/taper`);
      await second.sees('Why 12:1');
      await scene.browser.go(`${scene.launch}/taper`);
      await scene.browser.press('15:1');
      await scene.browser.saved();
      await second.sees('68 mm');
    } finally {
      await second.close();
    }
  }, 240_000);
});
