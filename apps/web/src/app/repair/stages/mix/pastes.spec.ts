import { paste } from '@ashstep/core/mix';
import type { RepairInputs } from '@ashstep/core/repair';
import { PanelBench, stateOf } from '../../panel.testing';
import { Pastes } from './pastes';

type Paste = NonNullable<RepairInputs['mix']['pastes']>[number];
type Coat = NonNullable<RepairInputs['mix']['coats']>[number];
const FILLET: Paste = { id: 'f', name: 'Fillet', use: 'fillet', volumeMl: 100, fillerId: 'silica' };
const GEL: Coat = { id: 'g', name: 'Gel coat', thicknessMm: 0.5, areaMm2: 200_000, densityGPerMl: 1.2 };

describe('pastes and coats', () => {
  let bench: PanelBench;
  beforeEach(() => (bench = new PanelBench()));

  it('begin with none, and put down a paste and a coat that can be weighed at once', async () => {
    expect(await bench.show(Pastes, stateOf())).toContain('None. Bedding, fillets');
    bench.button('Put down a paste').click();
    const [added] = bench.lastEdit<{ pastes: Paste[] }>('mix').pastes;
    expect(await bench.show(Pastes, stateOf({ mix: { pastes: [added!] } }))).toMatch(
      /Resin to [\d.]+ g, then hardener to [\d.]+ g, which adds .* change cup, then 12 g fumed silica/,
    );
    bench.button('Put down a coat').click();
    const [coat] = bench.lastEdit<{ coats: Coat[] }>('mix').coats;
    expect(await bench.show(Pastes, stateOf({ mix: { coats: [coat!] } }))).toContain(coat!.name);
  });

  it('tell resin and filler for a volume as the command line does', async () => {
    const told = await bench.show(Pastes, stateOf({ mix: { pastes: [FILLET] } }));
    const byHand = paste({ volumeMl: 100, fillerId: 'silica', use: 'fillet', resinDensityGPerMl: 1.15 });
    const [, resin, filler] = /(\d+) g of mixed resin, (\d+) g/.exec(told)!;
    expect(Math.abs(Number(resin) / byHand.resinG - 1)).toBeLessThan(0.06);
    expect(Math.abs(Number(filler) - byHand.fillerG)).toBeLessThan(1.5);
  });

  it('weigh a coat by its thickness: 0.5 mm on 0.2 m² of 1.2 g/ml is 120 g', async () => {
    expect(await bench.show(Pastes, stateOf({ mix: { coats: [GEL] } }))).toContain('120 g on 0.20 m²');
  });

  it('change what is typed of one and leave the others alone', async () => {
    await bench.show(
      Pastes,
      stateOf({ mix: { pastes: [FILLET, { ...FILLET, id: 'b', name: 'Bedding', use: 'bedding' }] } }),
    );
    bench.button('Take out Fillet').click();
    expect(bench.lastEdit<{ pastes: Paste[] }>('mix').pastes.map(({ id }) => id)).toEqual(['b']);
    await bench.show(Pastes, stateOf({ mix: { coats: [GEL, { ...GEL, id: 'h', name: 'Top coat' }] } }));
    bench.button('Take out Top coat').click();
    expect(bench.lastEdit<{ coats: Coat[] }>('mix').coats).toEqual([GEL]);
  });

  it('can be read but not changed on a sealed sheet', async () => {
    const told = await bench.show(Pastes, stateOf({ mix: { pastes: [FILLET], coats: [GEL] } }, { state: 'sealed' }));
    expect(told).toContain('Fillet');
    expect(bench.host.querySelectorAll('input, select, button').length).toBe(0);
  });

  it('say so where a filler is no good for a use', async () => {
    const remarks = (use: Paste['use'], fillerId: string): Promise<string> =>
      bench
        .show(Pastes, stateOf({ mix: { pastes: [{ ...FILLET, use, fillerId }] } }))
        .then(() => [...bench.host.querySelectorAll('.remark')].map((one) => bench.text(one)).join(' '));
    expect(await remarks('bedding', 'hollow-spheres')).not.toBe('');
    expect(await remarks('fillet', 'silica')).toBe('');
  });
});
