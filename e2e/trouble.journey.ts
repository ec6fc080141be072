import { writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { RecordFile } from '@ashstep/contract';
import { PASSWORDS } from './support/app.js';
import { Browser } from './support/browser.js';
import { setScene } from './support/scene.js';

describe('when things go wrong', () => {
  const scene = setScene();

  it('two people who change the same section see both values and choose', async () => {
    const other = await Browser.open(scene.base);
    try {
      await other.enter('tomas', PASSWORDS.tomas);
      await other.go(`${scene.launch}/taper`);
      await other.sees('Why 12:1');
      await scene.browser.go(`${scene.launch}/taper`);
      await scene.browser.sees('Why 12:1');
      // Hidden pages do not listen, so this one does not hear of the other's change before it makes its own.
      await scene.browser.lookAway(true);
      await other.press('15:1');
      await other.saved();
      await scene.browser.press('20:1');
      await scene.browser.sees('Tomas Quill changed the taper');
      await scene.browser.press('Take theirs');
      await scene.browser.sees('Why 15:1');
      await scene.browser.saved();
      await scene.browser.lookAway(false);
    } finally {
      await other.close();
    }
  }, 180_000);

  it('a page that was hidden shows on return what changed meanwhile', async () => {
    const other = await Browser.open(scene.base);
    try {
      await other.enter('tomas', PASSWORDS.tomas);
      await other.go(`${scene.launch}/taper`);
      await other.sees('Why 15:1');
      await scene.browser.go(`${scene.launch}/taper`);
      await scene.browser.sees('Why 15:1');
      await scene.browser.lookAway(true);
      await other.press('12:1');
      await other.saved();
      expect(await scene.browser.text()).toContain('Why 15:1');
      await scene.browser.lookAway(false);
      await scene.browser.sees('Why 12:1');
    } finally {
      await other.close();
    }
  }, 180_000);

  it('an address that leads nowhere says so and leads back', async () => {
    await scene.browser.go('/repair/00000000-0000-4000-8000-000000000000/look');
    await scene.browser.sees('No such repair here');
    await scene.browser.press('To the board');
    await scene.browser.sees('Hands wanted');
  }, 90_000);

  it('a sealed record goes out as a file, and a changed or broken one is refused with its reason', async () => {
    const inspector = await Browser.open(scene.base);
    try {
      await inspector.enter('maren', PASSWORDS.maren);
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
      await take(
        write('ash-step-changed.json', JSON.stringify({ ...file, body: { ...file.body, title: 'Never happened' } })),
      );
      await inspector.sees('was changed after it was sealed');
      await take(write('ash-step-known.json', JSON.stringify(file)));
      await inspector.sees('is here already');
    } finally {
      await inspector.close();
    }
  }, 180_000);

  it('an edit made while the server is away is kept over a reload and sent when it is back', async () => {
    await scene.browser.go(`${scene.launch}/mix`);
    await scene.browser.part('Priming and waste');
    await scene.browser.sees('Waste, %');
    await scene.browser.driver.executeScript("window.fetch = () => Promise.reject(new TypeError('away'))");
    await scene.browser.type('Waste, %', '15');
    await scene.browser.sees('The server cannot be reached');
    await scene.browser.go(`${scene.launch}/mix`);
    await scene.browser.saved();
    const field = await scene.browser.field('Waste, %');
    expect(await field.getAttribute('value')).toBe('15');
    const kept = await scene.browser.driver.executeAsyncScript<number>(
      "const done = arguments[arguments.length - 1]; fetch('/api' + arguments[0]).then((r) => r.json()).then((r) => done(r.inputs.mix.wastePercent))",
      scene.launch.replace('/repair/', '/repairs/'),
    );
    expect(kept).toBe(15);
  }, 180_000);
});
