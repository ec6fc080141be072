import { Key } from 'selenium-webdriver';
import { setScene } from './support/scene.js';

const STAGES = ['look', 'laminate', 'resin', 'taper', 'plies', 'mix', 'days', 'layup', 'finish', 'signoff'];
/** No part of a stage is higher than so many screens. */
const MOST_SCREENS = 1.5;
/** Cautions take no more than this share of a screen. */
const CAUTIONS_SHARE = 0.15;

describe('the parts of a stage', () => {
  const scene = setScene();
  const pathAndPart = async (): Promise<string> => {
    const { pathname, search } = new URL(await scene.browser.driver.getCurrentUrl());
    return `${pathname.split('/').at(-1)}${search}`;
  };
  const open = (): Promise<string[]> =>
    scene.browser.driver.executeScript(
      'return [...document.querySelectorAll("ash-parts h2 button[aria-expanded=true] .name")].map((one) => one.textContent.trim())',
    );
  const opened = async (...names: string[]): Promise<void> => {
    await scene.browser.driver.wait(
      async () => (await open()).join() === names.join(),
      45_000,
      `not open: ${names.join()}`,
    );
  };

  it('stand in an index that is whole in sight, and none is higher than a screen and a half, in every open job and some that are sealed', async () => {
    const { browser } = scene;
    const jobs = await browser.driver.executeAsyncScript<{ id: string; craftTag: string }[]>(
      "const done = arguments[0]; fetch('/api/history?q=').then((r) => r.json()).then(({ rows }) => done([...rows.filter((row) => row.state === 'open'), ...rows.filter((row) => row.state === 'sealed').slice(0, 3)]))",
    );
    expect(jobs.length).toBeGreaterThan(9);
    const faults: string[] = [];
    for (const { id, craftTag } of jobs)
      for (const stage of STAGES) {
        await browser.visit(`/repair/${id}/${stage}?part=all`, `ash-${stage} > ash-go, ash-${stage} > .block`);
        const high = await browser.driver.executeScript<string[]>(
          'return [...document.querySelectorAll("ash-parts > section")].filter((part) => part.offsetHeight > arguments[0] * innerHeight).map((part) => part.querySelector(".name").textContent + " " + part.offsetHeight)',
          MOST_SCREENS,
        );
        await browser.visit(`/repair/${id}/${stage}`, `ash-${stage} > ash-go, ash-${stage} > .block`);
        const [hidden, cautions] = await browser.driver.executeScript<[number, number]>(
          'const last = [...document.querySelectorAll("ash-parts > section")].at(-1); const foot = document.querySelector("ash-go"); return [last && foot ? Math.round(last.getBoundingClientRect().bottom - Math.min(innerHeight, foot.getBoundingClientRect().top)) : 0, (document.querySelector("ash-cautions")?.offsetHeight ?? 0) / innerHeight]',
        );
        const told = [...high, ...(hidden > 1 ? [`the index ends ${hidden} px under the foot`] : []), ...(cautions > CAUTIONS_SHARE ? [`cautions take ${cautions.toFixed(2)}`] : [])]; // prettier-ignore
        if (told.length > 0) faults.push(`${craftTag} ${stage}: ${told.join('; ')}`);
      }
    expect(faults).toEqual([]);
  }, 240_000);

  it('open one at a time, by an address that reload, back and a link come to, and are remembered', async () => {
    const { browser } = scene;
    await browser.go(`${scene.launch}/mix`);
    await browser.part('Priming and waste');
    await opened('Priming and waste');
    expect(await pathAndPart()).toBe('mix?part=usual');
    await browser.part('Pots to mix');
    await opened('Pots to mix');
    await browser.driver.navigate().back();
    await opened('Priming and waste');
    await browser.driver.navigate().refresh();
    await opened('Priming and waste');
    // Another stage and back: it stands as it was left.
    await browser.press('Taper');
    await browser.sees('Why 12:1');
    expect(await open()).toEqual([]);
    await browser.press('Mix & cure');
    await opened('Priming and waste');
    expect(await pathAndPart()).toBe('mix?part=usual');
  }, 180_000);

  it('are gone through by keys, and Escape goes back to the line', async () => {
    const { browser } = scene;
    await browser.go(`${scene.launch}/plies`);
    await browser.find('#part-cover');
    await browser.driver.executeScript('document.querySelector("ash-parts h2 button").focus()');
    const at = (): Promise<string> => browser.driver.executeScript('return document.activeElement.id');
    const first = await at();
    await browser.keys(Key.ARROW_DOWN);
    expect(await at()).not.toBe(first);
    await browser.keys(Key.ARROW_UP, Key.ENTER);
    await browser.driver.wait(async () => (await open()).length === 1, 45_000, 'Enter opens nothing');
    await browser.keys(Key.ESCAPE);
    await opened();
    expect(await at()).toBe(first);
  }, 180_000);

  it('keep what was typed and not yet logged while another is open', async () => {
    const { browser } = scene;
    await browser.go(`${scene.launch}/taper`);
    await browser.part('Check the grind');
    await browser.type('Depth found', '2.2');
    await browser.part('Sizes');
    await browser.sees('Mask line');
    await browser.part('Check the grind');
    expect(await (await browser.field('Depth found')).getAttribute('value')).toBe('2.2');
  }, 180_000);

  it('leave the headline figures in sight, which show what they were when a figure below changes them', async () => {
    const { browser } = scene;
    await browser.go(`${scene.launch}/mix`);
    await browser.part('Priming and waste');
    const before = await browser.driver.executeScript<string>('return document.querySelector(".headline dd").textContent.trim()'); // prettier-ignore
    await browser.type('Waste, %', '30');
    const mark = await browser.find('.headline dd[data-was]');
    expect(before).toContain(((await mark.getAttribute('data-was')) ?? '').split(' ')[0]!);
    const { top, bottom } = await browser.driver.executeScript<{ top: number; bottom: number }>('const r = document.querySelector(".headline").getBoundingClientRect(); return { top: r.top, bottom: r.bottom }'); // prettier-ignore
    expect(top).toBeGreaterThan(0);
    expect(bottom).toBeLessThan(800);
    await browser.type('Waste, %', '10');
    await browser.saved();
  }, 180_000);

  it('are helped by the drawing: sizes typed and things dragged where they are drawn, the section beside the plan on a wide screen', async () => {
    const { browser } = scene;
    await browser.go(`${scene.launch}/taper`);
    const retype = async (figure: string, shows: string): Promise<void> => {
      await (
        await browser.find('ash-dimension-fields input[title="On the drawing, taper each way"]')
      ).sendKeys(Key.chord(Key.CONTROL, 'a'), figure, Key.TAB);
      await browser.sees(shows);
    };
    await retype('45', 'Why 10:1');
    await retype('54', 'Why 12:1');
    await browser.go(`${scene.launch}/look?part=near`);
    const up = async (): Promise<number> => Number(await (await browser.field('From up')).getAttribute('value'));
    await browser.find('[data-handle="near:0:whole"]');
    const before = await up();
    const grip = await browser.present('[data-handle="near:0:whole"]');
    await browser.driver.actions().move({ origin: grip }).press().move({ origin: grip, x: 0, y: -40 }).release().perform(); // prettier-ignore
    await browser.driver.wait(async () => (await up()) > before + 10, 45_000, 'the edge stays where it was');
    await browser.pressAt('button[aria-label="Take the last change back"]');
    await browser.driver.wait(async () => (await up()) === before, 45_000, 'the edge does not come back');
    expect(await browser.driver.executeScript('return !!document.querySelector(".drawing.beside")')).toBeFalse();
    await browser.resize(1680, 950);
    await browser.find('.drawing.beside');
    expect(await browser.accessFaults()).toEqual([]);
    await browser.resize(1280, 800);
    await browser.saved();
  }, 180_000);
});
