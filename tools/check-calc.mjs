import { spawnSync } from 'node:child_process';
import path from 'node:path';
import { ROOT } from './lib/paths.mjs';

const calc = (args, input = '') => spawnSync(process.execPath, [path.join(ROOT, 'tools/calc.mjs'), ...args], { input, encoding: 'utf8', cwd: ROOT });
const wrong = [];
const expect = (name, holds) => holds || wrong.push(name);

const list = JSON.parse(calc(['--list']).stdout);
for (const name of ['ply', 'laminate', 'match', 'resin-evidence', 'resin-verdicts', 'footprint', 'joint', 'stack', 'resin-quantity', 'mix', 'mix-error', 'dew-point'])
  expect(
    `${name} is listed`,
    list.some((entry) => entry.name === name),
  );
expect('a schema is printed', JSON.parse(calc(['--schema', 'ply']).stdout).properties.arealWeightGsm !== undefined);
const good = calc(['dew-point'], '{"airTempC":20,"relativeHumidityPercent":50}');
expect('a good input is worked out', good.status === 0 && Math.abs(JSON.parse(good.stdout).dewPointC - 9.26) < 0.05);
for (const [name, input] of [
  ['dew-point', '{"airTempC":"warm"}'],
  ['dew-point', '{'],
  ['footprint', '{"shape":{"kind":"circle","diameterMm":-4},"ratio":12,"depthMm":4}'],
  ['no-such', '{}'],
  ['stack', '{}'],
  ['mix', '{"systemId":"polyester","totalG":100,"catalystPercent":9}'],
]) {
  const bad = calc([name], input);
  expect(`${name} ${input} exits 2 with a JSON error`, bad.status === 2 && JSON.parse(bad.stdout).error.code.length > 0);
}
if (wrong.length > 0) {
  console.error(wrong.join('\n'));
  process.exit(1);
}
