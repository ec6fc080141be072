import type { FairRound, FinishInputs } from '@ashstep/core/repair';
import { PanelBench, stateOf } from '../../panel.testing';
import { FairMap, readWithAll } from './fair-map';

/** Two lines of nine over a circle of 60 mm: flat ground, and a dip of so much within. */
const round = (dipMm: number | null, after: FairRound['after'] = 'cured', id = 'r'): FairRound => ({
  id,
  after,
  lines: ['A', 'B'].map((name, l) => ({
    name,
    readings: [-120, -90, -60, -30, 0, 30, 60, 90, 120].map((xMm) => {
      const sound = Math.abs(xMm) > 45;
      return { xMm, yMm: 20 * l, zMm: dipMm === null ? null : sound ? 0 : -dipMm, sound };
    }),
  })),
  instrument: '',
  by: 'Ilse Varga',
  at: '2026-04-16T10:00',
});

describe('how fair it is', () => {
  let bench: PanelBench;
  beforeEach(() => (bench = new PanelBench()));
  const show = (fair: FairRound[], detail: object = {}): Promise<string> =>
    bench.show(FairMap, stateOf({ finish: { fair } as Partial<FinishInputs> }, detail));

  it('lays lines over the repair, none of them read', async () => {
    await show([]);
    bench.button('Lay out the lines').click();
    const [laid] = bench.lastEdit<FinishInputs>('finish').fair;
    expect(laid!.lines.flatMap(({ readings }) => readings).every(({ zMm }) => zMm === null)).toBeTrue();
    expect(laid!.lines[1]!.readings.some(({ sound }) => sound)).toBeTrue();
    expect(laid!.lines[1]!.readings.some(({ sound }) => !sound)).toBeTrue();
  });

  it('is the ground before anything is laid: told as room for what goes in, never as fair', async () => {
    await show([]);
    bench.button('Lay out the lines').click();
    expect(bench.lastEdit<FinishInputs>('finish').fair[0]!.after).toBe('ground');
    const told = await show([round(20, 'ground')]);
    expect(told).toContain('Room enough.');
    expect(told).toContain('how fair it is, is read once it has cured');
    expect(told).not.toContain('Not fair yet');
    expect(await show([round(0.3, 'ground')])).toContain('No room.');
    expect(bench.button('Read again, sanded')).toBeUndefined();
  });

  it('asks for one place after another, and takes a gap as lying low', async () => {
    expect(await show([round(null)])).toContain('Line A, 120 mm aft: gap under the edge');
    expect(bench.button('Log it, next').disabled).toBeTrue();
    await bench.type('Line A', '0.4');
    bench.button('Log it, next').click();
    expect(bench.lastEdit<FinishInputs>('finish').fair[0]!.lines[0]!.readings[0]!.zMm).toBe(-0.4);
  });

  it('does not pass a typed reading off as one of an instrument', () => {
    const read = { ...round(0.1), instrument: 'Gauge 7' };
    expect(readWithAll(round(null), 'Gauge 7')).toBe('Gauge 7');
    expect(readWithAll(read, 'Gauge 7')).toBe('Gauge 7');
    expect(readWithAll(read, '')).toBe('Gauge 7, some typed');
    expect(readWithAll({ ...read, instrument: 'Gauge 7, some typed' }, 'Gauge 7')).toBe('Gauge 7, some typed');
    expect(readWithAll(round(0.1), 'Gauge 7')).toBe('Gauge 7, some typed');
    expect(readWithAll(read, 'Gauge 8')).toBe('Gauge 8, Gauge 7');
  });

  it('says how low it lies, what filler that takes, and nothing of what was not read', async () => {
    const told = await show([round(1)]);
    expect(told).toContain('Not fair yet.');
    expect(told).toContain('lowest 1.00 mm off the fair curve');
    expect(told).toContain('of epoxy paste with silica');
    expect(await show([round(null)])).not.toContain('fair curve;');
    // What stands proud is less than nothing, with a true minus; nothing has no sign.
    await show([round(-0.34)]);
    const gaps = [...bench.host.querySelectorAll('.place')].map((one) => one.lastChild!.textContent);
    expect(gaps.slice(0, 6)).toEqual(['0.0', '0.0', '0.0', '\u22120.3', '\u22120.3', '\u22120.3']);
  });

  it('says that a patch lies too high for what still goes on, where that is more than is called fair, and not once it is filled', async () => {
    // Gel coat of 0.5 mm over fairing of 0.5 mm want 1 mm; a patch that is level has none of it.
    const level = await show([round(0)]);
    expect(level).toContain('Fair, but too high for what still goes on');
    expect(level).toContain(
      'want the cured patch 1.00 mm below level. Where it was read highest it lies 0.00 mm below.',
    );
    expect(level).not.toContain('Stop here');
    expect(await show([round(-0.3)])).toContain('it stands 0.30 mm proud');
    // 0.1 mm short is less than the 0.2 mm that are called fair.
    expect(await show([round(0.9)])).not.toContain('below level');
    expect(await show([round(1.1, 'cured', 'a'), round(0, 'filled', 'b')])).toContain('Stop here');
  });

  it('guards an edge a long board would reach over', async () => {
    const edge = { name: 'chine', kind: 'edge', fromXMm: -400, fromYMm: -150, toXMm: 400, toYMm: -150 };
    const told = await bench.show(FairMap, stateOf({ finish: { fair: [round(1)] } as Partial<FinishInputs>, damage: { neighbours: [edge as never] } })); // prettier-ignore
    expect(told).toContain('chine,');
    expect(told).toContain('never over it');
  });

  it('says when to stop, and what the round before was', async () => {
    const told = await show([round(1, 'cured', 'a'), round(0.1, 'filled', 'b')]);
    expect(told).toContain('Fair. Within 0.20 mm');
    expect(bench.rows().map(([name, , lowest]) => [name, lowest])).toEqual([['as it cured', '1.00 mm'], ['after filling', '0.10 mm']]); // prettier-ignore
  });

  it('begins the next round on the same lines, unread', async () => {
    await show([round(1)]);
    bench.button('Read again, sanded').click();
    const fair = bench.lastEdit<FinishInputs>('finish').fair;
    expect(fair.map(({ after }) => after)).toEqual(['cured', 'sanded']);
    expect(fair[1]!.lines[0]!.readings.map(({ xMm }) => xMm)).toEqual(round(1).lines[0]!.readings.map(({ xMm }) => xMm)); // prettier-ignore
    expect(fair[1]!.lines[0]!.readings.every(({ zMm }) => zMm === null)).toBeTrue();
  });

  it('takes a round out of a file, and tells the rows it could not read', async () => {
    await show([]);
    const file = new File(['line,x_mm,y_mm,z_mm\nA,-200,0,0\nA,0,0,-1\nA,200,0,0\nA,250,0,low\n'], 'fair.csv');
    await (bench.fixture.componentInstance as FairMap).takeFile({ files: [file], value: 'x' } as unknown as HTMLInputElement); // prettier-ignore
    const [taken] = bench.lastEdit<FinishInputs>('finish').fair;
    expect(taken!.lines[0]!.readings.map(({ zMm, sound }) => [zMm, sound])).toEqual([[0, true], [-1, false], [0, true]]); // prettier-ignore
    expect(await bench.settled()).toContain('3 readings taken, 1 left out:');
  });

  it('takes nothing on a sealed sheet', async () => {
    await show([round(1)], { state: 'sealed' });
    expect([...bench.host.querySelectorAll<HTMLButtonElement>('button')].every(({ disabled }) => disabled)).toBeTrue();
  });
});
