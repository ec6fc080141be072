import { PanelBench, stateOf } from '../../panel.testing';
import { FinishStage } from './finish';
import { FinishSteps } from './steps';

const paint = { place: { finish: 'paint' as const }, resin: { systemId: 'epoxy-slow' } };
const on = (round: string, more: object = {}) => ({ id: round, at: '2026-04-20T10:00:00Z', by: 'Ilse Varga', entry: { kind: 'round', round, label: 'Paint, coat 1 of 2', ...more }, mixErrorPercent: null, within: null }); // prettier-ignore

describe('the works of the finish on the sheet', () => {
  let bench: PanelBench;
  beforeEach(() => (bench = new PanelBench()));
  const row = (name: string): Element => [...bench.host.querySelectorAll('li')].find((one) => one.textContent!.includes(name))!; // prettier-ignore
  const box = (name: string): HTMLInputElement => row(name).querySelector('input')!;

  it('are one by one, what is put on with its way to the bench, what is read with its way to the lines', async () => {
    await bench.show(FinishSteps, stateOf(paint));
    expect(bench.host.querySelectorAll('li').length).toBe(stateOf(paint).plan.finish!.works.length);
    box('Mask.').click();
    expect(bench.ticks.at(-1)).toEqual(['finish-paint-mask', true]);
    // Only the next is told at length, with where it is done.
    const links = (): (string | null)[] => [...bench.host.querySelectorAll('a')].map((link) => link.getAttribute('href')); // prettier-ignore
    expect(links()).toEqual([]);
    const done = (...ids: string[]) => ids.map((id) => ({ checkId: `finish-${id}`, done: true, by: 'A', at: '2026-04-19T10:00:00Z' })); // prettier-ignore
    await bench.show(FinishSteps, stateOf(paint, { checks: done('wash-blush') }));
    expect(links()).toEqual(['/repair/job/bench']);
    await bench.show(FinishSteps, stateOf(paint, { checks: done('wash-blush', 'fair-neat', 'fair-fill-1') }));
    expect(links()).toEqual(['/?part=fair']);
  });

  it('show what was logged with its lot and film, and ask it no more; a tick of the whole step, as it was once, counts for its parts', async () => {
    const log = [on('paint-1', { lot: 'P-77', wetMm: [0.1, 0.12] })];
    const checks = [{ checkId: 'finish-prime', done: true, by: 'Ilse Varga', at: '2026-04-19T10:00:00Z' }];
    await bench.show(FinishSteps, stateOf(paint, { log, checks }));
    expect(bench.text(row('Paint, coat 1'))).toContain('lot P-77, wet film 0.10, 0.12 mm');
    expect([box('Paint, coat 1').checked, box('Paint, coat 1').disabled]).toEqual([true, true]);
    expect([box('Prime.').checked, box('Guide coat').checked, box('Mask.').checked]).toEqual([true, true, false]);
  });

  it('are counted by the stage, and the next is named', async () => {
    const told = await bench.show(FinishStage, stateOf(paint, { checks: [{ checkId: 'finish-wash-blush', done: true, by: 'A', at: '2026-04-19T10:00:00Z' }] })); // prettier-ignore
    expect(told).toContain('1 of 11');
    expect(told).toContain('next: Neat coat before the filler');
  });
});
