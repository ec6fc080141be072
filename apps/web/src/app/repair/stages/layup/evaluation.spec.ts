import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { LogEntryBody } from '@ashstep/contract';
import { PanelBench, stateOf } from '../../panel.testing';
import { LayUpDesk } from './desk';
import { LayUpEvaluationPanel } from './evaluation';
import { LogQuestions } from './log-questions';

const { plan } = stateOf();
const [round] = plan.rounds;
let ids = 0;
const told = (min: number, by: string, entry: LogEntryBody, more: object = {}) => ({ id: `e${++ids}`, at: new Date(Date.parse('2026-04-16T09:00:00Z') + 60_000 * min).toISOString(), by, entry, mixErrorPercent: null, within: null, ...more }); // prettier-ignore
const start = told(0, 'Ilse', { kind: 'start', round: round!.id, tempC: 19.5, humidityPercent: 50, read: { by: 'Ilse', at: '2026-04-16T09:00', instrument: '' } }); // prettier-ignore
const pot = (by: string, resinG: number, within = true) => told(5, by, { kind: 'batch', round: round!.id, label: 'A', resinG, secondG: 0.3 * resinG, resinLot: 'a', secondLot: 'b', tempC: 20 }, { mixErrorPercent: within ? 0.8 : 9, within }); // prettier-ignore
const plies = round!.plies.map(({ key, label }, i) => told(10 + 4 * i, 'Ilse', { kind: 'ply', plyKey: key, label }));

describe('the lay-up against its plan', () => {
  let bench: PanelBench;
  let desk: LayUpDesk;
  const stand = (log: readonly object[]) => {
    bench = new PanelBench();
    TestBed.configureTestingModule({ providers: [LayUpDesk] });
    const state = stateOf({}, { log });
    desk = TestBed.inject(LayUpDesk);
    desk.source = signal(state);
    return state;
  };

  it('tells plies, grams, what was thrown away, minutes and air side by side, and how it bonds', async () => {
    const state = stand([start, pot('Ilse', 60, false), pot('Ilse', 100), ...plies]);
    const text = (await bench.show(LayUpEvaluationPanel, state)).replace(/\s+/g, ' ');
    for (const words of [
      `Plies${round!.plies.length}`,
      '130 g',
      '78 g thrown away',
      `${10 + 4 * (plies.length - 1) - 5} min`,
      '19.5 °C',
      '+0.8 %',
      'Secondary bond.',
    ])
      // prettier-ignore
      expect(text.replaceAll(' ', '')).withContext(words).toContain(words.replaceAll(' ', ''));
  });

  it('says that nothing is begun where nothing is', async () => {
    const state = stand([]);
    expect(await bench.show(LayUpEvaluationPanel, state)).toContain('Nothing is begun yet');
  });
  it('asks which pot it was where two are under one letter, and keeps what is answered', async () => {
    const [mine, theirs] = [pot('Ilse', 100), pot('Tomas', 110)];
    stand([start, mine, theirs]);
    bench.fixture = TestBed.createComponent(LogQuestions);
    await bench.settled();
    expect(bench.host.textContent).toContain('Pot A is in the log twice: Ilse 100 and 30 g, Tomas 110 and 33 g');
    const press = (name: string): void => [...bench.host.querySelectorAll('button')].find((one) => one.textContent.includes(name))!.click(); // prettier-ignore
    press('Both are so');
    expect(bench.store.log).toHaveBeenCalledWith(
      jasmine.objectContaining({ kind: 'settled', of: [mine.id, theirs.id] }),
    );
    press('that of Tomas');
    expect(bench.store.log).toHaveBeenCalledWith(jasmine.objectContaining({ kind: 'taken-back', of: theirs.id }));
  });
});
