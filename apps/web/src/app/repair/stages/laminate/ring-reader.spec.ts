import { type Ring, readRings } from '@ashstep/core/laminate';
import type { RepairInputs } from '@ashstep/core/repair';
import { PanelBench, stateOf } from '../../panel.testing';
import { RingReader } from './ring-reader';

type Rings = NonNullable<RepairInputs['survey']['rings']>;
const RINGS: Rings = { ratio: 12, rings: [{ widthMm: 13, look: 'random', colour: 'pale' }, { widthMm: 9, look: 'squares', colour: 'pale', directionDeg: 0 }] }; // prettier-ignore

describe('reading the rings', () => {
  let bench: PanelBench;
  beforeEach(() => (bench = new PanelBench()));
  const show = (rings: Rings | null, thicknessMm: number | null = null): Promise<string> =>
    bench.show(
      RingReader,
      stateOf({ survey: { rings }, laminate: { known: 'thickness', thicknessMm, clueIds: ['styrene-smell'] } }),
    );

  it('begins with one ring, at the ratio that is planned', async () => {
    expect(await show(null, 5)).toContain('A clean taper shows each ply as a ring');
    bench.button('Read rings').click();
    const { rings } = bench.lastEdit<{ rings: Rings }>('survey');
    expect(rings.rings.length).toBe(1);
    expect(rings.ratio).toBeGreaterThan(5);
  });

  it('makes thickness of width over ratio: 13 mm at 12:1 is 1.08 mm', async () => {
    const told = await show(RINGS);
    expect(told).toContain('1.08 ±');
    // 22 mm in all.
    expect(told).toContain('1.83 ±');
    expect(bench.host.querySelectorAll('.rings li').length).toBe(2);
  });

  it('names the likeliest fabrics of each with their chance', async () => {
    await show(RINGS);
    const [first] = [...bench.host.querySelectorAll('.rings summary')].map((one) => bench.text(one));
    expect(first).toMatch(/mat.* \d+ %/i);
  });

  it('asks for a direction only where one can be seen', async () => {
    await show({ ratio: 12, rings: [{ widthMm: 13, look: 'random', colour: 'pale' }] });
    expect(bench.text()).not.toContain('Direction');
    await show({ ratio: 12, rings: [{ widthMm: 13, look: 'lines', colour: 'pale' }] });
    expect(bench.text()).toContain('Direction');
  });

  it('changes one ring, goes on inwards with one like the ring before the last, and takes one out', async () => {
    await show(RINGS);
    await bench.choose('#look0', 'lines');
    expect(bench.lastEdit<{ rings: Rings }>('survey').rings.rings.map(({ look }) => look)).toEqual([
      'lines',
      'squares',
    ]);
    bench.button('Next ring inwards').click();
    expect(bench.lastEdit<{ rings: Rings }>('survey').rings.rings[2]).toEqual(RINGS.rings[0] as Ring);
    bench.button('Take out ring 1').click();
    expect(bench.lastEdit<{ rings: Rings }>('survey').rings.rings).toEqual([RINGS.rings[1]!]);
  });

  it('leaves the rings out altogether with the last of them', async () => {
    await show({ ratio: 12, rings: [RINGS.rings[0]!] });
    bench.button('Take out ring 1').click();
    expect(bench.lastEdit('survey')).toEqual({ rings: null });
  });

  it('takes the likeliest fabrics for the plies of the parent', async () => {
    await show(RINGS);
    bench.button('Take these 2 plies').click();
    const { known, plies } = bench.lastEdit<{ known: string; plies: { fabricId: string }[] }>('laminate');
    const likeliest = readRings({ ...RINGS, resin: 'polyester' }).plies.map(
      ({ candidates }) => candidates[0]!.fabricId,
    );
    expect([known, plies.map(({ fabricId }) => fabricId)]).toEqual(['plies', likeliest]);
  });

  it('says where the rings do not come to what was measured', async () => {
    await show(RINGS, 8);
    expect(bench.host.querySelectorAll('.remark').length).toBeGreaterThan(0);
    await show(RINGS, 1.83);
    expect(bench.host.querySelectorAll('.remark').length).toBe(0);
  });

  it('says what is wrong with a ring in words', async () => {
    await show({ ratio: 12, rings: [{ widthMm: -3, look: 'random', colour: 'pale' }] });
    expect(bench.host.querySelector('.remark')).not.toBeNull();
    expect(bench.text()).not.toContain('Take these');
  });
});
