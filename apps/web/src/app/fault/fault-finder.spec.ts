import { SYMPTOMS } from '@ashstep/core/diagnosis';
import { FaultFinder } from './fault-finder';
import { FAULT_PICTURES } from './pictures';
import { PanelBench, stateOf } from '../repair/panel.testing';

describe('the finder of what went wrong', () => {
  let bench: PanelBench;
  beforeEach(() => {
    localStorage.clear();
    bench = new PanelBench();
  });
  const show = (state: object | null): Promise<string> => bench.show(FaultFinder, state as never);

  it('has a picture of every symptom, and none of what is no symptom', () => {
    expect(Object.keys(FAULT_PICTURES).sort()).toEqual(SYMPTOMS.map(({ id }) => id).sort());
  });

  it('asks what is seen, then ranks, asks on, and says what to do', async () => {
    expect(await show(stateOf({}))).toContain('What do you see?');
    bench.button('Fish-eyes').click();
    expect(await bench.settled()).toContain('Look at next');
    const before = bench.host.querySelectorAll('.look').length;
    expect(before).toBe(3);
    bench.button('Yes: Polish, spray or a compressor near by').click();
    expect(await bench.settled()).toContain('Wipe the wet coat off');
    expect(bench.host.querySelector('.cause')!.textContent).toContain('Silicone or oil in the air');
    expect(bench.host.textContent).toContain('Looked at');
    bench.button('Ask again').click();
    expect(await bench.settled()).not.toContain('Looked at');
  });

  it('writes down the cause that is settled on, with what was seen and found', async () => {
    await show(stateOf({}));
    bench.button('Sags and runs').click();
    await bench.settled();
    const causes = [...bench.host.querySelectorAll<HTMLButtonElement>('.cause')];
    causes[1]!.click();
    await bench.settled();
    bench.button('Write it down').click();
    const told = await bench.settled();
    expect(told).toContain('Written down:');
    const entry: unknown = bench.store.log.calls.mostRecent().args[0];
    expect(entry).toEqual(jasmine.objectContaining({ kind: 'fault', symptoms: ['sags'], findings: [] }));
    expect(told).toContain((entry as { label: string }).label);
  });

  it('on a sealed job looks, and opens nothing', async () => {
    await show(stateOf({}, { state: 'sealed' }));
    bench.button('Pinholes').click();
    expect(await bench.settled()).toContain('This job is sealed');
    expect(bench.button('Write it down')).toBeUndefined();
  });
});
