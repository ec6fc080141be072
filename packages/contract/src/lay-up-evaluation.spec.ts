import { NEW_REPAIR, mixedG, planRepair } from '@ashstep/core/repair';
import { roundChecks } from '@ashstep/core/inspection';
import { evaluateLayUp } from './lay-up-evaluation.js';
import type { LogEntry, LogEntryBody } from './log-entry.js';

const inputs = {
  ...NEW_REPAIR,
  place: { ...NEW_REPAIR.place, access: 'both' as const },
  laminate: { ...NEW_REPAIR.laminate, thicknessMm: 8, clueIds: ['plate-polyester'] },
  resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-medium' },
  taper: { ...NEW_REPAIR.taper, sides: 'two' as const },
};
const plan = planRepair(inputs);
const [one, two] = plan.rounds;
const card = plan.resin!.card!;
let ids = 0;
/** @param min minutes after nine */
const told = (min: number, entry: LogEntryBody, more: Partial<LogEntry> = {}): LogEntry => ({ id: `e${++ids}`, at: new Date(Date.parse('2026-04-16T09:00:00Z') + 60_000 * min).toISOString(), by: 'A', entry, mixErrorPercent: null, within: null, ...more }); // prettier-ignore
const start = (min: number, round: string, tempC = 22) => told(min, { kind: 'start', round, tempC, humidityPercent: 50, read: { by: 'A', at: `2026-04-16T09:00`, instrument: '' } }); // prettier-ignore
const pot = (min: number, round: string, resinG: number, errorPercent: number, within = true) => told(min, { kind: 'batch', round, label: 'A', resinG, secondG: 0.3 * resinG, resinLot: 'a', secondLot: 'b', tempC: 22 }, { mixErrorPercent: errorPercent, within }); // prettier-ignore
const plies = (from: number, round: typeof one, step = 5) => round!.plies.map(({ key, label }, i) => told(from + step * i, { kind: 'ply', plyKey: key, label })); // prettier-ignore
const first = [start(0, one!.id), pot(2, one!.id, 80, -6, false), pot(10, one!.id, 100, 1.2), ...plies(15, one)];
const lastMin = 15 + 5 * (one!.plies.length - 1);
const evaluate = (log: readonly LogEntry[], ticks: readonly string[] = []) => evaluateLayUp({ inputs, plan, log, ticked: (id) => ticks.includes(id), zone: 'UTC', nowMs: Date.parse('2026-04-20T09:00:00Z') }); // prettier-ignore
/** The second face, begun so many hours after the last ply of the first. */
const bondAfter = (hours: number, ticks: readonly string[] = []) => evaluate([...first, start(lastMin + 60 * hours, two!.id)], ticks).rounds[1]!.bond!; // prettier-ignore
const keyed = roundChecks(two!.id).map(({ id }) => id);

describe('a lay-up looked back at', () => {
  it('is set beside what was planned: plies, grams that went on, what was thrown away, minutes, air, the worst pot of those on the job', () => {
    const [round] = evaluate(first).rounds;
    expect(round!.plies).toEqual({ planned: one!.plies.length, real: one!.plies.length });
    expect(round!.grams.planned).toBeCloseTo(
      one!.pots.reduce((sum, { mix }) => sum + mixedG(mix), 0),
      9,
    );
    expect([round!.grams.real, round!.grams.out]).toEqual([130, 104]);
    // From the pot at ten past to the last ply.
    expect(round!.minutes.real).toBeCloseTo(lastMin - 10, 6);
    expect(round!.minutes.planned).toBeCloseTo(one!.massG / one!.pace!.gPerMin, 9);
    expect(round!.startTempC.real).toBe(22);
    expect(round!.worstMixPercent).toBe(1.2);
    expect(round!.bond!.kind).toBe('secondary');
    expect(evaluate(first).rounds[1]!.bond).toBeNull();
  });

  it('bonds of itself inside the window of the card at the air that was read, and not before it', () => {
    // At 22 °C the hours are those of the card.
    const inside = (card.recoatFromHours + card.recoatUntilHours) / 2;
    expect(bondAfter(inside).kind).toBe('primary');
    expect(two!.onto).toBe('abraded');
    expect(bondAfter(card.recoatFromHours / 2).kind).toBe('poor');
  });

  it('holds by its key once it was hard and all three were ticked, and by nothing where they were not', () => {
    const hard = Math.max(card.sandableHours, card.recoatUntilHours) + 1;
    expect(bondAfter(hard, keyed).kind).toBe('secondary');
    expect(bondAfter(hard, keyed.slice(1)).kind).toBe('poor');
    expect(bondAfter(hard).text).toContain('not washed, abraded and wiped');
  });

  it('is followed in its course: the air as read, cups, and the cure of what went on first', () => {
    const cup = told(20, { kind: 'pot-temp', round: one!.id, label: 'A', tempC: 41, instrument: '' });
    const { course } = evaluate([...first, cup]);
    expect(course!.from).toBe('2026-04-16T09:00');
    expect(course!.pots).toEqual([{ hour: 20 / 60, tempC: 41, label: 'A' }]);
    expect(course!.events.filter(({ kind }) => kind === 'ply').length).toBe(one!.plies.length);
    // At 22 °C it takes the hours of the card: two days are more.
    expect(course!.cure.at(-1)!.percent).toBe(100);
    const half = course!.cure.find(({ hour }) => hour - lastMin / 60 >= card.sandableHours / 2)!;
    expect(half.percent).toBeCloseTo((100 * (half.hour - lastMin / 60)) / card.sandableHours, 6);
    expect(course!.cure[0]).toEqual({ hour: lastMin / 60, percent: 0 });
    expect(evaluate([]).course).toBeNull();
  });

  it('counts nothing that was taken back', () => {
    const back = told(100, { kind: 'taken-back', of: first.at(-1)!.id, label: 'x' });
    const [round] = evaluate([...first, back]).rounds;
    expect(round!.plies.real).toBe(one!.plies.length - 1);
    expect(round!.minutes.real).toBeNull();
  });
});
