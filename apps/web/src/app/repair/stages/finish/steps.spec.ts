import { TestBed } from '@angular/core/testing';
import { Clock } from '../../../platform/clock';
import { SheetFrame } from '../../sheet-frame';
import { PanelBench, stateOf } from '../../panel.testing';
import { FinishStage } from './finish';
import { looks } from './looks-list';
import { FinishSteps } from './steps';

const paint = { place: { finish: 'paint' as const }, resin: { systemId: 'epoxy-slow' } };
const on = (round: string, more: object = {}) => ({ id: round, at: '2026-04-20T10:00:00Z', by: 'Ilse Varga', entry: { kind: 'round', round, label: 'Paint, coat 1 of 2', ...more }, mixErrorPercent: null, within: null }); // prettier-ignore

/** All that is laid is down. */
const LAID = stateOf(paint).plan.rounds.flatMap(({ id, plies }) => [
  ...plies.map(({ key, label }) => ({ ...on(key), entry: { kind: 'ply', plyKey: key, label } })),
  ...(plies.length > 0 ? [] : [on(id)]),
]);

describe('the works of the finish on the sheet', () => {
  let bench: PanelBench;
  beforeEach(() => (bench = new PanelBench()));
  const row = (name: string): Element => [...bench.host.querySelectorAll('li')].find((one) => one.textContent!.includes(name))!; // prettier-ignore
  const box = (name: string): HTMLInputElement => row(name).querySelector('input')!;

  it('are one by one, what is put on with its way to the bench, what is read with its way to the lines', async () => {
    await bench.show(FinishSteps, stateOf(paint, { log: LAID }));
    expect(bench.host.querySelectorAll('li').length).toBe(stateOf(paint).plan.finish!.works.length);
    box('Mask.').click();
    expect(bench.ticks.at(-1)).toEqual(['finish-paint-mask', true]);
    // Only the next is told at length, with where it is done.
    const links = (): (string | null)[] => [...bench.host.querySelectorAll('a')].map((link) => link.getAttribute('href')); // prettier-ignore
    expect(links()).toEqual([]);
    const done = (...ids: string[]) => ids.map((id) => ({ checkId: `finish-${id}`, done: true, by: 'A', at: '2026-04-19T10:00:00Z' })); // prettier-ignore
    await bench.show(FinishSteps, stateOf(paint, { log: LAID, checks: done('wash-blush') }));
    expect(links()).toEqual(['/repair/job/bench']);
    await bench.show(
      FinishSteps,
      stateOf(paint, { log: LAID, checks: done('wash-blush', 'fair-neat', 'fair-fill-1') }),
    );
    expect(links()).toEqual(['/?part=fair']);
  });

  it('ask why where hands go on too early, and write it down; once it is hard they ask nothing', async () => {
    const now = TestBed.inject(Clock).now();
    const fresh = LAID.map((entry) => ({ ...entry, at: `${now}:00Z` }));
    await bench.show(FinishSteps, stateOf(paint, { log: fresh }));
    box('Wash').click();
    expect(await bench.settled()).toContain('Not yet: hard enough from');
    expect([bench.ticks.length, box('Wash').checked, bench.button('Done all the same').disabled]).toEqual([0, true, true]); // prettier-ignore
    bench.button('Not done yet').click();
    await bench.settled();
    expect(box('Wash').checked).toBeFalse();
    box('Wash').click();
    await bench.settled();
    await bench.type('Why it is done', 'Warmed to 40 °C, no nail mark');
    bench.button('Done all the same').click();
    await bench.settled();
    expect(bench.store.log.calls.mostRecent().args[0]).toEqual(jasmine.objectContaining({ kind: 'note', against: { ids: ['round.early'], reason: 'Warmed to 40 °C, no nail mark' } })); // prettier-ignore
    expect(bench.ticks).toEqual([['finish-wash-blush', true]]);
    // Long since hard.
    await bench.show(FinishSteps, stateOf(paint, { log: LAID }));
    box('Wash').click();
    expect(bench.ticks.length).toBe(2);
  });

  it('show what was logged with its lot and film, and ask it no more; a tick of the whole step, as it was once, counts for its parts', async () => {
    const log = [...LAID, on('paint-1', { lot: 'P-77', wetMm: [0.1, 0.12] })];
    const checks = [{ checkId: 'finish-prime', done: true, by: 'Ilse Varga', at: '2026-04-19T10:00:00Z' }];
    await bench.show(FinishSteps, stateOf(paint, { log, checks }));
    expect(bench.text(row('Paint, coat 1'))).toContain('lot P-77, wet film 0.10, 0.12 mm');
    expect([box('Paint, coat 1').checked, box('Paint, coat 1').disabled]).toEqual([true, true]);
    expect([box('Prime.').checked, box('Guide coat').checked, box('Mask.').checked]).toEqual([true, true, false]);
  });

  it('are planned only until it is laid up: nothing is ticked off on a patch that is not there', async () => {
    const told = await bench.show(FinishSteps, stateOf(paint));
    expect(told).toContain('Nothing to finish yet');
    expect(box('Mask.').disabled).toBeTrue();
    await bench.show(FinishSteps, stateOf(paint, { log: LAID }));
    expect(box('Mask.').disabled).toBeFalse();
  });

  it('are left out with a reason, a step with all its works, and taken up again', async () => {
    await bench.show(FinishSteps, stateOf(paint, { log: LAID }));
    bench.button('Something is not done here').click();
    await bench.settled();
    const options = [...bench.host.querySelectorAll('option')].map((one) => bench.text(one));
    expect(options).toContain('Prime, Guide coat, spot putty, Prime again');
    await bench.choose('#left-out', 'paint-mask paint-1 paint-2');
    await bench.type('Why. It stands in the record', 'The owner paints it');
    bench.button('Leave it out').click();
    const leftOut = ['paint-mask', 'paint-1', 'paint-2'].map((workId) => ({ workId, why: 'The owner paints it' }));
    expect(bench.lastEdit<object>('finish')).toEqual({ leftOut });
    const without = stateOf({ ...paint, finish: { leftOut } }, { log: LAID });
    expect(await bench.show(FinishSteps, without)).toContain('Left out: Paint, coat 1 of 2. The owner paints it');
    bench.button('Do it after all: Mask').click();
    expect(bench.lastEdit<object>('finish')).toEqual({ leftOut: leftOut.slice(1) });
  });

  it('are counted by the stage, which leads to the next and only then on', async () => {
    const told = async (log: readonly object[], ...ids: string[]): Promise<string> => bench.show(FinishStage, stateOf(paint, { log, checks: ids.map((checkId) => ({ checkId, done: true, by: 'A', at: '2026-04-19T10:00:00Z' })) })); // prettier-ignore
    expect(await told([])).toContain('Lay it up first');
    const begun = await told(LAID, 'finish-wash-blush');
    expect(begun).toContain('1 of 11');
    expect(begun).toContain('Next: Neat coat before the filler');
    // Whoever only looks is asked nothing and goes on.
    TestBed.inject(SheetFrame).frozen.set(true);
    expect(await told([])).toContain('On, to Sign off');
    TestBed.inject(SheetFrame).frozen.set(false);
    // What is soft is not covered, and what the last reading calls unfair is not finished.
    expect(await bench.show(FinishStage, stateOf(paint, { log: LAID, rework: [{ checkId: 'hardness-d', closedAt: null, cause: '' }] }))).toContain('Not hard, by its check'); // prettier-ignore
    const { works, checks } = stateOf(paint).plan.finish!;
    const all = works.map(({ id }) => `finish-${id}`);
    expect(await told(LAID, ...all)).toContain('Look before you go on: ');
    const looked = await told(
      LAID,
      ...all,
      ...looks(stateOf(paint)).map(({ id }) => id),
      ...checks.map(({ id }) => `finish-${id}`),
    );
    expect(looked).toContain('Finished, to the inspection');
    const low = { id: 'f', after: 'sanded', instrument: '', by: 'A', at: null, lines: [{ name: 'A', readings: [-90, -60, 0, 60, 90].map((xMm) => ({ xMm, yMm: 0, zMm: xMm === 0 ? -1 : 0, sound: xMm !== 0 })) }] } as const; // prettier-ignore
    const read = stateOf({ ...paint, finish: { fair: [low] } });
    const done = [...read.plan.finish!.works.map(({ id }) => `finish-${id}`)].map((checkId) => ({ checkId, done: true, by: 'A', at: '2026-04-19T10:00:00Z' })); // prettier-ignore
    expect(await bench.show(FinishStage, stateOf({ ...paint, finish: { fair: [low] } }, { log: LAID, checks: done }))).toContain('Not fair by the last reading: up to 0.00 mm high, 1.00 mm low'); // prettier-ignore
  });
});
