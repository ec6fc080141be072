import { NO_FINISH } from '@ashstep/core/repair';
import { PanelBench, stateOf } from '../../panel.testing';
import { TopCoat } from './top-coat';

const coat = (own: Partial<typeof NO_FINISH.coat>) => ({ coat: { ...NO_FINISH.coat, ...own } });

describe('a full coat', () => {
  let bench: PanelBench;
  beforeEach(() => (bench = new PanelBench()));

  it('of gel coat: 0.5 mm dry is 0.53 wet, in two passes, with what is kept by brush or gun', async () => {
    // 0.2 m² × 0.5/0.94 mm = 106.4 ml; over 0.95 for the brush 112 ml, at 1.2 g/ml 134 g.
    const told = await bench.show(TopCoat, stateOf({ place: { finish: 'gelcoat' }, finish: coat({ areaMm2: 200_000 }) })); // prettier-ignore
    expect(told).toContain('112 ml, 134 g in 2 passes, with 5 % lost');
    expect(told).toContain('0.27 mm after each pass, 0.53 mm in all');
    expect(told).toContain('No wax before the last pass');
    const sprayed = await bench.show(TopCoat, stateOf({ place: { finish: 'gelcoat' }, finish: coat({ areaMm2: 200_000, way: 'spray' }) })); // prettier-ignore
    expect(sprayed).toContain('142 ml');
  });

  it('of epoxy that is painted in place of gel coat is paint, as its route says', async () => {
    const instead = { place: { finish: 'gelcoat' as const }, resin: { systemId: 'epoxy-slow', gelCoatWay: 'paint-instead' as const } }; // prettier-ignore
    expect(await bench.show(TopCoat, stateOf(instead))).toContain('The paint ends');
    const under = { ...instead, resin: { ...instead.resin, systemId: 'polyester' } };
    expect(await bench.show(TopCoat, stateOf(under))).not.toContain('The paint ends');
  });

  it('of paint asks the can first: half solids go on twice as thick', async () => {
    expect(await bench.show(TopCoat, stateOf({ place: { finish: 'paint' } }))).toContain('its can says');
    const told = await bench.show(TopCoat, stateOf({ place: { finish: 'paint' }, finish: coat({ areaMm2: 1e6, dryMm: 0.1, solidsPercent: 50 }) })); // prettier-ignore
    expect(told).toContain('0.20 mm in all');
  });

  it('keeps what is typed with the job: area in square metres, how it is put on, where the paint ends, what goes back', async () => {
    await bench.show(TopCoat, stateOf({ place: { finish: 'paint' } }));
    await bench.type('Area', '0.2');
    expect(bench.lastEdit<object>('finish')).toEqual(coat({ areaMm2: 200_000 }));
    await bench.choose('#coat-way', 'roller');
    expect(bench.lastEdit<object>('finish')).toEqual(coat({ way: 'roller' }));
    await bench.choose('#paint-edge', 'hard');
    expect(bench.lastEdit<object>('finish')).toEqual({ paintEdge: 'hard' });
    await bench.type('Film, decals', 'Two stripes');
    expect(bench.lastEdit<object>('finish')).toEqual({ putBack: 'Two stripes' });
  });
});
