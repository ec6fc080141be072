import type { PotUnderWay } from '@ashstep/contract';
import { PanelBench, stateOf } from '../repair/panel.testing';
import { BenchAside } from './aside';

const POT = { id: 'p', roundId: 'patch', label: 'A' } as PotUnderWay;

describe('beside the acts of the bench', () => {
  let bench: PanelBench;
  beforeEach(() => {
    localStorage.clear();
    bench = new PanelBench();
  });
  const key = async (figures: string): Promise<void> => {
    for (const one of figures) {
      bench.button(one === '.' ? 'Point' : one).click();
      await bench.settled();
    }
  };

  it('the temperature of a cup is keyed in and logged with its pot, in the degrees of who reads', async () => {
    await bench.show(BenchAside, stateOf(), { kind: 'cup', cup: POT });
    expect(bench.button('Read so').disabled).toBeTrue();
    await key('41.5');
    bench.button('Read so').click();
    expect(bench.store.log.calls.mostRecent().args[0]).toEqual({ kind: 'pot-temp', round: 'patch', label: 'A', tempC: 41.5, instrument: '' }); // prettier-ignore
  });

  it('a pot that is gone meanwhile is not logged for', async () => {
    await bench.show(BenchAside, stateOf(), { kind: 'cup', cup: null });
    await key('41');
    expect(bench.button('Read so').disabled).toBeTrue();
  });

  it('figures of one thing are never those of the next: the air begins empty after a cup', async () => {
    await bench.show(BenchAside, stateOf(), { kind: 'cup', cup: POT });
    await key('41.5');
    bench.fixture.componentRef.setInput('kind', 'air');
    const text = await bench.settled();
    expect(text).toContain('Air, °C–');
    expect(bench.button('Read so').disabled).toBeTrue();
    await key('19');
    bench.button('Humidity').click();
    await key('0');
    expect(bench.button('Read so').disabled).withContext('no air is that dry').toBeTrue();
  });

  it('a note is written down once there is one, and its place asked for by what it is', async () => {
    await bench.show(BenchAside, stateOf(), { kind: 'note' });
    expect(bench.button('Write it down').disabled).toBeTrue();
    const field = bench.host.querySelector('textarea')!;
    field.value = ' Bubble by the rim ';
    field.dispatchEvent(new Event('input'));
    await bench.settled();
    bench.button('Write it down').click();
    expect(bench.store.log.calls.mostRecent().args[0]).toEqual({ kind: 'note', text: 'Bubble by the rim' });
    const named: string[] = [];
    (bench.fixture.componentInstance as BenchAside).placing.subscribe((what) => named.push(what));
    bench.button('Dry here').click();
    expect(named).toEqual(['Dry spot']);
  });
});
