import { NEW_REPAIR, planRepair } from '@ashstep/core/repair';
import type { Reading } from '@ashstep/core/survey';
import type { LogEntry } from './log-entry.js';
import { hardFrom, provenBy } from './proofs.js';

const PLAN = planRepair({
  ...NEW_REPAIR,
  laminate: { ...NEW_REPAIR.laminate, thicknessMm: 3, clueIds: ['plate-polyester'] },
  resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-medium', overrideReason: 'asked for' },
});
const ROUND = PLAN.rounds[0]!;
const AT = '2026-06-15T10:00:00.000Z';
const entry = (of: object, more: Partial<LogEntry> = {}): LogEntry =>
  ({ id: 'x', at: AT, by: 'Spec', mixErrorPercent: null, within: null, entry: of, ...more }) as LogEntry;
const start = (more: object = {}) =>
  entry({ kind: 'start', round: ROUND.id, tempC: 20, humidityPercent: 55, read: { by: 'Spec', at: '2026-06-15T09:50', instrument: '' }, ...more }); // prettier-ignore
const pot = (mixErrorPercent: number, label = 'A') =>
  entry({ kind: 'batch', round: ROUND.id, label, resinG: 100, secondG: 30, resinLot: 'R', secondLot: 'H', tempC: 20 }, { mixErrorPercent, within: Math.abs(mixErrorPercent) <= 3 }); // prettier-ignore
const ply = (key = ROUND.plies[0]!.key) => entry({ kind: 'ply', plyKey: key, label: 'Ply' });
const of = (log: LogEntry[], id: string) => provenBy(PLAN, log, []).find(({ checkId }) => checkId === id);

describe('what the log proves', () => {
  it('is the worst batch that went onto the job, not one that was thrown away', () => {
    expect(of([start()], 'mix')).toBeUndefined();
    expect(of([start(), pot(0.4), ply(), pot(-1.6, 'B'), ply()], 'mix')).toEqual({
      checkId: 'mix',
      pass: true,
      value: -1.6,
      text: 'Pot B of 2: −1.6 %',
    });
    // Out, and mixed again before a ply went down: it is not on the job.
    expect(of([start(), pot(9), pot(0.2), ply()], 'mix')).toEqual(jasmine.objectContaining({ pass: true, value: 0.2 }));
    // Out, and laid from.
    expect(of([start(), pot(9), ply()], 'mix')).toEqual(jasmine.objectContaining({ pass: false, value: 9 }));
  });

  it('is what taps of the finished repair said: dull fails, all sound and as many as before passes', () => {
    const tap = (sound: 'sound' | 'dull' | 'doubtful', after = true): Reading => ({ kind: 'tap', sound, xMm: 0, yMm: 0, instrument: '', by: 'Spec', at: null, ...(after ? { after } : {}) }); // prettier-ignore
    const told = (...readings: Reading[]) => provenBy(PLAN, [], readings).find(({ checkId }) => checkId === 'taps');
    const many = (count: number, sound: 'sound' | 'dull', after: boolean) => Array.from({ length: count }, () => tap(sound, after)); // prettier-ignore
    expect(told(...many(20, 'dull', false))).toBeUndefined();
    expect(told(...many(12, 'dull', false), ...many(12, 'sound', true))).toEqual(
      jasmine.objectContaining({ pass: true, value: 0, text: '12 taps after the repair, all sound' }),
    );
    // Fewer than before, or one that nobody is sure of: it is asked.
    expect(told(...many(12, 'dull', false), ...many(10, 'sound', true))).toBeUndefined();
    expect(told(...many(12, 'sound', true), tap('doubtful'))).toBeUndefined();
    expect(told(...many(3, 'sound', true), tap('dull'))).toEqual(jasmine.objectContaining({ pass: false, value: 1 }));
  });

  it('is never asked of a job of another kind of resin', () => {
    expect(of([start(), pot(0.4)], 'mix-catalyst')).toBeUndefined();
  });

  it('is that every round was begun in air that was read and fit; what was not is left to be asked', () => {
    expect(of([start()], 'conditions')).toEqual(
      jasmine.objectContaining({ pass: true, text: 'Read at the start of the round: 20.0 °C, nothing against it' }),
    );
    expect(of([start({ read: undefined })], 'conditions')).toBeUndefined();
    expect(of([start({ against: { ids: ['air.cold'], reason: 'No heater' } })], 'conditions')).toBeUndefined();
    expect(of([], 'conditions')).toBeUndefined();
  });
});

describe('when a hardness says something', () => {
  it('is from when what was laid last can be sanded, at the air that is known', () => {
    expect(hardFrom(PLAN, [])).toBeNull();
    const from = hardFrom(PLAN, [start(), pot(0), ply()])!;
    const hours = (from - Date.parse(AT)) / 3_600_000;
    // Sandable after 12 h at 22 °C by its card; at 20 °C somewhat later.
    expect(hours).toBeGreaterThan(PLAN.resin!.card!.sandableHours);
    expect(hours).toBeLessThan(2 * PLAN.resin!.card!.sandableHours);
  });
});
