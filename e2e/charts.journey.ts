import { CHART_IDS } from '@ashstep/core/charts';
import { setScene } from './support/scene.js';

describe('charts for the wall', () => {
  const scene = setScene();

  it('are gone to from the library, read at any width, and marked with the air there is', async () => {
    const { browser } = scene;
    await browser.go('/library');
    await browser.press('Charts');
    await browser.sees('ml, grams and drops by resin and per cent');
    // 1 % of 500 g is 5 ml.
    await browser.sees('5.0 ml');
    for (const width of [1280, 820, 390]) {
      await browser.resize(width, 844);
      for (const id of CHART_IDS) {
        await browser.go(`/charts?chart=${id}`);
        await browser.find('tbody td');
        expect(await browser.driver.executeScript<number>('return document.documentElement.scrollWidth')).withContext(`${id}, ${width}`).toBeLessThanOrEqual(width); // prettier-ignore
        if (width === 1280)
          expect(await browser.accessFaults())
            .withContext(id)
            .toEqual([]);
      }
    }
    await browser.resize(1280, 800);
    await browser.go('/charts?chart=times');
    await browser.choose('System', 'Epoxy, slow hardener');
    await browser.sees('Framed: the air read last');
    await browser.find('td.now');
    await browser.find('td.refused');
    await browser.go('/charts?chart=discs');
    await browser.type('Laminate, thick', '6');
    // 6 mm at 12:1 is 72 mm a side.
    await browser.sees('194 mm');
    expect(await browser.complaints()).toEqual([]);
  }, 300_000);
});
