import { writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { setScene } from './support/scene.js';

/** A 90 × 60 slot of lines and arcs, drawn in centimetres, units not said. */
const SLOT = ['0', 'SECTION', '2', 'ENTITIES', '0', 'LINE', '8', 'HOLE', '10', '0', '20', '0', '11', '3', '21', '0', '0', 'ARC', '8', 'HOLE', '10', '3', '20', '3', '40', '3', '50', '270', '51', '90', '0', 'LINE', '8', 'HOLE', '10', '3', '20', '6', '11', '0', '21', '6', '0', 'ARC', '8', 'HOLE', '10', '0', '20', '3', '40', '3', '50', '90', '51', '270', '0', 'ENDSEC', '0', 'EOF', ''].join('\n'); // prettier-ignore

describe('the taper and what is cut for it', () => {
  const scene = setScene();
  let roof: string;
  beforeAll(async () => {
    roof = await scene.browser.jobAddress('TR-1');
  }, 180_000);

  it('runs into a fitting, is told the ways out, and leans back from it', async () => {
    const { browser } = scene;
    await browser.go(`${roof}/taper`);
    await browser.press('Open all');
    await browser.sees('In the way: lamp flange');
    const long = async (): Promise<number> => Number(/Margin (\d+) × \d+ mm/.exec(await browser.text())![1]);
    const cut = await long();
    await browser.pressAt('[aria-label="Take: Steeper there, lamp flange"]');
    await browser.sees('The slope is steeper towards it');
    await browser.sees('✓ Taken');
    await browser.saved();
    await browser.pressAt('[aria-label="Take: Take it off, lamp flange"]');
    await browser.sees('Planned as if it were off');
    expect(await long()).toBeGreaterThan(cut);
    await browser.saved();
    expect(await browser.accessFaults()).toEqual([]);
  }, 240_000);

  it('takes a ratio of its own to one side, and the drawing follows', async () => {
    const { browser } = scene;
    const width = (): Promise<number> =>
      browser.driver.executeScript('return document.querySelector(".plan .tape").getBBox().height');
    const before = await width();
    await browser.press('Another ratio to one side');
    await browser.press('Add a side');
    await browser.type('Side 1, towards °', '90');
    await browser.type('Side 1, n:1', '20');
    await browser.driver.wait(async () => (await width()) !== before, 45_000, 'the drawing stays as it was');
    await browser.pressAt('[aria-label="Take out side 1"]');
    await browser.saved();
  }, 180_000);

  it('finds the stack that comes closest, says whether anything better is left, and takes it', async () => {
    const { browser } = scene;
    await browser.go(`${roof}/plies`);
    await browser.part('Find a stack');
    await browser.type('Plies at most', '6');
    await browser.press('Find the closest stack');
    await browser.driver.wait(
      async () =>
        /stacks worked through\. (Nothing of these fabrics comes closer|.*none can go under)|not all there are/.test(
          await browser.text(),
        ),
      40_000,
      'the search does not end',
    );
    await browser.pressAt('ash-stack-finder tbody tr:first-child button');
    await browser.sees('set by hand');
    await browser.saved();
  }, 240_000);

  it('lays the pieces on the roll, puts what is left into stock, and writes files a cutter reads', async () => {
    const { browser } = scene;
    await browser.go(`${scene.launch}/plies`);
    await browser.part('Cut');
    await browser.sees('On the roll');
    await browser.press('Lay them on the roll');
    await browser.find('ash-nest-board svg.roll path');
    await browser.sees('% used. No way of laying them takes less than');
    await browser.driver.wait(
      async () =>
        (await browser.driver.executeScript<number>(
          'return document.querySelectorAll("ash-nest-board progress").length',
        )) === 0,
      30_000,
      'the nest does not end',
    );
    const keep = await browser.driver.executeScript<number>(
      'return document.querySelectorAll("ash-nest-board .off-cut button").length',
    );
    if (keep > 0) {
      await browser.pressAt('[aria-label="Put into stock, off-cut 1"]');
      await browser.sees('In stock');
    }
    const [dxf, sheets] = await browser.driver.executeScript<[string, string]>(
      'return [document.querySelector(\'a[download$=".dxf"]\').href, document.querySelector(\'[aria-label="Patterns on A4"]\').getAttribute("href")]',
    );
    expect(decodeURIComponent(dxf!)).toContain('AC1009');
    const [status, type, size] = await browser.driver.executeAsyncScript<[number, string, number]>(
      'const done = arguments[1]; fetch(arguments[0]).then(async (reply) => done([reply.status, reply.headers.get("content-type"), (await reply.arrayBuffer()).byteLength]))',
      sheets,
    );
    expect([status, type]).toEqual([200, 'application/pdf']);
    expect(size).toBeGreaterThan(20_000);
    expect(await browser.accessFaults()).toEqual([]);
  }, 300_000);

  it('takes the outline from a drawing file, its units asked; a bad file is explained and nothing changes', async () => {
    const { browser } = scene;
    const [good, bad] = ['slot.dxf', 'bad.dxf'].map((name) => path.join(os.tmpdir(), `ash-step-${name}`)) as [
      string,
      string,
    ];
    writeFileSync(good, SLOT);
    writeFileSync(bad, SLOT.replace('270\n0\nENDSEC', '180\n0\nENDSEC').replaceAll('ARC', 'SOLID'));
    await browser.go(`${roof}/look`);
    await browser.part('Trace, or from a file');
    await browser.sees('Outline from a file');
    await (await browser.present('#outline-file')).sendKeys(bad);
    await browser.sees('2 open lines and no closed one');
    await (await browser.present('#outline-file')).sendKeys(good);
    await browser.sees('The file does not say its units');
    await browser.choose('The file does not say its units', 'Centimetres');
    await browser.sees('90 mm × 60 mm');
    await browser.pressAt('[aria-label="Take it, HOLE, 1"]');
    await browser.sees('HOLE is the outline now');
    await browser.sees('Visible damage 90 × 60');
    await browser.saved();
    expect(await browser.complaints()).toEqual([]);
  }, 180_000);
});
