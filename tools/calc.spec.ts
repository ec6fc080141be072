import { spawnSync } from 'node:child_process';
import { CALCULATIONS } from '@ashstep/contract';
import { answer } from './calc-answer.js';

interface Refusal {
  error: { code: string; detail: string; fields: { path: string }[] };
}

describe('the command line of the calculations', () => {
  it('lists every one of them, with what it is for', () => {
    const list = answer(['--list'], () => '').body as { name: string; summary: string }[];
    expect(list.map(({ name }) => name)).toEqual(CALCULATIONS.map(({ name }) => name));
    expect(list.every(({ summary }) => summary.length > 10)).toBeTrue();
    for (const name of [
      'ply',
      'laminate',
      'match',
      'resin-evidence',
      'resin-verdicts',
      'footprint',
      'joint',
      'stack',
      'resin-quantity',
      'mix',
      'mix-error',
      'dew-point',
    ])
      expect(list.map((entry) => entry.name)).toContain(name);
  });

  it('prints the schema of an input, and an example it takes', () => {
    expect(answer(['--schema', 'ply'], () => '').body).toEqual(
      jasmine.objectContaining({ properties: jasmine.objectContaining({ arealWeightGsm: jasmine.anything() }) }),
    );
    for (const { name } of CALCULATIONS) {
      const example = answer(['--example', name], () => '');
      expect(answer([name], () => JSON.stringify(example.body)).status)
        .withContext(name)
        .toBe(0);
    }
  }, 30_000);

  it('works out a good input', () => {
    const { status, body } = answer(['dew-point'], () => '{"airTempC":20,"relativeHumidityPercent":50}');
    expect(status).toBe(0);
    // Magnus over water: 9.26 °C.
    expect((body as { dewPointC: number }).dewPointC).toBeCloseTo(9.26, 1);
  });

  for (const [name, input, code] of [
    ['dew-point', '{"airTempC":"warm"}', 'invalid'],
    ['dew-point', '{', 'broken-json'],
    ['footprint', '{"shape":{"kind":"circle","diameterMm":-4},"ratio":12,"depthMm":4}', null],
    ['no-such', '{}', 'unknown-calculation'],
    ['stack', '{}', 'invalid'],
    ['mix', '{"systemId":"polyester","totalG":100,"catalystPercent":9}', null],
    ['--rubbish', '', 'usage'],
  ] as const)
    it(`refuses ${name} ${input} with what is wrong`, () => {
      const { status, body } = answer([name], () => input);
      const { error } = body as Refusal;
      expect([status, error.detail.length > 0, code ?? error.code]).toEqual([2, true, error.code]);
    });

  it('answers as a process too, with its status', () => {
    const run = (args: string[], input: string) =>
      spawnSync(process.execPath, ['tools/calc.mjs', ...args], { input, encoding: 'utf8' });
    const good = run(['dew-point'], '{"airTempC":20,"relativeHumidityPercent":50}');
    expect([good.status, typeof (JSON.parse(good.stdout) as { dewPointC: number }).dewPointC]).toEqual([0, 'number']);
    const bad = run(['dew-point'], '{');
    expect([bad.status, (JSON.parse(bad.stdout) as Refusal).error.code]).toEqual([2, 'broken-json']);
  }, 30_000);
});
