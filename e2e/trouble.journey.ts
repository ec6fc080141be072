import { writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { RecordFile } from '@ashstep/contract';
import { PASSWORDS, RunningApp } from './support/app.js';
import { Browser } from './support/browser.js';

describe('when things go wrong', () => {
  let app: RunningApp;
  let browser: Browser;
  let base: string;
  let launch: string;
  beforeAll(async () => {
    app = await RunningApp.start();
    base = await app.serve();
    browser = await Browser.open(base);
    await browser.signIn('ilse', PASSWORDS.ilse);
    const link = await browser.find('.shelf a.tag');
    launch = new URL((await link.getAttribute('href')) ?? '').pathname.replace(/\/[a-z]+$/, '');
  }, 120_000);
  afterAll(async () => {
    await browser?.close();
    await app?.stop();
  });

  it('two people who change the same section see both values and choose', async () => {
    const other = await Browser.open(base);
    try {
      await other.signIn('tomas', PASSWORDS.tomas);
      await other.go(`${launch}/taper`);
      await other.sees('Why 12:1');
      await browser.go(`${launch}/taper`);
      await browser.sees('Why 12:1');
      // Hidden pages do not listen, so this one does not hear of the other's change before it makes its own.
      await browser.driver.executeScript("Object.defineProperty(document, 'visibilityState', { value: 'hidden', configurable: true }); document.dispatchEvent(new Event('visibilitychange'))");
      await other.press('15:1');
      await other.saved();
      await browser.press('20:1');
      await browser.sees('Tomas Quill changed the taper');
      await browser.press('Take theirs');
      await browser.sees('Why 15:1');
      await browser.saved();
    } finally {
      await other.close();
    }
  }, 60_000);

  it('an address that leads nowhere says so and leads back', async () => {
    await browser.go('/repair/00000000-0000-4000-8000-000000000000/look');
    await browser.sees('No such repair here');
    await browser.press('To the board');
    await browser.sees('Hands wanted');
  }, 30_000);

  it('a sealed record goes out as a file, and a changed or broken one is refused with its reason', async () => {
    const inspector = await Browser.open(base);
    try {
      await inspector.signIn('maren', PASSWORDS.maren);
      const file = await inspector.driver.executeAsyncScript<RecordFile>(
        "const done = arguments[arguments.length - 1]; fetch('/api/history?q=Gouges').then((r) => r.json()).then(({ rows }) => fetch('/api/repairs/' + rows[0].id + '/record.json')).then((r) => r.json()).then(done)",
      );
      expect(file.body.craft.tag).toBe('SK-4');
      const folder = os.tmpdir();
      const write = (name: string, content: string): string => {
        const target = path.join(folder, name);
        writeFileSync(target, content);
        return target;
      };
      await inspector.go('/history');
      await inspector.sees('repairs');
      const take = async (target: string): Promise<void> => (await inspector.find('#file')).sendKeys(target);
      await take(write('ash-step-broken.json', '{"body":'));
      await inspector.sees('is not JSON');
      await take(write('ash-step-changed.json', JSON.stringify({ ...file, body: { ...file.body, title: 'Never happened' } })));
      await inspector.sees('was changed after it was sealed');
      await take(write('ash-step-known.json', JSON.stringify(file)));
      await inspector.sees('is here already');
    } finally {
      await inspector.close();
    }
  }, 60_000);

  it('an edit made while the server is away is kept over a reload and sent when it is back', async () => {
    await browser.go(`${launch}/mix`);
    await browser.sees('Waste, %');
    await browser.driver.executeScript("window.fetch = () => Promise.reject(new TypeError('away'))");
    await browser.type('Waste, %', '15');
    await browser.sees('The server cannot be reached');
    await browser.go(`${launch}/mix`);
    await browser.saved();
    const field = await browser.field('Waste, %');
    expect(await field.getAttribute('value')).toBe('15');
    const kept = await browser.driver.executeAsyncScript<number>(
      "const done = arguments[arguments.length - 1]; fetch('/api' + arguments[0]).then((r) => r.json()).then((r) => done(r.inputs.mix.wastePercent))",
      launch.replace('/repair/', '/repairs/'),
    );
    expect(kept).toBe(15);
  }, 60_000);
});
