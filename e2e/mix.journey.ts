import { By } from 'selenium-webdriver';
import { setScene } from './support/scene.js';

describe('mix and cure', () => {
  const scene = setScene();

  it('splits the lay-up into pots by what a pot bears and how fast they lay, each with the ply it is due at', async () => {
    const { browser } = scene;
    await browser.go(`${scene.launch}/mix`);
    await browser.press('Open all');
    await browser.sees('mix first');
    const pots = (): Promise<number> =>
      browser.driver.executeScript<number>('return document.querySelectorAll(".pot").length');
    const before = await pots();
    await browser.type('Laid a minute', '2');
    await browser.driver.wait(async () => (await pots()) > before, 45_000, 'slow hands get no more pots');
    await browser.sees('for ply');
    await browser.choose('Measured with', 'Cups with 5 ml lines');
    await browser.sees('Cup lines: resin to');
    await browser.sees('Too small a pot for Cups with 5 ml lines');
    await browser.sees('Bench scale, 0.1 g');
    await browser.type('Laid a minute', '6');
    await browser.driver.wait(async () => (await pots()) === before, 45_000, 'the pots do not come together again');
    await browser.choose('Measured with', 'Epoxy pumps, slow');
    await browser.sees('6 strokes of resin, then 6 strokes of hardener');
    await browser.choose('Measured with', 'Bench scale, 0.1 g');
    await browser.saved();
    expect(await browser.accessFaults()).toEqual([]);
  }, 240_000);

  it('warns of a pot left standing in foam, and of a lay-up too hot under a lamp, which is then laid in two goes', async () => {
    const { browser } = scene;
    await browser.go(`${scene.launch}/mix`);
    await browser.part('Mixed in and with');
    await browser.sees('left standing');
    const peak = async (): Promise<number> => Number(/gets to (\d+) °C/.exec(await browser.text())?.[1] ?? 0);
    await browser.choose('Mixed in', 'Foam cup');
    await browser.driver.wait(async () => (await peak()) > 100, 45_000, 'foam keeps no heat');
    await browser.sees('It smokes and may burn');
    await browser.choose('Mixed in', 'Roller tray, spread');
    await browser.driver.wait(async () => (await peak()) < 60, 45_000, 'a tray runs away like a cup');
    await browser.choose('Mixed in', 'Paper or plastic cup');
    await browser.type('Lamp or sun, W/m²', '1000');
    await browser.type('For, h', '4');
    await browser.press('Follow the cure');
    await browser.sees('▲ too hot');
    await browser.sees('First face, 2 goes');
    await browser.find('ash-cure-map canvas');
    await browser.driver.wait(
      async () =>
        (await browser.driver.executeScript<number>(
          'return document.querySelectorAll("ash-cure-board progress").length',
        )) === 0,
      30_000,
      'the cure is never followed to its end',
    );
    expect(await browser.accessFaults()).toEqual([]);
    await browser.pressAt('[aria-label="Take First face, 2 goes"]');
    await browser.saved();
    await browser.sees('Go 2, plies');
    await browser.go(`${scene.launch}/days`);
    await browser.part('Steps, with their reasons');
    await browser.sees('Lay up, face 2, go 2');
    expect(await browser.complaints()).toEqual([]);
  }, 300_000);

  it('catches a wrong ratio at the bench: said before it is logged, and the pot is to be mixed again', async () => {
    const { browser } = scene;
    await browser.go('/');
    await browser.go(`${await browser.jobAddress('RB-07')}/layup`);
    await browser.press('Tick off what is left');
    await browser.pressEach(By.css('ash-layup .tick:has(input:not(:checked))'), 'the tick is not kept');
    await browser.press('Read the air');
    await browser.type('Air, read now', '19');
    await browser.type('Humidity, read now', '58');
    await browser.press('Keep the reading');
    await browser.press('Start the lay-up');
    await browser.sees('Next to mix: pot');
    const next = async (): Promise<string> => /Next to mix: pot (\w+)/.exec(await browser.text())?.[1] ?? '';
    const label = await next();
    await browser.type('Resin weighed', '100');
    await browser.type('Hardener weighed', '25');
    await browser.sees('\u221216.7 % hardener: out, 3 % is allowed');
    await browser.sees('Throw it away');
    await browser.type('Resin lot', 'R-3107');
    await browser.type('Hardener lot', 'H-882');
    await browser.sees('Lot R-3107 is not on the shelf');
    await browser.type('Where it is from', 'Borrowed from next door, label read');
    await browser.press(`Log pot ${label}`);
    await browser.sees(`Next to mix: pot ${label}, again`);
    await browser.type('Resin weighed', '100');
    await browser.type('Hardener weighed', '30.2');
    await browser.sees('+0.7 % hardener: within');
    await browser.press(`Log pot ${label}`);
    await browser.driver.wait(async () => (await next()) !== label, 45_000, 'the pot is still to be mixed');
    expect(await browser.accessFaults()).toEqual([]);
  }, 180_000);
});
