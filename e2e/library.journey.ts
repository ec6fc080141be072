import { writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { Key } from 'selenium-webdriver';
import { PASSWORDS } from './support/app.js';
import { Browser } from './support/browser.js';
import { setScene } from './support/scene.js';

describe('the library', () => {
  const scene = setScene();

  it('takes an own cloth with its ounces asked after, and a job is planned with it by typing a word of its name', async () => {
    await scene.browser.go('/library');
    await scene.browser.sees('Basket roving 860');
    expect(await scene.browser.accessFaults()).toEqual([]);
    await scene.browser.pressAt('[aria-label="Own one from Plain glass 203"]');
    await scene.browser.type('Name', 'Sailcloth off the roll');
    await scene.browser.type('Weight of part 1', '8 oz');
    await scene.browser.press('per yd², 271 g/m²');
    await scene.browser.press('Keep it');
    await scene.browser.sees('Sailcloth off the roll');
    await scene.browser.go(`${scene.launch}/plies`);
    await scene.browser.part('Cover, room, wet-out');
    await scene.browser.type('Cover ply', 'sailcl');
    const cover = await scene.browser.field('Cover ply');
    await cover.sendKeys(Key.chord(Key.CONTROL, 'a'), 'sailcl');
    await scene.browser.find('ngb-typeahead-window');
    await cover.sendKeys(Key.ENTER);
    await scene.browser.saved();
    await scene.browser.part('Plies to lay');
    await scene.browser.sees('Sailcloth off the roll');
    await scene.browser.go('/library');
    await scene.browser.pressAt('[aria-label="Retire Sailcloth off the roll"]');
    await scene.browser.driver.wait(
      async () => !(await scene.browser.text()).includes('Sailcloth'),
      45_000,
      'it is still listed',
    );
    await scene.browser.go(`${scene.launch}/plies`);
    await scene.browser.part('Plies to lay');
    await scene.browser.sees('Sailcloth off the roll');
  }, 240_000);

  it('keeps a lot with its price, and the schools are told what they cost', async () => {
    await scene.browser.go(`${scene.launch}/resin`);
    await scene.browser.part('Three ways to choose');
    const unpriced = async (): Promise<string> => /No price yet for [^.]*/.exec(await scene.browser.text())?.[0] ?? '';
    await scene.browser.driver.wait(
      async () => (await unpriced()).includes('Biaxial ±45 400'),
      45_000,
      'it is not told to have no price',
    );
    await scene.browser.go('/library');
    await scene.browser.press('Lots');
    await scene.browser.sees('Expired, not to be used');
    await scene.browser.press('A lot came in');
    await scene.browser.choose('Kind', 'Fabrics');
    await scene.browser.choose('Lot of', 'Biaxial ±45 400');
    await scene.browser.type('Lot on the tin', 'W-5');
    await scene.browser.type('In a pack', '50');
    await scene.browser.type('Price of a pack', '190');
    await scene.browser.press('Keep the lot');
    await scene.browser.sees('W-5');
    await scene.browser.go(`${scene.launch}/resin`);
    await scene.browser.sees('Materials used');
    await scene.browser.driver.wait(
      async () => (await unpriced()) !== '' && !(await unpriced()).includes('Biaxial ±45 400'),
      45_000,
      'the price is still missing',
    );
  }, 180_000);

  it('takes in a table, keeps the good rows and tells of the bad', async () => {
    const file = path.join(os.tmpdir(), 'ash-step-library.csv');
    writeFileSync(
      file,
      'kind,name,grit,wet\nabrasive,Disc 60,60,false\nabrasive,Disc nothing,soft,false\nsmell,Musty,,\n',
    );
    await scene.browser.go('/library');
    await (await scene.browser.present('#library-file')).sendKeys(file);
    await scene.browser.sees('1 taken in');
    await scene.browser.sees('Row 3: entry.grit');
    await scene.browser.sees('Row 4: kind “smell” is not known');
    await scene.browser.press('Abrasives');
    await scene.browser.sees('Disc 60');
  }, 180_000);

  it('lets a manager plan by the shed’s own trials, and the job names them', async () => {
    const manager = await Browser.open(scene.base);
    try {
      await manager.enter('ruben', PASSWORDS.ruben);
      await manager.go('/library/trials');
      await manager.pressAt('[aria-label="Plan by it, Ground to bare fibre"]');
      await manager.type('Plan with, MPa', '12.5');
      await manager.press('New jobs go by it');
      await manager.sees('new jobs go by 12.5 MPa');
      expect(await manager.accessFaults()).toEqual([]);
    } finally {
      await manager.close();
    }
    await scene.browser.go(`${scene.launch}/taper`);
    await scene.browser.part('Joint and bond');
    await scene.browser.press('Take the shed’s');
    await scene.browser.sees('Bond taken as 12.5 MPa, by the shed’s trials: Ground to bare fibre');
    await scene.browser.saved();
    expect(await scene.browser.complaints()).toEqual([]);
  }, 240_000);
});
