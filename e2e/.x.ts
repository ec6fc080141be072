import { writeFileSync } from 'node:fs';
import { Browser } from './support/browser.js';
const pw = JSON.parse(process.env['PW']!);
const browser = await Browser.open('http://127.0.0.1:4290');
const shot = async (n: string) => writeFileSync(`/tmp/look-${n}.png`, Buffer.from(await browser.driver.takeScreenshot(), 'base64'));
const pause = () => browser.driver.sleep(750);
try {
  await browser.resize(1280, 800);
  await browser.signIn('ilse', pw['ilse']);
  const launch = await browser.jobAddress('PL-2');
  await browser.go(`${launch}/bench`);
  await browser.sees('Go back');
  await pause(); await shot('w1');
  console.log((await browser.text()).slice(0, 900));
  const rb = await (async () => { await browser.go('/'); return browser.jobAddress('RB-07'); })();
  await browser.go(`${rb}/bench`);
  await browser.sees('Go back');
  for (let i = 0; i < 8; i++) { const t = await browser.text(); if ((await browser.driver.executeScript<string>('return document.querySelector("h1").textContent')).includes('Begin')) break; await pause(); await browser.press('It is so'); }
  await pause(); await shot('w2');
  await pause(); console.log((await browser.text()).slice(0, 900)); await shot('w2');
  await browser.pressAt('footer .main'); await browser.sees('as you read it');
  for (const k of ['2','0']) await browser.pressAt(`ash-keypad button:nth-child(${k === '0' ? 11 : Number(k)})`);
  await browser.press('Humidity, %');
  for (const k of ['5','5']) await browser.pressAt(`ash-keypad button:nth-child(${Number(k)})`);
  await shot('w3');
  await browser.press('Read so');
  await pause(); await browser.pressAt('footer .main'); await pause();
  await shot('w4'); console.log((await browser.text()).slice(0, 1200));

  const key = async (text: string) => { for (const k of text) await browser.pressAt(`ash-keypad button:nth-child(${k === '.' ? 10 : k === '0' ? 11 : Number(k)})`); };
  await key('45.6');
  await browser.press('Hardener to');
  await key('60.4'); await shot('w5');
  await browser.pressAt('ash-keypad button:nth-child(12)'); await browser.pressAt('ash-keypad button:nth-child(12)'); await browser.pressAt('ash-keypad button:nth-child(12)'); 
  await browser.pressAt('ash-keypad button:nth-child(12)');
  await key('59.3');
  await browser.press('R-3094'); await browser.press('H-875'); await shot('w6');
  await pause(); await browser.pressAt('footer .main'); await pause(); await shot('w7');
  await browser.pressAt('footer .main'); await pause(); await pause(); await shot('w8');
  console.log((await browser.text()).slice(0, 900));
  await browser.press('Photo or note'); await pause(); await browser.press('Bubble here'); await pause(); await browser.pressAt('ash-piece svg'); await pause();
  await browser.pressAt('footer .main'); await pause(); await shot('w9');
  await browser.press('Go back'); await pause(); await shot('w10');
  await browser.resize(390, 844); await pause(); await shot('w11');
  console.log(await browser.accessFaults());
} finally { console.log((await browser.complaints()).join('\n')); await browser.close(); }
