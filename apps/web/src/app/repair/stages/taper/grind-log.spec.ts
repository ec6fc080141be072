import type { GaugeReading } from '@ashstep/core/taper';
import { GrindLog } from './grind-log';
import { PanelBench, stateOf } from '../../panel.testing';

const at = (rayDeg: number, outMm: number, depthMm: number): GaugeReading => ({ rayDeg, outMm, depthMm });

describe('the check of the grind', () => {
  let bench: PanelBench;
  beforeEach(() => (bench = new PanelBench()));
  const show = (gauge: GaugeReading[], sections: object = {}, detail: object = {}): Promise<string> =>
    bench.show(GrindLog, stateOf({ taper: { sides: 'one' }, survey: { gauge }, ...sections }, detail));

  it('says how to gauge before there is a reading', async () => {
    expect(await show([])).toContain('Rays at 0°, 90°, 180° and 270° tell most.');
  });

  it('holds each reading against 5 mm at 12:1: 24 mm out, 3 mm is wanted', async () => {
    await show([at(0, 24, 3), at(90, 24, 1.6), at(180, 24, 4.6)]);
    const told = bench.rows().map(([ray, out, wanted, found, says]) => [ray, out, wanted, found, says]);
    expect(told).toContain(['0°', '24', '3.00', '3.00', 'on the slope']);
    expect(told).toContain(['90°', '24', '3.00', '1.60', 'high']);
    expect(told).toContain(['180°', '24', '3.00', '4.60', 'too deep']);
  });

  it('says what to do where, in a line each, and when to stop', async () => {
    await show([at(0, 24, 3), at(90, 24, 1.6)]);
    expect(bench.host.querySelectorAll('.advice li').length).toBeGreaterThan(0);
    expect(bench.host.querySelector('.advice.even')).toBeNull();
    await show([at(0, 24, 3), at(90, 24, 3), at(180, 24, 3), at(270, 24, 3)]);
    expect(bench.host.querySelector('.advice.even')).toBeNull();
    expect(bench.host.textContent).toContain('one place says nothing of the slope');
    await show([0, 90, 180, 270].flatMap((ray) => [at(ray, 24, 3), at(ray, 48, 1)]));
    expect(bench.host.querySelector('.advice.even')).not.toBeNull();
  });

  it('logs a reading, a ray past the full turn as what it is', async () => {
    await show([at(0, 24, 3)]);
    expect(bench.button('Log it').disabled).toBeTrue();
    await bench.type('Ray, °', '450');
    await bench.type('Out from the hole', '12');
    await bench.type('Depth found', '4.1');
    bench.button('Log it').click();
    expect(bench.lastEdit<{ gauge: GaugeReading[] }>('survey').gauge).toEqual(
      jasmine.arrayContaining([at(0, 24, 3), at(90, 12, 4.1)]),
    );
    await bench.settled();
    expect(bench.button('Log it').disabled).toBeTrue();
  });

  it('takes one out, and only that', async () => {
    await show([at(0, 24, 3), at(90, 24, 1.6)]);
    bench.button('Take out 90 degrees').click();
    expect(bench.lastEdit<{ gauge: GaugeReading[] }>('survey').gauge).toEqual([at(0, 24, 3)]);
  });

  it('takes good rows of a file, and tells the bad ones with their line', async () => {
    await show([]);
    const file = new File(['ray_deg,out_mm,depth_mm\n0,24,3\nnorth,24,3\n90,12,4\n'], 'gauge.csv');
    const log = bench.fixture.componentInstance as GrindLog;
    await log.take({ files: [file], value: 'x' } as unknown as HTMLInputElement);
    expect(bench.lastEdit<{ gauge: GaugeReading[] }>('survey').gauge.length).toBe(2);
    const told = await bench.settled();
    expect(told).toContain('2 readings taken, 1 left out:');
    expect(told).toContain('Line 3');
  });

  it('has no slope to gauge where steps are cut, and takes nothing on a sealed sheet', async () => {
    expect(await show([], { taper: { sides: 'one', kind: 'stepped' } })).toContain('No slope is ground here.');
    expect(bench.button('Log it')).toBeUndefined();
    await show([at(0, 24, 3)], {}, { state: 'sealed' });
    expect(bench.host.querySelectorAll('button, input').length).toBe(0);
  });
});
