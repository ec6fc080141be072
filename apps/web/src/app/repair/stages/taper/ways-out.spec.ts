import type { RepairInputs } from '@ashstep/core/repair';
import { PanelBench, type Sections, stateOf } from '../../panel.testing';
import { WaysOut } from './ways-out';

type Neighbour = RepairInputs['damage']['neighbours'][number];
const fitting = (fromXMm: number, patch: Partial<Neighbour> = {}): Neighbour =>
  ({ name: 'Cleat', kind: 'fitting', fromXMm, fromYMm: -40, toXMm: fromXMm, toYMm: 40, ...patch }) as Neighbour;
const near = (...neighbours: Neighbour[]): Sections => ({
  damage: { shape: { kind: 'circle', diameterMm: 100 }, neighbours },
  taper: { sides: 'one' },
});

describe('ways out', () => {
  let bench: PanelBench;
  beforeEach(() => (bench = new PanelBench()));
  const way = (name: string): string[] => bench.rows().find(([first]) => first!.startsWith(name))!;

  it('are offered for what the taper runs into, each with the joint it leaves', async () => {
    const told = await bench.show(WaysOut, stateOf(near(fitting(100))));
    expect(told).toContain('In the way: Cleat');
    // 100 mm from the middle, the cut-out 60 mm: the 10 mm margin to sound is within it.
    expect(told).toContain('40 mm from the cut-out');
    expect(bench.rows().map(([name]) => name!.split(' ')[0])).toEqual(['Steeper', 'Both', 'Round', 'Take']);
    expect(Number.parseFloat(way('Steeper')[1]!)).toBeLessThan(12);
    expect(Number(way('Steeper')[2])).toBeGreaterThan(0);
  });

  it('say why one is no way: nothing but an edge is gone round', async () => {
    await bench.show(WaysOut, stateOf(near(fitting(100))));
    expect(way('Round the edge')[0]).toContain('only round an edge');
    expect(bench.button('Round the edge, Cleat').disabled).toBeTrue();
    await bench.show(WaysOut, stateOf(near(fitting(100, { kind: 'edge', name: 'Transom' }))));
    expect(bench.button('Round the edge, Transom').disabled).toBeFalse();
    expect(way('Take it off')[0]).toContain('an edge stays where it is');
  });

  it('say what would help where none of them does, and take it', async () => {
    // The cut-out ends 60 mm from the middle; 5 mm of laminate at 3:1 want 15 mm, and the margin 25.
    const rib = near(fitting(90, { kind: 'structure', name: 'Rib' }));
    expect(await bench.show(WaysOut, stateOf(rib))).toContain('None of these will do as it is');
    bench.button('Take a margin of 15').click();
    const edits = bench.store.edit.calls.allArgs().map(([section]) => section);
    expect(edits).toEqual(['taper', 'damage']);
    expect(bench.lastEdit<{ neighbours: Neighbour[] }>('damage').neighbours[0]!.way).toBe('steeper');
  });

  it('are none where nothing is near', async () => {
    expect(await bench.show(WaysOut, stateOf(near(fitting(600))))).not.toContain('In the way');
    expect(await bench.show(WaysOut, stateOf(near()))).not.toContain('In the way');
  });

  it('are taken and given up again, of the one fitting alone', async () => {
    const both = near(fitting(100), fitting(-100, { name: 'Rail' }));
    await bench.show(WaysOut, stateOf(both));
    bench.button('Take it off, Rail').click();
    expect(bench.lastEdit<{ neighbours: Neighbour[] }>('damage').neighbours.map(({ name, way: taken }) => [name, taken ?? null])).toEqual([['Cleat', null], ['Rail', 'remove']]); // prettier-ignore
    const told = await bench.show(WaysOut, stateOf(near(fitting(100), fitting(-100, { name: 'Rail', way: 'remove' }))));
    expect(told).toContain('Planned as if it were off.');
    bench.button('Take it off, Rail').click();
    expect(bench.lastEdit<{ neighbours: Neighbour[] }>('damage').neighbours[1]!.way).toBeNull();
  });

  it('work it from both faces for the whole repair', async () => {
    await bench.show(WaysOut, stateOf(near(fitting(130))));
    bench.button('Take: Both faces, Cleat').click();
    expect(bench.lastEdit('taper')).toEqual({ sides: 'two' });
  });

  it('give one side a ratio of its own, and take it out again', async () => {
    await bench.show(WaysOut, stateOf(near()));
    bench.button('Add a side').click();
    expect(bench.lastEdit('taper')).toEqual({ locals: [{ bearingDeg: 0, ratio: 12, spreadDeg: 60 }] });
    await bench.show(WaysOut, stateOf({ taper: { sides: 'one', locals: [{ bearingDeg: 0, ratio: 8, spreadDeg: 60 }, { bearingDeg: 90, ratio: 20, spreadDeg: 40 }] } })); // prettier-ignore
    await bench.type('Side 2, towards °', '180');
    expect(bench.lastEdit<{ locals: object[] }>('taper').locals[1]).toEqual({
      bearingDeg: 180,
      ratio: 20,
      spreadDeg: 40,
    });
    bench.button('Take out side 1').click();
    expect(bench.lastEdit<{ locals: object[] }>('taper').locals).toEqual([
      { bearingDeg: 90, ratio: 20, spreadDeg: 40 },
    ]);
  });
});
