import { mkdtempSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { PASSWORDS, RunningApp } from './support/app.js';
import { Browser } from './support/browser.js';

const RATE = 44_100;
/** Made-up taps: silence, then each after the other, so many seconds apart. */
const [SILENCE_S, APART_S] = [3, 0.8];
const TAPS = [...Array.from({ length: 5 }, () => 'ringing'), 'dull', 'ringing', 'dull'] as const;

/** What a microphone would hear of them, as a WAV of 16 bits. */
function recording(): Buffer {
  const samples = new Int16Array(Math.round((SILENCE_S + APART_S * TAPS.length + 20) * RATE));
  TAPS.forEach((kind, n) => {
    const [hz, fallS] = kind === 'dull' ? [800, 0.012] : [2400 + 40 * (n % 3), 0.038];
    const from = Math.round((SILENCE_S + APART_S * n) * RATE);
    for (let i = 0; i < 0.2 * RATE; i++) {
      const t = i / RATE;
      samples[from + i] = 16_000 * Math.exp((-t * Math.log(10)) / fallS) * Math.sin(2 * Math.PI * hz * t);
    }
  });
  const head = Buffer.alloc(44);
  head.write('RIFF', 0);
  head.writeUInt32LE(36 + samples.byteLength, 4);
  head.write('WAVEfmt ', 8);
  head.writeUInt32LE(16, 16);
  head.writeUInt16LE(1, 20);
  head.writeUInt16LE(1, 22);
  head.writeUInt32LE(RATE, 24);
  head.writeUInt32LE(2 * RATE, 28);
  head.writeUInt16LE(2, 32);
  head.writeUInt16LE(16, 34);
  head.write('data', 36);
  head.writeUInt32LE(samples.byteLength, 40);
  return Buffer.concat([head, Buffer.from(samples.buffer)]);
}

describe('taps by ear', () => {
  let app: RunningApp;
  let browser: Browser;
  beforeAll(async () => {
    app = await RunningApp.start();
    const base = await app.serve();
    const file = path.join(mkdtempSync(path.join(os.tmpdir(), 'ash-step-')), 'taps.wav');
    writeFileSync(file, recording());
    browser = await Browser.open(base, 'mouse', {
      flags: [
        '--use-fake-device-for-media-stream',
        '--use-fake-ui-for-media-stream',
        `--use-file-for-fake-audio-capture=${file}`,
      ],
    });
    await browser.enter('ilse', PASSWORDS.ilse);
  }, 300_000);
  afterAll(async () => {
    await browser?.close();
    await app?.stop();
  }, 180_000);

  it('are heard by the microphone, learnt from five, put on the grid with what was heard; the person’s word wins', async () => {
    const job = await browser.jobAddress('TR-1');
    await browser.go(`${job}/look?part=taps`);
    await browser.press('Go on tapping');
    await browser.press('Listen with the microphone');
    await browser.sees('Tap on sound laminate near by: 1 of 5');
    await browser.sees('Listening');
    await browser.driver.wait(async () => (await browser.driver.executeScript<string>('return document.querySelector("ash-tap-ear").innerText')).includes('Dull'), 20_000); // prettier-ignore
    const heard = (): Promise<{ sound: string; instrument: string }[]> =>
      browser.driver.executeAsyncScript(
        `const [id, done] = arguments; fetch('/api/repairs/' + id).then((reply) => reply.json()).then(({ inputs }) => done(inputs.survey.readings.filter(({ instrument }) => /icrophone/.test(instrument))))`,
        /[\da-f-]{36}/.exec(job)![0],
      );
    await browser.driver.wait(async () => (await heard()).length === 3, 45_000, 'three taps are not put down');
    expect((await heard()).map(({ sound }) => sound)).toEqual(['dull', 'sound', 'dull']);
    expect(await browser.accessFaults()).toEqual([]);
    await browser.press('No: sound');
    await browser.driver.wait(async () => (await heard()).at(-1)!.sound === 'sound', 45_000);
    expect((await heard()).at(-1)!.instrument).toMatch(/^By ear; microphone: dull/);
    await browser.press('Stop listening');
    await browser.sees('Listen with the microphone');
  }, 240_000);
});
