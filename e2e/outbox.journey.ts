import { Key } from 'selenium-webdriver';
import { PASSWORDS } from './support/app.js';
import { Browser } from './support/browser.js';
import { setScene } from './support/scene.js';

interface Tap {
  xMm: number;
  yMm: number;
}

describe('nothing typed is lost, doubled or sent in another’s name', () => {
  const scene = setScene(true);
  let tomas: Browser;
  beforeAll(async () => {
    tomas = await Browser.open(scene.base, 'mouse', { keeps: true });
    await tomas.signIn('tomas', PASSWORDS.tomas);
  }, 180_000);
  afterAll(() => tomas?.close());

  const idOf = (address: string): string => address.replace('/repair/', '');
  const taps = async (): Promise<Tap[]> =>
    (
      await scene.app.query<{ taps: Tap[] }>(
        "SELECT inputs -> 'survey' -> 'readings' AS taps FROM repair WHERE id = $1",
        [idOf(scene.launch)],
      )
    )[0]!.taps;
  const logged = async (): Promise<{ entry: { kind: string; label?: string; text?: string }; by_name: string }[]> =>
    scene.app.query('SELECT entry, by_name FROM log_entry WHERE repair_id = $1 ORDER BY at', [idOf(scene.launch)]);
  /** Taps along a row, one step further each. */
  const tapOn = async (browser: Browser, way: string, count: number): Promise<void> => {
    for (let i = 0; i < count; i++) await browser.keys(way, 's');
  };
  /** Taps a browser has on its disk and the server has not. */
  const keptTaps = (browser: Browser): Promise<number> =>
    browser
      .kept()
      .then(
        (commands) =>
          (commands as { act: { changes?: { in?: unknown[] }[] } }[]).flatMap(({ act }) =>
            (act.changes ?? []).flatMap((change) => change.in ?? []),
          ).length,
      );
  const beginTapping = async (browser: Browser): Promise<void> => {
    await browser.go(`${scene.launch}/look`);
    await browser.part('Taps');
    await browser.press('Tap on a grid');
    await browser.find('.pad:focus');
  };

  it('two tap one hull: one’s battery dies, the other is out of reach, the server is killed; every tap is there once', async () => {
    const before = (await taps()).length;
    await beginTapping(scene.browser);
    await beginTapping(tomas);
    await tapOn(scene.browser, Key.ARROW_RIGHT, 3);
    await scene.browser.saved();
    await tomas.offline(true);
    await tapOn(tomas, Key.ARROW_DOWN, 5);
    await tomas.sees('to send');
    const port = Number(new URL(scene.base).port);
    await scene.app.kill();
    await tapOn(scene.browser, Key.ARROW_RIGHT, 2);
    await scene.browser.sees('to send');
    await scene.browser.driver.wait(
      async () => (await keptTaps(scene.browser)) === 2,
      45_000,
      'the taps are not on the shelf',
    );
    scene.browser = await scene.browser.dies();
    await scene.app.serve(port);
    await scene.browser.signIn('ilse', PASSWORDS.ilse);
    await scene.browser.saved();
    await tomas.offline(false);
    await tomas.saved();
    const after = await taps();
    expect(after.length).toBe(before + 10);
    expect(new Set(after.map((tap) => JSON.stringify(tap))).size).toBe(after.length);
    await scene.browser.go(`${scene.launch}/look`);
    const drawn = (browser: Browser): Promise<number> =>
      browser.driver.executeScript("return document.querySelectorAll('.survey circle:not(.hold)').length");
    for (const browser of [scene.browser, tomas])
      await browser.driver.wait(async () => (await drawn(browser)) === after.length, 45_000, 'not every tap is drawn');
  }, 180_000);

  it('two lay one patch up: what is done out of reach comes in with its own time, and one ply is down once', async () => {
    const before = await logged();
    await scene.browser.go(`${scene.launch}/layup`);
    await tomas.go(`${scene.launch}/layup`);
    for (const browser of [scene.browser, tomas]) await browser.sees('down and wet out');
    const next = async (browser: Browser): Promise<string> =>
      /Ply (\w+) down and wet out/.exec(await browser.text())?.[1] ?? '';
    const ply = await next(tomas);
    await tomas.offline(true);
    await tomas.press('down and wet out');
    await tomas.driver.wait(async () => (await next(tomas)) !== ply, 45_000, 'the ply is not shown as down');
    await tomas.part('Log and notes');
    await tomas.type('Note, with its time', 'Bubble pressed out by the chine');
    await tomas.press('Write it down');
    await tomas.sees(', 2 to send');
    expect(await tomas.text()).toContain('not sent yet');
    await scene.browser.press('down and wet out');
    await scene.browser.saved();
    await tomas.offline(false);
    await tomas.sees('Seen too: ');
    await tomas.saved();
    expect(await tomas.accessFaults()).toEqual([]);
    const added = (await logged()).slice(before.length);
    expect(added.map(({ entry, by_name }) => [entry.kind, by_name]).sort()).toEqual([
      ['note', 'Tomas Quill'],
      ['ply', 'Ilse Varga'],
      ['witness', 'Tomas Quill'],
    ]);
  }, 300_000);

  it('half a note and half a weighing are there after a reload', async () => {
    await tomas.go(`${scene.launch}/layup`);
    await tomas.part('Pot');
    await tomas.type('Resin weighed', '87.5');
    await tomas.part('Log and notes');
    await tomas.type('Note, with its time', 'Half a');
    await tomas.go(`${scene.launch}/layup`);
    await tomas.part('Pot');
    expect(await (await tomas.field('Resin weighed')).getAttribute('value')).toBe('87.5');
    await tomas.part('Log and notes');
    expect(await (await tomas.field('Note, with its time')).getAttribute('value')).toBe('Half a');
  }, 180_000);

  it('a session that ends under an open sheet is taken up in place, with all that was typed', async () => {
    await scene.browser.go(`${scene.launch}/mix`);
    await scene.browser.part('Priming and waste');
    await scene.browser.sees('Waste, %');
    await scene.browser.offline(true);
    await scene.browser.type('Waste, %', '19');
    await scene.browser.sees(', 1 to send');
    await scene.app.query('DELETE FROM session');
    await scene.browser.offline(false);
    await scene.browser.sees('Your session has ended, Ilse Varga');
    expect(await scene.browser.accessFaults()).toEqual([]);
    await scene.browser.sees('1 entry is kept here');
    await scene.browser.type('Name you sign in with', 'ilse');
    await scene.browser.type('Password', PASSWORDS.ilse);
    await scene.browser.press('Sign in');
    await scene.browser.saved();
    expect(await (await scene.browser.field('Waste, %')).getAttribute('value')).toBe('19');
    const [row] = await scene.app.query<{ waste: number; by: string }>(
      "SELECT inputs -> 'mix' -> 'wastePercent' AS waste, (SELECT by_name FROM repair_event WHERE repair_id = r.id ORDER BY seq DESC LIMIT 1) AS by FROM repair r WHERE id = $1",
      [idOf(scene.launch)],
    );
    expect(row).toEqual({ waste: 19, by: 'Ilse Varga' });
  }, 180_000);

  it('what one leaves on a tablet waits for them, whoever works on it meanwhile', async () => {
    const { browser } = scene;
    await browser.go(`${scene.launch}/mix`);
    await browser.part('Priming and waste');
    await browser.sees('Waste, %');
    // Only what is changed does not come through: signing out and in does.
    await browser.driver.executeScript(
      "const real = window.fetch; window.fetch = (input, init) => (new Request(input, init).method === 'PATCH' ? Promise.reject(new TypeError('away')) : real(input, init))",
    );
    await browser.type('Waste, %', '23');
    await browser.sees(', 1 to send');
    await browser.press('Ilse Varga, units, account and sign out');
    await browser.press('Sign out');
    await browser.sees('Kept here for Ilse Varga: 1 entry not yet sent');
    await browser.signIn('tomas', PASSWORDS.tomas);
    await browser.go(`${scene.launch}/mix`);
    await browser.part('Priming and waste');
    await browser.sees('Waste, %');
    await browser.type('Waste a pot, at least', '12');
    await browser.driver.wait(async () => (await browser.unsent()) === 1, 45_000, 'his is not sent, or hers is');
    const mix = async (): Promise<{ wastePercent: number; potFloorG: number }> =>
      (
        await scene.app.query<{ mix: { wastePercent: number; potFloorG: number } }>(
          "SELECT inputs -> 'mix' AS mix FROM repair WHERE id = $1",
          [idOf(scene.launch)],
        )
      )[0]!.mix;
    expect(await mix()).toEqual(jasmine.objectContaining({ wastePercent: 19, potFloorG: 12 }));
    await browser.press('Tomas Quill, units, account and sign out');
    await browser.press('Sign out');
    await browser.sees('Sign in');
    await browser.signIn('ilse', PASSWORDS.ilse);
    await browser.saved();
    expect(await mix()).toEqual(jasmine.objectContaining({ wastePercent: 23, potFloorG: 12 }));
    const names = await scene.app.query<{ by_name: string }>(
      "SELECT by_name FROM repair_event WHERE repair_id = $1 AND section = 'mix' ORDER BY seq DESC LIMIT 2",
      [idOf(scene.launch)],
    );
    expect(names.map(({ by_name }) => by_name)).toEqual(['Ilse Varga', 'Tomas Quill']);
  }, 300_000);
});
