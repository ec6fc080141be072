import { actsOf } from '@ashstep/core/bench';
import { NEW_REPAIR, planRepair } from '@ashstep/core/repair';
import { sayIn } from '@ashstep/core/units';
import type { LogEntry, LogEntryBody } from './log-entry.js';
import { actWords, isActDone, lastStartMs, openActs, potsUnderWay } from './bench-acts.js';
import { roundStandings } from './round-log.js';

const inputs = {
  ...NEW_REPAIR,
  laminate: { ...NEW_REPAIR.laminate, thicknessMm: 4, clueIds: ['plate-polyester'] },
  resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-medium' },
};
const plan = planRepair(inputs);
const round = plan.rounds[0]!;
const pot = round.pots[0]!;
const POURED = Date.parse('2026-06-15T10:00:00Z');
const at = (min: number): string => new Date(POURED + 60_000 * min).toISOString();
let count = 0;
const entry = (min: number, body: LogEntryBody): LogEntry => ({ id: `e${++count}`, at: at(min), by: 'A', entry: body, mixErrorPercent: null, within: null }); // prettier-ignore
const mixed = entry(0, { kind: 'batch', round: round.id, label: pot.label, resinG: pot.mix.resinG, secondG: pot.mix.secondG, resinLot: 'R', secondLot: 'H', tempC: 20 }); // prettier-ignore
const down = (i: number, min: number): LogEntry => entry(min, { kind: 'ply', plyKey: round.plies[i]!.key, label: `Ply ${i + 1}` }); // prettier-ignore
const progress = (log: readonly LogEntry[], ticks: readonly string[] = []) => ({
  standings: roundStandings(plan.rounds, log),
  ticked: (id: string) => ticks.includes(id),
});
const pots = (log: readonly LogEntry[], min: number, ticks: readonly string[] = []) =>
  potsUnderWay({ inputs, plan, log }, progress(log, ticks), POURED + 60_000 * min);

describe('an act of the bench', () => {
  const acts = actsOf(inputs, plan);

  it('is done by what the log or the ticks say, and no more once that is taken back', () => {
    const next = (log: readonly LogEntry[], ticks: readonly string[]) => acts.find((act) => !isActDone(act, progress(log, ticks)))!.id; // prettier-ignore
    const prepared = acts.flatMap((act) =>
      act.kind === 'check' || (act.kind === 'photo' && act.shows === 'found') ? [act.check] : [],
    );
    expect(next([], [])).toBe(acts[0]!.id);
    const start = entry(-1, { kind: 'start', round: round.id, tempC: 20, humidityPercent: 50 });
    expect(next([start], prepared)).toBe(`mix:${round.id}:${pot.label}`);
    const log = [start, mixed, down(0, 6)];
    const primed = [...prepared, `prime.${round.id}`];
    expect(next(log, primed)).toBe(`ply:${round.plies[1]!.key}`);
    const back = entry(7, { kind: 'taken-back', of: log[2]!.id, label: 'Ply 1' });
    expect(next([...log, back], primed)).toBe(`ply:${round.plies[0]!.key}`);
  });

  it('is asked no more where the log shows that the work went on past it, and is where nothing proves it', () => {
    const log = [entry(-1, { kind: 'start', round: round.id, tempC: 20, humidityPercent: 50 }), mixed, down(0, 6)];
    const open = openActs(acts, (act) => isActDone(act, progress(log)));
    expect(open[0]!.id).toBe(`ply:${round.plies[1]!.key}`);
    expect(open.map(({ kind }) => kind)).not.toContain('prime');
    expect(open.filter(({ kind, round }) => kind === 'clear' && plan.rounds.includes(round)).length).toBe(
      4 * plan.rounds.length,
    );
    expect(openActs(acts, (act) => isActDone(act, progress([])))).toEqual(acts);
  });

  it('says what, with what, how much and why, in the units of the person', () => {
    for (const units of ['metric', 'imperial'] as const)
      for (const act of acts) {
        const words = actWords(act, { inputs, plan, say: sayIn(units) });
        expect(`${words.title}${words.lines.join('')}${words.why}${words.button}`).not.toMatch(/undefined|NaN|null/);
        expect(words.lines.length).toBeGreaterThan(0);
      }
    // What is prepared is led with grit, slope and how far, by the figures of the plan.
    const ground = acts.find((act) => act.kind === 'check' && act.check === 'ground')!;
    const lines = actWords(ground, { inputs, plan, say: sayIn('metric') }).lines.join(' ');
    const face = plan.taper!.footprint.faces[0]!;
    expect(lines).toContain(
      `${Math.round(10 * plan.taper!.ratio) / 10}:1, ${Math.round(face.taperWidthMm)} mm wide: to ${Math.round(face.footprint.lengthMm)} mm`,
    );
    expect(lines).toContain(`to ${Math.round(face.abraded.lengthMm)} mm × ${Math.round(face.abraded.widthMm)} mm`);
    const ply = acts.find(({ kind }) => kind === 'ply')!;
    expect(actWords(ply, { inputs, plan, say: sayIn('metric') }).button).toBe('Ply 1 down and wet out');
    expect(actWords(ply, { inputs, plan, say: sayIn('imperial') }).lines.join(' ')).toContain('in');
  });
});

