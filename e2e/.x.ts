import { writeFileSync } from 'node:fs';
import { Browser } from './support/browser.js';
const pw = JSON.parse(process.env['PW']!);
const browser = await Browser.open('http://127.0.0.1:4290');
const shot = async (n: string) => writeFileSync(`/tmp/look-${n}.png`, Buffer.from(await browser.driver.takeScreenshot(), 'base64'));
const pause = () => browser.driver.sleep(750);
try {
  await browser.resize(1280, 800);
  await browser.signIn('ilse', pw['ilse']);
  await pause(); await shot('board');
  await browser.resize(390, 844);
  const launch = await browser.jobAddress('PL-2');
  await browser.go(`${launch}/bench`); await browser.sees('Lay now'); await browser.pressAt('footer .main'); await browser.sees('Still wanted'); await pause(); await shot('m1');
  await browser.driver.executeScript('document.querySelector("ash-weigh").scrollIntoView()'); await pause(); await shot('m2');
  await browser.resize(820, 1180); await pause(); await shot('m3');
  await browser.resize(1280, 800);
  await browser.press('PL-2'); await browser.press('Bright shed'); await pause(); await shot('m4');
} finally { console.log((await browser.complaints()).join('\n')); await browser.close(); }
