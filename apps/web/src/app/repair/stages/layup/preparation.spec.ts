import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { LogEntryBody } from '@ashstep/contract';
import { PanelBench, stateOf } from '../../panel.testing';
import { LayUpDesk } from './desk';
import { Preparation } from './preparation';

/** A plug bedded so many hours ago, the plies over it next. */
const bedded = (hours: number, checks: object[] = []) => {
  const at = (min: number): string => new Date(Date.now() - 3600_000 * hours + 60_000 * min).toISOString();
  const log = (
    [
      { kind: 'start', round: 'plug', tempC: 20, humidityPercent: 50 },
      { kind: 'batch', round: 'plug', label: 'A', resinG: 100, secondG: 30, resinLot: 'a', secondLot: 'b', tempC: 20 },
      { kind: 'round', round: 'plug', label: 'Bedding of the plug' },
    ] satisfies LogEntryBody[]
  ).map((entry, i) => ({ id: `e${i}`, at: at(5 * i - 10), by: 'Ilse Varga', entry, mixErrorPercent: 0, within: true }));
  return stateOf(
    { laminate: { core: { coreId: 'eps', thicknessMm: 20, reachable: true } }, taper: { kind: 'core' } },
    { log, checks },
  );
};

describe('what keys a round on', () => {
  let bench: PanelBench;
  const show = async (state: ReturnType<typeof bedded>): Promise<string> => {
    bench = new PanelBench();
    TestBed.configureTestingModule({ providers: [LayUpDesk] });
    TestBed.inject(LayUpDesk).source = signal(state);
    return bench.show(Preparation, state);
  };
  /** Those of the round; what was left open of the first follows. */
  const boxes = (): HTMLInputElement[] =>
    [...bench.host.querySelectorAll<HTMLInputElement>('input[type=checkbox]')].slice(0, 3);
  beforeEach(() => localStorage.clear());

  it('is not ticked off while what it goes on is soft, but with a reason, which stands in the log once', async () => {
    expect(await show(bedded(0.5))).toMatch(/not hard yet\. Sandable from/);
    expect(boxes().map((box) => box.disabled)).toEqual([true, true, true]);
    await bench.type('Why it is done all the same', 'under the lamp, hard to a fingernail');
    expect(boxes().map((box) => box.disabled)).toEqual([false, false, false]);
    boxes()[0]!.click();
    expect(bench.ticks).toEqual([['f0.g0.clean', true]]);
    const note = bench.store.log.calls.mostRecent().args[0];
    expect(note.kind === 'note' && note.text).toMatch(
      /^Keyed for .*, too early: sandable from .*hard to a fingernail$/,
    );
    TestBed.resetTestingModule();
    await show(bedded(0.5, [{ checkId: 'f0.g0.clean', done: true, by: 'Ilse Varga', at: '' }]));
    await bench.type('Why it is done all the same', 'under the lamp, hard to a fingernail');
    boxes()[1]!.click();
    expect(bench.ticks).toEqual([['f0.g0.keyed', true]]);
    expect(bench.store.log).not.toHaveBeenCalled();
  });

  it('is ticked off once it is hard, and nothing is asked', async () => {
    expect(await show(bedded(72))).not.toContain('not hard yet');
    boxes()[0]!.click();
    expect(bench.ticks).toEqual([['f0.g0.clean', true]]);
    expect(bench.store.log).not.toHaveBeenCalled();
  });
});
