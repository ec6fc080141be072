import { FINDINGS } from '@ashstep/core/diagnosis';
import { preparationChecks } from '@ashstep/core/inspection';
import { NEW_REPAIR, type RepairInputs, planRepair } from '@ashstep/core/repair';
import { recordFindings } from './fault-findings.js';
import type { LogEntry } from './log-entry.js';

const INPUTS: RepairInputs = {
  ...NEW_REPAIR,
  laminate: { ...NEW_REPAIR.laminate, thicknessMm: 3, clueIds: ['plate-polyester'] },
  resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-medium', overrideReason: 'asked for' },
};
const PLAN = planRepair(INPUTS);
const ROUND = PLAN.rounds[0]!;
const POT = ROUND.pots[0]!;
const AT = '2026-06-15T10:00:00.000Z';
let number = 0;
const entry = (of: object, more: Partial<LogEntry> = {}): LogEntry =>
  ({ id: `e${number++}`, at: AT, by: 'Spec', mixErrorPercent: null, within: null, entry: of, ...more }) as LogEntry;
const start = (tempC = 20, humidityPercent = 55): LogEntry =>
  entry({ kind: 'start', round: ROUND.id, tempC, humidityPercent, read: { by: 'Spec', at: '2026-06-15T11:50', instrument: '' } }); // prettier-ignore
const pot = (more: object = {}, mixErrorPercent: number | null = 0.4): LogEntry =>
  entry({ kind: 'batch', round: ROUND.id, label: POT.label, resinG: 50, secondG: 15, resinLot: 'R', secondLot: 'H', tempC: 20, ...more }, { mixErrorPercent, within: true }); // prettier-ignore
const ply = (more: object = {}): LogEntry => entry({ kind: 'ply', plyKey: ROUND.plies[0]!.key, label: 'Ply 1', ...more }); // prettier-ignore
const told = (log: LogEntry[], ticked: readonly string[] = [], inputs = INPUTS): Record<string, boolean | undefined> =>
  Object.fromEntries(recordFindings({ inputs, plan: planRepair(inputs), log, ticked: (id) => ticked.includes(id), zone: 'UTC', nowMs: Date.parse(AT) }).map(({ id, found }) => [id, found])); // prettier-ignore

describe('what a record tells of what went wrong', () => {
  it('is nothing before anything was begun, and never but what the finder knows', () => {
    expect(told([])).toEqual({});
    expect(Object.keys(told([start(), pot(), ply()])).every((id) => FINDINGS.some((one) => one.id === id))).toBeTrue();
  });

  it('pots: weighed within, laid out of ratio with the reason, measured, missing, too heavy', () => {
    const good = told([start(), pot(), ply()]);
    expect([good['mix-off'], good['not-weighed'], good['large-pot']]).toEqual([false, false, false]);
    expect(told([start(), pot(), ply({ against: { ids: ['mix.out-of-ratio'], reason: 'No more' } })])['mix-off']).toBeTrue(); // prettier-ignore
    const drops = told([start(), pot({ secondAs: { unit: 'drops', value: 20 } }, null), ply()]);
    expect([drops['mix-off'], drops['not-weighed']]).toEqual([undefined, true]);
    const none = told([start(), ply({ against: { ids: ['log.no-pot'], reason: 'Forgot' } })]);
    expect([none['mix-off'], none['not-weighed'], none['late-ply']]).toEqual([undefined, true, true]);
    expect(told([start(), pot({ resinG: 5000, secondG: 1500 }), ply()])['large-pot']).toBeTrue();
  });

  it('air as it was read: under what the resin wants, far over the plan, near the dew point', () => {
    expect(PLAN.resin!.card!.minTempC).withContext('of the medium epoxy').toBe(10);
    const usual = told([start()]);
    expect([usual['cold'], usual['damp']]).toEqual([false, false]);
    expect(told([start(8)])['cold']).toBeTrue();
    expect(told([start(31)])['hot']).toBeTrue();
    expect(told([start(20, 90)])['damp'])
      .withContext('90 % humidity')
      .toBeTrue();
    expect(told([entry({ kind: 'start', round: ROUND.id, tempC: 8, humidityPercent: 55 })])['cold']).withContext('air nobody read').toBeUndefined(); // prettier-ignore
  });

  it('work before it was hard, or on what was not ready, as the log has its reason; taken back it is not told', () => {
    const against = { ids: ['round.early'], reason: 'Warmed with the lamp' };
    expect(told([start(), pot(), ply()])['worked-early']).toBeUndefined();
    const sanded = entry({ kind: 'note', text: 'Sand fair, too early: hard enough from 17:08', against });
    expect(told([start(), pot(), ply(), sanded])['worked-early']).toBeTrue();
    const back = entry({ kind: 'taken-back', of: sanded.id, label: 'Sand fair' });
    expect(told([start(), pot(), ply(), sanded, back])['worked-early']).toBeUndefined();
    expect(told([start(), entry({ kind: 'start', round: 'later', tempC: 20, humidityPercent: 55, against })])['worked-early']).toBeTrue(); // prettier-ignore
  });

  it('preparation: what is not signed is found, all signed is not', () => {
    const all = preparationChecks(PLAN.facts).map(({ id }) => id);
    expect([told([start()])['prep-open'], told([start()])['wash-open']]).toEqual([true, true]);
    expect([told([start()], all)['prep-open'], told([start()], all)['wash-open']]).toEqual([false, false]);
  });

  it('colour: a neighbour nobody polished, and more pigment than a gel coat takes', () => {
    const read = { l: 80, a: 0, b: 5, from: 'typed' as const, plusMinus: null, instrument: '', by: 'Spec', at: null };
    const cup = (amountG: number, own: object = {}) => ({ id: 't', baseG: 100, pigments: [{ id: 'black', amountG }], corrects: false, read: null, by: 'Spec', at: null, ...own }); // prettier-ignore
    const of = (polished: boolean, amountG: number, own: object = {}) => told([start(), pot(), ply()], [], { ...INPUTS, finish: { ...INPUTS.finish, colour: { ...INPUTS.finish.colour, target: read, polished, trials: [cup(amountG, own)] } } }); // prettier-ignore
    expect([of(true, 5)['neighbour-dull'], of(true, 5)['load-high']]).toEqual([false, false]);
    expect([of(false, 15)['neighbour-dull'], of(false, 15)['load-high']]).toEqual([true, true]);
    expect([of(true, 5)['matched-wet'], of(true, 5, { wet: read })['matched-wet'], of(true, 5, { wet: read, read })['matched-wet']]).toEqual([undefined, true, false]); // prettier-ignore
    expect(told([start(), pot(), ply()])['neighbour-dull'])
      .withContext('no colour was matched')
      .toBeUndefined();
  });

  it('gel coat over epoxy only once it is on', () => {
    const gel: RepairInputs = { ...INPUTS, place: { ...INPUTS.place, finish: 'gelcoat' } };
    expect(told([start(), pot(), ply()], [], gel)['epoxy-under']).toBeFalse();
    expect(told([start(), pot(), ply()], ['finish-gel-coat'], gel)['epoxy-under']).toBeTrue();
  });
});
