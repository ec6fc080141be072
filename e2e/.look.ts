import { writeFileSync } from 'node:fs';
import { Browser } from './support/browser.js';
const BASE = 'http://127.0.0.1:4290';
const pw = JSON.parse(process.env['PW']!);
const shots: [string, string, string, string?][] = JSON.parse(process.argv[2]!);
const browser = await Browser.open(BASE);
try {
  await browser.signIn(process.env['WHO'] ?? 'ilse', pw[process.env['WHO'] ?? 'ilse']);
  for (const [name, at, wait, sel] of shots) {
    const size: [number, number] = name.includes('390') ? [390, 844] : name.includes('820') ? [820, 1180] : name.includes('1600') ? [1680, 950] : [1280, 800];
    await browser.resize(...size);
    const [tag, rest] = at.split('#');
    let address = at;
    if (rest) {
      const id = await browser.driver.executeAsyncScript<string>(
        `const done = arguments[arguments.length - 1]; fetch('/api/history?q=' + arguments[0]).then((r) => r.json()).then(({ rows }) => done((rows.find((r) => r.craftTag === arguments[0] && r.state === 'open') ?? rows.find((r) => r.title.startsWith(arguments[0])) ?? rows[0]).id))`, tag);
      address = `/repair/${id}/${rest}`;
    }
    await browser.go(address);
    await browser.sees(wait).catch((e) => console.log(name, String(e)));
    if (sel) await browser.driver.executeScript('document.querySelector(arguments[0])?.scrollIntoView()', sel);
    await browser.driver.executeAsyncScript('const done = arguments[arguments.length - 1]; document.fonts.ready.then(() => requestAnimationFrame(() => requestAnimationFrame(done)))');
    await browser.driver.sleep(250);
    const told = await browser.driver.executeScript(`const s=document.querySelector('section.sheet'); const b=(q)=>{const e=document.querySelector(q); if(!e) return null; const r=e.getBoundingClientRect(); return Math.round(r.top)+'-'+Math.round(r.bottom)}; return JSON.stringify({sheet:b('section.sheet'), scroll: s?.scrollHeight, parts:b('ash-parts'), go:b('ash-go'), caut:b('ash-cautions'), sideways: document.documentElement.scrollWidth>innerWidth})`);
    console.log(name, told);
    if (!process.env['NOSHOT']) writeFileSync(`/tmp/look-${name}.png`, Buffer.from(await browser.driver.takeScreenshot(), 'base64'));
  }
  console.log((await browser.complaints()).join('\n'));
} finally { await browser.close(); }
