import { NEW_REPAIR, planRepair } from '@ashstep/core/repair';
import type { LogEntryBody } from './log-entry.js';
import { roundStandings, standingLog } from './round-log.js';
import { roundName } from './round-words.js';

const plan = planRepair({
  ...NEW_REPAIR,
  place: { ...NEW_REPAIR.place, access: 'both' },
  laminate: { ...NEW_REPAIR.laminate, thicknessMm: 8, clueIds: ['plate-polyester'] },
  resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-medium' },
  taper: { ...NEW_REPAIR.taper, sides: 'two' },
  rounds: {
    closing: 'film',
    added: [
      {
        id: 'fair',
        name: 'Fairing',
        when: 'after',
        onto: 'abraded',
        spotIds: [],
        work: { kind: 'paste', use: 'fairing', volumeMl: 50, fillerId: 'hollow-spheres' },
      },
    ],
  },
});
let clock = 0;
const entry = (body: LogEntryBody, within: boolean | null = null) => ({ id: String(++clock), at: `2026-04-16T09:${String(clock).padStart(2, '0')}:00Z`, by: 'A', entry: body, mixErrorPercent: null, within }); // prettier-ignore
const pot = (label: string, round?: string, within = true) => entry({ kind: 'batch', label, ...(round ? { round } : {}), resinG: 1, secondG: 1, resinLot: 'a', secondLot: 'b', tempC: 20 }, within); // prettier-ignore

describe('how far rounds have come', () => {
  it('is told by the log of each, face by face', () => {
    expect(plan.rounds.map((round) => roundName(round, plan.rounds))).toEqual(['First face', 'Second face', 'Fairing']);
    const [first, second] = plan.rounds;
    const laid = first!.plies.map(({ key, label }) => entry({ kind: 'ply', plyKey: key, label }));
    const all = roundStandings(plan.rounds, [
      entry({ kind: 'start', round: first!.id, tempC: 20, humidityPercent: 50 }),
      pot(first!.pots[0]!.label, first!.id),
      ...laid,
      pot(second!.pots[0]!.label, second!.id, false),
    ]);
    expect(all.map(({ done }) => done)).toEqual([true, false, false]);
    expect([all[1]!.mixed.size, all[1]!.lastPot?.within, all[1]!.begun !== null]).toEqual([0, false, true]);
    expect(all[2]!.begun).toBeNull();
  });

  it('is read out of logs of jobs that had no rounds', () => {
    const [first, second] = plan.rounds;
    const all = roundStandings(plan.rounds, [
      entry({ kind: 'start', tempC: 20, humidityPercent: 50 }),
      pot(first!.pots[0]!.label),
      entry({ kind: 'ply', plyKey: 'f0-p1', label: 'Ply 1/1' }),
      pot(second!.pots[0]!.label),
    ]);
    expect([all[0]!.begun !== null, all[0]!.plies.size, all[0]!.lastPot !== null, all[1]!.mixed.size]).toEqual([true, 1, true, 1]); // prettier-ignore
  });

  it('ends with the word of whoever did it where no ply tells', () => {
    const all = roundStandings(plan.rounds, [entry({ kind: 'round', round: 'fair', label: 'Fairing' })]);
    expect(all[2]!.done).toBeTrue();
  });

  it('goes without what was taken back', () => {
    const [first] = plan.rounds;
    const down = entry({ kind: 'ply', plyKey: first!.plies[0]!.key, label: 'Ply 1' });
    const back = entry({ kind: 'taken-back', of: down.id, label: 'Ply 1' });
    expect(standingLog([down, back])).toEqual([]);
    expect(roundStandings(plan.rounds, [pot('A', first!.id), down, back])[0]!.plies.size).toBe(0);
    expect(roundStandings(plan.rounds, [pot('A', first!.id), down])[0]!.plies.size).toBe(1);
  });
});
