import { windows } from '@ashstep/core/cure';
import { formatLocal, parseLocal } from '@ashstep/core/plan';
import { systemOf } from '@ashstep/core/resin';
import { whenText } from '../../../platform/when.pipe';
import { CureWindows } from './cure-windows';
import { PanelBench, stateOf, airAt } from '../../panel.testing';

const hoursAgo = (hours: number): string => new Date(Date.now() - hours * 3_600_000).toISOString();
const laid = (hours: number): object => ({
  log: [{ id: 'p', at: hoursAgo(hours), by: 'Ilse Varga', entry: { kind: 'ply', plyKey: 'f0-p1', label: 'Ply 1' } }],
});
const hour = (text: string): number => parseLocal(text, 'at') / 60;

describe('windows of a cure', () => {
  let bench: PanelBench;
  beforeEach(() => (bench = new PanelBench()));

  it('says of the job’s temperature and of a tent when the next ply bonds, when it is sanded and full', async () => {
    await bench.show(CureWindows, stateOf());
    const heads = [...bench.host.querySelectorAll('thead th')].map((cell) => bench.text(cell));
    expect(heads).toEqual(['Laid now', '20.0 °C', 'Tent, 25.0 °C']);
    expect(bench.rows().map(([name]) => name)).toEqual([
      'Next ply bonds from',
      'and until',
      'Sand from',
      'Full cure, gel coat from',
    ]);
  });

  it('is sooner in a warmer tent, by the same cure as the command line gives', async () => {
    await bench.show(CureWindows, stateOf());
    const { sandableHour } = windows({ card: systemOf('epoxy-slow', undefined), airTempC: 30 });
    await bench.type('Tent heated to', '30');
    const tent = bench.rows()[2]![2]!;
    const now = Math.floor(Date.now() / 60_000);
    const expected = [-2, -1, 0, 1].map((off) =>
      whenText(formatLocal(Math.round(now + off - new Date().getTimezoneOffset() + 60 * sandableHour!))),
    );
    expect(expected).toContain(tent);
  });

  it('tells what the tent brings forward and what it burns', async () => {
    const told = await bench.show(CureWindows, stateOf({ air: airAt(12), days: { startAt: '2026-04-16T08:00' } }));
    const [, hours, kwh] = /brings sanding forward by (\d+) h and burns about (\d+) kWh/.exec(told)!;
    expect(Number(hours)).toBeGreaterThan(10);
    expect(Number(kwh)).toBeGreaterThan(0);
    expect(told).toContain('no naked heater near solvent');
  });

  it('has nothing to say of a tent that is no warmer than the shed', async () => {
    expect(await bench.show(CureWindows, stateOf({ air: airAt(25), days: { startAt: null } }))).not.toContain(
      'brings sanding forward',
    );
  });

  it('goes by what is down: wait, then lay, then abrade', async () => {
    const { fromHour, untilHour } = windows({ card: systemOf('epoxy-slow', undefined), airTempC: 20 });
    expect(await bench.show(CureWindows, stateOf({}, laid(fromHour! / 2)))).toContain('Still wet: wait');
    expect(await bench.show(CureWindows, stateOf({}, laid((fromHour! + untilHour!) / 2)))).toContain(
      'Green: the next ply or coat bonds of itself',
    );
    expect(await bench.show(CureWindows, stateOf({}, laid(untilHour! + 5)))).toContain(
      'Past its window: wash, abrade, wipe',
    );
    expect(await bench.show(CureWindows, stateOf())).not.toContain('The last ply went on');
  });

  it('reads its temperatures in Fahrenheit for who reads inches', async () => {
    bench.units$.next('imperial');
    const told = await bench.show(CureWindows, stateOf({}, laid(4)));
    expect(told).toContain('Tent, 77 °F');
    expect(told).toContain('h at 73 °F');
    expect(told).not.toContain('°C');
  });

  it('orders its hours: bond before sand before full', async () => {
    await bench.show(CureWindows, stateOf());
    const { fromHour, untilHour, sandableHour, fullHour } = windows({
      card: systemOf('epoxy-slow', undefined),
      airTempC: 20,
    });
    expect([fromHour, untilHour, sandableHour, fullHour].map(Number)).toEqual(
      [fromHour, untilHour, sandableHour, fullHour].map(Number).sort((a, b) => a - b),
    );
    expect(hour('2026-04-16T09:00') - hour('2026-04-16T08:00')).toBe(1);
  });
});