describe('a pot that stands', () => {
  it('counts down to its gel, by its own temperature once that is read', () => {
    const [plain] = pots([mixed], 5);
    expect(plain!.gelMs!).toBeGreaterThan(POURED + 10 * 60_000);
    const hot = entry(6, { kind: 'pot-temp', round: round.id, label: pot.label, tempC: 45, instrument: 'infrared' });
    const [read] = pots([mixed, hot], 7);
    expect(read!.gelMs!).toBeLessThan(plain!.gelMs! - 60_000);
    expect(read!.read).toEqual(jasmine.objectContaining({ tempC: 45, instrument: 'infrared' }));
  });

  it('is out of the way with the leftovers, half an hour after its gel, or when it is taken back', () => {
    expect(pots([mixed], 5, [`clear-leftovers.${round.id}`])).toEqual([]);
    const gelMin = (pots([mixed], 5)[0]!.gelMs! - POURED) / 60_000;
    expect(pots([mixed], gelMin + 5)[0]!.gelled).toBeTrue();
    expect(pots([mixed], gelMin + 31)).toEqual([]);
    expect(pots([mixed, entry(3, { kind: 'taken-back', of: mixed.id, label: 'Pot A' })], 5)).toEqual([]);
  });

  it('has a last start that goes by how fast its plies went down', () => {
    const slow = pots([mixed, down(0, 8), down(1, 16)], 17)[0]!;
    const quick = pots([mixed, down(0, 2), down(1, 4)], 5)[0]!;
    expect(slow.gPerMin).toBeCloseTo((round.plies[0]!.resinG + round.plies[1]!.resinG) / 16, 6);
    expect(lastStartMs(slow, 40)!).toBeLessThan(lastStartMs(quick, 40)!);
    // Two minutes and the ply before the gel.
    expect((slow.gelMs! - lastStartMs(slow, 40)!) / 60_000).toBeCloseTo(2 + 40 / slow.gPerMin, 3);
  });

  it('of gel coat, which has no curve, gels as such a product usually does: sooner in warmth, and in the cold no later than its twenty minutes', () => {
    const painted = { ...inputs, place: { ...inputs.place, finish: 'gelcoat' as const } };
    const made = planRepair(painted);
    const coat = made.finish!.rounds.find(({ medium }) => medium === 'gelcoat')!;
    const gelMin = (tempC: number): number => {
      const log = [entry(0, { kind: 'batch', round: coat.id, label: 'A', resinG: 40, secondG: 0.8, resinLot: 'G', secondLot: 'C', tempC })]; // prettier-ignore
      const [standing] = potsUnderWay({ inputs: painted, plan: made, log }, { standings: roundStandings([coat], log), ticked: () => false }, POURED + 60_000); // prettier-ignore
      expect(standing!.usual).toBeTrue();
      return (standing!.gelMs! - POURED) / 60_000;
    };
    // Half as long 10 K over the 22 °C its twenty minutes are told at.
    expect(gelMin(32)).toBeCloseTo(10, 3);
    expect(gelMin(22)).toBeCloseTo(20, 3);
    expect(gelMin(16)).toBeCloseTo(20, 3);
    expect(pots([mixed], 1)[0]!.usual).toBeFalse();
  });
});
