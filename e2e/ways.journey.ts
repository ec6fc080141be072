import { By, Key } from 'selenium-webdriver';
import { PASSWORDS, RunningApp } from './support/app.js';
import { Browser } from './support/browser.js';

const TAP_PX = 44;

describe('other ways of working', () => {
  let app: RunningApp;
  let browser: Browser;
  let launch: string;
  beforeAll(async () => {
    app = await RunningApp.start();
    browser = await Browser.open(await app.serve());
    await browser.signIn('ilse', PASSWORDS.ilse);
    const link = await browser.find('.shelf a.tag');
    launch = new URL((await link.getAttribute('href')) ?? '').pathname.replace(/\/[a-z]+$/, '');
  }, 120_000);
  afterAll(async () => {
    await browser?.close();
    await app?.stop();
  });

  it('by keyboard: stages, grips, parting line, ply table', async () => {
    await browser.go(`${launch}/taper`);
    await browser.sees('Why 12:1');
    await browser.keys('1');
    await browser.sees('Visible damage');
    const grip = await browser.find('[data-handle="length"]');
    await browser.driver.executeScript('arguments[0].focus()', grip);
    await browser.keys(Key.ARROW_RIGHT, Key.ARROW_RIGHT);
    await browser.sees('142 × 90');
    await browser.keys(Key.ARROW_LEFT, Key.ARROW_LEFT);
    await browser.sees('140 × 90');
    await browser.saved();
    await browser.driver.executeScript('document.activeElement.blur()');
    await browser.keys('5');
    await browser.sees('Lay from the bottom row up');
    const line = await browser.find('[role="slider"][aria-label^="Parting line"]');
    await browser.driver.executeScript('arguments[0].focus()', line);
    const before = Number(await line.getAttribute('aria-valuenow'));
    await browser.keys(Key.ARROW_LEFT);
    await browser.driver.wait(async () => Number(await line.getAttribute('aria-valuenow')) < before, 15_000, 'the parting line does not move');
    await browser.keys(Key.HOME);
    await browser.driver.wait(async () => (await line.getAttribute('aria-valuetext')) === '100 % as ground', 15_000, 'the parting line never reaches the end');
    const row = await browser.find('.pick tbody tr');
    await browser.driver.executeScript('arguments[0].focus()', row);
    await browser.keys(Key.ARROW_DOWN);
    await browser.find('.pick tbody tr:nth-child(2).on');
    await browser.keys('?');
    await browser.sees('the primary action');
    await browser.keys(Key.ESCAPE);
    await browser.keys('g', 'b');
    await browser.sees('Hands wanted');
    await browser.keys('/');
    await browser.driver.wait(async () => (await browser.driver.executeScript<string>('return document.activeElement.id')) === 'q', 15_000, 'the search is not reached');
    await browser.keys('P', 'L', '-', '2');
    await browser.sees('Hull bottom');
    expect(new URL(await browser.driver.getCurrentUrl()).pathname).toBe('/history');
  }, 60_000);

  it('at 820 px by touch: nothing runs off the page and every target can be hit', async () => {
    await browser.resize(820, 1180);
    for (const stage of ['look', 'taper', 'plies', 'layup', 'signoff']) {
      await browser.go(`${launch}/${stage}`);
      await browser.find('ash-repair-drawing svg');
      expect(await browser.driver.executeScript<number>('return document.documentElement.scrollWidth'))
        .withContext(stage)
        .toBeLessThanOrEqual(820);
    }
    await browser.go(`${launch}/layup`);
    const act = await browser.find('ash-layup .do.bench');
    expect((await act.getRect()).height).toBeGreaterThanOrEqual(88);
    for (const button of await browser.driver.findElements(By.css('.zoom button, ash-layup .act:not(.small), .compact .act'))) if (await button.isDisplayed()) expect((await button.getRect()).height).toBeGreaterThanOrEqual(TAP_PX);
    await act.click();
    await browser.sees('7 of 11 down');
    await browser.resize(1280, 800);
  }, 60_000);

  it('at 390 px one view at a time', async () => {
    await browser.resize(390, 844);
    await browser.go(`${launch}/taper`);
    await browser.press('Section');
    await browser.find('.section');
    expect(await browser.driver.executeScript<number>('return document.documentElement.scrollWidth')).toBeLessThanOrEqual(390);
    await browser.resize(1280, 800);
  }, 60_000);

  it('in inches and ounces', async () => {
    await browser.go(`${launch}/taper`);
    await browser.sees('108 mm');
    await browser.press('IV');
    await browser.press('Read in inches and ounces');
    await browser.sees('4.25 in');
    await browser.press('IV');
    await browser.press('Read in millimetres');
    await browser.sees('108 mm');
  }, 60_000);

  it('through a second server process, live', async () => {
    const second = await Browser.open(await app.serve());
    try {
      await second.signIn('tomas', PASSWORDS.tomas);
      await second.go(`${launch}/taper`);
      await second.sees('Why 12:1');
      await browser.go(`${launch}/taper`);
      await browser.press('15:1');
      await browser.saved();
      await second.sees('135 mm');
    } finally {
      await second.close();
    }
  }, 90_000);

  it('with no fault of access a machine can find', async () => {
    for (const address of ['/', '/new', '/library', '/history', ...['look', 'laminate', 'resin', 'taper', 'plies', 'mix', 'days', 'layup', 'finish', 'signoff'].map((stage) => `${launch}/${stage}`)]) {
      await browser.go(address);
      await browser.find('main h1, main h2, main dl, main ash-repair-drawing, .strip');
      expect(await browser.accessFaults())
        .withContext(address)
        .toEqual([]);
    }
    expect(await browser.complaints()).toEqual([]);
  }, 120_000);
});
