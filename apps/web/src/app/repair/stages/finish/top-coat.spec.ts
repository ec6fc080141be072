import { PanelBench, stateOf } from '../../panel.testing';
import { TopCoat } from './top-coat';

describe('a full coat', () => {
  let bench: PanelBench;
  beforeEach(() => {
    localStorage.clear();
    bench = new PanelBench();
  });

  it('of gel coat: 0.5 mm dry is 0.53 wet, in two passes, with what the brush keeps', async () => {
    await bench.show(TopCoat, stateOf({ place: { finish: 'gelcoat' } }));
    await bench.type('Area', '0.2');
    // 0.2 m² × 0.5/0.94 mm = 106.4 ml; over 0.95 for the brush 112 ml, at 1.2 g/ml 134 g.
    const told = bench.text();
    expect(told).toContain('112 ml, 134 g in 2 passes, with 5 % lost');
    expect(told).toContain('0.27 mm after each pass, 0.53 mm in all');
    expect(told).toContain('No wax before the last pass');
    await bench.choose('#coat-way', 'spray');
    expect(bench.text()).toContain('142 ml');
  });

  it('of paint asks the can first: half solids go on twice as thick', async () => {
    expect(await bench.show(TopCoat, stateOf({ place: { finish: 'paint' } }))).toContain('its can says');
    await bench.type('Area', '1');
    await bench.type('Dry thickness', '0.1');
    await bench.type('Solids', '50');
    expect(bench.text()).toContain('0.20 mm in all');
    await bench.type('Solids', '0');
    expect(bench.host.querySelector('.remark')).not.toBeNull();
  });
});
