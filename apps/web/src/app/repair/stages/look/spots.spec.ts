import { TestBed } from '@angular/core/testing';
import type { RepairInputs } from '@ashstep/core/repair';
import { SurveyDesk } from '../../../survey/survey-desk';
import { PanelBench, stateOf } from '../../panel.testing';
import { Spots } from './spots';

type Damage = RepairInputs['damage'];
const circle = (diameterMm: number, centreXMm = 0) =>
  ({ kind: 'circle', diameterMm, centreXMm, centreYMm: 0 }) as const;

describe('the spots of a job', () => {
  let bench: PanelBench;
  let desk: SurveyDesk;
  beforeEach(() => {
    bench = new PanelBench();
    desk = new SurveyDesk();
    TestBed.configureTestingModule({ providers: [{ provide: SurveyDesk, useFactory: () => desk }] });
  });
  const edit = () => bench.lastEdit<Partial<Damage>>('damage');

  it('are typed by their sizes: the first is the main one, the rest follow in a row', async () => {
    await bench.show(Spots, stateOf());
    await bench.type('Holes across', '6, 6, 8, 25');
    bench.button('These are all of them').click();
    const { kind, shape, spots } = edit();
    expect([kind, shape]).toEqual(['hole', circle(6)] as never);
    expect(spots!.map((spot) => spot.shape)).toEqual([circle(6, 60), circle(8, 120), circle(25, 180)]);
    const told = await bench.show(Spots, stateOf({ damage: { kind: 'hole', shape: shape!, spots: spots! } }));
    expect(told).toContain('4 drilled hole 25.0 mm, drill 26 mm at 180 mm, 0 mm');
  });

  it('go on from the last, and are copied in a pattern', async () => {
    await bench.show(Spots, stateOf({ damage: { shape: circle(10), spots: [] } }));
    await bench.type('Holes across', '3 x 8');
    bench.button('Add these').click();
    expect(edit().spots!.map(({ shape }) => shape.centreXMm)).toEqual([60, 120, 180]);
    await bench.type('Copies of the main one', '3');
    await bench.type('Rows', '2');
    bench.button('Copy it in this pattern').click();
    expect(edit().spots!.map(({ shape }) => [shape.centreXMm, shape.centreYMm])).toEqual([[60, 0], [120, 0], [120, 60], [60, 60], [0, 60]]); // prettier-ignore
  });

  it('say what is no size, and ask what may be two things', async () => {
    await bench.show(Spots, stateOf());
    await bench.type('Holes across', '6,5');
    bench.button('Add these').click();
    expect(await bench.settled()).toContain('Is that 6.5 or 6, 5?');
    await bench.type('Holes across', 'small');
    bench.button('Add these').click();
    expect(await bench.settled()).toContain('cannot be read');
    expect(bench.store.edit).not.toHaveBeenCalled();
  });

  it('are put down on the plan where it is pressed, walked in another order, and taken out', async () => {
    const spots = [8, 9].map((mm, i) => ({ id: `s${i}`, name: '', kind: 'hole' as const, shape: circle(mm, 50 * i), depthMm: null })); // prettier-ignore
    await bench.show(Spots, stateOf({ damage: { kind: 'hole', shape: circle(6), spots } }));
    bench.button('Put down on the plan').click();
    desk.tool()!.press({ x: 33.4, y: -20.2, reachMm: 5 });
    expect(edit().spots!.at(-1)!.shape).toEqual({ ...circle(9, 33), centreYMm: -20 });
    bench.button('Later').click();
    expect(edit().spots!.map(({ id }) => id)).toEqual(['s1', 's0']);
    bench.button('Take out spot 3').click();
    expect(edit().spots!.map(({ id }) => id)).toEqual(['s0']);
  });

  it('cannot be changed on a sealed sheet', async () => {
    await bench.show(Spots, stateOf({ damage: { shape: circle(6), spots: [] } }, { state: 'sealed' }));
    expect(bench.host.querySelectorAll('input, button').length).toBe(0);
  });
});
