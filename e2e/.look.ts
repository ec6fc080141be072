import { writeFileSync } from 'node:fs';
import { Browser } from './support/browser.js';
const browser = await Browser.open('http://127.0.0.1:4290');
const pw = JSON.parse(process.env['PW']!);
await browser.signIn('ilse', pw.ilse);
const shots: [string, string, string, string?][] = JSON.parse(process.argv[2]!);
for (const [name, at, wait, to] of shots) {
  const [w, h] = name.includes('390') ? [390, 844] : name.includes('820') ? [820, 1180] : [1280, 800];
  await browser.resize(w!, h!);
  const [tag, stage] = at.split('#');
  let address = at;
  if (stage) {
    const id = await browser.driver.executeAsyncScript<string>(
      `const done=arguments[arguments.length-1]; fetch('/api/history?q='+arguments[0]).then(r=>r.json()).then(({rows})=>done((rows.find(r=>r.craftTag===arguments[0]&&r.state==='open')??rows[0]).id))`,
      tag,
    );
    address = `/repair/${id}/${stage}`;
  }
  await browser.go(address);
  try {
    await browser.sees(wait);
  } catch (e) {
    console.log(name, String(e));
  }
  if (to) await browser.driver.executeScript('document.querySelector(arguments[0]).scrollIntoView()', to);
  await browser.driver.executeAsyncScript(
    'const done = arguments[arguments.length - 1]; document.fonts.ready.then(() => requestAnimationFrame(() => requestAnimationFrame(done)))',
  );
  writeFileSync(`/tmp/look-${name}.png`, Buffer.from(await browser.driver.takeScreenshot(), 'base64'));
}
console.log((await browser.complaints()).join('\n'));
await browser.close();
