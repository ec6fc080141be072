import type chrome from 'selenium-webdriver/chrome.js';
import { Browser } from '../e2e/support/browser.js';

const MOVES = 160;

/** Script time of each frame of a drag, ms: a grip of the patrol launch's outline is dragged about in headless Chromium. */
export async function dragFrames(base: string, login: string, password: string): Promise<number[]> {
  const browser = await Browser.open(base);
  const driver = browser.driver as chrome.Driver;
  const devTools = (command: string, parameters: object): Promise<unknown> =>
    driver.sendAndGetDevToolsCommand(command, parameters);
  try {
    await browser.enter(login, password);
    await browser.go(`${await browser.jobAddress('PL-2')}/look`);
    const grip = await browser.find('[data-handle="move"]');
    const box = await driver.executeScript<Record<'x' | 'y' | 'width' | 'height', number>>(
      'return arguments[0].getBoundingClientRect()',
      grip,
    );
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    const mouse = (type: string, dx: number, dy: number): Promise<unknown> =>
      devTools('Input.dispatchMouseEvent', { type, x: x + dx, y: y + dy, button: 'left', buttons: 1, clickCount: 1 });
    await devTools('Performance.enable', {});
    const scriptMs = async (): Promise<number> => {
      await driver.executeAsyncScript('requestAnimationFrame(() => requestAnimationFrame(arguments[0]))');
      const { metrics } = (await devTools('Performance.getMetrics', {})) as {
        metrics: { name: string; value: number }[];
      };
      return 1000 * metrics.find(({ name }) => name === 'ScriptDuration')!.value;
    };
    await mouse('mousePressed', 0, 0);
    const frames: number[] = [];
    let before = await scriptMs();
    for (let i = 1; i <= MOVES; i++) {
      await mouse('mouseMoved', 20 * Math.sin(i / 9), 14 * Math.sin(i / 7));
      const now = await scriptMs();
      frames.push(now - before);
      before = now;
    }
    await mouse('mouseReleased', 0, 0);
    // The first frames compile what they run.
    return frames.slice(MOVES / 4).sort((a, b) => a - b);
  } finally {
    await browser.close();
  }
}
