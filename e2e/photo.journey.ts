import { writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { Point } from '@ashstep/core/geometry';
import { carry, homography } from '@ashstep/core/survey';
import { By, Key } from 'selenium-webdriver';
import sharp from 'sharp';
import { BOTTOM, tapedCorners, takePicture } from '../apps/server/src/demo/pictures.js';
import { setScene } from './support/scene.js';

/** A page that squared the picture up itself would stand still for longer than this. */
const FROZEN_MS = 600;

describe('a photograph', () => {
  const scene = setScene();
  const folder = os.tmpdir();
  const choose = async (file: string): Promise<void> => (await scene.browser.present('#photo-file')).sendKeys(file);

  it('of the wrong kind is refused with what to do', async () => {
    await scene.browser.go(`${scene.launch}/look`);
    await scene.browser.part('Photograph');
    await scene.browser.sees('Bottom, as found');
    const heic = path.join(folder, 'ash-step-phone.jpg');
    writeFileSync(heic, Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from('ftypheic'), Buffer.alloc(60)]));
    await choose(heic);
    await scene.browser.sees('This is a HEIC picture');
    const torn = path.join(folder, 'ash-step-torn.png');
    writeFileSync(torn, (await sharp({ create: { width: 80, height: 60, channels: 3, background: '#444' } }).png().toBuffer()).subarray(0, 90)); // prettier-ignore
    await choose(torn);
    await scene.browser.sees('cannot be read');
  }, 180_000);

  it('of twelve megapixels is squared up while the page goes on working', async () => {
    const file = path.join(folder, 'ash-step-large.jpg');
    const corners = tapedCorners(BOTTOM).map(({ xPx, yPx }) => ({ xPx: xPx * 2.5, yPx: yPx * 2.5 }));
    writeFileSync(file, await sharp(await takePicture(BOTTOM)).resize(4000, 3000).jpeg().toBuffer()); // prettier-ignore
    await choose(file);
    await scene.browser.sees('ash-step-large');
    await scene.browser.driver.executeScript(
      'new PerformanceObserver((list) => { for (const task of list.getEntries()) window.longest = Math.max(window.longest, task.duration); }).observe({ type: "longtask" })',
    );
    const [, added] = await scene.browser.driver.findElements(By.css('ash-photograph .photo button:first-child'));
    await scene.browser.hand.press(added!);
    await scene.browser.find('.picture');
    expect(await scene.browser.accessFaults()).toEqual([]);
    await scene.browser.type('Side 1 to 2', '300');
    await scene.browser.type('Side 2 to 3', '300');
    await scene.browser.press('Marks, typed');
    for (const [i, name] of ['1, lower left', '2, lower right', '3, upper right', '4, upper left'].entries()) {
      await scene.browser.type(`${name}, across px`, String(corners[i]!.xPx));
      await scene.browser.type(`${name}, down px`, String(corners[i]!.yPx));
    }
    await scene.browser.driver.executeScript('window.longest = 0');
    await scene.browser.press('Lay it under the drawing');
    await scene.browser.find('image.photo');
    await scene.browser.saved();
    expect(await scene.browser.driver.executeScript<number>('return window.longest')).toBeLessThan(FROZEN_MS);
    await scene.browser.sees('Not checked by a fifth length');
  }, 240_000);

  it('has its corners dragged, nudged by keys, and checked by a length that is known', async () => {
    const { driver, hand } = scene.browser;
    await hand.press(await scene.browser.find('ash-photograph .photo button'));
    await scene.browser.find('.picture');
    const truth = tapedCorners(BOTTOM);
    const { toPicture } = homography({ corners: truth, widthMm: 300, heightMm: 300 });
    for (let spot = 0; spot < 4; spot++) {
      const grip = await scene.browser.find(`[data-spot="${spot}"]`);
      const [from, to] = await driver.executeScript<[Point, Point]>(
        'const m = document.querySelector(".picture").getScreenCTM(); const own = arguments[0].getScreenCTM(); return [{ x: Math.round(own.e), y: Math.round(own.f) }, { x: Math.round(m.e + arguments[1] * m.a), y: Math.round(m.f + arguments[2] * m.d) }]',
        grip,
        truth[spot]!.xPx,
        truth[spot]!.yPx,
      );
      await driver.actions().move(from).press().move(to).release().perform();
    }
    await scene.browser.press('Check by a fifth length');
    const rule = (at: Point): Point => carry(toPicture, { x: at.x - BOTTOM.tape.x, y: at.y - BOTTOM.tape.y });
    const [from, to] = [rule(BOTTOM.rule), rule({ x: BOTTOM.rule.x + BOTTOM.rule.lengthMm, y: BOTTOM.rule.y })];
    await scene.browser.press('Marks, typed');
    for (const [name, end] of [
      ['Rule, one end', from],
      ['Rule, other end', to],
    ] as const) {
      // prettier-ignore
      await scene.browser.type(`${name}, across px`, end.x.toFixed(1));
      await scene.browser.type(`${name}, down px`, end.y.toFixed(1));
    }
    await scene.browser.type('Known length', '200');
    const grip = await scene.browser.find('[data-spot="2"]');
    const across = async (): Promise<number> => Number(await grip.getAttribute('aria-valuenow'));
    const stands = (px: number): Promise<boolean> =>
      driver.wait(async () => Math.abs((await across()) - px) < 0.001, 45_000, `the corner does not stand at ${px} px`);
    const before = await across();
    await grip.sendKeys(Key.ARROW_RIGHT);
    await stands(before + 1);
    await grip.sendKeys(Key.ARROW_LEFT);
    await stands(before);
    const text = await scene.browser.text();
    expect(Number(/corners, ([\d.]+) % off/.exec(text)![1])).toBeLessThan(1.5);
    await scene.browser.press('Lay it under the drawing');
    await scene.browser.sees('Checked. The known 200 mm');
    await scene.browser.find('image.photo');
    await scene.browser.saved();
  }, 240_000);

  it('is traced on: what is pressed on the picture is there in millimetres', async () => {
    const { driver } = scene.browser;
    await scene.browser.part('Trace, or from a file');
    await scene.browser.press('Trace on the plan');
    await scene.browser.press('More damage');
    // The hole's true outline, pressed where the picture shows it on the screen.
    const places = Array.from({ length: 12 }, (_, i) => ({
      x: BOTTOM.hole.lengthMm * 0.5 * Math.cos((i * Math.PI) / 6),
      y: BOTTOM.hole.widthMm * 0.5 * Math.sin((i * Math.PI) / 6),
    }));
    const image = await scene.browser.find('image.photo');
    const [left, top] = await driver.executeScript<[number, number]>(
      'const m = arguments[0].getScreenCTM(); return [m.e, m.f]',
      image,
    );
    const pxPerMm = await driver.executeScript<number>(
      'const bar = document.querySelector(".plan g[pointer-events=none] path.dim"); return bar.getBBox().width / parseFloat(bar.parentNode.textContent)',
    );
    for (const { x, y } of places) {
      const at = {
        x: Math.round(left + (x - BOTTOM.tape.x) * pxPerMm),
        y: Math.round(top - (y - BOTTOM.tape.y) * pxPerMm),
      };
      await driver.actions().move(at).click().perform();
    }
    await scene.browser.sees('12 points set');
    await scene.browser.press('End it here');
    const area = Number(/Damage ([\d.]+) cm²/.exec(await scene.browser.text())![1]);
    // Twelve corners of an ellipse hold 95.5 % of it.
    const twelve = (12 / 2) * Math.sin(Math.PI / 6) * (BOTTOM.hole.lengthMm / 2) * (BOTTOM.hole.widthMm / 2);
    expect(Math.abs((area * 100) / twelve - 1)).toBeLessThan(0.05);
    await scene.browser.saved();
    expect(await scene.browser.complaints()).toEqual([]);
  }, 240_000);
});
