import { TestBed } from '@angular/core/testing';
import type { RepairInputs } from '@ashstep/core/repair';
import { PanelBench, stateOf } from '../../panel.testing';
import { WorkingSideField } from './working-side';

describe('the side a job is worked from', () => {
  let bench: PanelBench;
  beforeEach(() => (bench = new PanelBench()));
  const pick = (label: string): void =>
    [...bench.host.querySelectorAll('label')].find((one) => one.textContent!.trim() === label)!.querySelector('input')!.click(); // prettier-ignore

  it('is outside until another is taken, and says what cannot be reached', async () => {
    await bench.show(WorkingSideField, stateOf());
    expect(bench.host.querySelector<HTMLInputElement>('input:checked')!.closest('label')!.textContent).toBe('Outside');
    pick('Inside');
    expect(bench.lastEdit<RepairInputs['taper']>('taper')).toEqual(jasmine.objectContaining({ sides: 'one', from: 'inside' })); // prettier-ignore
    const told = await bench.show(WorkingSideField, stateOf({ place: { access: 'one' }, taper: { from: 'inside' } }));
    expect(told).toContain('Working from inside needs the other one open');
  });

  it('of both shares the depth by what is typed, and may go wet in one go', async () => {
    await bench.show(WorkingSideField, stateOf({ taper: { sides: 'two' } }));
    await bench.type('Depth from outside', '70');
    expect(bench.lastEdit<RepairInputs['taper']>('taper').firstShare).toBeCloseTo(0.7, 9);
    bench.host.querySelector<HTMLInputElement>('input[type=checkbox]')!.click();
    expect(bench.lastEdit<RepairInputs['taper']>('taper').oneGo).toBeTrue();
  });

  it('inside takes gel coat first where there is some, and only through a single skin', async () => {
    const inside = { taper: { from: 'inside' as const } };
    expect(await bench.show(WorkingSideField, stateOf(inside))).toContain('Gel coat first, on the back-up');
    bench.host.querySelector<HTMLInputElement>('input[type=checkbox]')!.click();
    expect(bench.lastEdit<RepairInputs['resin']>('resin').gelCoatWay).toBe('gel-coat-first');
    TestBed.resetTestingModule();
    bench = new PanelBench();
    const part = { ...inside, damage: { depth: 'part' as const, depthMm: 2 } };
    expect(await bench.show(WorkingSideField, stateOf(part))).not.toContain('Gel coat first');
  });
});
