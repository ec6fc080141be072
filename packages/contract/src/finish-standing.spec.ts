import { NEW_REPAIR, finishCheck, planRepair } from '@ashstep/core/repair';
import { metByFinish, workStandings } from './finish-standing.js';
import type { LogEntry } from './log-entry.js';

const { finish } = planRepair({
  ...NEW_REPAIR,
  place: { ...NEW_REPAIR.place, finish: 'paint' },
  laminate: { ...NEW_REPAIR.laminate, thicknessMm: 3, clueIds: ['plate-polyester'] },
  resin: { ...NEW_REPAIR.resin, systemId: 'epoxy-medium' },
});
const AT = '2026-06-15T10:00:00.000Z';
const on = (round: string, id = 'a'): LogEntry => ({ id, at: AT, by: 'Spec', mixErrorPercent: null, within: null, entry: { kind: 'round', round, label: round } }); // prettier-ignore
const back = (of: string): LogEntry => ({ id: 'z', at: AT, by: 'Spec', mixErrorPercent: null, within: null, entry: { kind: 'taken-back', of, label: 'Fill' } }); // prettier-ignore
const done = (log: LogEntry[], ...ticks: string[]): string[] =>
  workStandings(finish, { log, checks: ticks.map((checkId) => ({ checkId, done: true })) }).flatMap((one) => (one.done ? [one.work.id] : [])); // prettier-ignore

describe('how far the finish has come', () => {
  it('is by the log for what was put on, and not once that is taken back', () => {
    expect(done([])).toEqual([]);
    expect(done([on('fair-fill-1')])).toEqual(['fair-fill-1']);
    expect(done([on('fair-fill-1'), back('a')])).toEqual([]);
  });

  it('is by its tick for the rest, or by that of the whole step as it was once', () => {
    expect(done([], 'finish-paint-mask')).toEqual(['paint-mask']);
    expect(done([], 'finish-prime')).toEqual(['prime-1', 'prime-guide', 'prime-2']);
    expect(workStandings(null, { log: [], checks: [] })).toEqual([]);
  });

  it('meets what the resin asks of it once all that is put on is on, and not where some is left out', () => {
    const all = finish!.works.map(({ id }) => finishCheck(id));
    const met = (leftOut: typeof finish, ticks: string[]) => metByFinish(leftOut, { log: [], checks: ticks.map((checkId) => ({ checkId, done: true })) }); // prettier-ignore
    expect(met(finish, all)).toContain('epoxy-fairing-primer');
    expect(met(finish, all.slice(0, -1))).toEqual([]);
    expect(met(finish, all.filter((id) => id !== 'finish-paint-mask'))).toContain('epoxy-fairing-primer'); // prettier-ignore
    const [primer] = finish!.works.filter(({ id }) => id === 'prime-1');
    expect(met({ ...finish!, leftOut: [{ work: primer!, why: 'The owner paints it' }] }, all)).toEqual([]);
    expect(metByFinish(null, { log: [], checks: [] })).toEqual([]);
  });
});
